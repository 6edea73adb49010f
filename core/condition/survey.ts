import { holdsOf, WAYS_OUT } from '../hardware'
import { faultyJoints, findingOf, joinedJoints, partOf, tagOf } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'
import type { Direction, JointState } from '../piece/words'
import { jointName, nameOf } from '../piece/names'

export const STATE_LABELS: Readonly<Record<JointState, string>> = {
  'not-tested': 'not tested',
  'solid': 'solid',
  'ticks': 'ticks',
  'gives': 'gives',
  'swings': 'swings',
  'apart': 'apart',
}
export const STATE_FEELS: Readonly<Record<JointState, string>> = {
  'not-tested': 'nobody has tried it',
  'solid': 'nothing moves',
  'ticks': 'creaks, no play',
  'gives': 'moves one way',
  'swings': 'moves freely',
  'apart': 'has come out',
}
export const DIRECTION_LABELS: Readonly<Record<Direction, string>> = {
  'pulls-out': 'pulls out',
  'turns': 'turns',
  'racks': 'racks',
  'rocks-across': 'rocks across',
}

export interface Survey {
  readonly total: number
  readonly tested: number
  readonly faulty: number
  readonly untested: readonly Joint[]
}

/** How far the wiggle test has come. An untested joint is never counted as solid. */
export function surveyOf(piece: Piece): Survey {
  const joints = joinedJoints(piece)
  const untested = joints.filter(j => findingOf(piece, j.id).state === 'not-tested')
  return { total: joints.length, tested: joints.length - untested.length, faulty: faultyJoints(piece).length, untested }
}

/** The joint as a screen reader says it: `J7, left side rail to left back post, gives, pulls out`. */
export function spokenJoint(piece: Piece, joint: Joint): string {
  const f = findingOf(piece, joint.id)
  const gone = [joint.enters, joint.receives].some(id => partOf(piece, id).missing)
  const held = holdsOf(piece, joint)
    .filter(h => !h.made)
    .map(h => WAYS_OUT[h.kind].label)
  return [
    tagOf(joint),
    jointName(piece, joint),
    gone ? 'part missing' : STATE_LABELS[f.state],
    ...f.directions.map(d => DIRECTION_LABELS[d]),
    ...(held.length > 0 ? [`held by ${[...new Set(held)].join(' and ')}`] : []),
  ].join(', ')
}

export interface Suggestion {
  readonly joint: Joint
  readonly reason: string
}

/** Seat joints carry the load when someone leans or rocks: they are asked about before the rest. */
const SEAT_ROLES = new Set(['front-rail', 'side-rail', 'back-rail'])

/**
 * The next joint worth testing and why: first the other end of a part that is loose, then the neighbours in the same
 * post, then the seat joints, then the rest in walking order. Undefined when all are tested.
 */
export function suggestNext(piece: Piece, after?: string): Suggestion | undefined {
  const { untested } = surveyOf(piece)
  if (untested.length === 0) return undefined
  const loose = faultyJoints(piece)
  const otherEnd = untested.flatMap(j =>
    loose
      .filter(l => l.enters === j.enters)
      .map(l => ({ joint: j, reason: `its other end, ${tagOf(l)}, is loose: one loose end works the other.` })),
  )
  if (otherEnd[0]) return otherEnd[0]
  const inPost = untested.flatMap(j =>
    loose
      .filter(l => l.receives === j.receives)
      .map(l => ({ joint: j, reason: `it shares the ${nameOf(piece, j.receives)} with ${tagOf(l)}, which is loose.` })),
  )
  if (inPost[0]) return inPost[0]
  const seat = untested.find(j => SEAT_ROLES.has(partOf(piece, j.enters).role))
  if (seat) return { joint: seat, reason: 'the seat joints carry the most when someone leans back or rocks.' }
  const from = piece.joints.findIndex(j => j.id === after)
  const next = untested.find(j => piece.joints.indexOf(j) > from) ?? untested[0]!
  return { joint: next, reason: 'next on the walk round; a joint that turns out solid can stay shut.' }
}

/** A sentence on where the test stands, for the head of the worksheet. */
export function surveySentence(piece: Piece): string {
  const s = surveyOf(piece)
  if (s.tested === 0) return `${s.total} joints, none tried yet`
  const loose = s.faulty === 0 ? 'none loose' : `${s.faulty} loose`
  return s.untested.length === 0
    ? `All ${s.total} joints tried: ${loose}`
    : `${s.tested} of ${s.total} joints tried: ${loose}`
}
