import { NOTHING_CHOSEN, redraw } from './shape'
import { isCommon } from './commands'
import type { Entry } from './entry'
import { orThrow } from '../measure/result'
import type { Piece, SetOf } from './document-schema'

/** An entry's id without the member it was passed on to. */
const rootOf = (entryId: string): string => entryId.replace(/-m\d+$/, '')

/**
 * The entry as it goes into another member's log, or null if it is this member's own affair. What was passed on keeps
 * the first one's id with the member's number behind it, so that an undo finds it there as well.
 */
export function passedOn(
  entry: Entry,
  ownLog: readonly Entry[],
  member: number,
  otherLog: readonly Entry[],
): Entry | null {
  const id = `${rootOf(entry.id)}-m${member}`
  if (entry.command.do !== 'undo') return isCommon(entry.command) ? { ...entry, id } : null
  const target = entry.command.entry
  if (!isAboutAll(target, ownLog)) return null
  const there = otherLog.find(e => rootOf(e.id) === rootOf(target))
  return there ? { ...entry, id, command: { do: 'undo', entry: there.id } } : null
}

/** Follows an undo, or an undo of an undo, to the command it is about. */
function isAboutAll(entryId: string, log: readonly Entry[]): boolean {
  const entry = log.find(e => e.id === entryId)
  if (!entry) return false
  return entry.command.do === 'undo' ? isAboutAll(entry.command.entry, log) : isCommon(entry.command)
}

/** Another member of a piece's set: made and asked for alike, nothing looked at yet. */
export function anotherMember(piece: Piece, id: string, set: SetOf): Piece {
  const edits = piece.shape.edits.map(e => (e.do === 'describe-part' ? withoutMissing(e) : e))
  // How this one closed, was measured and was tried is its own.
  const { dryFit: _fit, dryClose: _close, trueReadings: _readings, feetAim: _aim, onFloor: _floor, ...common } = piece
  return orThrow(
    redraw({
      ...common,
      id,
      set,
      shape: { ...piece.shape, edits },
      findings: {},
      holds: [],
      faults: [],
      after: {},
      photos: [],
      bracing: { cornerBlocks: 'not-looked', webbing: 'not-looked' },
      choices: { ...NOTHING_CHOSEN, glue: piece.choices.glue },
      outcome: null,
      events: [],
      notes: [],
    }),
  )
}

function withoutMissing<T extends { missing?: boolean | undefined, stillIn?: boolean | undefined }>({
  missing: _own,
  stillIn: _too,
  ...common
}: T): Omit<T, 'missing' | 'stillIn'> {
  return common
}
