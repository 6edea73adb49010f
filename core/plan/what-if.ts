import { describeWallTime } from '../measure/wall-time'
import { joined, q, say, type Phrase } from '../measure/phrase'
import { tagOf } from '../piece/facts'
import type { Piece } from '../piece/schema'
import type { Plan } from './plan'

/**
 * What another plan of the same piece asks for that this one does not: what opens, what can no longer be mended,
 * minutes, date.
 * `asked` is the joint it was made for, and is not told back.
 */
export function whatChanges(piece: Piece, now: Plan, then: Plan, asked = ''): Phrase[] {
  const tags = (ids: readonly string[]) => ids.map(id => tagOf(piece.joints.find(j => j.id === id)!)).join(', ')
  const opened = (plan: Plan) => new Set(plan.takeApart.moves.flatMap(m => m.opens))
  const lost = (plan: Plan) => plan.takeApart.decisions.filter(d => d.decision === 'undecided').map(d => d.joint)
  const inPlace = (plan: Plan) => plan.takeApart.decisions.filter(d => d.decision === 'mend-in-place').map(d => d.joint)
  const fresh = (of: (plan: Plan) => Iterable<string>, from: Plan, to: Plan) => {
    const known = new Set(of(from))
    return [...of(to)].filter(id => !known.has(id))
  }
  const [more, fewer, undecided, placed] = [
    fresh(opened, now, then),
    fresh(opened, then, now).filter(id => id !== asked && !lost(then).includes(id)),
    fresh(lost, now, then),
    fresh(inPlace, now, then),
  ]
  const minutes = then.takeApart.expectedMin - now.takeApart.expectedMin
  return [
    ...(undecided.length > 0 ? [say`${tags(undecided)} can no longer be mended`] : []),
    ...(placed.length > 0 ? [say`${tags(placed)} is mended in place`] : []),
    ...(more.length > 0 ? [say`${tags(more)} opens instead`] : []),
    ...(fewer.length > 0 ? [say`${tags(fewer)} stays shut`] : []),
    ...(Math.abs(minutes) >= 1 && undecided.length === 0
      ? [say`${q(Math.abs(minutes), 'min')} ${minutes > 0 ? 'more' : 'less'} of expected work and harm`]
      : []),
    ...dateWords(now, then),
  ]
}

function dateWords(now: Plan, then: Plan): Phrase[] {
  if (now.returnMin === then.returnMin) return []
  if (then.returnMin === null) return [say`no date any more`]
  const at = say`ready ${describeWallTime(then.returnMin, now.startMin)}`
  return [now.returnMin === null ? at : say`${at} instead of ${describeWallTime(now.returnMin, now.startMin)}`]
}

/** The same in one sentence. */
export function changesInWords(piece: Piece, now: Plan, then: Plan, asked = ''): Phrase {
  const changes = whatChanges(piece, now, then, asked)
  return changes.length === 0 ? say`Nothing else changes.` : say`${joined(changes, '; ')}.`
}
