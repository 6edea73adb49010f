import { along, dot, subtract, type Vec } from '../measure/vec'
import type { Part, Piece } from './document-schema'
import { axisLengthMm } from './geometry'

/** Whether a part stands more than it lies, its first end below. */
export const isUpright = (part: Pick<Part, 'axis'>): boolean =>
  part.axis[part.axis.length - 1]![1] - part.axis[0]![1] > axisLengthMm(part) / 2

/** An end this little above the lowest is a foot as well, millimetres: drawn feet end on one floor. */
const ONE_FLOOR_MM = 8
/** The parts that stand on the floor with an end of their own. */
export function standing(piece: Pick<Piece, 'parts'>): Part[] {
  const there = piece.parts.filter(p => !p.missing)
  const lowest = Math.min(...there.flatMap(p => p.axis.map(a => a[1])))
  return there.filter(p => isUpright(p) && p.axis[0]![1] <= lowest + ONE_FLOOR_MM)
}

/** Share of the way along a part's axis that lies nearest to a point. */
export function shareNear(part: Part, point: Vec): number {
  const total = axisLengthMm(part)
  let [best, nearest, before] = [0, Infinity, 0]
  for (let i = 0; i < part.axis.length - 1; i++) {
    const [a, b] = [part.axis[i]!, part.axis[i + 1]!]
    const way = subtract(b, a)
    const lengthMm = Math.sqrt(dot(way, way))
    const t = Math.max(0, Math.min(1, dot(subtract(point, a), way) / dot(way, way)))
    const off = subtract(point, along(a, way, t))
    if (dot(off, off) < nearest) [best, nearest] = [(before + t * lengthMm) / total, dot(off, off)]
    before += lengthMm
  }
  return best
}
