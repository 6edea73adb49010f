import { input, inputOf } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { partOf } from '../piece/facts'
import { sectionAt } from '../piece/geometry'
import { shareNear } from '../piece/places'
import { bitOver } from '../reference/bits'
import { tool } from '../reference/tools'
import { along, band, circle, rectangle, type View } from '../sheet'
import { before, using } from '../work'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type Mend, type Verdict, type Work } from './mend'
import { bitsIn, holdIn, jointIn, notYet, type WoodCase } from './wood-case'

/** A wooden hinge whose fingers have broken: a new half on a lap, its fingers taken from the half that is whole. */
export const knuckleEnd: Mend<WoodCase> = {
  id: 'knuckle-end',
  decides: 'fingers as thick as the mating half’s, 3 mm of wall round the pin, a lap of 3 thicknesses',
  tools: ['punch', 'mallet', 'caliper', 'knife', 'fine-saw', 'chisel', 'drill', 'bit', 'brush', 'shaping', 'scrap'],
  label: 'New knuckle half, lapped on',
  short: 'new knuckle',
  opens: false,
  undo: 'no',
  place: { conserve: 2, everyday: 2, strength: 2 },
  isFor: c =>
    c.trouble.kind === 'hold-failed' && holdIn(c).kind === 'hinge-pin' && holdIn(c).faults.includes('split-wood'),
  consider,
  datum: say`Lengths are from the pin’s middle; the fingers are set out from the half that is whole.`,
  draw,
}

const LAP = 3
const FINGER_PLAY_MM = 0.4
const WALL_MM = 3
const SETS_MIN = 24 * 60
/** The cove behind the fingers clears the other half’s corners by so much. */
const CLEAR_MM = 1

function consider(c: WoodCase): Verdict {
  if (c.trouble.joint === null) return no(say`it is recorded on no hinge: say first which joint it is in`)
  const joint = jointIn(c)
  const { form } = joint
  if (form.kind !== 'knuckle') return no(say`it is no knuckle: its hinge is changed as a whole`)
  if (form.thicknessMm.basis === 'assumed') {
    return notYet(say`measure the half that is whole: its fingers’ thickness is the new one’s, not the new board’s`)
  }
  const rail = partOf(c.piece, joint.enters)
  const { widthMm, depthMm } = sectionAt(rail, shareNear(rail, joint.at))
  const highMm = Math.max(widthMm, depthMm)
  const thickMm = form.thicknessMm.value
  const fingers = Math.ceil(form.count / 2)
  const fingerMm = highMm / form.count - FINGER_PLAY_MM
  const holeMm = bitOver(bitsIn(c), form.diameterMm.value) ?? form.diameterMm.value
  const wallMm = (thickMm - holeMm) / 2
  if (wallMm < WALL_MM) {
    return no(
      say`a pin of ${mm(holeMm)} leaves ${mm(wallMm)} of wall in a knuckle of ${mm(thickMm)}; ${mm(WALL_MM)} are wanted`,
    )
  }
  const lapMm = LAP * thickMm
  const coveMm = thickMm / 2 + CLEAR_MM
  return {
    fits: true,
    reason: say`a new half lapped ${mm(lapMm)} onto the rail, ${String(fingers)} fingers of ${mm(fingerMm)}, ${mm(wallMm)} of wall round the pin`,
    sizes: [
      sizeMm(
        'thickness',
        'knuckle, thick',
        thickMm,
        'as the half that is whole',
        [inputOf('mating half', form.thicknessMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'width',
        'finger, along the pin',
        fingerMm,
        'height / fingers of both − 0.4 mm of play',
        [input('height', highMm, 'mm'), input('fingers of both', form.count, 'count')],
        'mends',
      ),
      sizeMm('length', 'lap on the rail', lapMm, '3 × the thickness', [input('thickness', thickMm, 'mm')], 'mends'),
      sizeMm(
        'slot',
        'cove behind the fingers, radius',
        coveMm,
        'half of the thickness + 1 mm, so that the other half’s corners pass',
        [input('thickness', thickMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'bore',
        'pin hole',
        holeMm,
        'the pin’s own bit; it turns in the other half',
        [inputOf('pin', form.diameterMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'wall',
        'wall round the pin',
        wallMm,
        '(knuckle − hole) / 2, 3 mm at least',
        [input('knuckle', thickMm, 'mm')],
        'mends',
      ),
    ],
    stock: [
      {
        id: 'part',
        serves: 'each',
        what: 'knuckle half',
        count: 1,
        sizesMm: [thickMm, highMm, lapMm + thickMm],
        wood: rail.species,
        note: 'straight grain along the rail; short grain across a finger breaks again',
      },
    ],
    steps: [
      using(
        before('out', 8, say`Pin out with a punch a little thinner; take every size off the half that is whole.`),
        'punch',
        'mallet',
        'caliper',
      ),
      using(
        before(
          'lap',
          20,
          say`Cut what is broken back to sound wood and a lap ${mm(lapMm)} long, half of the thickness; the new half’s lap to it.`,
        ),
        'knife',
        'fine-saw',
        'chisel',
      ),
      { ...using(before('glue', 8, say`Glue the lap, faces level; overnight.`), 'brush'), waitMin: SETS_MIN },
      using(
        before(
          'fingers',
          35,
          say`Set the fingers out from the other half, ${mm(fingerMm)} each; saw and pare until they go in by hand; round their ends, and a cove of ${mm(coveMm)} behind them.`,
        ),
        'knife',
        'fine-saw',
        'chisel',
        'shaping',
      ),
      using(
        before(
          'bore',
          12,
          say`Both halves clamped together as they work, in line; bore ${mm(holeMm)} through all fingers in one go.`,
        ),
        'drill',
        tool('bit', holeMm),
      ),
      using(
        before(
          'try',
          10,
          say`Pin in, waxed; ease until it swings through its whole travel by its own weight; the stop bevelled last.`,
        ),
        'scrap',
        'chisel',
      ),
    ],
    settings: [{ what: say`Pin hole, both halves clamped as they work`, bitMm: holeMm }],
    scrap: say`Saw one finger in scrap between two of the other half first: in by hand, and it turns.`,
    cautions: ['blade', 'drill'],
    leavesGapMm: 0,
    removedCm3: (thickMm * highMm * (lapMm / 2 + thickMm)) / 1000,
    hold: { low: 0.65, high: 0.88 },
  }
}

/** The new half from the side: its lap, the pin, and the cove. */
function draw(_c: WoodCase, work: Work): View[] {
  const [t, lap, cove, hole] = [
    sizeOf(work, 'thickness'),
    sizeOf(work, 'length'),
    sizeOf(work, 'slot'),
    sizeOf(work, 'bore'),
  ]
  const back = t / 2 + cove
  return [
    {
      id: 'side',
      title: 'From above, the pin upright',
      shapes: [
        rectangle('wood', [back, -t / 2], [back + lap + 40, 0], { hatched: true }),
        rectangle('wood', [back + lap, 0], [back + lap + 40, t / 2], { hatched: true }),
        rectangle('new', [0, 0], [back + lap, t / 2]),
        band(0, back, t, 'new'),
        circle([0, 0], t, 'new'),
        circle([0, 0], hole, 'cut'),
      ],
      dimensions: [
        along(back, back + lap, -t / 2, 8, written(lap)),
        { from: [-t / 2, -t / 2], to: [-t / 2, t / 2], offMm: 8, words: written(t) },
      ],
    },
  ]
}
