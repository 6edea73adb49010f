import { distance, type Vec } from '../measure/vec'
import { partOf } from '../piece/facts'
import { axisLengthMm, reachToSurfaceMm } from '../piece/geometry'
import { shareNear } from '../piece/places'
import type { Joint, Part, Piece } from '../piece/schema'

/**
 * Sound old wood that is bent for a moment is strained no more than this in its skin, as a share of its length (low).
 */
const MOST_STRAIN = 0.005

/** How much a straight stick is bowed in its middle so that its ends come so much nearer: they do by 8 s² / 3 L. */
const bowMm = (lengthMm: number, nearerMm: number): number => Math.sqrt((3 * lengthMm * nearerMm) / 8)

/** Strain in the skin of a stick that is bowed until its ends are so much nearer: 4 s d / L². */
export const bowStrain = (lengthMm: number, thickMm: number, nearerMm: number): number =>
  (4 * bowMm(lengthMm, nearerMm) * thickMm) / lengthMm ** 2

/**
 * Strain in a post that is drawn aside at one place while what holds it nearest on either side stays: a beam on two
 * supports,
 * 3 w d / 2 a b; one that is held on one side only, 3 w d / 2 c². Infinity where nothing is far enough off to bend
 * against.
 */
export function asideStrain(asideMm: number, thickMm: number, spansMm: readonly number[]): number {
  const [a, b] = spansMm
  if (a === undefined) return 0
  return (3 * asideMm * thickMm) / (2 * a * (b ?? a))
}

/**
 * Whether a round tenon comes out of its hole without anything else opening: its stick bowed, or the post that
 * receives it drawn aside.
 */
export function bendsOut(piece: Piece, joint: Joint): boolean {
  if (joint.form.kind !== 'round-tenon' || joint.form.through || joint.form.wedged) return false
  return isStickBowed(piece, joint) || isPostDrawnAside(piece, joint)
}

function isStickBowed(piece: Piece, joint: Joint): boolean {
  const stick = partOf(piece, joint.enters)
  const own = piece.joints.filter(j => j.enters === stick.id || j.receives === stick.id)
  // What is bent already, or holds something else, does not bow freely.
  if (
    stick.axis.length > 2
    || stick.section.shape !== 'round'
    || own.length !== 2
    || own.some(j => j.enters !== stick.id)
  ) { return false }
  return bowStrain(axisLengthMm(stick), thickestMm(stick), joint.depthMm.value) <= MOST_STRAIN
}

const thickestMm = (part: Part): number => Math.max(...part.section.stations.map(s => Math.max(s.widthMm, s.depthMm)))

function isPostDrawnAside(piece: Piece, joint: Joint): boolean {
  const post = partOf(piece, joint.receives)
  if (post.axis.length > 2) return false
  const others = piece.joints.filter(j => j.id !== joint.id && (j.enters === post.id || j.receives === post.id))
  const held = others.map(j => offAlong(post, joint.at, j.at))
  const spans = [held.filter(x => x > 0), held.filter(x => x < 0).map(x => -x)].flatMap(side =>
    side.length > 0 ? [Math.min(...side)] : [],
  )
  const thickMm = 2 * reachToSurfaceMm(post, 0, shareNear(post, joint.at), joint.withdraw)
  return spans.length > 0 && asideStrain(joint.depthMm.value, thickMm, spans) <= MOST_STRAIN
}

/** How far up or down a straight part one point stands from another, millimetres. */
function offAlong(part: Part, from: Vec, to: Vec): number {
  const [a, b] = [part.axis[0]!, part.axis[1]!]
  return [0, 1, 2].reduce((sum, k) => sum + (to[k]! - from[k]!) * (b[k]! - a[k]!), 0) / distance(a, b)
}
