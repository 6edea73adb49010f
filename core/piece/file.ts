import type { z } from 'zod'
import { fail, succeed, type Issue, type Result } from '../measure/result'
import { upToDate } from './older-versions'
import { Piece } from './schema'
import { SCHEMA_VERSION } from './version'

/** What a piece file starts with, so that any other JSON is told apart at once. */
export const FILE_FORMAT = 'arreglo-piece'
/** A sixty-part piece with a long log is under 1 MB; this leaves room and stops a hostile file. */
export const LARGEST_FILE_BYTES = 4_000_000

/** The piece as a file: readable JSON, the same every time for the same piece. */
export const writePieceFile = (piece: Piece): string =>
  `${JSON.stringify({ format: FILE_FORMAT, version: SCHEMA_VERSION, piece }, null, 2)}\n`

/** A piece from a file's text, or everything that is wrong with it and where. */
export function readPieceFile(text: string): Result<Piece> {
  if (text.length > LARGEST_FILE_BYTES) {
    return fail('too_large', `The file is larger than ${LARGEST_FILE_BYTES / 1e6} MB: no piece is.`)
  }
  if (deeperThan(text, DEEPEST)) {
    return fail('too_deep', `Brackets within brackets more than ${DEEPEST} deep: no piece is.`)
  }
  let json: unknown
  try {
    json = JSON.parse(text)
  }
  catch {
    return fail('not_json', 'The file is not JSON: it was cut off or is of another kind.')
  }
  if (typeof json !== 'object' || json === null || !('format' in json) || json.format !== FILE_FORMAT) {
    return fail('not_a_piece', `Not a piece file: it must say "format": "${FILE_FORMAT}".`, 'format')
  }
  const version = 'version' in json ? json.version : undefined
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1 || version > SCHEMA_VERSION) {
    return fail(
      'unknown_version',
      `Written by another version: this one reads versions 1 to ${SCHEMA_VERSION}.`,
      'version',
    )
  }
  const parsed = Piece.safeParse(upToDate('piece' in json ? json.piece : undefined))
  return parsed.success ? succeed(parsed.data) : { ok: false, issues: issuesOf(parsed.error, 'piece') }
}

/** A piece nests eight deep; deeper brackets are somebody's trap for whoever reads them one inside the other. */
const DEEPEST = 40

/** Whether brackets outside of strings nest deeper than `most`. */
function deeperThan(text: string, most: number): boolean {
  let depth = 0
  let inString = false
  for (let i = 0; i < text.length; i++) {
    const c = text[i]
    if (inString) {
      if (c === '\\') i++
      else if (c === '"') inString = false
    }
    else if (c === '"') { inString = true }
    else if (c === '{' || c === '[') {
      if (++depth > most) return true
    }
    else if (c === '}' || c === ']') { depth-- }
  }
  return false
}

/** Zod's findings as plain issues with dotted paths. */
export function issuesOf(error: z.ZodError, under = ''): Issue[] {
  return error.issues.map(i => ({
    path: [under, ...i.path.map(String)].filter(Boolean).join('.'),
    code: i.code,
    message: i.message.replace(/^Invalid input: expected/, 'must be'),
  }))
}
