import { faceForce } from '../clamping'
import { stretchOf } from '../bodies'
import { input } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { along as alongWay } from '../measure/vec'
import { frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import { along, polygon, type View } from '../sheet'
import { before, cured, using, wet } from '../work'
import { datumEnd } from '../piece/ends'
import { heldOn, isSpoilt, jointsBetween, madeAgain, spoiltLength } from './end-case'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type Mend, type Verdict, type Work } from './mend'
import { pressureMPa } from './press'
import type { WoodCase } from './wood-case'

/**
 * A length in the middle of a rail that is gone: replaced, lapped into sound wood at both ends, its holes bored again
 * where they were.
 */
export const railSplice: Mend<WoodCase> = {
  id: 'rail-splice',
  decides: 'sound wood for a lap of 2 times the height at both ends, two thirds of the thickness let in',
  tools: [
    'fine-saw',
    'chisel',
    'square',
    'knife',
    'block-plane',
    'brush',
    'drill',
    'scrap',
    'swab',
    'depth-stop',
    'batten',
  ],
  label: 'Length replaced, lapped in',
  short: 'spliced',
  opens: false,
  undo: 'no',
  place: { conserve: 6, everyday: 6, strength: 4 },
  consider,
  datum: say`Lengths are from the middle of the length that goes; depths from the show face.`,
  draw,
}

/** Lap against the part’s thickness, and how much of it is let in (docs/sources.md#splices, low). */
const LAP = 2
const IN_SHARE = 2 / 3
const LEAST_BEHIND_MM = 5
const MOST_SHARE = 0.6

function consider(c: WoodCase): Verdict {
  const spoilt = spoiltLength(c)
  if (!isSpoilt(spoilt)) return spoilt
  const { part, totalMm, fromMm, toMm } = spoilt
  const share = (fromMm + toMm) / 2 / totalMm
  const { widthMm, depthMm } = sectionAt(part, share)
  const [thinMm, wideMm] = [Math.min(widthMm, depthMm), Math.max(widthMm, depthMm)]
  if (part.section.shape === 'round') return no(say`a round part is scarfed or gets a new end: a lap wants flat faces`)
  const goneMm = toMm - fromMm
  const lapMm = LAP * thinMm
  if (goneMm > MOST_SHARE * totalMm) {
    return no(say`${mm(goneMm)} of ${mm(totalMm)} would go: a new part, its joints copied`)
  }
  if (fromMm < lapMm || totalMm - toMm < lapMm) {
    return no(
      say`a lap of ${mm(lapMm)} wants sound wood at both ends; ${mm(Math.max(0, Math.min(fromMm, totalMm - toMm)))} are there: a new end`,
    )
  }
  const behindMm = thinMm * (1 - IN_SHARE)
  if (behindMm < LEAST_BEHIND_MM) {
    return no(say`two thirds let into ${mm(thinMm)} leave ${mm(behindMm)} behind; ${mm(LEAST_BEHIND_MM)} are wanted`)
  }
  const joints = jointsBetween(c, part, fromMm - lapMm, toMm + lapMm)
  const opens = heldOn(c, joints)
  if (!Array.isArray(opens)) return opens
  const longMm = goneMm + 2 * lapMm
  const faceMm2 = 2 * lapMm * wideMm
  const again = madeAgain(joints, part)
  return {
    fits: true,
    reason: say`${mm(goneMm)} of it go, from ${mm(fromMm)} on; laps of ${mm(lapMm)} at both ends, ${mm(behindMm)} of the old behind them`,
    sizes: [
      sizeMm('saw-line', `spoilt length, from its ${datumEnd(c.piece, part)}`, fromMm, 'to sound wood on all faces', [], 'splices'),
      sizeMm(
        'length',
        'new piece',
        longMm,
        'what goes + 2 laps',
        [input('what goes', goneMm, 'mm'), input('lap', lapMm, 'mm')],
        'splices',
      ),
      sizeMm('slot', 'lap, each end', lapMm, '2 × the thickness', [input('thickness', thinMm, 'mm')], 'splices'),
      sizeMm(
        'thickness',
        'laps, let in',
        thinMm - behindMm,
        'two thirds of the thickness',
        [input('thickness', thinMm, 'mm')],
        'splices',
      ),
      sizeMm(
        'wall',
        'old wood behind them',
        behindMm,
        'a third of it, 5 mm at least',
        [input('thickness', thinMm, 'mm')],
        'splices',
      ),
    ],
    stock: [
      {
        id: 'part',
        serves: 'each',
        what: 'splice',
        count: 1,
        sizesMm: [thinMm, wideMm, longMm],
        wood: part.species,
        note: 'of wood that holds tacks and screws as the rail’s does; grain along it',
      },
    ],
    steps: [
      using(
        before(
          'batten',
          5,
          say`A straight batten clamped along a sound face, past both ends of what goes: it keeps the two halves in line while they are two.`,
        ),
        'batten',
      ),
      using(
        before(
          'saw',
          15,
          say`Knife and saw out what is spoilt, from ${mm(fromMm)} to ${mm(toMm)}; pare until all four faces are sound.`,
        ),
        'knife',
        'fine-saw',
        'chisel',
      ),
      using(
        before(
          'cut-laps',
          25,
          say`Cut a lap ${mm(lapMm)} long and ${mm(thinMm - behindMm)} deep into the old wood at both ends, flat and square.`,
        ),
        'chisel',
        'square',
        'depth-stop',
      ),
      using(
        before(
          'new',
          25,
          say`Cut the splice to it: in by pressing, both shoulders closed, the rail straight on a board.`,
        ),
        'fine-saw',
        'block-plane',
      ),
      using(
        wet('glue', say`Glue all faces; pressed through both laps, the rail clamped straight to a board.`),
        'brush',
        'swab',
      ),
      using(
        cured(
          'again',
          again ? 30 : 12,
          again
            ? say`Level it; then make again ${again}: bored after the glue has cured, from lines carried over before the old wood went.`
            : say`Level it with the grain.`,
        ),
        'block-plane',
        'drill',
      ),
    ],
    settings: [{ what: say`Gauge for both laps, from the face`, stopMm: thinMm - behindMm }],
    scrap: say`Cut one lap in scrap with the gauge as set: old and new come level.`,
    cautions: ['blade', 'drill'],
    leavesGapMm: 0.1,
    removedCm3: ((goneMm * thinMm + 2 * lapMm * (thinMm - behindMm)) * wideMm) / 1000,
    hold: { low: 0.6, high: 0.88 },
    design: {
      newWood: [
        {
          ...stretchOf(part, `${part.id}-splice`, (fromMm - lapMm) / totalMm, (toMm + lapMm) / totalMm, {
            start: null,
            end: null,
          }),
          role: 'patch',
        },
      ],
      bores: [],
      sawnAtMm: [fromMm, toMm],
      glueLines: [{ id: `${c.trouble.id}/laps`, words: say`its two laps`, areaMm2: faceMm2, gapMm: 0.1, turn: 1 }],
      pressing: [fromMm - lapMm / 2, toMm + lapMm / 2].map((atMm) => {
        const { point, segment } = pointAtShare(part, atMm / totalMm)
        const { across, through } = frameOfSegment(part, segment)
        const way = widthMm <= depthMm ? across : through
        return {
          from: alongWay(point, way, -thinMm / 2),
          to: alongWay(point, way, thinMm / 2),
          force: faceForce(faceMm2 / 2, pressureMPa(part.species)),
          offSquareDeg: 0,
        }
      }),
      opens,
      closingMin: 2,
      strength: 'fair',
    },
  }
}

/** The rail from the side with the length that goes and the piece that is lapped in. */
function draw(_c: WoodCase, work: Work): View[] {
  const [long, lap, inMm, behind] = [
    sizeOf(work, 'length'),
    sizeOf(work, 'slot'),
    sizeOf(work, 'thickness'),
    sizeOf(work, 'wall'),
  ]
  const [x, thick] = [long / 2, inMm + behind]
  const past = x + 25
  return [
    {
      id: 'side',
      title: 'From the side, the show face down',
      shapes: [
        polygon(
          'wood',
          [
            [-past, 0],
            [-x, 0],
            [-x, -inMm],
            [-x + lap, -inMm],
            [-x + lap, -thick],
            [-past, -thick],
          ],
          true,
        ),
        polygon(
          'wood',
          [
            [past, 0],
            [x, 0],
            [x, -inMm],
            [x - lap, -inMm],
            [x - lap, -thick],
            [past, -thick],
          ],
          true,
        ),
        polygon('new', [
          [-x, 0],
          [x, 0],
          [x, -inMm],
          [x - lap, -inMm],
          [x - lap, -thick],
          [-x + lap, -thick],
          [-x + lap, -inMm],
          [-x, -inMm],
        ]),
      ],
      dimensions: [
        along(-x, x, -thick, 16, written(long)),
        along(-x, -x + lap, -thick, 8, written(lap)),
        { from: [-past, -inMm], to: [-past, 0], offMm: 8, words: written(inMm) },
      ],
    },
  ]
}
