import { cross, distance, dot, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { axisLengthMm, frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import { pegShapeOf } from '../piece/joint-forms'
import { isUpright, shareNear } from '../piece/places'
import type { Joint, Part, Piece } from '../piece/schema'

const DEG = 180 / Math.PI
/** A joint farther from an end than this share of the part is one it passes through. */
const AT_END_SHARE = 0.2
/** Ends are told square within this. */
const SQUARE_DEG = 0.5

/** How thick a part is so far from its first shoulder, millimetres. */
export interface PatternStation {
  readonly atMm: number
  readonly widthMm: number
  readonly depthMm: number
}

/** A hole or mortise in a part that something else enters. */
export interface PatternBore {
  readonly joint: Joint
  /** From the first shoulder to its middle, millimetres. */
  readonly atMm: number
  /** Between the bore and the part’s own line, seen towards its last end: 90 is square. */
  readonly angleDeg: number
  /**
   * How far round the part it is bored, from where the part is looked at, to the left as one looks towards the last
   * end.
   */
  readonly turnDeg: number
  readonly deepMm: number
}

/** The shoulder at one end: how far it is off square, and which way. */
export interface PatternEnd {
  readonly joint: Joint | null
  readonly tenonMm: number
  readonly tenonThickMm: number
  /** Between the part’s line and the wood it meets: 90 is a square shoulder. */
  readonly shoulderDeg: number
}

/**
 * All that is needed to make a straight part again, along it from its first end: the foot of what stands, the front
 * of what lies.
 */
export interface Pattern {
  readonly lengthMm: number
  readonly isRound: boolean
  readonly stations: readonly PatternStation[]
  readonly bores: readonly PatternBore[]
  readonly ends: readonly [first: PatternEnd, last: PatternEnd]
}

/** Which way round a part is read: its foot first, else as it is drawn; and from where one looks at it. */
function readingOf(part: Part): { readonly isTurned: boolean, readonly seen: Vec } {
  const isTurned = part.axis.at(-1)![1] < part.axis[0]![1] - 1e-6
  return { isTurned, seen: isUpright(part) || isTurned ? [0, 0, 1] : [0, 1, 0] }
}

/** A part as a pattern. The part is taken as straight. */
export function patternOf(piece: Piece, part: Part): Pattern {
  const lengthMm = axisLengthMm(part)
  const { isTurned, seen } = readingOf(part)
  const placed = (share: number) => (isTurned ? 1 - share : share) * lengthMm
  const shares = [0, ...part.section.stations.map(s => s.along), 1]
  const stations = [...new Set(shares)]
    .map(share => ({ atMm: placed(share), ...sizesAt(part, share) }))
    .sort((a, b) => a.atMm - b.atMm)
  const end = (isFirst: boolean): PatternEnd => endOf(piece, part, isFirst !== isTurned)
  return {
    lengthMm,
    isRound: part.section.shape === 'round',
    stations,
    bores: piece.joints
      .filter(j => j.receives === part.id && j.form.kind !== 'butt' && j.form.kind !== 'rest')
      .map(j => boreOf(part, j, seen, isTurned, placed))
      .sort((a, b) => a.atMm - b.atMm),
    ends: [end(true), end(false)],
  }
}

const sizesAt = (part: Part, share: number) => {
  const { widthMm, depthMm } = sectionAt(part, share)
  return { widthMm, depthMm }
}

function boreOf(
  part: Part,
  joint: Joint,
  seen: Vec,
  isTurned: boolean,
  placed: (share: number) => number,
): PatternBore {
  const share = shareNear(part, joint.at)
  const { segment } = pointAtShare(part, share)
  const drawn = frameOfSegment(part, segment).tangent
  const tangent = isTurned ? negate(drawn) : drawn
  const out = unit(joint.withdraw)
  const [front, left] = roundOf(tangent, seen)
  return {
    joint,
    atMm: placed(share),
    angleDeg: Math.acos(Math.max(-1, Math.min(1, dot(out, tangent)))) * DEG,
    turnDeg: Math.atan2(dot(out, left), dot(out, front)) * DEG,
    deepMm: joint.depthMm.value + ('deeperMm' in joint.form ? joint.form.deeperMm.value : 0),
  }
}

/** Square to a line: towards who looks, and to their side. */
function roundOf(tangent: Vec, seen: Vec): [front: Vec, left: Vec] {
  const square = subtract(seen, scale(tangent, dot(seen, tangent)))
  const front
    = Math.hypot(...square) > 1e-6
      ? unit(square)
      : unit(cross(tangent, Math.abs(tangent[0]) < 0.9 ? [1, 0, 0] : [0, 0, 1]))
  return [front, cross(tangent, front)]
}

function endOf(piece: Piece, part: Part, isStart: boolean): PatternEnd {
  const at = isStart ? part.axis[0]! : part.axis.at(-1)!
  const other = isStart ? part.axis.at(-1)! : part.axis[0]!
  // What it is threaded through on the way is no end of it.
  const near = piece.joints.filter(
    j =>
      j.enters === part.id && distance(j.at, at) < Math.min(distance(j.at, other), AT_END_SHARE * distance(at, other)),
  )
  const joint = near.reduce<Joint | null>(
    (best, j) => (best === null || distance(j.at, at) < distance(best.at, at) ? j : best),
    null,
  )
  const peg = joint && pegShapeOf(joint.form)
  const isTenoned = joint !== null && joint.form.kind !== 'butt' && joint.form.kind !== 'dowel'
  const receiving = joint && piece.parts.find(p => p.id === joint.receives)
  return {
    joint,
    tenonMm: isTenoned ? joint.depthMm.value : 0,
    tenonThickMm: isTenoned && peg ? peg.thicknessMm : 0,
    shoulderDeg: receiving && !isBoard(receiving) ? meetsAt(part, receiving, joint.at) : 90,
  }
}

/** Parts that are met on their face, not along a line of their own. */
const isBoard = (part: Part): boolean => ['seat', 'top', 'leaf'].includes(part.role)

function meetsAt(part: Part, receiving: Part, at: Vec): number {
  const along = (p: Part) => frameOfSegment(p, pointAtShare(p, shareNear(p, at)).segment).tangent
  const deg = Math.acos(Math.min(1, Math.abs(dot(along(part), along(receiving))))) * DEG
  return Math.abs(90 - deg) < SQUARE_DEG ? 90 : deg
}

/** The same part for the other side: all that is bored round it comes on the other side of where one looks. */
export const mirrored = (pattern: Pattern): Pattern => ({
  ...pattern,
  bores: pattern.bores.map(b => ({ ...b, turnDeg: b.turnDeg === 0 ? 0 : -b.turnDeg })),
})
