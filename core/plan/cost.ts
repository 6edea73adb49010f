import type { GlueAmount } from '../glue'
import { figureOf, input, type Figure } from '../measure/figure'
import type { Prices } from '../reference/shop-settings'
import type { TimedTask } from '../work'
import type { StockLine } from './lists'

export type CostId = 'hands' | 'wood' | 'glue' | 'hardware'
/**
 * One line of what a job comes to: how much of it, at what price, and the two together; null where the shop names no
 * price.
 */
export interface CostLine {
  readonly id: CostId
  readonly amount: Figure
  readonly each: number | null
  readonly total: number | null
}
export interface Cost {
  readonly money: string
  readonly lines: readonly CostLine[]
  /** Of the lines that have a price; null while the shop’s hour has none. */
  readonly total: number | null
}

/** Less wood than this is out of the offcut box. */
const LEAST_LITRES = 0.005

/**
 * What the work, the new wood, the glue and the hardware of a plan come to at the shop’s prices. Opening is counted,
 * waiting is not.
 */
export function costOf(
  tasks: readonly TimedTask[],
  stock: readonly StockLine[],
  glue: readonly GlueAmount[],
  prices: Prices,
): Cost {
  const minutes = tasks.reduce((sum, t) => sum + t.minutes.usual * t.hands, 0)
  const litres = stock.reduce((sum, s) => sum + (s.have === null ? (s.cut?.roughCm3 ?? 0) : 0), 0) / 1000
  const grams = glue.reduce((sum, g) => sum + g.grams.value, 0)
  const pieces = stock.filter(s => s.id === 'screw').reduce((sum, s) => sum + s.count, 0)
  const lines = [
    line(
      'hands',
      figureOf(
        minutes / 60,
        'h',
        'Hands-on minutes of all work, each times the hands it takes; what cures or soaks is not counted.',
        [input('minutes', minutes, 'min')],
        'working-rates',
        'low',
      ),
      prices.hour,
    ),
    line(
      'wood',
      figureOf(
        litres,
        'litre',
        'Rough sizes of all that is cut, but for what lies in the store.',
        stock.flatMap(s => (s.cut && s.have === null ? [input(s.what, s.cut.roughCm3, 'cm3')] : [])),
        'mends',
        'low',
      ),
      prices.woodLitre,
    ),
    line(
      'glue',
      figureOf(
        grams,
        'g',
        'All glues, with a third over for squeeze-out and the brush.',
        glue.map(g => input(g.glue, g.grams.value, 'g')),
        'glue-families',
      ),
      prices.glue100g === null ? null : prices.glue100g / 100,
    ),
    line(
      'hardware',
      figureOf(pieces, 'count', 'Screws, bolts and the like that are new.', [], 'mends'),
      prices.hardwareEach,
    ),
  ].filter(l => l.amount.value > (l.id === 'wood' ? LEAST_LITRES : 0))
  const total = prices.hour === null ? null : lines.reduce((sum, l) => sum + (l.total ?? 0), 0)
  return { money: prices.money, lines, total }
}

const line = (id: CostId, amount: Figure, each: number | null): CostLine => ({
  id,
  amount,
  each,
  total: each === null ? null : each * amount.value,
})
