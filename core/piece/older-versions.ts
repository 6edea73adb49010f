import { SCHEMA_VERSION } from './version'

type Loose = Record<string, unknown>
const isRecord = (x: unknown): x is Loose => typeof x === 'object' && x !== null && !Array.isArray(x)

/** What one version lacks of the next. Only adds and renames; the schema checks the outcome. */
const STEPS: Readonly<Record<number, (piece: Loose) => Loose>> = {
  /** Version 2 tells the wood of the whole from that of a part, and knows edits, faults, photos and sets. */
  1: (piece) => {
    const [first] = Array.isArray(piece.parts) ? piece.parts as unknown[] : []
    const species = isRecord(first) && typeof first.species === 'string' ? first.species : 'unknown'
    return { ...piece, set: null, shape: { ...(isRecord(piece.shape) ? piece.shape : {}), species, edits: [] }, faults: [], photos: [] }
  },
}

/** A document of an older version brought up to this one, step by step; anything else is given back as it is. */
export function upToDate(document: unknown): unknown {
  let piece = document
  while (isRecord(piece) && typeof piece.schemaVersion === 'number' && piece.schemaVersion < SCHEMA_VERSION) {
    const step = STEPS[piece.schemaVersion]
    if (!step) return piece
    piece = { ...step(piece), schemaVersion: piece.schemaVersion + 1 }
  }
  return piece
}
