import type { JointKind } from '../piece/joint-forms'
import type { Sourced } from './row'

/** How long hands take. Starting values of low confidence; the shop's own log is to replace them. */
export interface Rates extends Sourced {
  readonly spreadingCm2PerMin: number
  readonly closingMin: Readonly<Record<JointKind, number>>
  readonly fittingMin: number
  readonly barClampMin: number
  readonly strapMin: number
  /** A wedged through tenon, its wedges driven. */
  readonly wedgedMin: number
  /** End grain is spread so many times. */
  readonly endGrainCoats: number
  readonly checksPerStageMin: number
  readonly wipingPerJointMin: number
}

export const RATES: Rates = {
  spreadingCm2PerMin: 60,
  closingMin: {
    'mortise-and-tenon': 0.5,
    'dowel': 0.3,
    'round-tenon': 0.3,
    'housing': 0.4,
    'bridle': 0.4,
    'half-lap': 0.3,
    'butt': 0.2,
    'mitre': 0.4,
    'bolted': 1,
    'knuckle': 1,
    'fixing': 1,
    'rest': 0.2,
  },
  fittingMin: 0.4,
  barClampMin: 0.75,
  strapMin: 1.5,
  wedgedMin: 1,
  endGrainCoats: 2,
  checksPerStageMin: 2,
  wipingPerJointMin: 0.3,
  source: 'working-rates',
  confidence: 'low',
}

/** Share of the open time a stage may use: the first joint spread is the one at risk. */
export const OPEN_TIME_SHARE = 0.75
