import { input, type Figure } from '../measure/figure'
import { glueAreaMm2 } from '../piece/joint-area'
import type { Joint } from '../piece/schema'
import { FITTED_WET, type MendId } from '../mend'
import { RATES, type Rates } from '../reference/rates'

/** What is glued in one go, as far as time is concerned. */
export interface StageWork {
  readonly joints: readonly Joint[]
  /** Joints closed with them that hardware holds and no glue. */
  readonly dry?: readonly Joint[]
  readonly mends: Readonly<Record<string, MendId>>
  readonly clamps: number
  /** Straps among them are counted apart: they take longer. */
  readonly straps?: number
  /** Glue lines besides joints: their areas, and what hands do at them besides spreading and clamping. */
  readonly wood?: readonly { readonly areaMm2: number, readonly closingMin: number }[]
}

/**
 * Minutes from the first spread to the last clamp: spreading both faces, closing, fitting, clamps with their pads and wiping,
 * shared among the hands, and the checks on top.
 */
export function workingTime(work: StageWork, hands: number, rates: Rates = RATES): Figure {
  const wood = work.wood ?? []
  const dry = work.dry ?? []
  const areaCm2 = (work.joints.reduce((sum, j) => sum + 2 * glueAreaMm2(j) * (isEndGrain(j) ? rates.endGrainCoats : 1), 0) + wood.reduce((sum, w) => sum + 2 * w.areaMm2, 0)) / 100
  const spreading = areaCm2 / rates.spreadingCm2PerMin
  const closing = [...work.joints, ...dry].reduce((sum, j) => sum + closingOf(j, rates), 0) + wood.reduce((sum, w) => sum + w.closingMin, 0)
  const fitting = work.joints.filter(j => FITTED_WET.has(work.mends[j.id] ?? 're-glue')).length * rates.fittingMin
  const straps = work.straps ?? 0
  const clamping = work.clamps * rates.barClampMin + straps * rates.strapMin
  const lines = work.joints.length + wood.length
  const wiping = lines * rates.wipingPerJointMin
  const value = lines + dry.length === 0 ? 0 : (spreading + closing + fitting + clamping + wiping) / hands + rates.checksPerStageMin
  return {
    value, low: value * 0.75, high: value * 1.35, unit: 'min',
    derivation: {
      rule: '(spreading + closing + fitting + clamps + wiping) / hands + checks',
      inputs: [
        input(`spreading, ${areaCm2.toFixed(0)} cm² of both faces`, spreading, 'min'), input('closing', closing, 'min', 'table'), input('fitting wedges and shims', fitting, 'min', 'table'),
        input(straps > 0 ? `clamps, ${work.clamps}, and straps, ${straps}` : `clamps, ${work.clamps}`, clamping, 'min', 'table'), input('wiping', wiping, 'min', 'table'), input('hands', hands, 'count', 'measured'), input('checks', rates.checksPerStageMin, 'min', 'table'),
      ],
      source: 'working-rates', confidence: rates.confidence,
    },
  }
}

/** A mitre meets end to end: its faces drink the first coat and want a second. */
const isEndGrain = ({ form }: Joint): boolean => form.kind === 'mitre'

/** A wedged through tenon has its wedges driven while the glue is open. */
const closingOf = ({ form }: Joint, rates: Rates): number =>
  ('wedged' in form && form.wedged ? Math.max(rates.wedgedMin, rates.closingMin[form.kind]) : rates.closingMin[form.kind])
