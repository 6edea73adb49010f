import { add, along, cross, dot, length, lerp, scale, subtract, unit, type Vec } from '../measure/vec'

/** A clamp as it is drawn: its bar beside the wood with a jaw to each place it presses, or the way a strap goes. */
export interface ClampMark {
  /** Lines to draw, in space. */
  readonly strokes: readonly (readonly Vec[])[]
  /** Where its number stands. */
  readonly at: Vec
  readonly isStrap: boolean
}

/** The bar is drawn so far beside the line it pulls on, millimetres: off the wood, so that both are seen. */
const BESIDE_MM = 48
/** Half a jaw’s pad, millimetres. */
const PAD_MM = 13

/** How a clamp is drawn on a piece whose middle is there. */
export function markClamp(
  { from, to, loop }: { readonly from: Vec, readonly to: Vec, readonly loop?: readonly Vec[] | undefined },
  middle: Vec,
): ClampMark {
  if (loop) return { strokes: [[...loop, loop[0]!]], at: lerp(loop[0]!, loop[1]!, 0.5), isStrap: true }
  const way = unit(subtract(to, from))
  const out = awayFrom(middle, lerp(from, to, 0.5), way)
  const [a, b] = [along(from, out, BESIDE_MM), along(to, out, BESIDE_MM)]
  const pad = (p: Vec) => [along(p, out, -PAD_MM), along(p, out, PAD_MM)]
  return { strokes: [[from, a, b, to], pad(from), pad(to)], at: lerp(a, b, 0.5), isStrap: false }
}

/** Square to a line, away from the middle of the piece and rather to the side than up. */
function awayFrom(middle: Vec, at: Vec, way: Vec): Vec {
  const off = subtract(at, middle)
  const flat = subtract(off, scale(way, dot(off, way)))
  const sideways: Vec = [flat[0], flat[1] * 0.5, flat[2]]
  const square = subtract(sideways, scale(way, dot(sideways, way)))
  if (length(square) > 1) return unit(square)
  return unit(add(cross(way, Math.abs(way[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]), [0, 0, 0]))
}
