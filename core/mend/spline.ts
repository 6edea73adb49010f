import { input, inputOf } from '../measure/figure'
import { fitMm, mm, say } from '../measure/phrase'
import { sectionAt } from '../piece/geometry'
import { band, type View } from '../sheet'
import { before, using } from '../work'
import { alongView, lengthUnder, thicknessBeside, woodOf, written } from './joint-views'
import {
  EASY_FIT_MM,
  glueFaces,
  no,
  sizeMm,
  sizeOf,
  widest,
  type JointCase,
  type Mend,
  type Verdict,
  type Work,
} from './mend'
import { mitreOf, sizing } from './mitre-case'
import { notYet } from './wood-case'

/**
 * A loose tongue across a mitre, in slots of both faces: renewed where there was one, cut where the corner has to
 * bear more.
 */
export const spline: Mend<JointCase> = {
  id: 'spline',
  decides: 'a quarter of the thickness, in slots of half the side’s own depth at most',
  tools: ['scraper', 'fine-saw', 'chisel', 'depth-stop', 'block-plane', 'caliper', 'brush', 'swab'],
  label: 'Spline in both faces',
  short: 'spline',
  opens: true,
  undo: 'no',
  place: { conserve: 9, everyday: 3, strength: 0.8 },
  fittedWet: false,
  isFor: c => mitreOf(c) !== null,
  consider,
  draw,
}

/** Against the frame’s thickness, and how deep in each face (docs/sources.md#mitres, low), millimetres. */
const THICK_SHARE = 1 / 4
const LEAST_THICK_MM = 2
const DEEP_MM = 10
const DEEP_SHARE = 0.35
const TO_FACE_MM = 3
const FIT_MM = 0.1

function consider(c: JointCase): Verdict {
  const form = mitreOf(c)
  if (!form) return no(say`a spline goes across a mitre`)
  const gapMm = widest(glueFaces(c))
  if (gapMm > EASY_FIT_MM + 1e-9) return no(say`the faces stand ${fitMm(gapMm)} apart: they are planed to meet first`)
  const { widthMm, depthMm } = sectionAt(c.entering, 0)
  const [thickMm, wideMm] = [Math.min(widthMm, depthMm), Math.max(widthMm, depthMm)]
  const isOld = form.lock === 'spline'
  if (isOld && c.wedgesMm.length === 0 && c.joint.depthMm.basis === 'assumed') {
    return notYet(say`nobody has measured the old slots: open it, and set the joint’s depth to how deep they are`)
  }
  const splineMm = Math.max(LEAST_THICK_MM, Math.round(thickMm * THICK_SHARE * 2) / 2)
  const deepMm = isOld ? c.joint.depthMm.value : Math.min(DEEP_MM, Math.round(DEEP_SHARE * wideMm))
  const faceMm = (thickMm - splineMm) / 2
  if (faceMm < TO_FACE_MM) {
    return no(
      say`a spline of ${mm(splineMm)} leaves ${mm(faceMm)} to the face in ${mm(thickMm)}; ${mm(TO_FACE_MM)} are wanted`,
    )
  }
  const [acrossMm, longMm] = [2 * deepMm - 1, form.widthMm.value]
  return {
    fits: true,
    reason: say`${isOld ? 'it had one' : 'end grain holds little'}: a tongue of ${mm(splineMm)} in slots ${mm(deepMm)} deep leaves ${mm(faceMm)} to each face`,
    sizes: [
      sizeMm('thickness', 'spline and slot, thickness', splineMm, 'a quarter of the frame’s thickness, 2 mm at least', [
        input('frame', thickMm, 'mm'),
      ]),
      sizeMm(
        'stop-entering',
        'slot, depth in each face',
        deepMm,
        isOld ? 'as it was' : '0.35 of the side’s width, 10 mm at most',
        [input('side', wideMm, 'mm')],
      ),
      sizeMm('width', 'spline, across the mitre', acrossMm, '2 × slot − 1 mm for glue', [input('slot', deepMm, 'mm')]),
      sizeMm('length', 'spline, along the slant', longMm, 'the slant', [inputOf('slant', form.widthMm, 'mm')]),
      sizeMm('wall', 'to each face', faceMm, '(frame − spline) / 2, 3 mm at least', [input('frame', thickMm, 'mm')]),
    ],
    stock: [
      {
        id: 'shim',
        serves: 'each',
        what: 'spline',
        count: 1,
        sizesMm: [splineMm, longMm, acrossMm],
        wood: c.entering.species,
        note: 'its grain across the mitre, never along it: along it snaps',
      },
    ],
    steps: [
      using(before('scrape', 8, say`Old glue off both faces; fit dry, no light through.`), 'scraper', 'swab'),
      using(
        before(
          'slots',
          14,
          say`${isOld ? 'Clear both slots to bare wood' : 'Saw a slot in both faces, gauged from the face side'}: ${mm(splineMm)} wide, ${mm(deepMm)} deep, ${mm(faceMm)} from the face.`,
        ),
        'fine-saw',
        'chisel',
        'depth-stop',
      ),
      using(
        before('tongue', 8, say`Plane the spline to a push fit, its grain across the mitre.`),
        'block-plane',
        'caliper',
      ),
      ...sizing(c),
    ],
    settings: [{ what: say`Slot in each face, from the face side`, stopMm: deepMm, fenceMm: faceMm }],
    scrap: say`Saw a slot in scrap with the fence as set and try the spline: in by pushing, the two scraps then flush.`,
    cautions: ['blade'],
    leavesGapMm: Math.max(FIT_MM, gapMm),
    removedCm3: isOld ? 0 : (2 * splineMm * deepMm * longMm) / 1000,
    hold: { low: 0.72, high: 0.94 },
  }
}

/** Across the mitre: the tongue in its two slots. */
function draw(c: JointCase, work: Work): View[] {
  const deepMm = sizeOf(work, 'stop-entering')
  const [splineMm, acrossMm] = [sizeOf(work, 'thickness'), sizeOf(work, 'width')]
  const base = woodOf(c, deepMm + 20)
  const wood = {
    ...base,
    throughMm: deepMm + 20,
    along: [
      band(-deepMm - 20, 0, base.thickMm, 'wood', { hatched: true }),
      band(0, deepMm + 20, base.thickMm, 'wood', { hatched: true }),
    ],
  }
  return [
    alongView(
      wood,
      [
        band(-deepMm, deepMm, splineMm + FIT_MM, 'cut'),
        band(-acrossMm / 2, acrossMm / 2, splineMm, 'new', { grain: 'x' }),
      ],
      [
        lengthUnder(wood, 0, deepMm, 0, written(deepMm)),
        lengthUnder(wood, -acrossMm / 2, acrossMm / 2, 1, written(acrossMm)),
        thicknessBeside(wood, splineMm, 0, written(splineMm)),
      ],
    ),
  ]
}
