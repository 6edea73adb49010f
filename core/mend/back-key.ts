import { input } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { sectionAt } from '../piece/geometry'
import type { View } from '../sheet'
import { cured, using } from '../work'
import { no, sizeMm, sizeOf, type JointCase, type Mend, type Verdict, type Work } from './mend'
import { mitreOf } from './mitre-case'
import { reGlue } from './re-glue'
import { recessViews } from './wood-views'

/**
 * A mitre glued again and held by a key let in across it from the back: nothing of it shows, and no face is touched.
 */
export const backKey: Mend<JointCase> = {
  id: 'back-key',
  decides: 'a third of the thickness let in, two thirds left to the face',
  tools: ['scraper', 'swab', 'brush', 'knife', 'chisel', 'depth-stop', 'strap', 'block-plane'],
  label: 'Re-glue, and a key let in from the back',
  short: 're-glue + back key',
  opens: true,
  undo: 'partly',
  place: { conserve: 2, everyday: 2, strength: 2 },
  isFor: c => mitreOf(c) !== null,
  consider,
  draw: (c, work) => draw(c, work),
}

/**
 * Against the frame’s thickness and its width, and what stays to the face (docs/sources.md#mitres, low), millimetres.
 */
const DEEP_SHARE = 1 / 3
const LEAST_TO_FACE_MM = 5
const LONG_SHARE = 1.2
const WIDE_SHARE = 0.4
const LEAST_DEEP_MM = 2.5

function consider(c: JointCase): Verdict {
  if (!mitreOf(c)) return no(say`only a mitre is held so`)
  if (mitreOf(c)?.lock === 'spline') return no(say`its spline holds it: glued again with that, or a new one`)
  const glued = reGlue.consider(c)
  if (!glued.fits) return glued
  const { widthMm, depthMm } = sectionAt(c.entering, 0)
  const [thickMm, wideMm] = [Math.min(widthMm, depthMm), Math.max(widthMm, depthMm)]
  const deepMm = Math.round(thickMm * DEEP_SHARE * 2) / 2
  if (deepMm < LEAST_DEEP_MM || thickMm - deepMm < LEAST_TO_FACE_MM) {
    return no(
      say`a third of ${mm(thickMm)} is ${mm(deepMm)}, and ${mm(thickMm - deepMm)} would stay to the face; ${mm(LEAST_TO_FACE_MM)} are wanted`,
    )
  }
  const [longMm, acrossMm] = [Math.round(wideMm * LONG_SHARE), Math.max(8, Math.round(wideMm * WIDE_SHARE))]
  return {
    ...glued,
    reason: say`${glued.reason}; a key ${mm(deepMm)} deep across it from the back leaves ${mm(thickMm - deepMm)} to the face`,
    sizes: [
      ...glued.sizes,
      sizeMm('thickness', 'key, thickness, and recess, depth', deepMm, 'a third of the frame’s thickness', [
        input('frame', thickMm, 'mm'),
      ]),
      sizeMm('length', 'key, along its grain, square to the mitre', longMm, '1.2 × the width of a side', [
        input('side', wideMm, 'mm'),
      ]),
      sizeMm('width', 'key, across', acrossMm, '0.4 × the width of a side, 8 mm at least', [
        input('side', wideMm, 'mm'),
      ]),
      sizeMm('wall', 'stays to the face', thickMm - deepMm, 'frame − key', [input('frame', thickMm, 'mm')]),
    ],
    stock: [
      ...glued.stock,
      {
        id: 'patch',
        serves: 'each',
        what: 'back key',
        count: 1,
        sizesMm: [deepMm, acrossMm, longMm],
        wood: c.entering.species,
        note: 'grain square to the mitre, so that it is crossed by whole fibres',
      },
    ],
    steps: [
      ...glued.steps,
      using(
        cured(
          'recess',
          18,
          say`When it has cured: on the back, square across the mitre’s line and in its middle, knife and pare a recess ${mm(longMm)} × ${mm(acrossMm)}, ${mm(deepMm)} deep, flat.`,
        ),
        'knife',
        'chisel',
        'depth-stop',
      ),
      using(
        cured('key', 8, say`Key to a push fit, glue on its bed and sides, pressed; level it when it has set.`),
        'brush',
        'strap',
        'block-plane',
      ),
    ],
    settings: [{ what: say`Recess, from the back`, stopMm: deepMm }],
    scrap: say`Set the depth on scrap of the same thickness: what stays to the face is ${mm(thickMm - deepMm)}, measured.`,
    cautions: [...new Set([...glued.cautions, 'blade' as const])],
    removedCm3: (longMm * acrossMm * deepMm) / 1000,
    hold: { low: 0.7, high: 0.92 },
  }
}

const draw = (c: JointCase, work: Work): View[] =>
  recessViews({
    longMm: sizeOf(work, 'length'),
    wideMm: sizeOf(work, 'width'),
    deepMm: sizeOf(work, 'thickness'),
    thickMm: Math.min(...Object.values(sectionAt(c.entering, 0))),
    taperDeg: 0,
    proudMm: 0,
  })
