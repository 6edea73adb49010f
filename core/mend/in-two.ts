import { faceForce } from '../clamping'
import { reachMm } from '../geometry'
import { input } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import { along as alongWay, dot, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { tagOf } from '../piece/facts'
import { axisLengthMm, frameOfSegment, pointAtShare } from '../piece/geometry'
import type { Part } from '../piece/schema'
import { along, polygon, slanted, type View } from '../sheet'
import { before, cured, using, wet, type Step } from '../work'
import {
  blankFor,
  copied,
  copySizes,
  isBetween,
  makingMin,
  measuring,
  noBar,
  type Copied,
} from './copy-case'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type Mend, type Verdict, type Work } from './mend'
import { patternViews } from './pattern-views'
import { pressureMPa } from './press'
import { partIn, type WoodCase } from './wood-case'

/**
 * A part that is made again where the frame stands round it: sawn in two along a slope, each half into its own socket,
 * the slopes glued on each other. Nothing else opens for it.
 */
export const inTwo: Mend<WoodCase> = {
  id: 'in-two',
  decides: 'a slope of 8 to 10 times the thickness between its shoulders, nothing that enters it',
  tools: [
    'pencil',
    'square',
    'caliper',
    'shaping',
    'bevel',
    'fine-saw',
    'block-plane',
    'brush',
    'swab',
  ],
  label: 'Made again in two lengths',
  short: 'two lengths',
  opens: false,
  undo: 'yes',
  place: { conserve: 2, everyday: 2, strength: 4 },
  isFor: c => c.trouble.kind === 'part-missing',
  consider,
  datum: say`Lengths are from its first shoulder or its foot; the slope is seen from the side, about its own middle.`,
  draw,
}

/** What only holds others apart; what carries who sits is made whole (low). */
const SLENDER: ReadonlySet<string> = new Set(['stretcher', 'rung', 'spindle'])
/** Flat and in sight: a feather across it would show for good. */
const IN_SIGHT: ReadonlySet<string> = new Set(['slat', 'back-slat', 'crest-rail'])
/**
 * Length against thickness (docs/sources.md#splices, medium), and what stays beyond it to each shoulder, in
 * thicknesses.
 */
const [LONGEST, SHORTEST, STAYS] = [10, 8, 1]
/** A half is so much shorter than the way between the sockets when its tenon is drawn past the mouth, millimetres. */
const TO_PASS_MM = 4
/** Saw and plane take so much of its thickness, and the part is made longer by what that is along it, millimetres. */
const TAKEN_MM = 2
/** From this length on three clamps press it, millimetres. */
const THREE_FROM_MM = 90

interface Slope {
  readonly part: Part
  readonly midMm: number
  readonly deepMm: number
  readonly wideMm: number
  readonly times: number
  readonly longMm: number
  readonly up: Vec
}

/**
 * About the middle, as long as there is room: a thickness to each shoulder, and so much that a half with its tenon goes
 * in between the sockets.
 */
function slopeFor(c: WoodCase): Slope | Verdict {
  const part = partIn(c)
  const totalMm = axisLengthMm(part)
  const { deepMm } = slopeAt(part, SHORTEST)
  const tenonMm = Math.max(...c.piece.joints.filter(j => j.enters === part.id).map(j => j.depthMm.value))
  const besideMm = Math.max(STAYS * deepMm, tenonMm + TO_PASS_MM)
  const times = Math.min(LONGEST, Math.floor(((totalMm - 2 * besideMm) / deepMm) * 2) / 2)
  if (times >= SHORTEST) return slopeAt(part, times)
  return no(
    say`a slope of ${String(SHORTEST)} times ${mm(deepMm)} and ${mm(besideMm)} to each shoulder want ${mm(SHORTEST * deepMm + 2 * besideMm)}, and it is ${mm(totalMm)} long`,
  )
}

/** Through its thinner way; of a round one up and down where it lies, front and back where it stands. */
function slopeAt(part: Part, times: number): Slope {
  const { point, segment } = pointAtShare(part, 0.5)
  const { tangent, across, through } = frameOfSegment(part, segment)
  const thick = (way: Vec) => reachMm(part, point, way) + reachMm(part, point, negate(way))
  const open: Vec = Math.abs(tangent[1]) < 0.7 ? [0, 1, 0] : [0, 0, 1]
  const up = part.section.shape === 'round'
    ? unit(subtract(open, scale(tangent, dot(open, tangent))))
    : thick(across) <= thick(through) ? across : through
  const deepMm = thick(up)
  const wideMm = part.section.shape === 'round' ? deepMm : thick(up === across ? through : across)
  return { part, midMm: axisLengthMm(part) / 2, deepMm, wideMm, times, longMm: times * deepMm, up }
}

const isSlope = (x: Slope | Verdict): x is Slope => 'midMm' in x

function consider(c: WoodCase): Verdict {
  const part = partIn(c)
  const refused = noBar(part)
  if (refused) return refused
  const after = copied(c)
  const { pattern } = after
  if (!isBetween(pattern)) return no(say`it goes home from one end, in one piece`)
  if (c.piece.joints.filter(j => j.enters === part.id).length > 2) {
    return no(say`it runs through something on its way: its halves cannot be laid on each other from the side`)
  }
  const inIt = c.piece.joints.find(j => j.receives === part.id)
  if (inIt) return no(say`${tagOf(inIt)} goes into it from the side, and cannot while its half goes in along its own line`)
  if (IN_SIGHT.has(part.role)) return no(say`it is flat and in sight: the end of a slope would show across it`)
  if (!SLENDER.has(part.role)) return no(say`it carries weight between its ends: it is made whole`)
  const slope = slopeFor(c)
  if (!isSlope(slope)) return slope
  const { deepMm, wideMm, times, longMm } = slope
  const slopeDeg = (Math.atan(1 / times) * 180) / Math.PI
  const overMm = TAKEN_MM * times
  const faceMm2 = Math.hypot(longMm, deepMm) * wideMm * (pattern.isRound ? Math.PI / 4 : 1)
  return {
    fits: true,
    reason: say`it goes in where the frame stands: a slope of ${String(times)} times its ${mm(deepMm)}, long grain on long grain, each half into its own hole; nothing opens for it`,
    sizes: [
      ...copySizes(c, pattern),
      sizeMm('slot', 'slope, along it', longMm, '8 to 10 times the thickness', [
        input('thickness', deepMm, 'mm'),
        input('times', times, 'count'),
      ], 'splices'),
      sizeMm('drill-slope', 'slope to its own line', slopeDeg, 'tan⁻¹ (1 / times)', [input('times', times, 'count')], 'splices', 'deg'),
      sizeMm('travel', 'made longer, for saw and plane', overMm, '2 mm of its thickness × times', [
        input('times', times, 'count'),
      ], 'splices'),
    ],
    stock: [blankFor(c, pattern, overMm)],
    steps: stepsOf(c, after, slope, slopeDeg, overMm),
    settings: [{ what: say`Bevel, to its own line`, angleDeg: slopeDeg }],
    scrap: say`Saw and plane the slope on a stick of scrap of the same thickness first: laid on each other both halves are in one line.`,
    cautions: ['blade'],
    leavesGapMm: 0.1,
    removedCm3: 0,
    hold: { low: 0.7, high: 0.9 },
    design: {
      newWood: [part],
      bores: [],
      glueLines: [{ id: `${c.trouble.id}/slope`, words: say`its slope`, areaMm2: faceMm2, gapMm: 0.1, turn: 1 }],
      pressing: pressing(slope, faceMm2),
      closingMin: 3,
      strength: 'good',
      goesInAlone: say`half by half: each into its own hole, the slopes on each other; nothing opens for it`,
    },
  }
}

function stepsOf(c: WoodCase, after: Copied, slope: Slope, slopeDeg: number, overMm: number): Step[] {
  const { part } = slope
  const { pattern } = after
  return [
    measuring(c, after),
    {
      ...using(
        before(
          'shoulders',
          8,
          say`Measure from socket to socket where its shoulders will stand, with two laths slid against each other, a bevel at each end; write the length down at the piece.`,
        ),
        'caliper',
        'bevel',
      ),
      shouldersOf: part.id,
    },
    using(
      before(
        'make',
        makingMin(part, pattern),
        say`Make it in one piece, ${mm(overMm)} longer between its shoulders than measured, its tenons to a hand fit in the old sockets. The sockets are not enlarged for it.`,
      ),
      'shaping',
      'caliper',
    ),
    using(
      before(
        'saw',
        20,
        say`Saw it in two along ${q(slopeDeg, 'deg')} to its own line, ${mm(slope.longMm)} long, and plane both slopes flat: they may not belly.`,
      ),
      'bevel',
      'pencil',
      'fine-saw',
      'block-plane',
    ),
    using(
      before(
        'halves',
        15,
        say`Each half home in its socket, the slopes on each other; plane them down until both shoulders are closed and the halves lie in one line.`,
      ),
      'block-plane',
      'square',
    ),
    using(
      wet(
        'glue',
        say`Glue in both holes and on both slopes. One half home, the other laid on it from the side and pushed home; a stop against each feather, pressed square to the slope.`,
      ),
      'brush',
      'swab',
    ),
    using(cured('level', 10, say`Level both feathers with the grain, to the part’s own shape.`), 'block-plane', 'shaping'),
  ]
}

function pressing({ part, midMm, longMm, up }: Slope, areaMm2: number) {
  const count = longMm >= THREE_FROM_MM ? 3 : 2
  const force = faceForce(areaMm2 / count, pressureMPa(part.species))
  return Array.from({ length: count }, (_, i) => {
    const { point } = pointAtShare(part, (midMm - longMm / 2 + (longMm * (i + 0.5)) / count) / axisLengthMm(part))
    return {
      from: alongWay(point, negate(up), reachMm(part, point, negate(up))),
      to: alongWay(point, up, reachMm(part, point, up)),
      force,
      offSquareDeg: 0,
    }
  })
}

/** The whole part as any that is made again, and its slope from the side. */
function draw(c: WoodCase, work: Work): View[] {
  const slope = slopeFor(c)
  if (!isSlope(slope)) return []
  const h = slope.deepMm / 2
  const longMm = sizeOf(work, 'slot')
  const past = 1.5 * slope.deepMm
  return [
    ...patternViews(copied(c).pattern),
    {
      id: 'face',
      title: 'Its slope from the side',
      shapes: [
        polygon('new', [
          [-longMm / 2 - past, -h],
          [-longMm / 2, -h],
          [longMm / 2, h],
          [-longMm / 2 - past, h],
        ]),
        polygon('new', [
          [longMm / 2 + past, -h],
          [-longMm / 2, -h],
          [longMm / 2, h],
          [longMm / 2 + past, h],
        ]),
      ],
      dimensions: [
        along(-longMm / 2, longMm / 2, -h, 8, written(longMm)),
        slanted([-longMm / 2, -h], [longMm / 2, h], 4, written(Math.hypot(longMm, slope.deepMm))),
        { from: [longMm / 2 + past, -h], to: [longMm / 2 + past, h], offMm: -8, words: written(slope.deepMm) },
      ],
    },
  ]
}
