import type { Bore } from '../geometry'
import { outsideMm, pointsAlong } from '../geometry'
import { input } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { along as alongWay, subtract, unit } from '../measure/vec'
import { pointAtShare, sectionAt } from '../piece/geometry'
import { shareNear } from '../piece/places'
import type { Joint, Part } from '../piece/schema'
import { rodsFor } from '../reference/bits'
import { tool } from '../reference/tools'
import { along, band, bar, type Shape, type View } from '../sheet'
import { before, using, wet, type Step } from '../work'
import { faceForce } from '../clamping'
import { stretchOf } from '../bodies'
import { endName } from '../piece/ends'
import { dowelSolid } from './dowel-solid'
import { isLostEnd, lostEnd, madeAgain, reachAlong, type LostEnd } from './end-case'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type Mend, type Verdict, type Work } from './mend'
import { ROOM_FOR_GLUE_MM } from './new-dowel'
import { partView } from './part-views'
import { pressureMPa } from './press'
import { bitsIn, nearestJoint, type WoodCase } from './wood-case'

/**
 * A foot or a seat tenon destroyed: cut to sound wood, new wood glued on over size, a long dowel through both, then
 * turned to shape.
 */
export const newEnd: Mend<WoodCase> = {
  id: 'new-end',
  decides: 'a dowel of a third to half of the part, 3 diameters past the joint, 3 mm of wall',
  tools: ['fine-saw', 'square', 'brush', 'drill', 'bit', 'depth-stop', 'shaping', 'caliper', 'scrap', 'batten', 'swab'],
  label: 'New end on a long dowel',
  short: 'new end',
  opens: false,
  undo: 'no',
  place: { conserve: 4, everyday: 3, strength: 2 },
  consider,
  datum: say`Lengths are from the end that goes; what is across it, from its show face.`,
  draw,
}

/**
 * The dowel against the part, how far past the joint it goes, and what stays round it (docs/sources.md#splices,
 * medium), millimetres.
 */
const MOST_OF_PART = 0.5
const LEAST_OF_PART = 1 / 3
const PAST = 3
/** A mortise cut through the dowel stays so many of its diameters clear of the saw line, where the dowel carries. */
const CLEAR_OF_CUT = 2
const WALL_MM = 3
const MOST_BORE_MM = 260
const MOST_SHARE = 0.45
/** Left on for turning, round and at the end. */
const OVER_MM = 4
const OVER_LONG_MM = 12

function consider(c: WoodCase): Verdict {
  const end = lostEnd(c, MOST_SHARE)
  if (!isLostEnd(end)) return end
  const place = dowelFor(c, end)
  if (!place) {
    return no(
      say`no dowel of a third to half of ${mm(end.thinMm)} has its walls in it and goes ${String(PAST)} diameters past the joint: a scarf instead`,
    )
  }
  const { dowelMm, bore, lengthMm, wallMm } = place
  if (lengthMm > MOST_BORE_MM) return no(say`the bore would be ${mm(lengthMm)} deep: no bit runs true so far`)
  const name = endName(c.piece, end.part, end.end)
  const tenonMm = Math.max(0, ...end.joints.filter(j => j.enters === end.part.id).map(j => j.depthMm.value))
  const again = madeAgain(end.joints, end.part)
  const faceMm2 = end.isRound ? (Math.PI / 4) * end.thinMm * end.wideMm : end.thinMm * end.wideMm
  const newMm = end.lostMm + tenonMm
  return {
    fits: true,
    reason: say`${mm(end.lostMm)} of the ${name} go, to sound wood; a dowel of ${mm(dowelMm)}, ${mm(lengthMm)} long, goes ${mm(PAST * dowelMm)} past the joint and leaves ${mm(wallMm)} of wall`,
    sizes: [
      sizeMm(
        'saw-line',
        `saw line, from the ${name}`,
        end.lostMm,
        'to 5 mm past what is spoilt; past worm 15 mm',
        [],
        'splices',
      ),
      sizeMm(
        'length',
        'new end, finished',
        newMm,
        tenonMm > 0 ? 'what goes + its tenon' : 'as long as what goes',
        [input('what goes', end.lostMm, 'mm'), input('tenon', tenonMm, 'mm')],
        'splices',
      ),
      sizeMm(
        'dowel',
        'dowel',
        dowelMm,
        'the thickest rod up to half of the thinnest wood it goes through, a third at least, 3 mm of wall',
        [input('part, where it is sawn', end.thinMm, 'mm')],
        'splices',
      ),
      sizeMm(
        'dowel-length',
        'dowel length',
        lengthMm,
        'new end + 3 diameters past the joint',
        [input('new end', newMm, 'mm'), input('dowel', dowelMm, 'mm')],
        'splices',
      ),
      sizeMm(
        'stop-receiving',
        'depth stop, from the new end',
        lengthMm + ROOM_FOR_GLUE_MM,
        'dowel + 1 mm for glue',
        [input('dowel length', lengthMm, 'mm')],
        'splices',
      ),
      sizeMm(
        'wall',
        'wall left',
        wallMm,
        '(part − dowel) / 2 where it is thinnest along the bore',
        [input('dowel', dowelMm, 'mm')],
        'splices',
      ),
    ],
    stock: [
      {
        id: 'part',
        serves: 'each',
        what: `end for the ${name}`,
        count: 1,
        sizesMm: [end.thinMm + OVER_MM, end.wideMm + OVER_MM, newMm],
        wood: end.part.species,
        note: 'grain along it, its rings turned as the part’s; over size until it is bored',
      },
      {
        id: 'dowel',
        serves: 'each',
        what: 'dowel',
        count: 1,
        sizesMm: [dowelMm, lengthMm],
        wood: 'ash, beech or hard maple, split not sawn',
        note: 'grooved along its length, its inner end chamfered',
      },
    ],
    steps: stepsOf(end, name, newMm, place, again),
    settings: [
      { what: say`From the new end, on the part’s own axis`, bitMm: dowelMm, stopMm: lengthMm + ROOM_FOR_GLUE_MM },
    ],
    scrap: say`Bore a length of scrap of the same thickness from its end first, and saw it across at ${mm(lengthMm)}: how far the bit has wandered is how far it will.`,
    cautions: ['drill', 'blade'],
    leavesGapMm: 0.1,
    removedCm3: (faceMm2 * end.lostMm * 0.5 + (Math.PI / 4) * dowelMm ** 2 * PAST * dowelMm) / 1000,
    hold: { low: 0.65, high: 0.9 },
    design: {
      newWood: [endSolid(end), dowelSolid(bore, `${c.trouble.id.split(':')[1]}-dowel`, lengthMm)],
      bores: [bore],
      sawnAtMm: [end.cutMm],
      glueLines: [
        { id: `${c.trouble.id}/butt`, words: say`the new end’s face`, areaMm2: faceMm2, gapMm: 0.05, turn: 1 },
        {
          id: `${c.trouble.id}/dowel`,
          words: say`its long dowel`,
          areaMm2: Math.PI * dowelMm * lengthMm,
          gapMm: 0.1,
          turn: 2,
        },
      ],
      pressing: [
        {
          from: end.part.axis[0]!,
          to: end.part.axis.at(-1)!,
          force: faceForce(faceMm2, pressureMPa(end.part.species)),
          offSquareDeg: 0,
        },
      ],
      opens: end.opens,
      closingMin: 1,
      strength: 'fair',
    },
  }
}

interface Place {
  readonly dowelMm: number
  readonly lengthMm: number
  readonly wallMm: number
  readonly bore: Bore
}

/** The thickest dowel on centre that keeps its walls all along, in the new end and in the old wood. */
function dowelFor(c: WoodCase, end: LostEnd): Place | null {
  const rods = rodsFor(bitsIn(c))
    .filter(d => d >= LEAST_OF_PART * end.thinMm - 1 && d <= MOST_OF_PART * end.thinMm)
    .reverse()
  for (const dowelMm of rods) {
    const deepMm = PAST * dowelMm
    const innerMm = end.end === 'first' ? end.cutMm + deepMm : end.cutMm - deepMm
    const [outer, inner] = [end.end === 'first' ? 0 : 1, innerMm / end.totalMm]
    if (inner < 0.02 || inner > 0.98) continue
    const [from, to] = [pointAtShare(end.part, outer).point, pointAtShare(end.part, inner).point]
    const wallMm
      = Math.min(
        ...pointsAlong(from, to, 3)
          .slice(2)
          .map(p => -outsideMm(end.part, p)),
      )
      - dowelMm / 2
    const bore: Bore = {
      part: end.part.id,
      from,
      to: alongWay(to, unit(subtract(to, from)), ROOM_FOR_GLUE_MM),
      diameterMm: dowelMm,
    }
    // Its own tenon on the end that goes is made again round the dowel, a mortise there through it, clear of the saw
    // line.
    const isCutAgain = (j: Joint) =>
      end.joints.includes(j) && (j.enters === end.part.id || fromCutMm(end, j) >= CLEAR_OF_CUT * dowelMm)
    const others = { ...c.piece, joints: c.piece.joints.filter(j => !isCutAgain(j)) }
    const near = nearestJoint(others, bore)
    if (wallMm >= WALL_MM - 1e-6 && (!near || near.wallMm >= WALL_MM)) {
      return { dowelMm, lengthMm: Math.floor(end.lostMm + deepMm), wallMm, bore }
    }
  }
  return null
}

/** Between a mortise in the end that goes and the saw line, millimetres. */
const fromCutMm = ({ part, totalMm, cutMm }: LostEnd, joint: Joint): number =>
  Math.abs(shareNear(part, joint.at) * totalMm - cutMm) - reachAlong(joint)

/** The new end as it will sit, in the part’s own shape. */
export function endSolid({ part, end, cutMm, totalMm }: Pick<LostEnd, 'part' | 'end' | 'cutMm' | 'totalMm'>): Part {
  const cut = cutMm / totalMm
  return stretchOf(part, `${part.id}-new-end`, end === 'first' ? 0 : cut, end === 'first' ? cut : 1, {
    start: null,
    end: null,
  })
}

function stepsOf(
  end: LostEnd,
  name: string,
  newMm: number,
  { dowelMm, lengthMm }: Place,
  again: ReturnType<typeof madeAgain>,
): Step[] {
  return [
    using(
      before(
        'saw',
        10,
        say`A knife line all round, ${mm(end.lostMm)} from the ${name}, square to its axis; saw to it in sound wood and true the face.`,
      ),
      'square',
      'fine-saw',
    ),
    using(
      before(
        'blank',
        15,
        say`Saw the new end ${mm(newMm + OVER_LONG_MM)} long and over size, its face square; seal both faces, for they are end grain.`,
      ),
      'fine-saw',
      'brush',
    ),
    using(
      wet('butt', say`Glue the blank on, centre on centre, pressed along the part; seen straight from front and side.`),
      'brush',
      'batten',
    ),
    using(
      before(
        'bore',
        20,
        say`When it has cured: bore ${mm(dowelMm)} on the part’s axis from the new end, ${mm(lengthMm + ROOM_FOR_GLUE_MM)} deep by a stop, clearing often; in a cradle, seen from two sides.`,
        2,
      ),
      'drill',
      tool('bit', dowelMm),
      'depth-stop',
      'scrap',
    ),
    using(
      wet(
        'dowel',
        say`Glue in the bore and on the dowel; home with taps, the bottom left ${mm(ROOM_FOR_GLUE_MM)} free.`,
        2,
      ),
      'brush',
      'swab',
    ),
    using(
      before(
        'shape',
        40,
        say`When that has cured: turn or pare the new end to the old profile from its fellow${again ? say`, and make again ${again}` : ''}; length off its fellows, the piece on the board.`,
        3,
      ),
      'shaping',
      'caliper',
    ),
  ]
}

/** The part’s end with what is sawn off, what is glued on, and the dowel through both; lengths from the new end. */
function draw(c: WoodCase, work: Work): View[] {
  const end = lostEnd(c, MOST_SHARE)
  if (!isLostEnd(end)) return []
  const [dowelMm, lengthMm, newMm] = [sizeOf(work, 'dowel'), sizeOf(work, 'dowel-length'), sizeOf(work, 'length')]
  const up = end.part.across
  const share = end.cutMm / end.totalMm
  const pastMm = PAST * dowelMm + 30
  const view = partView(
    end.part,
    share,
    up,
    end.end === 'first' ? 0 : end.cutMm - pastMm,
    end.end === 'first' ? end.cutMm + pastMm : end.totalMm,
  )
  const outer = end.end === 'first' ? 0 : end.totalMm
  const inward = end.end === 'first' ? 1 : -1
  const half = Math.max(...Object.values(sectionAt(end.part, share))) / 2 + OVER_MM / 2
  const shapes: Shape[] = [
    view.outline,
    band(Math.min(outer, end.cutMm), Math.max(outer, end.cutMm), 2 * half, 'new', { grain: 'x' }),
    { kind: 'line', from: [end.cutMm, -half - 4], to: [end.cutMm, half + 4], pencil: 'cut' },
    bar('cut', [outer, 0], [outer + inward * (lengthMm + ROOM_FOR_GLUE_MM), 0], dowelMm),
  ]
  const span = (a: number, b: number, level: number, words: string) =>
    along(Math.min(a, b), Math.max(a, b), -half - 4, 8 + 8 * level, words)
  return [
    {
      id: 'along',
      title: 'Along the part, the new end over size',
      shapes,
      dimensions: [
        span(outer, end.cutMm, 0, written(Math.min(newMm, end.lostMm))),
        span(outer, outer + inward * (lengthMm + ROOM_FOR_GLUE_MM), 1, written(lengthMm + ROOM_FOR_GLUE_MM)),
        {
          from: [outer + inward * 12, -dowelMm / 2],
          to: [outer + inward * 12, dowelMm / 2],
          offMm: -4,
          words: written(dowelMm),
        },
      ],
    },
  ]
}
