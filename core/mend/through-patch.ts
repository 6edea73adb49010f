import { faceForce } from '../clamping'
import { input, inputOf } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { along } from '../measure/vec'
import { axisLengthMm } from '../piece/geometry'
import type { Loss } from '../piece/schema'
import { before, cured, using, wet } from '../work'
import { footEnd } from './foot-tip'
import { patchSolid } from './let-in-patch'
import { pastLossMm, placeOfLoss, TAPER_DEG } from './loss-place'
import { no, sizeMm, sizeOf, type Mend, type Verdict } from './mend'
import { pressureMPa } from './press'
import { faultOf, notYet, partIn, type WoodCase } from './wood-case'
import { recessViews } from './wood-views'

/** Wood gone past the middle of a part: one piece right through from side to side, not a patch on each face. */
export const throughPatch: Mend<WoodCase> = {
  id: 'through-patch',
  decides: 'over half of the part gone, a third of it and 8 mm left behind',
  tools: ['fine-saw', 'block-plane', 'knife', 'chisel', 'square', 'brush', 'swab', 'scraper', 'scrap'],
  label: 'One piece right through',
  short: 'through patch',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 2 },
  isFor: c => (faultOf(c) as Loss).depthMm.basis === 'measured' && deeperThanHalf(c),
  consider,
  datum: say`Lengths along the part are from the middle of what is gone; depth from its show face.`,
  draw: (_c, work) =>
    recessViews({
      longMm: sizeOf(work, 'length'),
      wideMm: sizeOf(work, 'width'),
      deepMm: sizeOf(work, 'thickness'),
      thickMm: sizeOf(work, 'thickness') + sizeOf(work, 'wall'),
      taperDeg: TAPER_DEG,
      proudMm: PROUD_MM,
    }),
}

const TO_SOUND_MM = 2
const PROUD_MM = 0.5
/** What has to stay behind it, as a share of the part and at least, millimetres (docs/sources.md#splices, low). */
const LEFT_SHARE = 1 / 3
const LEAST_LEFT_MM = 8
const HALF = 0.5

function deeperThanHalf(c: WoodCase): boolean {
  const fault = faultOf(c) as Loss
  const { outMm, inMm } = placeOfLoss(partIn(c), fault)
  return fault.depthMm.value + HALF > (outMm + inMm) / 2
}

function consider(c: WoodCase): Verdict {
  const fault = faultOf(c) as Loss
  if ([fault.lengthMm, fault.widthMm].some(m => m.basis === 'assumed')) {
    return notYet(say`measure what is gone: length, width and depth`)
  }
  if (footEnd(c)) return no(say`it is at a foot: a tip, or a new end`)
  const part = partIn(c)
  const { point, out, beside, tangent, outMm, inMm, wideMm } = placeOfLoss(part, fault)
  const thickMm = outMm + inMm
  const deepMm = fault.depthMm.value + TO_SOUND_MM
  const leftMm = thickMm - deepMm
  const leastMm = Math.max(LEAST_LEFT_MM, LEFT_SHARE * thickMm)
  if (leftMm < leastMm) {
    return no(
      say`${mm(Math.max(0, leftMm))} of ${mm(thickMm)} would stay behind it; ${mm(leastMm)} are wanted: the length is replaced`,
    )
  }
  const longMm = fault.lengthMm.value + 2 * pastLossMm(deepMm)
  const atMm = fault.along * axisLengthMm(part)
  if (atMm < longMm / 2 || atMm > axisLengthMm(part) - longMm / 2) {
    return no(say`it runs out at the end, where a piece has nothing to lean on: a new end`)
  }
  const area = longMm * wideMm + 2 * wideMm * deepMm
  const outer = along(point, out, outMm)
  return {
    fits: true,
    reason: say`${mm(fault.depthMm.value)} of ${mm(thickMm)} gone: one piece right through, ${mm(longMm)} by ${mm(wideMm)}, and ${mm(leftMm)} stay behind it`,
    sizes: [
      sizeMm(
        'length',
        'notch, along the grain',
        longMm,
        'what is gone + 2 mm on each side, more where its ends lean in that far',
        [inputOf('gone', fault.lengthMm, 'mm')],
      ),
      sizeMm('width', 'notch, from side to side', wideMm, 'right through: the part there', [
        input('part', wideMm, 'mm'),
      ]),
      sizeMm('thickness', 'notch, deep', deepMm, 'what is gone + 2 mm, to sound wood', [
        inputOf('gone', fault.depthMm, 'mm'),
      ]),
      sizeMm('wall', 'stays behind it', leftMm, 'part − notch; a third of it and 8 mm at least', [
        input('part', thickMm, 'mm'),
      ]),
    ],
    stock: [
      {
        id: 'patch',
        serves: 'each',
        what: 'through patch',
        count: 1,
        sizesMm: [deepMm + PROUD_MM, wideMm + 1, longMm],
        wood: part.species,
        note: 'grain and rings as the part, its two ends leaning in; a shade wide on both sides until it is levelled',
      },
    ],
    steps: [
      using(
        before(
          'notch',
          22,
          say`Saw both ends of the notch leaning in ${String(TAPER_DEG)}° and pare its bottom flat, ${mm(deepMm)} deep, right through from side to side.`,
        ),
        'knife',
        'square',
        'fine-saw',
        'chisel',
      ),
      using(
        before(
          'piece',
          20,
          say`Plane the piece to it until both ends close by pressing; a shade proud above and at both sides.`,
        ),
        'block-plane',
        'scrap',
      ),
      using(
        wet(
          'glue',
          say`Glue bottom and both ends, twice on the ends; pressed square to the face over a block as long as the notch.`,
        ),
        'brush',
        'swab',
      ),
      using(
        cured('level', 10, say`Level all three faces with the grain; a moulding is cut on it again.`),
        'block-plane',
        'scraper',
      ),
    ],
    settings: [{ what: say`Notch: its two ends leaning in`, stopMm: deepMm, angleDeg: TAPER_DEG }],
    scrap: say`Cut the notch in scrap first with the bevel as set: the piece goes home by pressing, and both ends close at the surface.`,
    cautions: ['blade'],
    leavesGapMm: 0.1,
    removedCm3:
      Math.max(0, longMm * wideMm * deepMm - fault.lengthMm.value * fault.widthMm.value * fault.depthMm.value) / 1000,
    hold: { low: 0.65, high: 0.9 },
    design: {
      newWood: [
        patchSolid(
          part,
          fault.id,
          along(outer, out, PROUD_MM - (deepMm + PROUD_MM) / 2),
          tangent,
          beside,
          longMm,
          wideMm,
          deepMm + PROUD_MM,
        ),
      ],
      bores: [],
      glueLines: [{ id: `${c.trouble.id}/bed`, words: say`its bed and ends`, areaMm2: area, gapMm: 0.1, turn: 1 }],
      pressing: [
        {
          from: along(point, out, -inMm),
          to: along(outer, out, PROUD_MM),
          force: faceForce(longMm * wideMm, pressureMPa(part.species)),
          offSquareDeg: 0,
        },
      ],
      closingMin: 1,
      strength: 'fair',
    },
  }
}
