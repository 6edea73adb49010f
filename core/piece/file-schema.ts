import { z } from 'zod'
import { FILE_FORMAT, LARGEST_FILE_BYTES } from './file'
import { Piece } from './schema'
import { SCHEMA_VERSION } from './version'

/** A piece file as a whole: what it says it is, and the piece. */
const PieceFile = z.strictObject({ format: z.literal(FILE_FORMAT), version: z.literal(SCHEMA_VERSION), piece: Piece })

/**
 * The form of a piece file for programs that know JSON Schema and not this one (draft 7). It cannot say that ids are
 * unique or that a joint names parts of the same piece; the reader checks that as well.
 */
export const pieceFileSchema = (): object =>
  z.toJSONSchema(PieceFile, { target: 'draft-7', reused: 'inline', unrepresentable: 'any' })

/** The page of the documentation that holds it. */
export const fileFormatPage = (): string => `# The piece file

A piece is one JSON file, UTF-8, ${LARGEST_FILE_BYTES / 1e6} MB at most. It says \`"format": "${FILE_FORMAT}"\` and the version of its form; this is version ${SCHEMA_VERSION}. Older versions are read and brought up to date; files are always written in the newest. Lengths are millimetres, angles degrees, x to the sitter's left, y up, z forward, the floor at y = 0. Times are the workshop's wall clock.

What is stored is what somebody said, measured, chose or did. \`parts\` and \`joints\` are drawn from \`shape\`: the family, its measures and options, and the \`edits\` made by hand, in order. Diagnoses, plans and figures are not in the file: they are worked out from it. Pictures are named in \`photos\` and kept beside the file, not in it.

Besides the form below a reader checks: ids are unique; every id named is there; a joint number is given once; names and notes hold no markup; brackets nest at most 40 deep. A file that fails is refused whole, with a list of what is wrong and where.

Made by \`node scripts/file-format.mjs\`; a test compares it with the schema that files are checked with.

\`\`\`json
${JSON.stringify(pieceFileSchema(), null, 1)}
\`\`\`
`
