import { faceForce } from '../clamping'
import { input } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { along as alongWay, dot, subtract } from '../measure/vec'
import { frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import type { Part } from '../piece/schema'
import { along, polygon, type View } from '../sheet'
import { before, cured, using, wet } from '../work'
import { endName } from '../piece/ends'
import type { PressLine } from './design'
import { isLostEnd, lostEnd, madeAgain } from './end-case'
import { endSolid } from './new-end'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type Mend, type Verdict, type Work } from './mend'
import { pressureMPa } from './press'
import { partIn, type WoodCase } from './wood-case'

/** A square part with one face hidden, its end gone: half of both lapped over each other, shoulders tight. */
export const halfLapSplice: Mend<WoodCase> = {
  id: 'half-lap-splice',
  decides: 'a lap of 3 times the thickness, one hidden face; a quarter to half of the part’s strength',
  tools: ['fine-saw', 'chisel', 'square', 'knife', 'block-plane', 'brush', 'strap', 'scrap', 'swab'],
  label: 'Half-lapped end',
  short: 'half lap',
  opens: false,
  undo: 'no',
  place: { conserve: 5, everyday: 5, strength: 6 },
  consider,
  datum: say`Lengths are from the end that goes; what is across it, from its show face.`,
  draw,
}

/** The lap against the thickness, and how much of the part goes at most (docs/sources.md#splices, medium). */
const LAP = 3
const MOST_SHARE = 0.6

function consider(c: WoodCase): Verdict {
  const end = lostEnd(c, MOST_SHARE)
  if (!isLostEnd(end)) return end
  const part = partIn(c)
  if (end.isRound) return no(say`a lap wants flat faces: a round part is scarfed or gets a new end`)
  if (part.show === 'all-round') return no(say`it shows all round, and a lap’s line shows on three faces`)
  const lapMm = LAP * end.wideMm
  const { point, segment } = pointAtShare(part, end.cutMm / end.totalMm)
  const { tangent } = frameOfSegment(part, segment)
  const held = c.piece.joints
    .filter(j => !end.joints.includes(j) && (j.receives === part.id || j.enters === part.id))
    .map(j => Math.abs(dot(subtract(j.at, point), tangent)) - j.depthMm.value)
  const soundMm = Math.min(end.end === 'first' ? end.totalMm - end.cutMm : end.cutMm, ...held)
  if (soundMm < lapMm) {
    return no(
      say`a lap of ${mm(lapMm)} does not lie clear of its joints: ${mm(Math.max(0, soundMm))} are sound and free`,
    )
  }
  const name = endName(c.piece, end.part, end.end)
  const halfMm = end.thinMm / 2
  const tenonMm = Math.max(0, ...end.joints.filter(j => j.enters === part.id).map(j => j.depthMm.value))
  const newMm = end.lostMm + lapMm + tenonMm
  const faceMm2 = lapMm * end.wideMm
  const again = madeAgain(end.joints, part)
  return {
    fits: true,
    reason: say`${mm(end.lostMm)} of the ${name} go; ${mm(lapMm)} of lap on sound wood, half of its ${mm(end.thinMm)} each: about a quarter of the part’s strength across the lap, half along it`,
    sizes: [
      sizeMm(
        'saw-line',
        `shoulder, from the ${name}`,
        end.lostMm,
        'to 5 mm past what is spoilt; past worm 15 mm',
        [],
        'splices',
      ),
      sizeMm('length', 'lap', lapMm, '3 × the wider face', [input('face', end.wideMm, 'mm')], 'splices'),
      sizeMm('thickness', 'lap, thick', halfMm, 'half of the part', [input('part', end.thinMm, 'mm')], 'splices'),
      sizeMm(
        'tenon-length',
        'new piece, finished',
        newMm,
        'what goes + lap + tenon',
        [input('what goes', end.lostMm, 'mm'), input('lap', lapMm, 'mm'), input('tenon', tenonMm, 'mm')],
        'splices',
      ),
    ],
    stock: [
      {
        id: 'part',
        serves: 'each',
        what: `lapped ${name}`,
        count: 1,
        sizesMm: [end.thinMm, end.wideMm, newMm],
        wood: part.species,
        note: 'grain along it; a shade over in section until it has cured',
      },
    ],
    steps: [
      using(
        before(
          'mark',
          8,
          say`Shoulder and lap knifed all round, ${mm(lapMm)} along the hidden face, ${mm(halfMm)} deep from one gauge setting for both.`,
        ),
        'knife',
        'square',
      ),
      using(before('old', 18, say`Saw and pare the old lap, flat; its shoulder square.`), 'fine-saw', 'chisel'),
      using(
        before('new', 20, say`Cut the new lap to it: both shoulders close together, faces level.`),
        'fine-saw',
        'block-plane',
      ),
      using(
        wet('glue', say`Glue faces and shoulders; drawn up along the part first, then pressed through the lap.`),
        'brush',
        'strap',
        'swab',
      ),
      using(
        cured(
          'level',
          15,
          say`Level it with the grain${again ? say`; make again ${again}` : ''}; length off its fellow.`,
        ),
        'block-plane',
      ),
    ],
    settings: [
      { what: say`Gauge, from the hidden face, for both`, fenceMm: halfMm },
      { what: say`Lap, from the shoulder`, stopMm: lapMm },
    ],
    scrap: say`Lap two scraps with the gauge as set: their faces come level, or the gauge is off by half the step.`,
    cautions: ['blade'],
    leavesGapMm: 0.1,
    removedCm3: (halfMm * end.wideMm * lapMm + (end.thinMm * end.wideMm * end.lostMm) / 2) / 1000,
    hold: { low: 0.55, high: 0.85 },
    design: {
      newWood: [endSolid(end)],
      bores: [],
      sawnAtMm: [end.cutMm],
      glueLines: [{ id: `${c.trouble.id}/lap`, words: say`its lap`, areaMm2: faceMm2, gapMm: 0.1, turn: 1 }],
      pressing: [0.25, 0.75].map(k =>
        acrossLap(part, (end.cutMm + (end.end === 'first' ? k : -k) * lapMm) / end.totalMm, faceMm2 / 2),
      ),
      opens: end.opens,
      closingMin: 2,
      strength: 'poor',
    },
  }
}

/** Through the lap, from the hidden face to the other. */
function acrossLap(part: Part, share: number, areaMm2: number): PressLine {
  const { point, segment } = pointAtShare(part, share)
  const { across, through } = frameOfSegment(part, segment)
  const { widthMm, depthMm } = sectionAt(part, share)
  const [way, half] = widthMm <= depthMm ? [across, widthMm / 2] : [through, depthMm / 2]
  return {
    from: alongWay(point, way, -half),
    to: alongWay(point, way, half),
    force: faceForce(areaMm2, pressureMPa(part.species)),
    offSquareDeg: 0,
  }
}

/** Old and new lapped, from the side. */
function draw(_c: WoodCase, work: Work): View[] {
  const [cut, lap, half] = [sizeOf(work, 'saw-line'), sizeOf(work, 'length'), sizeOf(work, 'thickness')]
  const stays = cut + lap + 30
  return [
    {
      id: 'side',
      title: 'From the side, the hidden face down',
      shapes: [
        polygon(
          'wood',
          [
            [cut, -half],
            [cut, 0],
            [cut + lap, 0],
            [cut + lap, half],
            [stays, half],
            [stays, -half],
          ],
          true,
        ),
        polygon('new', [
          [0, -half],
          [0, half],
          [cut + lap, half],
          [cut + lap, 0],
          [cut, 0],
          [cut, -half],
        ]),
      ],
      dimensions: [
        along(0, cut, -half, 8, written(cut)),
        along(cut, cut + lap, -half, 16, written(lap)),
        { from: [stays, -half], to: [stays, 0], offMm: -8, words: written(half) },
      ],
    },
  ]
}
