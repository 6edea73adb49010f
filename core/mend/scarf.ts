import { faceForce } from '../clamping'
import { input } from '../measure/figure'
import { mm, q, say, type Phrase } from '../measure/phrase'
import { add, along as alongWay, dot, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { reachMm } from '../geometry'
import { stretchOf } from '../bodies'
import { frameOfSegment, pointAtShare } from '../piece/geometry'
import type { Part, Piece } from '../piece/schema'
import { along, polygon, slanted, type View } from '../sheet'
import { before, cured, using, wet } from '../work'
import { endName } from '../piece/ends'
import { isLostEnd, lostEnd, madeAgain, type LostEnd } from './end-case'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type Mend, type Verdict, type Work } from './mend'
import { pressureMPa } from './press'
import { partIn, type WoodCase } from './wood-case'

/**
 * An end destroyed on a part that must stay slender: long grain on long grain along a slope, turned so that the load
 * closes it.
 */
export const scarf: Mend<WoodCase> = {
  id: 'scarf',
  decides: 'a slope of 8 to 12 times the thickness on sound wood, the load closing it',
  tools: ['fine-saw', 'block-plane', 'bevel', 'square', 'pencil', 'brush', 'strap', 'scrap', 'swab', 'shaping'],
  label: 'Scarfed end',
  short: 'scarf',
  opens: false,
  undo: 'no',
  place: { conserve: 3, everyday: 4, strength: 3 },
  consider,
  datum: say`Lengths are from the end that goes; what is across it, from its show face.`,
  draw,
}

/** Length against thickness: as long as there is room, no shorter (docs/sources.md#splices, medium). */
const LONGEST = 12
const SHORTEST = 8
/** Sound wood that stays past the slope, in thicknesses, and how much of the part goes at most. */
const STAYS = 2
const MOST_SHARE = 0.6
const OVER_LONG_MM = 12
const CLAMPS = 3

/**
 * The push of what a part carries on its free end: down on what lies, inward on a foot, for the floor holds it there.
 */
export function loadOn(piece: Piece, part: Part, end: 'first' | 'last'): { way: Vec, words: Phrase } {
  const [tip, other] = end === 'first' ? [part.axis[0]!, part.axis.at(-1)!] : [part.axis.at(-1)!, part.axis[0]!]
  const line = unit(subtract(tip, other))
  if (Math.abs(line[1]) < 0.7) return { way: [0, -1, 0], words: say`down` }
  const middle = piece.parts
    .flatMap(p => p.axis)
    .reduce<Vec>((sum, p, _i, all) => add(sum, scale(p, 1 / all.length)), [0, 0, 0])
  const aside: Vec = [middle[0] - tip[0], 0, middle[2] - tip[2]]
  const inward = Math.hypot(...aside) > 1 ? unit(aside) : ([1, 0, 0] as Vec)
  return { way: inward, words: say`inward, where the floor holds it` }
}

interface Slope {
  readonly end: LostEnd
  readonly deepMm: number
  readonly times: number
  readonly longMm: number
  readonly up: Vec
  readonly load: Phrase
}

/** The slope as long as the sound wood allows; the thickness it goes through is that of the load’s direction. */
function slopeFor(c: WoodCase): Slope | Verdict {
  const end = lostEnd(c, MOST_SHARE)
  if (!isLostEnd(end)) return end
  const part = partIn(c)
  const { point, segment } = pointAtShare(part, end.cutMm / end.totalMm)
  const { tangent, across, through } = frameOfSegment(part, segment)
  const { way, words } = loadOn(c.piece, part, end.end)
  const aside = subtract(way, scale(tangent, dot(way, tangent)))
  // A square part is cut along one of its own faces.
  const sides: Vec[] = [across, negate(across), through, negate(through)]
  const up
    = end.isRound && Math.hypot(...aside) > 0.1
      ? unit(aside)
      : sides.reduce((best, s) => (dot(s, aside) > dot(best, aside) ? s : best))
  const deepMm = reachMm(part, point, up) + reachMm(part, point, negate(up))
  const soundMm = end.end === 'first' ? end.totalMm - end.cutMm : end.cutMm
  const held = c.piece.joints
    .filter(j => !end.joints.includes(j) && (j.receives === part.id || j.enters === part.id))
    .map(j => Math.abs(dot(subtract(j.at, point), tangent)) - j.depthMm.value)
  const freeMm = Math.min(soundMm - STAYS * deepMm, ...held)
  const times = Math.min(LONGEST, Math.floor((freeMm / deepMm) * 2) / 2)
  if (times < SHORTEST) {
    return no(
      say`a slope of ${String(SHORTEST)} times ${mm(deepMm)} wants ${mm(SHORTEST * deepMm)} of sound wood clear of joints, and there are ${mm(Math.max(0, freeMm))}: too short it lets go`,
    )
  }
  return { end, deepMm, times, longMm: times * deepMm, up, load: words }
}

const isSlope = (x: Slope | Verdict): x is Slope => 'times' in x

function consider(c: WoodCase): Verdict {
  const slope = slopeFor(c)
  if (!isSlope(slope)) return slope
  const { end, deepMm, times, longMm, load } = slope
  const name = endName(c.piece, end.part, end.end)
  const slopeDeg = (Math.atan(1 / times) * 180) / Math.PI
  const faceMm2
    = Math.hypot(longMm, deepMm) * (deepMm === end.thinMm ? end.wideMm : end.thinMm) * (end.isRound ? Math.PI / 4 : 1)
  const tenonMm = Math.max(0, ...end.joints.filter(j => j.enters === end.part.id).map(j => j.depthMm.value))
  const newMm = end.lostMm + longMm + tenonMm
  const again = madeAgain(end.joints, end.part)
  return {
    fits: true,
    reason: say`${mm(end.lostMm)} of the ${name} go; a slope of ${String(times)} times its ${mm(deepMm)} on sound wood, and the load, ${load}, closes it`,
    sizes: [
      sizeMm(
        'saw-line',
        `slope ends, from the ${name}`,
        end.lostMm,
        'to 5 mm past what is spoilt; past worm 15 mm',
        [],
        'splices',
      ),
      sizeMm(
        'length',
        'slope, along the part',
        longMm,
        '8 to 12 times the thickness, as long as the sound wood allows',
        [input('thickness', deepMm, 'mm'), input('times', times, 'count')],
        'splices',
      ),
      sizeMm(
        'drill-slope',
        'slope to the part',
        slopeDeg,
        'tan⁻¹ (1 / times)',
        [input('times', times, 'count')],
        'splices',
        'deg',
      ),
      sizeMm(
        'tenon-length',
        'new piece, finished',
        newMm,
        'what goes + slope + tenon',
        [input('what goes', end.lostMm, 'mm'), input('slope', longMm, 'mm'), input('tenon', tenonMm, 'mm')],
        'splices',
      ),
    ],
    stock: [
      {
        id: 'part',
        serves: 'each',
        what: `scarfed ${name}`,
        count: 1,
        sizesMm: [end.thinMm, end.wideMm, newMm],
        wood: end.part.species,
        note: 'grain along it, its rings turned as the part’s; over size in section until it has cured',
      },
    ],
    steps: [
      using(
        before(
          'mark',
          8,
          say`Mark the slope on two faces with one bevel at ${q(slopeDeg, 'deg')}, from the ${name} inwards; the old wood’s slope looks the way the load comes from, so that the load presses the new piece on.`,
        ),
        'bevel',
        'pencil',
      ),
      using(
        before('old', 20, say`Saw short of the line and plane the old slope flat and square across; it may not belly.`),
        'fine-saw',
        'block-plane',
        'square',
      ),
      using(
        before(
          'new',
          25,
          say`Cut the same slope on the new piece, over size in section; lay them together until no light shows, a pencil rubbed between tells where.`,
        ),
        'block-plane',
        'pencil',
      ),
      using(
        wet(
          'glue',
          say`Glue both slopes, twice where the grain runs out; a stop at each feather keeps it from creeping; pressed square to the slope over cauls of the same bevel.`,
        ),
        'brush',
        'strap',
        'swab',
      ),
      using(
        cured(
          'shape',
          30,
          say`Bring the new wood down to the old with the grain, from the feather outwards${again ? say`; make again ${again}` : ''}; length off its fellows, ${mm(OVER_LONG_MM)} left on until then.`,
        ),
        'shaping',
        'block-plane',
      ),
    ],
    settings: [{ what: say`Bevel, to the part’s own face`, angleDeg: slopeDeg }],
    scrap: say`Scarf two ends of scrap with the bevel as set and press them: they lie in one line, or the bevel is off by half of what they bend.`,
    cautions: ['blade'],
    leavesGapMm: 0.1,
    removedCm3: (deepMm * end.wideMm * (end.lostMm / 2 + longMm / 2)) / 1000,
    hold: { low: 0.7, high: 0.92 },
    design: {
      newWood: [newPiece(slope)],
      bores: [],
      sawnAtMm: [end.cutMm],
      glueLines: [{ id: `${c.trouble.id}/slope`, words: say`its slope`, areaMm2: faceMm2, gapMm: 0.1, turn: 1 }],
      pressing: pressing(slope, faceMm2),
      opens: end.opens,
      closingMin: 2,
      strength: 'good',
    },
  }
}

/** The new piece as it will sit: cut slanting where it meets the old. */
function newPiece({ end, longMm, up, deepMm }: Slope): Part {
  const inner = end.end === 'first' ? end.cutMm + longMm / 2 : end.cutMm - longMm / 2
  const { point, segment } = pointAtShare(end.part, inner / end.totalMm)
  const { tangent } = frameOfSegment(end.part, segment)
  const normal = unit(add(scale(tangent, deepMm), scale(up, end.end === 'first' ? -longMm : longMm)))
  const plane = { at: point, tangent, normal }
  const share = inner / end.totalMm
  return stretchOf(
    end.part,
    `${end.part.id}-scarf`,
    end.end === 'first' ? 0 : share,
    end.end === 'first' ? share : 1,
    end.end === 'first' ? { start: null, end: plane } : { start: plane, end: null },
  )
}

function pressing({ end, longMm, up }: Slope, areaMm2: number) {
  const force = faceForce(areaMm2 / CLAMPS, pressureMPa(end.part.species))
  return Array.from({ length: CLAMPS }, (_, i) => {
    const atMm = end.cutMm + ((end.end === 'first' ? 1 : -1) * longMm * (i + 0.5)) / CLAMPS
    const { point } = pointAtShare(end.part, atMm / end.totalMm)
    return {
      from: alongWay(point, negate(up), reachMm(end.part, point, negate(up))),
      to: alongWay(point, up, reachMm(end.part, point, up)),
      force,
      offSquareDeg: 0,
    }
  })
}

/** The slope from the side, the old wood hatched, the new on it; x from the end that went. */
function draw(c: WoodCase, work: Work): View[] {
  const slope = slopeFor(c)
  if (!isSlope(slope)) return []
  const { end, deepMm, longMm } = slope
  const h = deepMm / 2
  const cut = sizeOf(work, 'saw-line')
  const stays = cut + longMm + 30
  return [
    {
      id: 'side',
      title: 'From the side, the load from above',
      shapes: [
        polygon(
          'wood',
          [
            [cut, -h],
            [cut + longMm, h],
            [stays, h],
            [stays, -h],
          ],
          true,
        ),
        polygon('new', [
          [0, -h],
          [0, h],
          [cut + longMm, h],
          [cut, -h],
        ]),
        { kind: 'line', from: [0, 0], to: [stays, 0], pencil: 'middle' },
      ],
      dimensions: [
        along(0, cut, -h, 8, written(cut)),
        along(cut, cut + longMm, -h, 16, written(longMm)),
        slanted([cut, -h], [cut + longMm, h], 4, written(Math.hypot(longMm, deepMm))),
        { from: [0, -h], to: [0, h], offMm: 8, words: written(end.isRound ? end.thinMm : deepMm) },
      ],
    },
  ]
}
