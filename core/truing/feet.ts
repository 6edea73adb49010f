import { dot, subtract, unit } from '../measure/vec'
import { sectionAt } from '../piece/geometry'
import { standing } from '../piece/places'
import type { Piece } from '../piece/schema'
import { inRound, type Ground } from './ground'

/** A foot of the drawn piece: where its end stands, how far its leg leans, and what one saws through there. */
export interface Foot extends Ground {
  readonly part: string
  /** Between the leg at its foot and plumb, degrees. */
  readonly leanDeg: number
  readonly areaMm2: number
}

/** The feet a piece stands on, in order round it; none for what hangs or stands on runners. */
export function feetOf(piece: Piece): Foot[] {
  const feet = standing(piece).map((p): Foot => {
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
