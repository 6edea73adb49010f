import { effortOf } from '../hardware'
import { input, type Figure } from '../measure/figure'
import type { TakeApart } from '../takeapart'
import { chosenWork } from './candidates'
import type { JointMend, TroubleMend } from './plan'
import { woodWork } from './wood'

/** Minutes for things around the joints: labels before, the dry run after (low confidence). */
const LABELS_MIN = 5
const MOVE_MIN = 4
const CLEAN_IN_THE_WAY_MIN = 15
const DRY_RUN_MIN = 12
const OFF_FIRST_MIN = 5

/** Hands-on minutes until glue can be spread: locks out, moves, mends, cleaning, the dry run. */
export function preparationTime(mends: readonly JointMend[], wood: readonly TroubleMend[], apart: TakeApart): Figure {
  const moves = apart.moves.reduce((sum, m) => sum + MOVE_MIN + Math.max(0, ...m.methods.map(x => x.method.soakMin)), 0)
  const locks = apart.moves.reduce((sum, m) => sum + m.locksFirst.reduce((s, l) => s + effortOf(l).minutes, 0) + m.offFirst.length * OFF_FIRST_MIN, 0)
  const mending = mends.reduce((sum, m) => sum + (chosenWork(m)?.minutes ?? 0), 0) + wood.reduce((sum, m) => sum + (woodWork(m)?.minutes ?? 0), 0)
  const cleaning = apart.decisions.filter(d => d.decision === 'in-the-way').length * CLEAN_IN_THE_WAY_MIN
  const work = moves + locks + mending + cleaning
  const value = work === 0 ? 0 : LABELS_MIN + work + DRY_RUN_MIN
  return {
    value, low: value * 0.7, high: value * 1.6, unit: 'min',
    derivation: {
      rule: 'labels + locks out + moves with their soaking + mends + cleaning the joints opened on the way + dry run',
      inputs: [
        input('labels', LABELS_MIN, 'min', 'table'),
        input('pins, wedges, screws and bolts out', locks, 'min', 'table'),
        input('moves and soaking', moves, 'min'),
        input('mends', mending, 'min'),
        input('cleaning on the way', cleaning, 'min'),
        input('dry run', DRY_RUN_MIN, 'min', 'table'),
      ],
      source: 'working-rates', confidence: 'low',
    },
  }
}
