import { cross, dot, unit, type Vec } from '../measure/vec'

/**
 * All directions within an angle of an axis: a cap of the sphere of directions. A half-angle may be more than 90
 * degrees.
 */
export interface Cap {
  readonly axis: Vec
  readonly cos: number
}

/** @param halfAngle radians, 0 to pi */
export const capOf = (axis: Vec, halfAngle: number): Cap => ({ axis, cos: Math.cos(halfAngle) })

/** A point on a rim counts as within; as a difference of cosines. */
export const ON_RIM = 1e-7

export const isWithin = ({ axis, cos }: Cap, d: Vec): boolean =>
  axis[0] * d[0] + axis[1] * d[1] + axis[2] * d[2] >= cos - ON_RIM

/**
 * Directions of which at least one, or its reverse, lies in the common part of any of these caps and their opposites
 * that have one: where a common part is bounded, its boundary either has a corner, where two rims cross, or is one
 * whole rim, of which any point will do. The centres are there because a joint pulled straight along its own line
 * asks for nothing.
 */
export function directionsFor(caps: readonly Cap[]): Vec[] {
  const own = caps.flatMap(cap => [cap.axis, rimPoint(cap)])
  const corners = caps.flatMap((a, i) =>
    caps.slice(i + 1).flatMap(b => [...crossingsOf(a, b), ...crossingsOf(a, opposite(b))]),
  )
  return [...own, ...corners]
}

const opposite = ({ axis, cos }: Cap): Cap => ({ axis: [0 - axis[0], 0 - axis[1], 0 - axis[2]], cos })

function rimPoint({ axis, cos }: Cap): Vec {
  const aside = unit(cross(axis, Math.abs(axis[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]))
  const sin = Math.sqrt(Math.max(0, 1 - cos * cos))
  return unit([0, 1, 2].map(k => cos * axis[k]! + sin * aside[k]!) as unknown as Vec)
}

/** Axes nearer than this to one line have rims that are parallel, and cross nowhere. */
const ONE_LINE = 1e-12

/** The two points in which the rims of two caps cross; one twice where they touch; none where they do not meet. */
export function crossingsOf(a: Cap, b: Cap): Vec[] {
  const c = dot(a.axis, b.axis)
  const square = 1 - c * c
  if (square < ONE_LINE) return []
  const [alpha, beta] = [(a.cos - c * b.cos) / square, (b.cos - c * a.cos) / square]
  const rest = (1 - (alpha * alpha + beta * beta + 2 * alpha * beta * c)) / square
  if (rest < -ON_RIM) return []
  const off = Math.sqrt(Math.max(0, rest))
  const [p, q, aside] = [a.axis, b.axis, cross(a.axis, b.axis)]
  const at = (sign: 1 | -1): Vec =>
    unit([
      alpha * p[0] + beta * q[0] + sign * off * aside[0],
      alpha * p[1] + beta * q[1] + sign * off * aside[1],
      alpha * p[2] + beta * q[2] + sign * off * aside[2],
    ])
  return [at(1), at(-1)]
}
