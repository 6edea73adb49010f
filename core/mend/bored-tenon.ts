import { input, inputOf } from '../measure/figure'
import { fitMm, mm, say } from '../measure/phrase'
import { alongView, endView, lengthUnder, thicknessBeside, woodOf, written } from './joint-views'
import {
  dowelSnapped,
  LOST_FIT_MM,
  no,
  sizeMm,
  sizeOf,
  type JointCase,
  type Mend,
  type Verdict,
  type Work,
} from './mend'
import { band, circle, type View } from '../sheet'
import { ROOM_FOR_GLUE_MM } from './new-dowel'
import { isEven, roundFit, thinnestNearEndMm } from './socket'
import { axisLengthMm } from '../piece/geometry'
import { rodsFor } from '../reference/bits'
import { tool } from '../reference/tools'
import { before, using } from '../work'

/** A round tenon that has snapped or is too far gone: sawn off, and a peg set in a bore on the part’s own axis. */
export const boredTenon: Mend<JointCase> = {
  id: 'bored-tenon',
  decides: '3 mm of wall round the bore, 2½ bores deep',
  tools: ['fine-saw', 'drill', 'bit', 'depth-stop', 'scrap', 'shaping', 'caliper', 'brush', 'mallet'],
  label: 'New tenon, bored in',
  short: 'new tenon',
  opens: true,
  undo: 'no',
  place: { conserve: 8, everyday: 6, strength: 4 },
  consider,
  draw,
}

/**
 * Wood left round a bore on the part’s axis, how deep it goes in its own diameters, and how thin it may be beside the
 * hole it fills.
 */
const WALL_MM = 3
const DEPTH_DIAMETERS = 2.5
const LEAST_OF_HOLE = 0.6
/** The peg is turned to so much under the socket, millimetres. */
const UNDER_HOLE_MM = 0.1
const SETS_MIN = 60

function consider(c: JointCase): Verdict {
  const fit = roundFit(c)
  if (!fit) return no(say`only a round tenon is set in a bore; a square one is a loose tenon`)
  const gapMm = fit.holeMm - fit.pegMm
  if (!dowelSnapped(c) && gapMm <= LOST_FIT_MM + 1e-9) {
    return no(say`the tenon is whole and ${fitMm(gapMm)} can be filled: it is not sawn off for that`)
  }
  if (!isEven(fit.gap)) return no(say`the socket is wider at one end: a straight peg fits neither`)
  const tenonMm = fit.holeMm - UNDER_HOLE_MM
  const boreMm = rodsFor(c.bitsMm)
    .reverse()
    .find(d => d <= tenonMm && (thinnestNearEndMm(c, DEPTH_DIAMETERS * d) - d) / 2 >= WALL_MM)
  const thinMm = thinnestNearEndMm(c, DEPTH_DIAMETERS * (boreMm ?? tenonMm))
  if (boreMm === undefined || boreMm < LEAST_OF_HOLE * fit.holeMm) {
    return no(
      say`${mm(WALL_MM)} of wall in a part of ${mm(thinMm)} leaves a bore of ${mm(Math.max(0, thinMm - 2 * WALL_MM))}, and a hole of ${mm(fit.holeMm)} wants ${mm(LEAST_OF_HOLE * fit.holeMm)} at least`,
    )
  }
  const depthMm = Math.ceil(DEPTH_DIAMETERS * boreMm)
  if (depthMm > axisLengthMm(c.entering) / 2) return no(say`the part is too short for a bore of ${mm(depthMm)}`)
  const inSocketMm = c.joint.depthMm.value - ROOM_FOR_GLUE_MM
  const lengthMm = depthMm + inSocketMm
  const wallMm = (thinMm - boreMm) / 2
  return {
    fits: true,
    reason: say`${dowelSnapped(c) ? 'the tenon has snapped' : say`${fitMm(gapMm)} is past what can be filled`}: a peg of ${mm(boreMm)} bored ${mm(depthMm)} deep leaves ${mm(wallMm)} of wall`,
    sizes: [
      sizeMm(
        'bore',
        'bore in the part',
        boreMm,
        'the largest bit that leaves 3 mm of wall and is no thicker than the hole',
        [input('part near its end', thinMm, 'mm'), input('hole', fit.holeMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'stop-entering',
        'depth stop, part',
        depthMm + ROOM_FOR_GLUE_MM,
        '2.5 bores + 1 mm for glue',
        [input('bore', boreMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'tenon-thickness',
        'peg in the socket',
        tenonMm,
        'hole − 0.1 mm',
        [input('hole', fit.holeMm, 'mm'), inputOf('clearance', fit.gap.mouth, 'fit-mm')],
        'mends',
      ),
      sizeMm(
        'tenon-length',
        'peg, length',
        lengthMm,
        'in the bore + depth of the socket − 1 mm',
        [input('in the bore', depthMm, 'mm'), inputOf('depth', c.joint.depthMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'wall',
        'wall left',
        wallMm,
        '(part − bore) / 2, 3 mm at least',
        [input('part near its end', thinMm, 'mm')],
        'mends',
      ),
    ],
    stock: [
      {
        id: 'peg',
        serves: 'each',
        what: 'peg',
        count: 1,
        sizesMm: [Math.max(boreMm, tenonMm), lengthMm],
        wood: 'ash, beech or hard maple, split not sawn',
        note: boreMm < tenonMm ? 'turned to two thicknesses, the thinner in the part' : 'grooved along its length',
      },
    ],
    steps: [
      using(before('saw', 5, say`Saw the old tenon off square at its shoulder.`), 'fine-saw'),
      using(
        before(
          'bore',
          15,
          say`Find the centre from the outside of the part, not from the old tenon. Bore ${mm(boreMm)} along its axis by a stop at ${mm(depthMm + ROOM_FOR_GLUE_MM)}, seen straight from two sides; a scrap first.`,
        ),
        'drill',
        tool('bit', boreMm),
        'depth-stop',
        'scrap',
      ),
      using(
        before('peg', 12, say`Peg to a hand fit in both, its ends chamfered, a groove along it.`),
        'shaping',
        'caliper',
      ),
      {
        ...using(before('glue-peg', 5, say`Glue it into the part and let it set.`), 'brush', 'mallet'),
        waitMin: SETS_MIN,
      },
      using(
        before('fit', 5, say`Fit it dry in its socket by hand pressure; the shoulder closes all round.`),
        'caliper',
      ),
    ],
    settings: [{ what: say`Part, along its axis`, bitMm: boreMm, stopMm: depthMm + ROOM_FOR_GLUE_MM }],
    scrap: say`Bore a scrap of the part’s thickness from a centre found the same way, and measure the wall all round.`,
    cautions: ['drill', 'blade'],
    leavesGapMm: UNDER_HOLE_MM,
    removedCm3: ((Math.PI / 4) * (boreMm ** 2 * depthMm + fit.pegMm ** 2 * c.joint.depthMm.value)) / 1000,
    hold: { low: 0.65, high: 0.9 },
  }
}

/** The bore on the part’s own axis, and the peg in it and in its socket. */
function draw(c: JointCase, work: Work): View[] {
  const [boreMm, stopMm, tenonMm, lengthMm] = [
    sizeOf(work, 'bore'),
    sizeOf(work, 'stop-entering'),
    sizeOf(work, 'tenon-thickness'),
    sizeOf(work, 'tenon-length'),
  ]
  const wood = woodOf(c, stopMm + 25)
  const inPartMm = stopMm - ROOM_FOR_GLUE_MM
  return [
    alongView(
      wood,
      [
        band(-c.joint.depthMm.value, 0, tenonMm + UNDER_HOLE_MM, 'hidden'),
        band(0, stopMm, boreMm, 'cut'),
        band(0, inPartMm, boreMm, 'new', { grain: 'x' }),
        band(inPartMm - lengthMm, 0, tenonMm, 'new', { grain: 'x' }),
      ],
      [
        lengthUnder(wood, 0, stopMm, 0, written(stopMm)),
        lengthUnder(wood, inPartMm - lengthMm, inPartMm, 1, written(lengthMm)),
        thicknessBeside(wood, tenonMm, 0, written(tenonMm)),
        thicknessBeside(wood, boreMm, 1, written(boreMm)),
      ],
    ),
    endView(wood, [circle([0, 0], boreMm, 'cut')], []),
  ]
}
