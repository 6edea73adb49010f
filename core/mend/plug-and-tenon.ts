import { input, inputOf } from '../measure/figure'
import { fitMm, mm, say } from '../measure/phrase'
import { sectionAt } from '../piece/geometry'
import { band, type View } from '../sheet'
import { before, using, type Step } from '../work'
import { alongView, lengthUnder, thicknessBeside, woodOf, written } from './joint-views'
import { looseTenon } from './loose-tenon'
import {
  dowelSnapped,
  isTapered,
  LOST_FIT_MM,
  no,
  sizeMm,
  sizeOf,
  widest,
  type JointCase,
  type Mend,
  type Verdict,
  type Work,
} from './mend'
import { legThicknessMm } from './new-dowel'

/**
 * Both halves spoilt: the tenon broken or wasted and its mortise no mortise any more. The mortise is closed with new
 * wood, and one new tenon of a sensible thickness let into both parts.
 */
export const plugAndTenon: Mend<JointCase> = {
  id: 'plug-and-tenon',
  decides: 'a plug with 3 mm of wall, a tenon of a third of the stock',
  tools: [
    'fine-saw',
    'chisel',
    'knife',
    'square',
    'brush',
    'mallet',
    'block-plane',
    'drill',
    'depth-stop',
    'scraper',
    'caliper',
  ],
  label: 'Plug the mortise, new tenon in both',
  short: 'plug + tenon',
  opens: true,
  undo: 'no',
  place: { conserve: 11, everyday: 10, strength: 6 },
  isFor: c => c.joint.form.kind === 'mortise-and-tenon' && !looseTenon.consider(c).fits,
  consider,
  draw,
}

const WALL_MM = 3
const TO_SOUND_MM = 1
const TENON_SHARE = 1 / 3
const SHOULDER_MM = 5
const FIT_MM = 0.1
const SHORT_MM = 1
const LEAST_DEEP_MM = 25
const SETS_MIN = 24 * 60

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  if (form.kind !== 'mortise-and-tenon') return no(say`only a square tenon is made again so`)
  const { cheek, edge } = c.clearance
  if (!dowelSnapped(c) && widest(cheek) <= LOST_FIT_MM + 1e-9) {
    return no(say`the tenon is whole, and ${fitMm(widest(cheek))} at the cheeks can be filled`)
  }
  if (!dowelSnapped(c)) return no(say`the tenon is whole: only its mortise is plugged and cut again`)
  const plugMm = form.thicknessMm.value + widest(cheek) + 2 * TO_SOUND_MM
  const plugWideMm = form.widthMm.value + widest(edge) + 2 * TO_SOUND_MM
  const acrossMm = legThicknessMm(c)
  const wallMm = (acrossMm - plugMm) / 2
  if (wallMm < WALL_MM) {
    return no(
      say`a plug of ${mm(plugMm)} leaves ${mm(Math.max(0, wallMm))} of wall in ${mm(acrossMm)}; ${mm(WALL_MM)} are wanted`,
    )
  }
  const { widthMm, depthMm } = sectionAt(c.entering, 0)
  const [stockMm, highMm] = [Math.min(widthMm, depthMm), Math.max(widthMm, depthMm)]
  const thickMm = Math.round(stockMm * TENON_SHARE * 2) / 2
  const wideMm = Math.min(form.widthMm.value, highMm - 2 * SHOULDER_MM)
  const inPostMm = c.joint.depthMm.value - SHORT_MM
  const inRailMm = Math.max(LEAST_DEEP_MM, c.joint.depthMm.value)
  const deepMm = c.joint.depthMm.value + form.deeperMm.value
  return {
    fits: true,
    reason: say`the tenon has broken and its mortise is spoilt${isTapered(cheek) ? ', wider at one end' : ''}: a plug of ${mm(plugMm)} leaves ${mm(wallMm)} of wall, and a tenon of ${mm(thickMm)}, a third of ${mm(stockMm)}, goes into both`,
    sizes: [
      sizeMm('plug', 'plug, thickness', plugMm, 'mortise + 1 mm to sound wood on both sides', [
        inputOf('old tenon', form.thicknessMm, 'mm'),
        inputOf('at the cheeks', cheek.mouth, 'fit-mm'),
      ]),
      sizeMm('width', 'plug, width', plugWideMm, 'mortise + 1 mm at both ends', [
        inputOf('old tenon', form.widthMm, 'mm'),
        inputOf('at the edges', edge.mouth, 'fit-mm'),
      ]),
      sizeMm('stop-receiving', 'plug, depth', deepMm, 'as the mortise was', [
        inputOf('tenon, length', c.joint.depthMm, 'mm'),
      ]),
      sizeMm('wall', 'wall outside the plug', wallMm, '(part − plug) / 2, 3 mm at least', [
        input('part, across', acrossMm, 'mm'),
      ]),
      sizeMm('tenon-thickness', 'tenon, thickness', thickMm, 'a third of the stock', [input('stock', stockMm, 'mm')]),
      sizeMm('tenon-width', 'tenon, width', wideMm, 'as the old one, 5 mm of shoulder at both edges at least', [
        inputOf('old tenon', form.widthMm, 'mm'),
        input('rail', highMm, 'mm'),
      ]),
      sizeMm('tenon-length', 'tenon, length', inPostMm + inRailMm, 'old depth − 1 mm + depth in the rail', [
        inputOf('old depth', c.joint.depthMm, 'mm'),
        input('in the rail', inRailMm, 'mm'),
      ]),
      sizeMm(
        'stop-entering',
        'mortise in the rail, depth',
        inRailMm + SHORT_MM,
        '25 mm, or as deep as the old one, + 1 mm for glue',
        [inputOf('old depth', c.joint.depthMm, 'mm')],
      ),
    ],
    stock: [
      {
        id: 'plug',
        serves: 'each',
        what: 'plug',
        count: 1,
        sizesMm: [plugMm, plugWideMm, deepMm],
        wood: c.receiving.species,
        note: 'its grain runs with the part’s, along its width',
      },
      {
        id: 'tenon',
        serves: 'each',
        what: 'tenon',
        count: 1,
        sizesMm: [thickMm, wideMm, inPostMm + inRailMm],
        wood: c.entering.species,
        note: 'straight grain along it; edges eased, a groove on each cheek',
      },
    ],
    steps: steps(plugMm, plugWideMm, deepMm, thickMm, wideMm, inRailMm),
    settings: [
      { what: say`Recess for the plug, from the show face`, stopMm: deepMm, fenceMm: wallMm },
      {
        what: say`Mortise in the rail, from its show face`,
        stopMm: inRailMm + SHORT_MM,
        fenceMm: (stockMm - thickMm) / 2,
      },
    ],
    scrap: say`Cut one mortise in scrap with the gauge as it is set, and try the tenon: in by hand.`,
    cautions: ['drill', 'blade'],
    leavesGapMm: FIT_MM,
    removedCm3:
      (plugMm * plugWideMm * deepMm
        - (form.thicknessMm.value + widest(cheek)) * form.widthMm.value * deepMm
        + thickMm * wideMm * inRailMm)
      / 1000,
    hold: { low: 0.6, high: 0.88 },
  }
}

const steps = (
  plugMm: number,
  plugWideMm: number,
  deepMm: number,
  thickMm: number,
  wideMm: number,
  inRailMm: number,
): Step[] => [
  using(
    before('stub', 12, say`Saw what is left of the tenon off at the shoulder; clear the mortise of its stub.`),
    'fine-saw',
    'chisel',
  ),
  using(
    before(
      'pare-out',
      20,
      say`Pare the mortise out to sound wood, flat: ${mm(plugMm)} × ${mm(plugWideMm)}, ${mm(deepMm)} deep.`,
    ),
    'chisel',
    'knife',
    'square',
  ),
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
  using(
    before(
      'mortises',
      45,
      say`Knife both mortises from one gauge setting off the show faces, ${mm(thickMm + FIT_MM)} × ${mm(wideMm + FIT_MM)}; bore and pare, ${mm(inRailMm + SHORT_MM)} into the rail.`,
    ),
    'knife',
    'drill',
    'chisel',
    'depth-stop',
  ),
  using(
    before(
      'tenon',
      15,
      say`Plane the tenon to a hand fit in both, and fit dry: the faces in line, the shoulder closed all round.`,
    ),
    'block-plane',
    'caliper',
  ),
]

/** The plug in the post, and one tenon in it and in the rail. */
function draw(c: JointCase, work: Work): View[] {
  const [plugMm, deepMm] = [sizeOf(work, 'plug'), sizeOf(work, 'stop-receiving')]
  const [thickMm, lengthMm, cutMm] = [
    sizeOf(work, 'tenon-thickness'),
    sizeOf(work, 'tenon-length'),
    sizeOf(work, 'stop-entering'),
  ]
  const wood = woodOf(c, cutMm + 25)
  const inRailMm = cutMm - SHORT_MM
  return [
    alongView(
      wood,
      [
        band(-deepMm, 0, plugMm, 'new', { grain: 'y' }),
        band(0, cutMm, thickMm + FIT_MM, 'cut'),
        band(inRailMm - lengthMm, inRailMm, thickMm, 'new', { grain: 'x' }),
      ],
      [
        lengthUnder(wood, -deepMm, 0, 0, written(deepMm)),
        lengthUnder(wood, 0, cutMm, 0, written(cutMm)),
        lengthUnder(wood, inRailMm - lengthMm, inRailMm, 1, written(lengthMm)),
        thicknessBeside(wood, thickMm, 0, written(thickMm)),
        thicknessBeside(wood, plugMm, 1, written(plugMm)),
      ],
    ),
  ]
}
