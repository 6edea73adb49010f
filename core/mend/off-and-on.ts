import { WAYS_OUT } from '../hardware'
import { say } from '../measure/phrase'
import type { HoldFault } from '../piece/words'
import { before, using } from '../work'
import { no, type Mend, type Verdict } from './mend'
import { holdIn, type WoodCase } from './wood-case'

const BINDS: readonly HoldFault[] = ['binds', 'seized', 'worn']

/**
 * A plate, bracket, castor or mechanism that binds: off in a noted order, cleaned, and on again in that order
 * backward.
 */
export const offAndOn: Mend<WoodCase> = {
  id: 'off-and-on',
  decides: 'that it only binds, and every screw of it has sound wood',
  tools: ['camera', 'labels', 'driver', 'spanner', 'levers', 'swab', 'brush'],
  label: 'Off, cleaned, back in its order',
  short: 'off, clean, on',
  opens: false,
  undo: 'yes',
  place: { conserve: 0.5, everyday: 0.5, strength: 0.5 },
  isFor: c =>
    c.trouble.kind === 'hold-failed'
    && ['plate', 'corner-bracket', 'castor', 'bolt', 'hanger-bolt'].includes(holdIn(c).kind)
    && holdIn(c).faults.some(f => BINDS.includes(f)),
  consider,
}

function consider(c: WoodCase): Verdict {
  const held = holdIn(c)
  const { label, way, otherwise, minutes, tools, cautions } = WAYS_OUT[held.kind]
  const spoilt = held.faults.find(f => !BINDS.includes(f))
  if (spoilt) return no(say`more is wrong with the ${label} than that it binds: ${spoilt.replaceAll('-', ' ')}`)
  if (held.state === 'gone') return no(say`it is lost: a new one like it`)
  return {
    fits: true,
    reason: say`the ${label} binds and nothing of it is broken: it is cleaned before anything is changed`,
    sizes: [],
    stock: [],
    steps: [
      using(
        before(
          'picture',
          3,
          say`Picture it as it sits; number its screws on the wood in the order in which they come out.`,
        ),
        'camera',
        'labels',
      ),
      using(before('off', minutes, say`${way} If it will not come: ${otherwise}`), ...tools),
      using(
        before(
          'clean',
          8,
          say`Brush off old oil and rust; wax where wood slides, a drop of oil where metal turns, none on the wood.`,
        ),
        'brush',
        'swab',
      ),
      using(
        before(
          'on',
          minutes,
          say`Back in the order noted, last out first in: all started, then tight crosswise. It moves through its whole travel without a hand on it.`,
        ),
        'driver',
      ),
    ],
    cautions: [...cautions],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.75, high: 0.92 },
  }
}
