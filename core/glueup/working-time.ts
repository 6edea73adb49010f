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

/** What the minutes go to, in the order in which they do; already shared among the hands. */
export interface Minutes {
  readonly spread: number
  readonly close: number
  readonly clamp: number
  readonly check: number
}

/** Each step's minutes as one pair of hands does it, and what is told of them. */
function steps(work: StageWork, rates: Rates) {
  const wood = work.wood ?? []
  const dry = work.dry ?? []
  const straps = work.straps ?? 0
  const areaCm2
    = (work.joints.reduce((sum, j) => sum + 2 * glueAreaMm2(j) * (isEndGrain(j) ? rates.endGrainCoats : 1), 0)
      + wood.reduce((sum, w) => sum + 2 * w.areaMm2, 0))
    / 100
  const lines = work.joints.length + wood.length
  return {
    areaCm2,
    straps,
    isEmpty: lines + dry.length === 0,
    spreading: areaCm2 / rates.spreadingCm2PerMin,
    closing:
      [...work.joints, ...dry].reduce((sum, j) => sum + closingOf(j, rates), 0)
      + wood.reduce((sum, w) => sum + w.closingMin, 0),
    fitting: work.joints.filter(j => FITTED_WET.has(work.mends[j.id] ?? 're-glue')).length * rates.fittingMin,
    clamping: work.clamps * rates.barClampMin + straps * rates.strapMin,
    wiping: lines * rates.wipingPerJointMin,
  }
}

/** What the working time of a stage is made of. */
export function workingMinutes(work: StageWork, hands: number, rates: Rates = RATES): Minutes {
  const { isEmpty, spreading, closing, fitting, clamping, wiping } = steps(work, rates)
  return {
    spread: spreading / hands,
    close: (closing + fitting) / hands,
    clamp: (clamping + wiping) / hands,
    check: isEmpty ? 0 : rates.checksPerStageMin,
  }
}

/**
 * Minutes from the first spread to the last clamp: spreading both faces, closing, fitting, clamps with their pads and
 * wiping, shared among the hands, and the checks on top.
 */
export function workingTime(work: StageWork, hands: number, rates: Rates = RATES): Figure {
  const { areaCm2, straps, spreading, closing, fitting, clamping, wiping } = steps(work, rates)
  const { spread, close, clamp, check } = workingMinutes(work, hands, rates)
  const value = spread + close + clamp + check
  return {
    value,
    low: value * 0.75,
    high: value * 1.35,
    unit: 'min',
    derivation: {
      rule: '(spreading + closing + fitting + clamps + wiping) / hands + checks',
      inputs: [
        input(`spreading, ${areaCm2.toFixed(0)} cm² of both faces`, spreading, 'min'),
        input('closing', closing, 'min', 'table'),
        input('fitting wedges and shims', fitting, 'min', 'table'),
        input(
          straps > 0 ? `clamps, ${work.clamps}, and straps, ${straps}` : `clamps, ${work.clamps}`,
          clamping,
          'min',
          'table',
        ),
        input('wiping', wiping, 'min', 'table'),
        input('hands', hands, 'count', 'measured'),
        input('checks', rates.checksPerStageMin, 'min', 'table'),
      ],
      source: 'working-rates',
      confidence: rates.confidence,
    },
  }
}

/** A mitre meets end to end: its faces drink the first coat and want a second. */
const isEndGrain = ({ form }: Joint): boolean => form.kind === 'mitre'

/** A wedged through tenon has its wedges driven while the glue is open. */
const closingOf = ({ form }: Joint, rates: Rates): number =>
  'wedged' in form && form.wedged ? Math.max(rates.wedgedMin, rates.closingMin[form.kind]) : rates.closingMin[form.kind]
