import { fail, type Issue, type Result } from '../measure/result'
import { apply, whole } from './apply'
import { applyUnchecked, wordsOf, type Command } from './commands'
import type { Piece } from './document-schema'
import type { Entry } from './entry'

/** A document as it was once so many entries of its log were in. */
export interface Snapshot {
  readonly version: number
  readonly piece: Piece
}

/**
 * A piece's whole past: where it starts, every entry, and the document they lead to. `marks` are documents on the way,
 * oldest first, so that taking something back replays only what came after it.
 */
export interface History {
  readonly base: Snapshot
  readonly log: readonly Entry[]
  readonly piece: Piece
  readonly marks: readonly Snapshot[]
}

/** Entries taken in, or the one that cannot be and why; nothing is taken then. */
export type Appended
  = | { readonly ok: true, readonly value: History }
    | {
      readonly ok: false
      readonly entry: string
      readonly issues: readonly Issue[]
    }

/** A mark is kept about so often, in entries. */
export const MARK_EVERY = 50
/** Of older marks only these are kept, so that a long past stays small. */
export const MARK_EVERY_OLD = 500
export const MARKS_KEPT_CLOSE = 10

/**
 * A history just begun, or one read from where it is kept. `log` is whole from the first entry on, whatever `base`
 * is.
 */
export const historyOf = (
  base: Piece | Snapshot,
  log: readonly Entry[] = [],
  piece?: Piece,
  marks: readonly Snapshot[] = [],
): History => {
  const start = 'version' in base ? base : { version: 0, piece: base }
  return { base: start, log, piece: piece ?? start.piece, marks }
}

/**
 * The history with more entries, all or none. A command is applied to the document; an undo replays what stands from
 * the last mark before what it takes back. Undos in a row replay once.
 */
export function appendEntries(history: History, entries: readonly Entry[]): Appended {
  const taken = takeIn(history, entries, false)
  // Some undo in a row of them cannot be: one at a time tells which.
  return taken.ok || !entries.some(e => e.command.do === 'undo') ? taken : takeIn(history, entries, true)
}

function takeIn(history: History, entries: readonly Entry[], oneByOne: boolean): Appended {
  const log = [...history.log]
  let { piece, marks } = history
  let replayFrom: number | null = null
  let undone = ''
  const places = new Map(log.map((e, i) => [e.id, i]))
  const caughtUp = (): Result<Piece> => {
    if (replayFrom === null) return { ok: true, value: piece }
    const replayed = replayTail({ ...history, log, marks }, replayFrom)
    replayFrom = null
    if (replayed.ok) ({ piece, marks } = replayed.value)
    return replayed.ok ? { ok: true, value: piece } : replayed
  }
  for (const entry of entries) {
    const { command } = entry
    if (command.do === 'undo') {
      const place = placeOfEffect(log, places, command.entry)
      if (place === undefined) {
        return { entry: entry.id, ...fail('no_such_entry', 'What was to be taken back is not in the log.', 'entry') }
      }
      if (place < history.base.version) {
        return {
          entry: entry.id,
          ...fail(
            'too_old',
            'This lies too far back to be taken back: what is here now was begun anew since.',
            'entry',
          ),
        }
      }
      replayFrom = Math.min(replayFrom ?? Infinity, place)
      undone = entry.id
      places.set(entry.id, log.length)
      log.push(entry)
      if (!oneByOne) continue
    }
    const before = caughtUp()
    if (!before.ok) return { entry: undone, ...before }
    if (command.do === 'undo') continue
    const next = apply(piece, command)
    if (!next.ok) return { entry: entry.id, ...next }
    piece = next.value
    places.set(entry.id, log.length)
    log.push(entry)
    if (log.length - (marks.at(-1)?.version ?? history.base.version) >= MARK_EVERY) {
      marks = thinned([...marks, { version: log.length, piece }])
    }
  }
  const end = caughtUp()
  return end.ok ? { ok: true, value: { base: history.base, log, piece, marks } } : { entry: undone, ...end }
}

/** Where in the log the command stands that an undo, or an undo of undos, is about in the end. */
function placeOfEffect(log: readonly Entry[], places: ReadonlyMap<string, number>, target: string): number | undefined {
  const place = places.get(target)
  if (place === undefined) return undefined
  const { command } = log[place]!
  return command.do === 'undo' ? placeOfEffect(log, places, command.entry) : place
}

/**
 * How many entries of a log stay as they are whatever the undos among some new entries take back; null where there
 * are none.
 */
export function untouchedBy(log: readonly Entry[], entries: readonly Entry[]): number | null {
  const all = [...log, ...entries]
  const places = new Map(all.map((e, i) => [e.id, i]))
  const touched = entries.flatMap(({ command }) =>
    command.do === 'undo' ? (placeOfEffect(all, places, command.entry) ?? []) : [],
  )
  return touched.length === 0 ? null : Math.min(...touched)
}

/** The document anew from the last mark that what happened at `place` cannot have changed. */
function replayTail(
  { base, log, marks }: History,
  place: number,
): Result<{ piece: Piece, marks: readonly Snapshot[] }> {
  const kept = marks.filter(m => m.version <= place)
  const from = kept.at(-1) ?? base
  const replayed = replayAfter(from, log)
  if (!replayed.ok) return replayed
  return { ok: true, value: { piece: replayed.value.piece, marks: thinned([...kept, ...replayed.value.marks]) } }
}

function replayAfter(from: Snapshot, log: readonly Entry[]): Result<{ piece: Piece, marks: Snapshot[] }> {
  const standing = isStanding(log)
  const marks: Snapshot[] = []
  let { piece } = from
  for (let i = from.version; i < log.length; i++) {
    if (!standing[i]) continue
    const { command } = log[i]!
    const next = applyUnchecked(piece, command as Command)
    if (!next.ok) return cannotStand(log[i]!, next.issues)
    piece = next.value
    if (i + 1 - (marks.at(-1)?.version ?? from.version) >= MARK_EVERY) marks.push({ version: i + 1, piece })
  }
  const checked = whole(piece)
  return checked.ok ? { ok: true, value: { piece, marks } } : cannotStand(log.at(-1)!, checked.issues)
}

const cannotStand = (entry: Entry, issues: readonly Issue[]) =>
  fail('cannot_replay', `“${describeEntry(entry)}” cannot stand without what was taken back: ${issues[0]!.message}`)

const thinned = (marks: readonly Snapshot[]): Snapshot[] =>
  marks.filter((m, i) => i >= marks.length - MARKS_KEPT_CLOSE || m.version % MARK_EVERY_OLD < MARK_EVERY)

/**
 * For each entry whether it is a command that stands: one taken back by a standing undo does not, and an undo taken
 * back by a later undo takes nothing back. Read from the end, because only later entries can take back earlier ones.
 */
export function isStanding(log: readonly Entry[]): boolean[] {
  const takenBack = new Set<string>()
  const standing = new Array<boolean>(log.length).fill(false)
  for (let i = log.length - 1; i >= 0; i--) {
    const { id, command } = log[i]!
    if (takenBack.has(id)) continue
    if (command.do === 'undo') takenBack.add(command.entry)
    else standing[i] = true
  }
  return standing
}

/** The commands of a log that stand, in order. */
export const standingEntries = (log: readonly Entry[]): Entry[] => {
  const stands = isStanding(log)
  return log.filter((_, i) => stands[i])
}

/** The document after its whole log: what stands, applied in order to what the piece was taken in as. */
export function replay(base: Piece, log: readonly Entry[]): Result<Piece> {
  const replayed = replayAfter({ version: 0, piece: base }, log)
  return replayed.ok ? { ok: true, value: replayed.value.piece } : replayed
}

/** The last entry that `by` gave and that still stands; an undo never undoes an undo, that is what redo is for. */
export const findUndoable = (log: readonly Entry[], by: string): Entry | undefined =>
  standingEntries(log).findLast(e => e.by === by)

/** The last standing undo by `by`, unless something else was done since. */
export function findRedoable(log: readonly Entry[], by: string): Entry | undefined {
  const redone = new Set(log.flatMap(e => (e.command.do === 'undo' ? [e.command.entry] : [])))
  for (const entry of [...log].reverse()) {
    if (entry.by !== by) continue
    if (entry.command.do !== 'undo') return undefined
    const target = entry.command.entry
    const takesBackAnUndo = log.find(e => e.id === target)?.command.do === 'undo'
    if (!takesBackAnUndo && !redone.has(entry.id)) return entry
  }
  return undefined
}

/** What an entry was about, in a few words, for the undo button and the logbook. */
export const describeEntry = ({ command }: Entry): string => (command.do === 'undo' ? 'undo' : wordsOf(command))
