import { input, inputOf } from '../measure/figure'
import { fitMm, mm, say } from '../measure/phrase'
import { alongView, lengthUnder, thicknessBeside, woodOf, written } from './joint-views'
import {
  dowelSnapped,
  EASY_FIT_MM,
  isTapered,
  LOST_FIT_MM,
  no,
  sizeMm,
  sizeOf,
  widest,
  type JointCase,
  type Mend,
  type Size,
  type Stock,
  type Verdict,
  type Work,
} from './mend'
import { band, type View } from '../sheet'
import { legThicknessMm, POINT_SHARE } from './new-dowel'
import { roundFit, throughMm } from './socket'
import type { Setting } from './setting'
import { tool } from '../reference/tools'
import { before, using, type Step } from '../work'

/**
 * A socket or mortise that is no hole any more: closed with new wood, its grain with the part, and cut again on the
 * old centre.
 */
export const plugAndRecut: Mend<JointCase> = {
  id: 'plug-and-recut',
  decides: '3 mm of sound wood outside the plug',
  tools: [
    'drill',
    'bit',
    'depth-stop',
    'angle-block',
    'scrap',
    'chisel',
    'knife',
    'square',
    'brush',
    'mallet',
    'block-plane',
    'scraper',
  ],
  label: 'Plug and cut again',
  short: 'plug + re-cut',
  opens: true,
  undo: 'no',
  place: { conserve: 10, everyday: 9, strength: 3.8 },
  consider,
  draw,
}

/**
 * Sound wood outside the plug, beyond its bottom, and what is taken off the hole’s own wall to reach sound wood,
 * millimetres (low).
 */
const WALL_MM = 3
const TO_SOUND_MM = 1
const DEEPER_MM = 1
const FIT_MM = 0.1
const SETS_MIN = 24 * 60

function consider(c: JointCase): Verdict {
  if (dowelSnapped(c)) return no(say`what broke off is bored out first: a new dowel or tenon`)
  const round = roundFit(c)
  if (round) return considerSocket(c, round.pegMm, round.holeMm, isTapered(round.gap))
  const { form } = c.joint
  if (form.kind !== 'mortise-and-tenon') return no(say`only a socket or a mortise is plugged and cut again`)
  return considerMortise(c)
}

/**
 * What can be filled is not cut; who works for strength cuts wood to wood as soon as glue alone no longer holds,
 * millimetres.
 */
const pluggedFromMm = ({ school }: JointCase): number => (school === 'strength' ? EASY_FIT_MM : LOST_FIT_MM)
const pastWords = (gapMm: number): string =>
  gapMm > LOST_FIT_MM ? 'is past what can be filled' : 'could be filled; wood cut to wood holds better'

function considerSocket(c: JointCase, pegMm: number, holeMm: number, tapered: boolean): Verdict {
  const gapMm = holeMm - pegMm
  if (gapMm <= pluggedFromMm(c) + 1e-9) {
    return no(say`${fitMm(gapMm)} can be filled without cutting the ${c.receivingName}`)
  }
  const plugMm = [...c.bitsMm].sort((a, b) => a - b).find(d => d >= holeMm + 2 * TO_SOUND_MM)
  const acrossMm = legThicknessMm(c)
  const wallMm = (acrossMm - (plugMm ?? Infinity)) / 2
  if (plugMm === undefined || wallMm < WALL_MM) {
    return no(
      say`a plug that takes the hole of ${mm(holeMm)} to sound wood leaves ${mm(Math.max(0, (acrossMm - holeMm) / 2 - TO_SOUND_MM))} of wall in ${mm(acrossMm)}; ${mm(WALL_MM)} are wanted`,
    )
  }
  const deepMm = c.joint.depthMm.value + DEEPER_MM
  const beyondMm = throughMm(c) - deepMm - POINT_SHARE * plugMm
  const isThrough = c.joint.form.kind === 'round-tenon' && c.joint.form.through === true
  if (!isThrough && beyondMm < WALL_MM) {
    return no(
      say`the plug’s bit would come within ${mm(Math.max(0, beyondMm))} of the far face; ${mm(WALL_MM)} are wanted`,
    )
  }
  const sizes = [
    sizeMm(
      'plug',
      'plug',
      plugMm,
      'the smallest bit 1 mm past the worn wall all round',
      [input('hole', holeMm, 'mm')],
      'mends',
    ),
    sizeMm(
      'bore',
      'bored again',
      pegMm,
      'the tenon as it is: its hand fit is found in scrap',
      [inputOf('tenon', c.joint.form.kind === 'round-tenon' ? c.joint.form.diameterMm : c.joint.depthMm, 'mm')],
      'mends',
    ),
    sizeMm(
      'stop-receiving',
      'depth stop',
      deepMm,
      'old depth + 1 mm for glue',
      [inputOf('old depth', c.joint.depthMm, 'mm')],
      'mends',
    ),
    sizeMm(
      'wall',
      'wall outside the plug',
      wallMm,
      '(part − plug) / 2, 3 mm at least',
      [input('part, across', acrossMm, 'mm')],
      'mends',
    ),
  ]
  const stock: Stock = {
    id: 'plug',
    serves: 'each',
    what: 'plug',
    count: 1,
    sizesMm: [plugMm, deepMm],
    wood: c.receiving.species,
    note: 'cut across a board, so that its grain runs with the part’s',
  }
  const steps = [
    using(
      before(
        'bore-out',
        12,
        say`Bore the hole out to ${mm(plugMm)}, on its old centre and line, by a stop at ${mm(deepMm)}.`,
      ),
      'drill',
      tool('bit', plugMm),
      'depth-stop',
    ),
    ...plugged(),
    using(
      before(
        'bore',
        15,
        say`Mark the old centre across the plug from lines drawn before it went in. Bore ${mm(pegMm)} at the old angle, a guide block clamped on; in scrap first, and try the tenon there.`,
        1,
      ),
      'drill',
      tool('bit', pegMm),
      'depth-stop',
      'angle-block',
      'scrap',
    ),
  ]
  const settings = [
    { what: say`Old hole, on its centre and line`, bitMm: plugMm, stopMm: deepMm },
    { what: say`Again, on the old centre`, bitMm: pegMm, stopMm: deepMm },
  ]
  return fitting(
    settings,
    say`${fitMm(gapMm)} ${pastWords(gapMm)}${tapered ? ', and the socket is wider at one end' : ''}: a plug of ${mm(plugMm)} leaves ${mm(wallMm)} of wall`,
    sizes,
    stock,
    steps,
    ((Math.PI / 4) * (plugMm ** 2 - holeMm ** 2) * deepMm) / 1000,
  )
}

function considerMortise(c: JointCase): Verdict {
  const form = c.joint.form as Extract<JointCase['joint']['form'], { kind: 'mortise-and-tenon' }>
  const { cheek, edge } = c.clearance
  const gapMm = widest(cheek)
  if (gapMm <= pluggedFromMm(c) + 1e-9) {
    return no(say`${fitMm(gapMm)} at the cheeks can be filled without cutting the ${c.receivingName}`)
  }
  const thickMm = form.thicknessMm.value + gapMm + 2 * TO_SOUND_MM
  const wideMm = form.widthMm.value + widest(edge) + 2 * TO_SOUND_MM
  const acrossMm = legThicknessMm(c)
  const wallMm = (acrossMm - thickMm) / 2
  if (wallMm < WALL_MM) {
    return no(
      say`a plug of ${mm(thickMm)} leaves ${mm(Math.max(0, wallMm))} of wall in ${mm(acrossMm)}; ${mm(WALL_MM)} are wanted`,
    )
  }
  const deepMm = c.joint.depthMm.value + form.deeperMm.value
  const sizes = [
    sizeMm(
      'plug',
      'plug, thickness',
      thickMm,
      'mortise + 1 mm to sound wood on both sides',
      [inputOf('tenon', form.thicknessMm, 'mm'), inputOf('at the cheeks', cheek.mouth, 'fit-mm')],
      'mends',
    ),
    sizeMm(
      'width',
      'plug, width',
      wideMm,
      'mortise + 1 mm to sound wood at both ends',
      [inputOf('tenon', form.widthMm, 'mm'), inputOf('at the edges', edge.mouth, 'fit-mm')],
      'mends',
    ),
    sizeMm(
      'stop-receiving',
      'depth',
      deepMm,
      'as the mortise was',
      [inputOf('tenon, length', c.joint.depthMm, 'mm'), inputOf('deeper by', form.deeperMm, 'mm')],
      'mends',
    ),
    sizeMm(
      'wall',
      'wall outside the plug',
      wallMm,
      '(part − plug) / 2, 3 mm at least',
      [input('part, across', acrossMm, 'mm')],
      'mends',
    ),
  ]
  const stock: Stock = {
    id: 'plug',
    serves: 'each',
    what: 'plug',
    count: 1,
    sizesMm: [thickMm, wideMm, deepMm],
    wood: c.receiving.species,
    note: 'its grain runs with the part’s, along its width',
  }
  const steps = [
    using(
      before(
        'pare-out',
        20,
        say`Pare the mortise out to sound wood, flat: ${mm(thickMm)} × ${mm(wideMm)}, ${mm(deepMm)} deep.`,
      ),
      'chisel',
      'knife',
      'square',
    ),
    ...plugged(),
    using(
      before(
        'cut',
        30,
        say`Knife the mortise round from the tenon itself, on lines carried over before the plug went in; bore out the waste and pare to a hand fit.`,
      ),
      'knife',
      'drill',
      'chisel',
      'depth-stop',
    ),
  ]
  const settings = [{ what: say`Recess, from the show face`, stopMm: deepMm, fenceMm: wallMm }]
  return fitting(
    settings,
    say`${fitMm(gapMm)} at the cheeks ${pastWords(gapMm)}${isTapered(cheek) ? ', and the mortise is wider at one end' : ''}: a plug of ${mm(thickMm)} leaves ${mm(wallMm)} of wall`,
    sizes,
    stock,
    steps,
    (Math.max(0, thickMm * wideMm - (form.thicknessMm.value + gapMm) * (form.widthMm.value + widest(edge))) * deepMm)
    / 1000,
  )
}

const plugged = (): Step[] => [
  {
    ...using(
      before(
        'plug',
        12,
        say`Glue the plug in, its grain along the part, pressed home; overnight, for it is cut again.`,
      ),
      'brush',
      'mallet',
    ),
    waitMin: SETS_MIN,
  },
  using(before('flush', 5, say`Level it with the face.`), 'chisel', 'block-plane'),
]

const fitting = (
  settings: readonly Setting[],
  reason: Verdict['reason'],
  sizes: Size[],
  stock: Stock,
  steps: Step[],
  removedCm3: number,
): Verdict => ({
  fits: true,
  reason,
  sizes,
  stock: [stock],
  steps: [...steps, using(before('fit', 6, say`Fit dry: by hand pressure, the shoulder closed all round.`), 'scraper')],
  settings,
  scrap: say`Bore or cut it in scrap first, and try the tenon itself there: in by hand, not loose.`,
  cautions: ['drill', 'blade'],
  leavesGapMm: FIT_MM,
  removedCm3,
  hold: { low: 0.7, high: 0.92 },
})

/** The plug in the receiving part, and what is cut into it again. */
function draw(c: JointCase, work: Work): View[] {
  const wood = woodOf(c)
  const [plugMm, deepMm] = [sizeOf(work, 'plug'), sizeOf(work, 'stop-receiving')]
  const again
    = work.sizes.find(s => s.id === 'bore')?.figure.value
      ?? (c.joint.form.kind === 'mortise-and-tenon' ? c.joint.form.thicknessMm.value : 0)
  return [
    alongView(
      wood,
      [band(-deepMm, 0, plugMm, 'new', { grain: 'y' }), band(-deepMm, 0, again, 'cut')],
      [
        lengthUnder(wood, -deepMm, 0, 0, written(deepMm)),
        thicknessBeside(wood, again, 0, written(again)),
        thicknessBeside(wood, plugMm, 1, written(plugMm)),
      ],
    ),
  ]
}
