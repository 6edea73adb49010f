import { isOnCalendar } from '../measure/wall-time'
import { Entry } from './entry'
import { SCHEMA_VERSION } from './version'
import { CAUSE_IDS, GLUE_IDS } from './words'

type Loose = Record<string, unknown>
const isRecord = (x: unknown): x is Loose => typeof x === 'object' && x !== null && !Array.isArray(x)

/** What one version lacks of the next. Only adds, renames and cleans; the schema checks the outcome. */
const STEPS: Readonly<Record<number, (piece: Loose) => Loose>> = {
  /**
   * Version 2 tells the wood of the whole from that of a part, knows edits, faults, photos and sets, and wants plain
   * words.
   */
  1: (piece) => {
    const [first] = Array.isArray(piece.parts) ? (piece.parts as unknown[]) : []
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
  /**
   * Version 3 lets metal sit on anything, tells a break’s halves apart, and what was felt afterwards from what was
   * found.
   */
  2: (piece) => {
    const { metal, choices, ...rest } = withOwnNames(piece)
    const chosen = isRecord(choices) ? choices : {}
    return {
      ...rest,
      holds: listOf(metal).map(asHold),
      faults: listOf(piece.faults).map(withFaultFacts),
      events: listOf(piece.events).map(withOf),
      after: {},
      choices: {
        ...chosen,
        causes: ofJoints(chosen.causes),
        mends: ofJoints(chosen.mends),
        settled: chosen.settled ?? {},
        rooms: {},
        hands: null,
        notBefore: null,
      },
    }
  },
}

/** Version 2 wrote a name on every part and joint; from version 3 on a part keeps one only where somebody gave it. */
function withOwnNames(piece: Loose): Loose {
  const shape = isRecord(piece.shape) ? piece.shape : {}
  const edits = listOf(shape.edits).map(withoutJointName)
  const named = new Set(
    edits.filter(isRecord).flatMap((e) => {
      if (e.do === 'add-part') return isRecord(e.part) ? [e.part.id] : []
      return e.do === 'rename-part' ? [e.part] : e.do === 'duplicate-part' || e.do === 'mirror-part' ? [e.as] : []
    }),
  )
  return {
    ...piece,
    shape: { ...shape, edits },
    parts: listOf(piece.parts).map(part => (isRecord(part) && !named.has(part.id) ? withoutName(part) : part)),
    joints: listOf(piece.joints).map(joint => (isRecord(joint) ? withoutName(joint) : joint)),
  }
}

const withoutName = ({ label: _derived, ...rest }: Loose): Loose => rest
const withoutJointName = (edit: unknown): unknown =>
  isRecord(edit) && edit.do === 'add-joint' && isRecord(edit.joint) ? { ...edit, joint: withoutName(edit.joint) } : edit

const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : [])

/** Version 2 knew metal in joints only, and nothing of how it held. */
function asHold(metal: unknown): unknown {
  if (!isRecord(metal) || !('joint' in metal)) return metal
  const { joint, ...facts } = metal
  return { ...facts, on: { kind: 'joint', id: joint }, state: 'not-looked', faults: [] }
}

/** What version 3 asks of a fault besides and nobody was asked before. */
function withFaultFacts(fault: unknown): unknown {
  if (!isRecord(fault)) return fault
  switch (fault.kind) {
    case 'break':
      return { parted: 'not-seen', joint: null, ...fault }
    case 'split':
      return { crosses: [], runsOut: 'not-seen', ...fault }
    case 'earlier-repair':
      return { offMm: null, leanDeg: null, ...fault }
    default:
      return fault
  }
}

/** Version 2 decided about joints only, by their ids. */
const ofJoints = (record: unknown): Loose =>
  Object.fromEntries(Object.entries(isRecord(record) ? record : {}).map(([id, value]) => [`joint:${id}`, value]))

const withOf = (event: unknown): unknown => (isRecord(event) && !('of' in event) ? { ...event, of: [] } : event)

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
 * closed. An entry does not say which version wrote it, so whatever an older one let through is put as it should have
 * been.
 */
export function entryUpToDate(entry: unknown): Entry | null {
  if (!isRecord(entry) || !isRecord(entry.command)) return null
  const told = withTimes(withPlainWords(entry.command) as Loose, String(entry.at).slice(0, 16))
  const command = withKnownIds(asNowSaid(told))
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
  return Object.fromEntries(
    Object.entries(value).map(([key, x]) => {
      if (key === 'at' && typeof x === 'string' && !isOnCalendar(x)) return [key, saidAt]
      if (key === 'due' && typeof x === 'string' && !isOnCalendar(x)) return [key, null]
      return [key, isRecord(x) ? withTimes(x, saidAt) : x]
    }),
  )
}

/**
 * An entry with its command in the form of this version; what it says is left as it is, so that it is still checked.
 */
export const entryAsNowSaid = (entry: unknown): unknown =>
  isRecord(entry) && isRecord(entry.command) ? { ...entry, command: asNowSaid(entry.command) } : entry

/** A command in the form of an older version as this one says it. */
function asNowSaid(command: Loose): Loose {
  switch (command.do) {
    case 'add-metal':
      return { do: 'add-hold', hold: asHold(command.metal) }
    case 'change-metal':
      return { do: 'change-hold', hold: asHold(command.metal) }
    case 'remove-metal':
      return { do: 'remove-hold', hold: command.metal }
    case 'add-fault':
    case 'change-fault':
      return { ...command, fault: withFaultFacts(command.fault) }
    case 'edit-frame':
      return { ...command, edit: withoutJointName(command.edit) }
    case 'log-event':
      return { ...command, event: withOf(command.event) }
    case 'choose-mend':
    case 'overrule-cause': {
      if (!('joint' in command)) return command
      const { joint, ...rest } = command
      return { ...rest, trouble: `joint:${String(joint)}` }
    }
    default:
      return command
  }
}

/** A choice of something that does not exist chooses nothing. */
function withKnownIds(command: Loose): Loose {
  const isOf = (list: readonly string[], id: unknown) => id === null || list.includes(String(id))
  if (command.do === 'choose-glue' && !isOf(GLUE_IDS, command.glue)) return { ...command, glue: null }
  if (command.do === 'overrule-cause' && !isOf(CAUSE_IDS, command.cause)) return { ...command, cause: null }
  return command
}
