import type { Confidence } from '../measure/figure'

/** Where a table row comes from (an anchor in docs/sources.md) and how sure it is. */
export interface Sourced {
  readonly source: string
  readonly confidence: Confidence
}
export type Range = readonly [low: number, high: number]
export const middleOf = ([low, high]: Range): number => (low + high) / 2
