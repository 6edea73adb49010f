import { dot, subtract, unit } from '../measure/vec'
import { sectionAt } from '../piece/geometry'
import { isUpright } from '../piece/places'
import type { Piece } from '../piece/schema'
import { inRound, type Ground } from './ground'

/** A foot of the drawn piece: where its end stands, how far its leg leans, and what one saws through there. */
export interface Foot extends Ground {
  readonly part: string
  /** Between the leg at its foot and plumb, degrees. */
  readonly leanDeg: number
  readonly areaMm2: number
}

/** An end this little above the lowest is a foot as well, millimetres: drawn feet end on one floor. */
const ONE_FLOOR_MM = 8

/** The feet a piece stands on, in order round it; none for what hangs or stands on runners. */
export function feetOf(piece: Piece): Foot[] {
  const there = piece.parts.filter(p => !p.missing)
  const legs = there.filter(isUpright)
  const lowest = Math.min(...there.flatMap(p => p.axis.map(a => a[1])))
  const feet = legs
    .filter(p => p.axis[0]![1] <= lowest + ONE_FLOOR_MM)
    .map((p): Foot => {
      const way = unit(subtract(p.axis[1]!, p.axis[0]!))
      const { widthMm, depthMm } = sectionAt(p, 0)
      const areaMm2 = widthMm * depthMm * (p.section.shape === 'round' ? Math.PI / 4 : 1)
      return {
        part: p.id,
        xMm: p.axis[0]![0],
        zMm: p.axis[0]![2],
        leanDeg: (Math.acos(Math.min(1, dot(way, [0, 1, 0]))) * 180) / Math.PI,
        areaMm2,
      }
    })
  return feet.length >= 3 ? inRound(feet) : []
}
