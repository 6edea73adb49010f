import { figureOf, type Figure } from '../measure/figure'
import { along, cross, distance, subtract, unit, type Vec } from '../measure/vec'
import { PAST_CORNER } from './force'
import type { ClampLine } from './line'

/** A strap runs so far beside the middle of what it pulls together, millimetres. */
const BESIDE_MM = 35

/** A strap of its own round what a line pulls together. */
export function loopOver(line: ClampLine): ClampLine {
  const way = unit(subtract(line.to, line.from))
  const side = Math.abs(way[1]) > 0.8 ? unit(cross(way, [0, 0, 1])) : unit(cross(way, [0, 1, 0]))
  const loop = [
    along(line.from, side, BESIDE_MM),
    along(line.to, side, BESIDE_MM),
    along(line.to, side, -BESIDE_MM),
    along(line.from, side, -BESIDE_MM),
  ]
  // Both legs pull, each weakened by the corner it has gone round.
  return strapFor([line], loop, 1 + PAST_CORNER)
}

/** A strap that does what some lines do; `share` of its pull is left where it is weakest. */
export function strapFor(lines: readonly ClampLine[], loop: readonly Vec[], share: number): ClampLine {
  const most = lines.map(l => l.force).reduce((a, b) => (b.value > a.value ? b : a))
  const part = (kn: number) => kn / share
  const force: Figure = {
    ...figureOf(
      part(most.value),
      'kN',
      'What the hardest of the shoulders under it wants, over what is left of the pull at the far corners: a strap keeps 0.62 of it past a right angle.',
      [],
      'clamp-forces',
      'low',
    ),
    low: part(most.low ?? most.value),
    high: part(most.high ?? most.value),
  }
  const [first] = lines
  return {
    by: 'strap',
    part: first!.part,
    label: null,
    joints: lines.flatMap(l => l.joints),
    from: loop[0]!,
    to: loop[1]!,
    loop,
    spanMm: loop.reduce((sum, p, i) => sum + distance(p, loop[(i + 1) % loop.length]!), 0),
    force,
    offSquareDeg: 0,
    needsCaul: false,
    throatMm: 0,
    ...(first!.bearsMPa === undefined ? {} : { bearsMPa: Math.min(...lines.map(l => l.bearsMPa ?? Infinity)) }),
  }
}
