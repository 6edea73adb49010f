import { fail, succeed, type Result } from '../measure/result'
import { apply } from './apply'
import type { Command, Entry } from './commands'
import type { Piece } from './schema'

/**
 * Which entries stand: an entry taken back by a standing undo does not, and an undo taken back by a later undo does not either.
 * Read from the end, because only later entries can take back earlier ones.
 */
export function standingEntries(log: readonly Entry[]): Entry[] {
  const takenBack = new Set<string>()
  const standing: Entry[] = []
  for (const entry of [...log].reverse()) {
    if (takenBack.has(entry.id)) continue
    if (entry.command.do === 'undo') takenBack.add(entry.command.entry)
    else standing.push(entry)
  }
  return standing.reverse()
}

/** The document after its whole log: what stands, applied in order to what the piece was taken in as. */
export function replay(base: Piece, log: readonly Entry[]): Result<Piece> {
  let piece = base
  for (const entry of standingEntries(log)) {
    const next = apply(piece, entry.command as Command)
    if (!next.ok) return fail('cannot_replay', `“${describeCommand(entry.command)}” cannot stand without what was taken back: ${next.issues[0]!.message}`)
    piece = next.value
  }
  return succeed(piece)
}

/** The document after one more entry, or why it is refused. An undo replays; anything else is applied to `piece`. */
export function append(base: Piece, piece: Piece, log: readonly Entry[], entry: Entry): Result<Piece> {
  if (entry.command.do !== 'undo') return apply(piece, entry.command)
  const target = entry.command.entry
  if (!log.some(e => e.id === target)) return fail('no_such_entry', 'What was to be taken back is not in the log.', 'entry')
  return replay(base, [...log, entry])
}

/** The last entry that `by` gave and that still stands; an undo never undoes an undo, that is what redo is for. */
export const findUndoable = (log: readonly Entry[], by: string): Entry | undefined => standingEntries(log).reverse().find(e => e.by === by)

/** The last standing undo by `by`, unless something else was done since. */
export function findRedoable(log: readonly Entry[], by: string): Entry | undefined {
  const redone = new Set(log.flatMap(e => (e.command.do === 'undo' ? [e.command.entry] : [])))
  for (const entry of [...log].reverse()) {
    if (entry.by !== by) continue
    if (entry.command.do !== 'undo') return undefined
    const takesBackAnUndo = log.find(e => e.id === (entry.command as { entry: string }).entry)?.command.do === 'undo'
    if (!takesBackAnUndo && !redone.has(entry.id)) return entry
  }
  return undefined
}

const WORDS: Readonly<Record<Entry['command']['do'], string>> = {
  'rename': 'name of the piece', 'describe': 'what was taken in', 'measure-shape': 'measurement', 'set-option': 'construction', 'set-species': 'wood',
  'measure-joint': 'joint size', 'test-joint': 'wiggle test', 'set-direction': 'direction', 'look-for': 'sign', 'measure-clearance': 'clearance',
  'set-old-glue': 'old glue', 'copy-finding': 'copied finding', 'add-metal': 'metal', 'change-metal': 'metal', 'remove-metal': 'metal taken off', 'edit-frame': 'change of the drawing', 'add-fault': 'fault', 'change-fault': 'fault', 'remove-fault': 'fault taken off',
  'add-photo': 'picture', 'remove-photo': 'picture taken off', 'join-set': 'set', 'set-bracing': 'bracing',
  'choose-mend': 'choice of mend', 'choose-glue': 'choice of glue', 'overrule-cause': 'cause', 'leave-shut': 'leave shut', 'answer-bracing': 'answer on the bracing',
  'set-outcome': 'outcome', 'log-event': 'event', 'keep-note': 'note', 'drop-note': 'note dropped', 'undo': 'undo',
}
/** What a command was about, in a few words, for the undo button and the logbook. */
export const describeCommand = (command: Entry['command']): string => WORDS[command.do]
