import type { Measured } from '../measure/measured'
import { fail, succeed, type Result } from '../measure/result'
import type { Fault, Part } from './document-schema'
import { axisLengthMm, sectionAt } from './geometry'

/** What stays open of a break pressed together, or of a split, is believed up to here, millimetres. */
export const LARGEST_GAP_MM = 20
/** So far a repair’s far side may stand off its line, millimetres. */
const LARGEST_STEP_MM = 60
/** A size taken over bark, moulding or a rounded edge may pass the part’s own by this, millimetres. */
const TOLERANCE_MM = 2

interface Limit {
  readonly field: string
  readonly measure: Measured | null
  readonly mostMm: number
  readonly because: string
}

/** What a fault may measure on a part; nothing is bigger than what it is in. */
function limitsOf(part: Part, fault: Fault): Limit[] {
  const lengthMm = axisLengthMm(part)
  const long = (measure: Measured) =>
    ({ field: 'lengthMm', measure, mostMm: lengthMm, because: `The part is ${Math.round(lengthMm)} mm long` })
  switch (fault.kind) {
    case 'break':
      return [{ field: 'gapMm', measure: fault.gapMm, mostMm: LARGEST_GAP_MM, because: believed(LARGEST_GAP_MM) }]
    case 'split':
      return [
        long(fault.lengthMm),
        { field: 'openMm', measure: fault.openMm, mostMm: LARGEST_GAP_MM, because: believed(LARGEST_GAP_MM) },
      ]
    case 'worm':
      return [long(fault.lengthMm)]
    case 'loss': {
      const { widthMm, depthMm } = sectionAt(part, fault.along)
      const [thinMm, wideMm] = [Math.min(widthMm, depthMm), Math.max(widthMm, depthMm)]
      const because = `The part is ${Math.round(thinMm)} × ${Math.round(wideMm)} mm there`
      return [
        long(fault.lengthMm),
        { field: 'widthMm', measure: fault.widthMm, mostMm: wideMm, because },
        { field: 'depthMm', measure: fault.depthMm, mostMm: wideMm, because },
      ]
    }
    case 'earlier-repair':
      return [{ field: 'offMm', measure: fault.offMm, mostMm: LARGEST_STEP_MM, because: believed(LARGEST_STEP_MM) }]
  }
}
const believed = (mostMm: number) => `This is believed up to ${mostMm} mm`

/**
 * Refuses sizes of a fault that its part has no room for, or that nobody would call so. What is only assumed is not
 * held against anybody.
 */
export function withinLimits(part: Part, fault: Fault): Result<Fault> {
  const over = limitsOf(part, fault).find(
    ({ measure, mostMm }) => measure?.basis === 'measured' && measure.value > mostMm + TOLERANCE_MM,
  )
  if (!over) return succeed(fault)
  return fail('out_of_range', `${over.because}: it cannot be more. Check the unit.`, `fault.${over.field}`)
}
