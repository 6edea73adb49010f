import { input, inputOf } from '../measure/figure'
import { fitMm, mm, say } from '../measure/phrase'
import { alongView, endView, lengthUnder, thicknessBeside, woodOf, written } from './joint-views'
import {
  dowelSnapped,
  EASY_FIT_MM,
  no,
  sizeMm,
  sizeOf,
  type JointCase,
  type Mend,
  type Verdict,
  type Work,
} from './mend'
import { band, circle, type View } from '../sheet'
import { isEven, roundFit } from './socket'
import { tool } from '../reference/tools'
import { before, using } from '../work'

/**
 * A bored collar on a tenon that has become too thin for its socket: the tenon pared to a core, the collar turned to
 * the hole.
 */
export const sleeve: Mend<JointCase> = {
  id: 'sleeve',
  decides: '3 mm of collar on a core of half the tenon at least',
  tools: ['knife', 'fine-saw', 'chisel', 'bit', 'drill', 'shaping', 'caliper', 'brush', 'block-plane'],
  label: 'Sleeve on the tenon',
  short: 'sleeve',
  opens: true,
  undo: 'no',
  place: { conserve: 7, everyday: 7, strength: 6 },
  consider,
  draw,
}

/** Wood of the collar, and what must stay of the tenon, as a share of what it was (docs/sources.md#mends, low). */
const WALL_MM = 3
const CORE_SHARE = 1 / 2
/** The collar is turned to so much under the hole, and bored to so much over the core, millimetres. */
const UNDER_HOLE_MM = 0.1
const OVER_CORE_MM = 0.1
const SETS_MIN = 60

function consider(c: JointCase): Verdict {
  const fit = roundFit(c)
  if (!fit) return no(say`a sleeve goes on a round tenon`)
  if (dowelSnapped(c)) return no(say`the tenon has snapped: there is nothing to put it on`)
  const gapMm = fit.holeMm - fit.pegMm
  if (gapMm <= EASY_FIT_MM + 1e-9) {
    return no(say`${fitMm(gapMm)} is an easy fit: no wood has to be taken off the tenon for it`)
  }
  if (!isEven(fit.gap)) return no(say`the socket is wider at one end: a straight collar fits neither`)
  const coreMm = [...c.bitsMm]
    .sort((a, b) => b - a)
    .find(d => (fit.holeMm - UNDER_HOLE_MM - d) / 2 >= WALL_MM - 1e-9 && d < fit.pegMm)
  if (coreMm === undefined || coreMm < CORE_SHARE * fit.pegMm) {
    const least = CORE_SHARE * fit.pegMm
    return no(
      say`${mm(WALL_MM)} of collar in a hole of ${mm(fit.holeMm)} leaves a core under half the tenon (${mm(least)})`,
    )
  }
  const outerMm = fit.holeMm - UNDER_HOLE_MM
  const wallMm = (outerMm - coreMm) / 2
  const longMm = c.joint.depthMm.value - 1
  const hole = input('hole', fit.holeMm, 'mm')
  return {
    fits: true,
    reason: say`the hole is ${mm(fit.holeMm)}, the tenon ${mm(fit.pegMm)}: a collar with ${mm(wallMm)} of wall on a core of ${mm(coreMm)}`,
    sizes: [
      sizeMm(
        'core',
        'tenon pared to',
        coreMm,
        'the largest bit that leaves 3 mm of collar, and half the tenon at least',
        [hole, inputOf('tenon', c.joint.form.kind === 'round-tenon' ? c.joint.form.diameterMm : c.joint.depthMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'collar',
        'collar, outside',
        outerMm,
        'hole − 0.1 mm',
        [hole, inputOf('clearance', fit.gap.mouth, 'fit-mm')],
        'mends',
      ),
      sizeMm(
        'wall',
        'wall of the collar',
        wallMm,
        '(outside − core) / 2',
        [input('outside', outerMm, 'mm'), input('core', coreMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'tenon-length',
        'collar, length',
        longMm,
        'depth of the socket − 1 mm for the glue',
        [inputOf('depth', c.joint.depthMm, 'mm')],
        'mends',
      ),
    ],
    stock: [
      {
        id: 'collar',
        serves: 'each',
        what: 'collar',
        count: 1,
        sizesMm: [outerMm, longMm],
        wood: c.entering.species,
        note: 'grain along the tenon; bored first, then turned on its own hole',
      },
    ],
    steps: [
      using(
        before(
          'pare',
          15,
          say`A knife line at the shoulder; saw round it to the core, and pare the tenon down to ${mm(coreMm)}, straight and round: a hole of ${mm(coreMm + OVER_CORE_MM)} in scrap is the gauge.`,
        ),
        'knife',
        'fine-saw',
        'chisel',
        tool('bit', coreMm),
      ),
      using(
        before(
          'collar',
          15,
          say`Bore the collar ${mm(coreMm)} along its grain, then turn or plane it to ${mm(outerMm)} on that hole. Thinner than ${mm(WALL_MM)} anywhere it splits.`,
        ),
        'drill',
        tool('bit', coreMm),
        'shaping',
        'caliper',
      ),
      {
        ...using(
          before('glue-collar', 5, say`Glue it on, its end grain against the shoulder, and let it set.`),
          'brush',
        ),
        waitMin: SETS_MIN,
      },
      using(before('fit', 6, say`Fit it dry in the socket by hand pressure.`), 'block-plane', 'caliper'),
    ],
    settings: [{ what: say`Collar, along its grain`, bitMm: coreMm, stopMm: longMm }],
    scrap: say`The gauge is a hole in scrap bored with the collar’s own bit: the pared core goes through it by hand, all along. Measure the collar’s wall at both ends.`,
    cautions: ['blade', 'drill'],
    leavesGapMm: UNDER_HOLE_MM,
    removedCm3: ((Math.PI / 4) * (fit.pegMm ** 2 - coreMm ** 2) * c.joint.depthMm.value) / 1000,
    hold: { low: 0.6, high: 0.85 },
  }
}

/** The tenon pared to its core, the collar round it; from its end the three circles. */
function draw(c: JointCase, work: Work): View[] {
  const wood = woodOf(c)
  const [coreMm, outerMm, longMm] = [sizeOf(work, 'core'), sizeOf(work, 'collar'), sizeOf(work, 'tenon-length')]
  const ring = (outerMm - coreMm) / 4 + coreMm / 2
  return [
    alongView(
      wood,
      [
        band(-c.joint.depthMm.value, 0, outerMm + UNDER_HOLE_MM, 'hidden'),
        ...[ring, -ring].map(y => band(-longMm, 0, (outerMm - coreMm) / 2, 'new', { grain: 'x' }, y)),
        band(-longMm, 0, coreMm, 'cut'),
      ],
      [
        lengthUnder(wood, -longMm, 0, 0, written(longMm)),
        thicknessBeside(wood, coreMm, 0, written(coreMm)),
        thicknessBeside(wood, outerMm, 1, written(outerMm)),
      ],
    ),
    endView(wood, [circle([0, 0], coreMm, 'cut'), circle([0, 0], outerMm, 'new')], []),
  ]
}
