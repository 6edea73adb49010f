import { input, inputOf } from '../measure/figure'
import { fitMm, mm, say } from '../measure/phrase'
import { sectionAt } from '../piece/geometry'
import { alongView, endView, lengthUnder, thicknessBeside, woodOf, written } from './joint-views'
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
import { across, along, band, rectangle, type View } from '../sheet'
import { SHIM_MOST_MM } from './shims'
import { before, using } from '../work'

/** A square tenon that has broken or rotted: sawn off, a mortise cut in its place, and a tenon of new wood in both. */
export const looseTenon: Mend<JointCase> = {
  id: 'loose-tenon',
  decides: 'half of the stock at most, 3 mm of wall, 25 mm deep',
  tools: ['fine-saw', 'knife', 'drill', 'chisel', 'depth-stop', 'scraper', 'block-plane', 'caliper'],
  label: 'Loose tenon',
  short: 'loose tenon',
  opens: true,
  undo: 'no',
  place: { conserve: 9, everyday: 7, strength: 3 },
  consider,
  draw,
}

/**
 * Of the stock at most, the wall beside the new mortise, and how deep it is cut where the wood allows, millimetres
 * (docs/sources.md#mends, medium).
 */
const MOST_OF_STOCK = 1 / 2
const WALL_MM = 3
const DEEP_MM = 25
const FIT_MM = 0.1
const SHORT_MM = 1

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  if (form.kind !== 'mortise-and-tenon') return no(say`only a square tenon is made again so`)
  const { cheek, edge } = c.clearance
  const isLost = widest(cheek) > SHIM_MOST_MM || (widest(cheek) > LOST_FIT_MM && widest(edge) > LOST_FIT_MM)
  if (!dowelSnapped(c) && !isLost) {
    return no(
      say`the tenon is whole, and ${fitMm(widest(cheek))} at the cheeks can be filled: it is not sawn off for that`,
    )
  }
  if (isTapered(cheek)) return no(say`the mortise is wider at one end: a straight tenon fits neither`)
  const { widthMm, depthMm } = sectionAt(c.entering, 0)
  const stockMm = Math.min(widthMm, depthMm)
  const thickMm = form.thicknessMm.value + widest(cheek) - FIT_MM
  const wallMm = (stockMm - thickMm) / 2
  if (thickMm > MOST_OF_STOCK * stockMm + 1e-9) {
    return no(
      say`the mortise wants a tenon of ${mm(thickMm)}, over half of the ${mm(stockMm)} of stock: plug the mortise and cut it anew`,
    )
  }
  if (wallMm < WALL_MM) return no(say`it would leave ${mm(wallMm)} of wall beside it; ${mm(WALL_MM)} are wanted`)
  const wideMm = form.widthMm.value + widest(edge) - FIT_MM
  const inPostMm = c.joint.depthMm.value - SHORT_MM
  const inRailMm = Math.max(DEEP_MM, c.joint.depthMm.value)
  const lengthMm = inPostMm + inRailMm
  return {
    fits: true,
    reason: say`${dowelSnapped(c) ? 'the tenon has broken' : say`${fitMm(widest(cheek))} at the cheeks is past shims`}: new wood of ${mm(thickMm)} in ${mm(stockMm)}, ${mm(inRailMm)} into the rail`,
    sizes: [
      sizeMm(
        'tenon-thickness',
        'tenon, thickness',
        thickMm,
        'old tenon + clearance at the cheeks − 0.1 mm',
        [inputOf('old tenon', form.thicknessMm, 'mm'), inputOf('at the cheeks', cheek.mouth, 'fit-mm')],
        'mends',
      ),
      sizeMm(
        'tenon-width',
        'tenon, width',
        wideMm,
        'old tenon + clearance at the edges − 0.1 mm',
        [inputOf('old tenon', form.widthMm, 'mm'), inputOf('at the edges', edge.mouth, 'fit-mm')],
        'mends',
      ),
      sizeMm(
        'tenon-length',
        'tenon, length',
        lengthMm,
        'old depth − 1 mm + depth in the rail',
        [inputOf('old depth', c.joint.depthMm, 'mm'), input('in the rail', inRailMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'stop-entering',
        'mortise in the rail, depth',
        inRailMm + SHORT_MM,
        '25 mm, or as deep as the old one, + 1 mm for glue',
        [inputOf('old depth', c.joint.depthMm, 'mm')],
        'mends',
      ),
      sizeMm(
        'wall',
        'wall beside it',
        wallMm,
        '(stock − tenon) / 2, 3 mm at least',
        [input('stock', stockMm, 'mm')],
        'mends',
      ),
    ],
    stock: [
      {
        id: 'tenon',
        serves: 'each',
        what: 'tenon',
        count: 1,
        sizesMm: [thickMm, wideMm, lengthMm],
        wood: c.entering.species,
        note: 'straight grain along it; edges eased, a groove on each cheek',
      },
    ],
    steps: [
      using(before('saw', 5, say`Saw the old tenon off at the shoulder, the shoulder itself untouched.`), 'fine-saw'),
      using(
        before(
          'mortise',
          30,
          say`Mark it from the old tenon’s root. Bore out and pare a mortise ${mm(thickMm + FIT_MM)} × ${mm(wideMm + FIT_MM)}, ${mm(inRailMm + SHORT_MM)} deep, along the rail.`,
        ),
        'knife',
        'drill',
        'chisel',
        'depth-stop',
      ),
      using(
        before('clear', 10, say`Clear the post’s mortise of what is left in it; old glue off, wood on.`),
        'chisel',
        'scraper',
      ),
      using(
        before('tenon', 15, say`Plane the tenon to a hand fit in both, and fit dry: the shoulder closes all round.`),
        'block-plane',
        'caliper',
      ),
    ],
    settings: [{ what: say`Mortise in the rail, from its show face`, stopMm: inRailMm + SHORT_MM, fenceMm: wallMm }],
    scrap: say`Cut the mortise in scrap of the rail’s thickness first, and try the tenon: in by hand, faces in line.`,
    cautions: ['drill', 'blade'],
    leavesGapMm: FIT_MM,
    removedCm3:
      (thickMm * wideMm * inRailMm + form.thicknessMm.value * form.widthMm.value * c.joint.depthMm.value) / 1000,
    hold: { low: 0.65, high: 0.9 },
  }
}

/** The tenon in the rail’s new mortise and the post’s old one, and its section in the stock. */
function draw(c: JointCase, work: Work): View[] {
  const [thickMm, wideMm, lengthMm, cutMm] = [
    sizeOf(work, 'tenon-thickness'),
    sizeOf(work, 'tenon-width'),
    sizeOf(work, 'tenon-length'),
    sizeOf(work, 'stop-entering'),
  ]
  const wood = woodOf(c, cutMm + 25)
  const inRailMm = cutMm - SHORT_MM
  return [
    alongView(
      wood,
      [
        band(-c.joint.depthMm.value, 0, thickMm + FIT_MM, 'hidden'),
        band(0, cutMm, thickMm + FIT_MM, 'cut'),
        band(inRailMm - lengthMm, inRailMm, thickMm, 'new', { grain: 'x' }),
      ],
      [
        lengthUnder(wood, 0, cutMm, 0, written(cutMm)),
        lengthUnder(wood, inRailMm - lengthMm, inRailMm, 1, written(lengthMm)),
        thicknessBeside(wood, thickMm, 0, written(thickMm)),
      ],
    ),
    endView(
      wood,
      [rectangle('cut', [-thickMm / 2, -wideMm / 2], [thickMm / 2, wideMm / 2])],
      [
        across(-wood.thickMm / 2, wideMm, 8, written(wideMm)),
        along(-thickMm / 2, thickMm / 2, -wood.wideMm / 2, 8, written(thickMm)),
      ],
    ),
  ]
}
