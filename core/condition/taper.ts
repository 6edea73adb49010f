import { figureOf, inputOf, input, type Figure } from '../measure/figure'
import type { Finding, Joint } from '../piece/schema'

/** Less than this between mouth and bottom is the wood's own roughness, millimetres. */
const NOTICED_MM = 0.1
const PAIRS = [
  ['cheek', 'cheek-bottom', 'at the cheeks'],
  ['edge', 'edge-bottom', 'at the edges'],
  ['round', 'round-bottom', 'all round'],
] as const

/** A socket that is wider at its mouth than at its bottom, or the other way: by how much, and at what angle in all. */
export interface Taper {
  readonly where: string
  readonly widerAt: 'mouth' | 'bottom'
  readonly by: Figure
  readonly angle: Figure
}

/** Sockets of which mouth and bottom were measured and differ. A drill must not be run into one. */
export function tapersOf(joint: Joint, { clearance }: Finding): Taper[] {
  return PAIRS.flatMap(([mouthKey, bottomKey, where]) => {
    const [mouth, bottom] = [clearance[mouthKey], clearance[bottomKey]]
    if (!mouth || !bottom || Math.abs(mouth.value - bottom.value) <= NOTICED_MM) return []
    const by = Math.abs(mouth.value - bottom.value)
    const depth = joint.depthMm.value
    return [
      {
        where,
        widerAt: mouth.value > bottom.value ? ('mouth' as const) : ('bottom' as const),
        by: figureOf(
          by,
          'fit-mm',
          'clearance at the mouth less clearance at the bottom',
          [inputOf('mouth', mouth, 'fit-mm'), inputOf('bottom', bottom, 'fit-mm')],
          'fit-classes',
          'high',
        ),
        angle: figureOf(
          (Math.atan(by / Math.max(1, depth)) * 180) / Math.PI,
          'deg',
          'tan⁻¹ (difference / depth)',
          [input('difference', by, 'fit-mm'), inputOf('depth', joint.depthMm, 'mm')],
          'fit-classes',
          'medium',
        ),
      },
    ]
  })
}
