import { figureOf, input, type Figure } from '../measure/figure'
import { cross, dot, length, subtract, unit, type Vec } from '../measure/vec'
import { axisLengthMm } from '../piece/geometry'
import type { Part } from '../piece/schema'

const DEG = 180 / Math.PI

/**
 * How a part that stands leans: seen from the front, from the side, and in space; and the line on the seat it leans
 * along, degrees.
 */
export interface Lean {
  readonly front: Figure
  readonly side: Figure
  readonly inSpace: Figure
  readonly sightLine: Figure
}

/**
 * A leg's splay and rake and the one angle a bit has to be held at. Null for a part that lies more than it stands.
 * The angle in space is tan⁻¹ √(tan² splay + tan² rake); the sight line tan⁻¹ (tan splay / tan rake) off straight
 * ahead.
 */
export function leanOf(part: Part): Lean | null {
  const line = unit(subtract(part.axis[1]!, part.axis[0]!))
  if (Math.abs(line[1]) < 0.7) return null
  const [x, z] = [Math.abs(line[0] / line[1]), Math.abs(line[2] / line[1])]
  const [front, side] = [Math.atan(x) * DEG, Math.atan(z) * DEG]
  const inputs = [input('seen from the front', front, 'deg'), input('seen from the side', side, 'deg')]
  return {
    front: figureOf(front, 'deg', 'sideways lean of the axis at its foot', [], 'splayed-legs', 'high'),
    side: figureOf(side, 'deg', 'lean of the axis at its foot, front to back', [], 'splayed-legs', 'high'),
    inSpace: figureOf(
      Math.atan(Math.hypot(x, z)) * DEG,
      'deg',
      'tan⁻¹ √(tan² front + tan² side)',
      inputs,
      'splayed-legs',
      'high',
    ),
    sightLine: figureOf(
      Math.atan2(x, z) * DEG,
      'deg',
      'tan⁻¹ (tan front / tan side), from straight ahead',
      inputs,
      'splayed-legs',
      'high',
    ),
  }
}

/** Length along the axis, and over the ends in a straight line where it bends, millimetres. */
export function lengthOf(part: Part): { along: Figure, straight: Figure | null } {
  const along = axisLengthMm(part)
  const ends: Vec = subtract(part.axis[part.axis.length - 1]!, part.axis[0]!)
  const bent
    = part.axis.length > 2
      && part.axis.some(p => length(cross(unit(ends), subtract(p, part.axis[0]!))) > 0.5)
      && dot(ends, ends) > 1
  return {
    along: figureOf(along, 'mm', 'along the axis, shoulder to shoulder; tenons not counted', [], 'drawing', 'medium'),
    straight: bent ? figureOf(length(ends), 'mm', 'end to end in a straight line', [], 'drawing', 'medium') : null,
  }
}
