import { WITHIN_POINTS } from './dryness'

/** How long new wood lies in the shop’s air before it is cut to a fit. */
export interface Rest {
  readonly fromPct: number
  readonly toPct: number
  /** Whole days, at least one. */
  readonly days: number
}

/**
 * Days in which a difference of moisture falls to a third or so, for each square millimetre of thickness: a board of
 * 25 mm
 * takes two weeks or three, a lath of 6 a day (docs/sources.md#moisture-rest, low).
 */
const DAYS_PER_MM2 = 0.025

/**
 * How long wood of a thickness rests until it is within two points of the air it lies in; null where it is already.
 * The difference falls by itself as exp(−t / 0.025 d²), loose on sticks, air on all sides.
 */
export function restOf(thickMm: number, fromPct: number, toPct: number): Rest | null {
  const offPct = Math.abs(fromPct - toPct)
  if (offPct <= WITHIN_POINTS) return null
  return {
    fromPct,
    toPct,
    days: Math.max(1, Math.ceil(DAYS_PER_MM2 * thickMm ** 2 * Math.log(offPct / WITHIN_POINTS))),
  }
}
