/** A point on the floor or the board, seen from above: to the sitter’s left, and forward, millimetres. */
export interface Ground {
  readonly xMm: number
  readonly zMm: number
}

export const spanMm = (a: Ground, b: Ground): number => Math.hypot(a.xMm - b.xMm, a.zMm - b.zMm)

/**
 * A workshop tape read to the millimetre over a hooked end: one reading in three is off by more than this,
 * millimetres (docs/sources.md#truing, low).
 */
export const TAPE_NOISE_MM = 1

const cross = (o: Ground, a: Ground, b: Ground): number =>
  (a.xMm - o.xMm) * (b.zMm - o.zMm) - (a.zMm - o.zMm) * (b.xMm - o.xMm)

/** In order round their middle, so that each stands beside its neighbours; the first stays first. */
export function inRound<T extends Ground>(points: readonly T[]): T[] {
  const [cx, cz] = [
    points.reduce((s, p) => s + p.xMm, 0) / points.length,
    points.reduce((s, p) => s + p.zMm, 0) / points.length,
  ]
  const turn = (p: Ground) => Math.atan2(p.zMm - cz, p.xMm - cx)
  const sorted = [...points].sort((a, b) => turn(a) - turn(b))
  const first = sorted.indexOf(points[0]!)
  return [...sorted.slice(first), ...sorted.slice(0, first)]
}

/**
 * Whether three points span a triangle worth standing on: its height over its longest side, as a share of that side.
 */
const FLATTEST_SHARE = 0.02
export function spans(a: Ground, b: Ground, c: Ground): boolean {
  const longest = Math.max(spanMm(a, b), spanMm(b, c), spanMm(c, a))
  return Math.abs(cross(a, b, c)) > FLATTEST_SHARE * longest ** 2
}

/**
 * A plane over the floor: its height at the origin, and how much it rises for each millimetre to the left and
 * forward.
 */
export interface Plane {
  readonly atMm: number
  readonly perX: number
  readonly perZ: number
}

/** The plane through three points of given heights. The points have to span a triangle. */
export function planeThrough(
  points: readonly [Ground, Ground, Ground],
  heights: readonly [number, number, number],
): Plane {
  const [p, q, r] = points
  const whole = cross(p, q, r)
  const [dq, dr] = [heights[1] - heights[0], heights[2] - heights[0]]
  const perX = (dq * (r.zMm - p.zMm) - dr * (q.zMm - p.zMm)) / whole
  const perZ = (dr * (q.xMm - p.xMm) - dq * (r.xMm - p.xMm)) / whole
  return { atMm: heights[0] - perX * p.xMm - perZ * p.zMm, perX, perZ }
}

export const heightIn = ({ atMm, perX, perZ }: Plane, { xMm, zMm }: Ground): number => atMm + perX * xMm + perZ * zMm
