import { planeOf } from '../bodies'
import { reachMm } from '../geometry'
import { cross, dot, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { axisLengthMm, frameOfSegment, pointAtShare } from '../piece/geometry'
import type { Break, Part } from '../piece/schema'
import { polygon, type Flat, type Shape } from '../sheet'

/** Points along an outline. */
const STEPS = 48

/** A stretch of a part as its views begin: x is the way along it from its first end, y across it in one plane. */
export interface PartView {
  readonly fromMm: number
  readonly toMm: number
  /** Half of the part at its thickest in this view, millimetres. */
  readonly halfMm: number
  /** Its outline, hatched. */
  readonly outline: Shape
  flat(p: Vec): Flat
}

/**
 * A stretch of a part seen square to a way across it, unrolled along its axis.
 * @param across what is up in the view; only what of it is square to the part counts
 */
export function partView(part: Part, atShare: number, across: Vec, fromMm: number, toMm: number): PartView {
  const total = axisLengthMm(part)
  const [low, high] = [Math.max(0, fromMm), Math.min(total, toMm)]
  const { point, segment } = pointAtShare(part, atShare)
  const { tangent } = frameOfSegment(part, segment)
  const aside = subtract(across, scale(tangent, dot(across, tangent)))
  const up
    = Math.hypot(...aside) > 1e-6
      ? unit(aside)
      : unit(cross(tangent, Math.abs(tangent[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]))
  const at = Array.from({ length: STEPS + 1 }, (_, i) => low + ((high - low) * i) / STEPS)
  const edge = (way: Vec): number[] => at.map(x => reachMm(part, pointAtShare(part, x / total).point, way))
  const [upper, lower] = [edge(up), edge(negate(up))]
  const points: Flat[] = [
    ...at.map((x, i): Flat => [x, upper[i]!]),
    ...at.map((x, i): Flat => [x, -lower[i]!]).reverse(),
  ]
  return {
    fromMm: low,
    toMm: high,
    halfMm: Math.max(...upper, ...lower),
    outline: polygon('wood', points, true),
    flat: p => [atShare * total + dot(subtract(p, point), tangent), dot(subtract(p, point), up)],
  }
}

/** The line in which a break is met in a view whose up is that way. */
export function breakLine(part: Part, fault: Break, view: PartView, up: Vec): Shape {
  const { normal, tangent } = planeOf(part, fault)
  const [x] = view.flat(pointAtShare(part, fault.along).point)
  const aside = subtract(up, scale(tangent, dot(up, tangent)))
  const side = Math.hypot(...aside) > 1e-6 ? unit(aside) : up
  // On the plane: normal · (x t + y u) = 0.
  const slope = -dot(normal, side) / Math.max(0.05, dot(normal, tangent))
  return {
    kind: 'line',
    from: [x - slope * view.halfMm, -view.halfMm],
    to: [x + slope * view.halfMm, view.halfMm],
    pencil: 'break',
  }
}
