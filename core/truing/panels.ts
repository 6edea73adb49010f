import { distance, type Vec } from '../measure/vec'
import { pointAtHeight } from '../piece/geometry'
import { partOf } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'
import { feetOf, type Foot } from './feet'

/**
 * Four points of a frame between which it is seen whether it stands true, in order round it, and the joints that hold
 * it so.
 */
export interface Panel {
  /** `plan` for the frame seen from above; else the two posts it stands between. */
  readonly id: string
  readonly kind: 'plan' | 'side'
  /** The posts its corners are on, in order. */
  readonly posts: readonly [string, string, string, string]
  readonly corners: readonly [Vec, Vec, Vec, Vec]
  readonly joints: readonly string[]
  /** Across from the first corner to the third, and from the second to the fourth, as drawn, millimetres. */
  readonly firstMm: number
  readonly secondMm: number
}

/** What goes from one post to the other, by its joint on the first. */
interface Rail {
  readonly part: string
  readonly on: readonly [Joint, Joint]
}

/**
 * The panels of a piece on four feet: its sides, each between two posts that stand beside each other, and the frame
 * from above.
 */
export function panelsOf(piece: Piece): Panel[] {
  const feet = feetOf(piece)
  if (feet.length !== 4) return []
  const pairs = feet.map((foot, i): [Foot, Foot] => [foot, feet[(i + 1) % 4]!])
  const sides = pairs.flatMap(([a, b]) => sideBetween(piece, a, b))
  const plan = sides.length === 4 ? planOf(piece, feet, sides) : []
  return [...plan, ...sides]
}

function sideBetween(piece: Piece, a: Foot, b: Foot): Panel[] {
  const rails = railsBetween(piece, a.part, b.part)
  const top = rails.reduce<Rail | null>(
    (best, r) => (best === null || r.on[0].at[1] > best.on[0].at[1] ? r : best),
    null,
  )
  if (!top) return []
  const foot = (id: string): Vec => partOf(piece, id).axis[0]!
  const at = (id: string, joint: Joint): Vec => pointAtHeight(partOf(piece, id), joint.at[1]).point
  const corners = [foot(a.part), foot(b.part), at(b.part, top.on[1]), at(a.part, top.on[0])] as const
  return [
    panel(
      `${a.part}--${b.part}`.slice(0, 130),
      'side',
      [a.part, b.part, b.part, a.part],
      corners,
      rails.flatMap(r => r.on.map(j => j.id)),
    ),
  ]
}

function railsBetween(piece: Piece, a: string, b: string): Rail[] {
  return piece.parts
    .filter(p => !p.missing)
    .flatMap((p): Rail[] => {
      const on = (post: string) => piece.joints.find(j => j.enters === p.id && j.receives === post)
      const [first, second] = [on(a), on(b)]
      return first && second ? [{ part: p.id, on: [first, second] }] : []
    })
}

/** From above, at the height of the lowest of the uppermost rails: there a rule reaches from post to post. */
function planOf(piece: Piece, feet: readonly Foot[], sides: readonly Panel[]): Panel[] {
  const heightMm = Math.min(...sides.map(s => Math.min(s.corners[2][1], s.corners[3][1])))
  const corners = feet.map(f => pointAtHeight(partOf(piece, f.part), heightMm).point)
  const posts = feet.map(f => f.part)
  return [
    panel('plan', 'plan', posts as unknown as Panel['posts'], corners as unknown as Panel['corners'], [
      ...new Set(sides.flatMap(s => s.joints)),
    ]),
  ]
}

const panel = (
  id: string,
  kind: Panel['kind'],
  posts: Panel['posts'],
  corners: Panel['corners'],
  joints: readonly string[],
): Panel => ({
  id,
  kind,
  posts,
  corners,
  joints,
  firstMm: distance(corners[0], corners[2]),
  secondMm: distance(corners[1], corners[3]),
})

/** A flat frame by its four corners, and how long its first two sides are, millimetres; null where it has not four. */
export function flatPanel(
  piece: Piece,
): { readonly firstMm: number, readonly secondMm: number, readonly sidesMm: readonly [number, number] } | null {
  const points = piece.joints.map(j => j.at)
  if (points.length !== 4) return null
  const middle = points.reduce<Vec>((sum, p) => [sum[0] + p[0] / 4, sum[1] + p[1] / 4, sum[2] + p[2] / 4], [0, 0, 0])
  const [a, b, c, d] = [...points].sort(
    (p, q) => Math.atan2(p[1] - middle[1], p[0] - middle[0]) - Math.atan2(q[1] - middle[1], q[0] - middle[0]),
  ) as unknown as [Vec, Vec, Vec, Vec]
  return { firstMm: distance(a, c), secondMm: distance(b, d), sidesMm: [distance(a, b), distance(b, c)] }
}

/** What two diagonals that were read say of a panel whose true ones are known. */
export interface Diagonals {
  /** The one to pull together along, or null where they are as near as a tape reads. */
  readonly pull: 'first' | 'second' | null
  /** How much shorter it has to become. */
  readonly byMm: number
  /** What it reads at the furthest while it is pulled. */
  readonly toMm: number
}

/** Within this two diagonals agree, millimetres. */
const AGREE_MM = 1
/** How far past true it is pulled, as a share of what it is off, and at most, millimetres (low): it springs back. */
const [PAST_SHARE, PAST_MOST_MM] = [0.25, 3]

/**
 * Which diagonal is too long by what both read. Both are read at like places, so that only their difference counts:
 * half of what it is off is taken from the longer one, and the other grows by as much.
 */
export function readDiagonals(
  { firstMm, secondMm }: Pick<Panel, 'firstMm' | 'secondMm'>,
  readFirstMm: number,
  readSecondMm: number,
): Diagonals {
  const overMm = readFirstMm - readSecondMm - (firstMm - secondMm)
  const byMm = Math.abs(overMm) / 2
  if (Math.abs(overMm) <= AGREE_MM) return { pull: null, byMm: 0, toMm: Math.max(readFirstMm, readSecondMm) }
  const [pull, readMm] = overMm > 0 ? (['first', readFirstMm] as const) : (['second', readSecondMm] as const)
  return { pull, byMm, toMm: readMm - byMm - Math.min(PAST_MOST_MM, PAST_SHARE * byMm) }
}
