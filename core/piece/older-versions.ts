import { isOnCalendar } from '../measure/wall-time'
import { Entry } from './entry'
import { SCHEMA_VERSION } from './version'
import { CAUSE_IDS, GLUE_IDS } from './words'

type Loose = Record<string, unknown>
const isRecord = (x: unknown): x is Loose => typeof x === 'object' && x !== null && !Array.isArray(x)

/** What one version lacks of the next. Only adds, renames and cleans; the schema checks the outcome. */
const STEPS: Readonly<Record<number, (piece: Loose) => Loose>> = {
  /** Version 2 tells the wood of the whole from that of a part, knows edits, faults, photos and sets, and wants plain words. */
  1: (piece) => {
    const [first] = Array.isArray(piece.parts) ? piece.parts as unknown[] : []
    const species = isRecord(first) && typeof first.species === 'string' ? first.species : 'unknown'
    const added: Loose = {
      ...piece,
      set: null,
      shape: { ...(isRecord(piece.shape) ? piece.shape : {}), species, edits: [] },
      faults: [],
      photos: [],
    }
    return withPlainWords(added) as Loose
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

/**
 * A log entry of any version as this one would have taken it, or null where there is none: then the past up to it is
 * closed. An entry does not say which version wrote it, so whatever an older one let through is put as it should have been.
 */
export function entryUpToDate(entry: unknown): Entry | null {
  if (!isRecord(entry) || !isRecord(entry.command)) return null
  const command = withKnownIds(withTimes(withPlainWords(entry.command) as Loose, String(entry.at).slice(0, 16)))
  const parsed = Entry.safeParse({ ...entry, command })
  return parsed.success ? parsed.data : null
}

const TAG_BEGINS = /<(?=[a-z!/?])/gi
// eslint-disable-next-line no-control-regex
const UNSEEN = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\u007F\u202A-\u202E\u2066-\u2069]/g

/** Every text below as plain words: what looked like a tag, and what nobody can see, is taken out of it. */
export function withPlainWords(value: unknown): unknown {
  if (typeof value === 'string') return value.replace(TAG_BEGINS, '‹').replace(UNSEEN, '')
  if (Array.isArray(value)) return value.map(withPlainWords)
  return isRecord(value) ? Object.fromEntries(Object.entries(value).map(([key, x]) => [key, withPlainWords(x)])) : value
}

/** Times below that no calendar has become the time at which they were said. */
export function withTimes(value: Loose, saidAt: string): Loose {
  return Object.fromEntries(Object.entries(value).map(([key, x]) => {
    if (key === 'at' && typeof x === 'string' && !isOnCalendar(x)) return [key, saidAt]
    if (key === 'due' && typeof x === 'string' && !isOnCalendar(x)) return [key, null]
    return [key, isRecord(x) ? withTimes(x, saidAt) : x]
  }))
}

/** A choice of something that does not exist chooses nothing. */
function withKnownIds(command: Loose): Loose {
  const isOf = (list: readonly string[], id: unknown) => id === null || list.includes(String(id))
  if (command.do === 'choose-glue' && !isOf(GLUE_IDS, command.glue)) return { ...command, glue: null }
  if (command.do === 'overrule-cause' && !isOf(CAUSE_IDS, command.cause)) return { ...command, cause: null }
  return command
}
