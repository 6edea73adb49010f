import { CLOSES_MM, LOST_MUCH_PCT } from '../condition/breaks'
import { fitMm, q, say } from '../measure/phrase'
import { inputOf } from '../measure/figure'
import { before, using, wet } from '../work'
import { faceWork, flatToFibres } from './glue-break'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { breakOf, notYet, partIn, type WoodCase } from './wood-case'

/**
 * A break along the fibres that closes on most of its face and has lost wood elsewhere: a thin glue where it closes,
 * one that fills in the voids.
 */
export const glueAndFill: Mend<WoodCase> = {
  id: 'glue-and-fill',
  decides: 'up to 15 degrees to the fibres, 15 to 35 % of the face lost, closing to 0.2 mm on the rest',
  tools: [
    'needle',
    'thin-blade',
    'swab',
    'pencil',
    'brush',
    'strap',
    'batten',
    'nippers',
    'driver',
    'pliers',
    'drill',
    'bit',
    'chisel',
    'hollow-cutter',
    'punch',
    'spanner',
    'staple-lifter',
    'mallet',
    'levers',
    'tack-lifter',
  ],
  label: 'Glue, and the voids filled',
  short: 'glue + fill',
  opens: false,
  undo: 'no',
  place: { conserve: 1.5, everyday: 1.5, strength: 2.5 },
  consider,
}

/** No steeper to the fibres, and no more of the face gone (docs/sources.md#breaks, low). */
const STEEPEST_DEG = 15
const MOST_LOST_PCT = 35

function consider(c: WoodCase): Verdict {
  const fault = breakOf(c)
  const worstDeg = flatToFibres(c, STEEPEST_DEG, say`fill carries nothing across it`)
  if (typeof worstDeg !== 'number') return worstDeg
  const lost = fault.lostPct
  if (lost === null) return notYet(say`say how much of its face is lost: it decides whether glue alone will do`)
  if (lost.value <= LOST_MUCH_PCT && fault.surface !== 'crushed') {
    return no(say`${q(lost.value, '%')} of its face lost: there is little to fill`)
  }
  if (lost.value > MOST_LOST_PCT) {
    return no(say`${q(lost.value, '%')} of its face lost: what is left is no joint; new wood`)
  }
  if (!fault.fibreDeg && !partIn(c).grainOneIn) return notYet(say`the slope of the grain there decides: 1 in how much`)
  if (fault.gapMm!.value > CLOSES_MM) {
    return no(say`it stays ${fitMm(fault.gapMm!.value)} open all over: that is no void, something holds it off`)
  }
  const face = faceWork(c, 'fair')
  return {
    ...face,
    fits: true,
    reason: say`${q(worstDeg, 'deg')} to the fibres at worst; it closes on ${q(100 - lost.value, '%')} of its face, the rest is filled`,
    sizes: [
      ...face.sizes,
      sizeMm(
        'play',
        'closes to',
        fault.gapMm!.value,
        'as it was pressed dry',
        [inputOf('open', fault.gapMm!, 'fit-mm')],
        'breaks',
        'fit-mm',
      ),
    ],
    steps: [
      ...face.steps.filter(s => s.when === 'before'),
      using(
        before(
          'dam',
          8,
          say`Tape the edges of each void, so that what fills it stays in; mark on tape which face is tight and which is not.`,
        ),
        'strap',
      ),
      ...face.steps.filter(s => s.when === 'wet').slice(0, 1),
      using(
        wet(
          'voids',
          say`Into the voids, and only there, epoxy thickened with wood dust to a paste; the thin glue and the paste do not mix where the faces close.`,
        ),
        'thin-blade',
        'swab',
      ),
      ...face.steps.filter(s => s.when === 'wet').slice(1),
    ],
    cautions: ['sensitiser'],
    hold: { low: 0.5, high: 0.8 },
  }
}
