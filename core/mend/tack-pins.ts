import { mm, say } from '../measure/phrase'
import { partOf } from '../piece/facts'
import { axisLengthMm } from '../piece/geometry'
import { input } from '../measure/figure'
import { before, using } from '../work'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { holdIn, type WoodCase } from './wood-case'

/**
 * Old tacks, nails and staples of a rail that is to be covered again, and their worn holes: small wooden pins in
 * protein glue, so that new tacks find wood.
 */
export const tackPins: Mend<WoodCase> = {
  id: 'tack-pins',
  decides: 'a pin to every 12 mm of rail at most; never brittle fill',
  tools: ['tack-lifter', 'drill', 'bit', 'brush', 'mallet', 'fine-saw'],
  label: 'Tack holes pinned with wood',
  short: 'tack pins',
  opens: false,
  undo: 'partly',
  place: { conserve: 1.8, everyday: 1.8, strength: 1.8 },
  isFor: c =>
    c.piece.intake.upholstery !== 'none'
    && ['staple', 'brad', 'nail'].includes(holdIn(c).kind)
    && holdIn(c).on.kind === 'part',
  consider,
}

/**
 * Pins as thin as a matchstick, and how near to one another they may stand along the grain (docs/sources.md#mends,
 * low), millimetres.
 */
const PIN_MM = 2.5
const APART_MM = 12
const DEEP_MM = 12
const SETS_MIN = 12 * 60
const MIN_EACH = 0.7

function consider(c: WoodCase): Verdict {
  const { on } = holdIn(c)
  if (on.kind !== 'part') return no(say`it is not recorded on a rail: say first where it is`)
  const lengthMm = axisLengthMm(partOf(c.piece, on.id))
  const most = Math.floor(lengthMm / APART_MM)
  return {
    fits: true,
    reason: say`new tacks want wood, and fill shatters under them: pins of ${mm(PIN_MM)}, at most ${String(most)} in ${mm(lengthMm)} of rail`,
    sizes: [
      sizeMm('dowel', 'pin', PIN_MM, 'as a matchstick: a worn tack hole takes it with light taps', []),
      sizeMm('spacing', 'pins apart, at least', APART_MM, 'nearer they start a split along the rail', [
        input('rail', lengthMm, 'mm'),
      ]),
    ],
    stock: [
      {
        id: 'pin',
        serves: 'each',
        what: 'tack pin',
        count: most,
        sizesMm: [PIN_MM, DEEP_MM],
        wood: 'beech or birch, split',
        note: 'as many as there are worn holes, no more',
      },
    ],
    steps: [
      using(before('clear', 15, say`All old tacks and their stumps out; brush the holes.`), 'tack-lifter'),
      {
        ...using(
          before(
            'pins',
            Math.ceil(most * MIN_EACH),
            say`A pin in protein glue into each worn hole, ${mm(DEEP_MM)} deep, left a shade proud to be found by touch; never two nearer than ${mm(APART_MM)} in one line of grain.`,
          ),
          'brush',
          'mallet',
          'fine-saw',
        ),
        waitMin: SETS_MIN,
      },
    ],
    cautions: [],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.7, high: 0.9 },
  }
}
