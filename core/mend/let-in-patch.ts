import { faceForce } from '../clamping'
import { input, inputOf, type FigureInput } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { along, type Vec } from '../measure/vec'
import { axisLengthMm } from '../piece/geometry'
import type { Loss, Part } from '../piece/schema'
import { pastLossMm, placeOfLoss, TAPER_DEG } from './loss-place'
import { no, sizeMm, sizeOf, type Mend, type Size, type Verdict } from './mend'
import { pressureMPa } from './press'
import { footEnd } from './foot-tip'
import { recessViews } from './wood-views'
import { faultOf, notYet, partIn, type WoodCase } from './wood-case'
import { before, cured, using, wet } from '../work'

/** Wood that is gone from an edge or a face, let in again in the same wood. */
export const letInPatch: Mend<WoodCase> = {
  id: 'let-in-patch',
  decides: 'depth and walls of the recess against what lies near',
  tools: ['fine-saw', 'block-plane', 'knife', 'chisel', 'depth-stop', 'brush', 'swab', 'scraper'],
  label: 'Let-in patch',
  short: 'patch',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 1 },
  consider,
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

/** A patch thinner than this curls and lets go, millimetres. */
const THINNEST_MM = 3
/** How far it stands proud until it is brought down, millimetres. */
const PROUD_MM = 0.5
/** Beyond this share of the part the loss is not patched from one face. */
const DEEPEST_SHARE = 0.5

function consider(c: WoodCase): Verdict {
  const fault = faultOf(c) as Loss
  const part = partIn(c)
  const isAssumed = [fault.lengthMm, fault.widthMm, fault.depthMm].some(m => m.basis === 'assumed')
  if (isAssumed) return notYet(say`measure what is gone: length, width and depth`)
  const { point, out, beside, tangent, outMm, inMm } = placeOfLoss(part, fault)
  const deepMm = Math.max(THINNEST_MM, fault.depthMm.value + 0.5)
  if (deepMm > DEEPEST_SHARE * (outMm + inMm)) {
    return no(
      say`${mm(fault.depthMm.value)} deep in ${mm(outMm + inMm)}: over half of it, so it wants one piece right through or a new end`,
    )
  }
  const pastMm = pastLossMm(deepMm)
  const [longMm, wideMm] = [fault.lengthMm.value + 2 * pastMm, fault.widthMm.value + 2 * pastMm]
  const atMm = fault.along * axisLengthMm(part)
  if (footEnd(c) && (atMm < longMm / 2 || atMm > axisLengthMm(part) - longMm / 2)) {
    return no(say`it runs out at the foot’s end, where a patch has nothing to lean on: a tip across the whole end`)
  }
  const area = longMm * wideMm + 2 * (longMm + wideMm) * deepMm
  const size = (id: Size['id'], label: string, value: number, rule: string, inputs: readonly FigureInput[]) =>
    sizeMm(id, label, value, rule, inputs, 'mends')
  const sound = input('past it, each side', pastMm, 'mm')
  const outer = along(point, out, outMm)
  return {
    fits: true,
    reason: say`${mm(fault.lengthMm.value)} × ${mm(fault.widthMm.value)} × ${mm(fault.depthMm.value)} gone, ${mm(outMm + inMm - deepMm)} stay behind it`,
    sizes: [
      size(
        'length',
        'recess, along the grain',
        longMm,
        'what is gone + 2 mm on each side, to sound wood; more where its sides lean in that far',
        [inputOf('gone', fault.lengthMm, 'mm'), sound],
      ),
      size(
        'width',
        'recess, across',
        wideMm,
        'what is gone + 2 mm on each side, to sound wood; more where its sides lean in that far',
        [inputOf('gone', fault.widthMm, 'mm'), sound],
      ),
      size('thickness', 'recess, deep', deepMm, 'to sound wood, and 3 mm at least', [
        inputOf('gone', fault.depthMm, 'mm'),
      ]),
      size('wall', 'stays behind it', outMm + inMm - deepMm, 'thickness of the part there − recess', [
        input('thickness there', outMm + inMm, 'mm'),
      ]),
    ],
    stock: [
      {
        id: 'patch',
        serves: 'each',
        what: 'patch',
        count: 1,
        sizesMm: [deepMm + PROUD_MM, wideMm, longMm],
        wood: part.species,
        note: 'grain and rings as the part, a shade lighter rather than darker',
      },
    ],
    steps: [
      using(
        before(
          'patch',
          18,
          say`Cut the patch first, its sides leaning in ${TAPER_DEG}° to the bottom; lay it on with its grain along the part and scribe round it.`,
        ),
        'fine-saw',
        'block-plane',
        'knife',
      ),
      using(
        before(
          'recess',
          20,
          say`Cut the recess to the line, flat at the bottom, ${mm(deepMm)} deep; pare until it closes by pressing.`,
        ),
        'knife',
        'chisel',
        'depth-stop',
      ),
      using(
        wet('glue', say`Glue bottom and sides, press square to the face; it stands ${PROUD_MM} mm proud.`),
        'brush',
        'swab',
      ),
      using(
        cured('level', 7, say`Bring the patch down to the surface round it, with the grain.`),
        'block-plane',
        'scraper',
      ),
    ],
    settings: [{ what: say`Recess: its four sides leaning in`, stopMm: deepMm, angleDeg: TAPER_DEG }],
    scrap: say`Let one into scrap of the same wood first: it has to go home by pressing alone and close at the surface; measure how far it stands proud.`,
    cautions: ['blade'],
    leavesGapMm: 0.1,
    removedCm3:
      Math.max(0, longMm * wideMm * deepMm - fault.lengthMm.value * fault.widthMm.value * fault.depthMm.value) / 1000,
    hold: { low: 0.75, high: 0.95 },
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
      glueLines: [{ id: `${c.trouble.id}/bed`, words: say`its bed`, areaMm2: area, gapMm: 0.1, turn: 1 }],
      pressing: [
        {
          from: along(point, out, -inMm),
          to: along(outer, out, PROUD_MM),
          force: faceForce(longMm * wideMm, pressureMPa(part.species)),
          offSquareDeg: 0,
        },
      ],
      closingMin: 1,
      strength: 'good',
    },
  }
}

const asTuple = ([x, y, z]: Vec): [number, number, number] => [x, y, z]
/** A patch as it will sit, its grain along the part. */
export function patchSolid(
  part: Part,
  fault: string,
  middle: Vec,
  grain: Vec,
  beside: Vec,
  longMm: number,
  wideMm: number,
  thickMm: number,
): Part {
  return {
    id: `${fault}-patch`,
    role: 'patch',
    axis: [asTuple(along(middle, grain, -longMm / 2)), asTuple(along(middle, grain, longMm / 2))],
    across: asTuple(beside),
    section: { shape: 'rectangle', stations: [{ along: 0, widthMm: wideMm, depthMm: thickMm }] },
    species: part.species,
  }
}
