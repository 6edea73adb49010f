import { figureOf, input, inputOf, type Figure } from '../measure/figure'
import { say, type Phrase } from '../measure/phrase'
import { sectionAt } from '../piece/geometry'
import { partOf } from '../piece/facts'
import type { Break, Part, Piece } from '../piece/schema'

const RAD = Math.PI / 180
/**
 * Along the fibres within this, glue alone does; up to the second, glue may do after a strength check; steeper needs
 * something through it.
 */
export const ALONG_DEG = 8
const SLANT_DEG = 30
/** Above this share of its face lost, glue on what is left is no longer judged to do, % (low). */
export const LOST_MUCH_PCT = 15
/** Closed, as far as glue is concerned, millimetres. */
export const CLOSES_MM = 0.2

/** What a break offers the glue, and what follows from it. */
export interface BreakReading {
  readonly section: Figure
  readonly glueArea: Figure
  /** Angle between the plane of the break and the fibres, degrees. */
  readonly fibre: Figure
  readonly longGrain: Figure
  readonly words: Phrase
}

/** The faces of a break from where it lies and how it slants. */
export function readBreak(piece: Piece, fault: Break): BreakReading {
  const part = partOf(piece, fault.part)
  const { widthMm, depthMm } = sectionAt(part, fault.along)
  const round = part.section.shape === 'round'
  const area = widthMm * depthMm * (round ? Math.PI / 4 : 1)
  const section = figureOf(
    area,
    'mm2',
    round ? 'π / 4 × width × depth of the part there' : 'width × depth of the part there',
    [input('width', widthMm, 'mm'), input('depth', depthMm, 'mm')],
    'breaks',
    'high',
  )
  const lost = fault.lostPct?.value ?? 0
  const whole = area / Math.sin(fault.angleDeg.value * RAD)
  const glueArea = figureOf(
    whole * (1 - lost / 100),
    'mm2',
    'section / sin of its angle to the axis, less the share that is lost',
    [
      input('section', area, 'mm2'),
      inputOf('angle to the axis', fault.angleDeg, 'deg'),
      input('lost', lost, '%', fault.lostPct?.basis ?? 'assumed'),
    ],
    'breaks',
    'high',
  )
  const fibre = fibreAngle(part, fault)
  const share = (deg: number) => Math.cos(deg * RAD) ** 2
  const longGrain: Figure = {
    ...figureOf(
      share(fibre.value),
      'share',
      'cos² of the angle to the fibres',
      [input('angle to the fibres', fibre.value, 'deg')],
      'breaks',
      'medium',
    ),
    ...(fibre.low !== undefined && fibre.high !== undefined ? { low: share(fibre.high), high: share(fibre.low) } : {}),
  }
  return { section, glueArea, fibre, longGrain, words: verdict(fault, fibre.high ?? fibre.value, lost) }
}

/** As it was measured; otherwise the angle to the axis, give or take the slope of the grain. */
function fibreAngle(part: Part, fault: Break): Figure {
  if (fault.fibreDeg) {
    return figureOf(
      fault.fibreDeg.value,
      'deg',
      'as measured',
      [inputOf('angle to the fibres', fault.fibreDeg, 'deg')],
      'breaks',
      'high',
    )
  }
  const slope = part.grainOneIn ? Math.atan(1 / part.grainOneIn.value) / RAD : 0
  const { value } = fault.angleDeg
  const inputs = [
    inputOf('angle to the axis', fault.angleDeg, 'deg'),
    ...(part.grainOneIn ? [input('slope of the grain', slope, 'deg')] : []),
  ]
  const rule = part.grainOneIn
    ? 'angle to the axis; the slope of the grain may lie with it or against it'
    : 'angle to the axis, the grain taken as straight'
  return {
    ...figureOf(value, 'deg', rule, inputs, 'breaks', part.grainOneIn ? 'medium' : 'low'),
    ...(slope > 0 ? { low: Math.max(0, value - slope), high: Math.min(90, value + slope) } : {}),
  }
}

/** By the worst angle to the fibres that may be, not by the middle of the band. */
function verdict(fault: Break, fibreDeg: number, lostPct: number): Phrase {
  const open = fault.gapMm !== null && fault.gapMm.value > CLOSES_MM
  const closes = open
    ? ' It does not close: look for folded fibres before anything else.'
    : lostPct > 0
      ? ' Where wood is lost, a glue that fills goes in apart from the rest.'
      : ''
  if (fault.surface === 'crumbling') return say`Crumbling wood holds no glue: cut back to sound wood.${closes}`
  if (fibreDeg <= ALONG_DEG && (lostPct > LOST_MUCH_PCT || fault.surface === 'crushed')) {
    return say`Along the fibres, but too much of its face is gone for glue alone.${closes}`
  }
  if (fibreDeg <= ALONG_DEG) return say`Along the fibres: glue alone holds it once it is clean.${closes}`
  if (fibreDeg <= SLANT_DEG) {
    return say`Aslant: glue may do, if it is strong enough for the load; with something through it, it is sure.${closes}`
  }
  return say`Steep to the fibres: end grain holds little, so something has to pass through it.${closes}`
}
