import { outsideMm, pointsAlong, type Bore } from '../geometry'
import { input, inputOf, type FigureInput } from '../measure/figure'
import { fitMm, mm, say, type Phrase } from '../measure/phrase'
import { along, distance, subtract, unit } from '../measure/vec'
import { tagOf } from '../piece/facts'
import { axisLengthMm, frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import { standing } from '../piece/places'
import type { Part } from '../piece/schema'
import { breakViews } from './break-views'
import { dowelSolid } from './dowel-solid'
import { faceWork, lookFirst, spoiltFace } from './glue-break'
import { no, sizeMm, type Mend, type Size, type Verdict } from './mend'
import { rodsFor } from '../reference/bits'
import { POINT_SHARE, ROOM_FOR_GLUE_MM } from './new-dowel'
import { bitsIn, breakOf, halvesAreFree, nearestJoint, partIn, type WoodCase } from './wood-case'
import { tool } from '../reference/tools'
import { before, using, wet } from '../work'
import { datumEnd } from '../piece/ends'

/**
 * A ragged snap glued only to find its place, sawn flat beside it, and both faces bored on centre for one long dowel.
 */
export const sawAndBore: Mend<WoodCase> = {
  id: 'saw-and-bore',
  decides: 'wall round a dowel on the part’s axis, 2½ diameters past break and saw line, gap of the ragged face',
  tools: [
    'brush',
    'batten',
    'pencil',
    'fine-saw',
    'drill',
    'bit',
    'depth-stop',
    'scrap',
    'square',
    'strap',
    'swab',
    'needle',
    'thin-blade',
    'nippers',
    'driver',
    'pliers',
    'chisel',
    'hollow-cutter',
    'punch',
    'spanner',
    'staple-lifter',
    'mallet',
    'levers',
    'tack-lifter',
  ],
  label: 'Register, saw, bore',
  short: 'saw + bore',
  opens: false,
  undo: 'partly',
  place: { conserve: 3, everyday: 1.5, strength: 1.5 },
  consider,
  draw: breakViews,
}

/** Coaxial in a round or square part the wall is at least this, millimetres (docs/sources.md#dowels, medium). */
const WALL_MM = 3
/** The dowel is at most half the part, and a third of it at least. */
const [LEAST_SHARE, MOST_SHARE] = [1 / 3, 1 / 2]
/** Past the break and past the saw line so many diameters. */
const GRIP = 2.5
/** The saw goes so far beside the last splinter, millimetres, and takes so much away. */
const [BESIDE_MM, KERF_MM] = [4, 0.8]
/** A slant that reaches further than this along the part, in thicknesses, is no snap: it wants a scarf. */
const LONGEST_ZONE = 1.5
/** The dowel is scraped so much under its bore, so that the part can be set straight, millimetres. */
const EASED_MM = 0.3
const TO_JOINT_MM = 3

interface Place {
  readonly dowelMm: number
  readonly sawMm: number
  readonly fromMm: number
  readonly toMm: number
  readonly wallMm: number
  readonly bore: Bore
}

function consider(c: WoodCase): Verdict {
  const fault = breakOf(c)
  const part = partIn(c)
  const refused = spoiltFace(fault) ?? lookFirst(c, fault)
  if (refused) return refused
  if (fault.parted === 'hangs') return no(say`it hangs by its fibres: part it first, or close it as it is`)
  if (!halvesAreFree(c.piece, fault)) {
    return no(
      say`the frame holds both halves, so a dowel along the part cannot go home: open a joint of one half first`,
    )
  }
  const thick = thicknessAt(part, fault.along)
  const zoneMm = thick / 2 / Math.tan((fault.angleDeg.value * Math.PI) / 180)
  if (zoneMm > LONGEST_ZONE * thick) {
    return no(say`its slant runs ${mm(2 * zoneMm)} along the part: that wants a splice, not a dowel`)
  }
  if (isBentNear(part, fault.along)) return no(say`the part is bent there: no straight bore stays in its middle`)
  const place = placeFor(c, thick, zoneMm)
  return 'why' in place ? no(place.why) : { fits: true, ...design(c, place, thick) }
}

const thicknessAt = (part: Part, share: number): number => {
  const { widthMm, depthMm } = sectionAt(part, share)
  return Math.min(widthMm, depthMm)
}

/** Whether the axis turns within a few thicknesses of a place. */
function isBentNear(part: Part, share: number): boolean {
  const reach = (4 * thicknessAt(part, share)) / axisLengthMm(part)
  const at = (s: number) => frameOfSegment(part, pointAtShare(part, Math.min(1, Math.max(0, s))).segment).tangent
  const [a, b] = [at(share - reach), at(share + reach)]
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2] < 0.9998
}

/**
 * Where it is sawn and bored: the thickest dowel that leaves its walls and stays clear of the joints, sawn on the
 * side of the break with more wood, or on the other; why not, where there is none.
 */
function placeFor(c: WoodCase, thick: number, zoneMm: number): Place | { readonly why: Phrase } {
  const stock = rodsFor(bitsIn(c))
    .filter(d => d <= MOST_SHARE * thick && d >= LEAST_SHARE * thick - 1 && thick - d >= 2 * WALL_MM)
    .reverse()
  if (stock.length === 0) {
    return { why: say`no dowel between a third and half of ${mm(thick)} leaves a wall of ${mm(WALL_MM)}` }
  }
  const longer = breakOf(c).along < 0.5 ? 1 : -1
  let clash: Phrase | null = null
  for (const dowelMm of stock) {
    for (const side of [longer, -longer]) {
      const place = tryPlace(c, dowelMm, side, zoneMm)
      const near = place && nearestJoint(c.piece, place.bore)
      if (place && (!near || near.wallMm >= TO_JOINT_MM)) return place
      if (near) {
        clash
          = near.wallMm <= 0
            ? say`the dowel would run into ${tagOf(near.joint)}`
            : say`the dowel would come within ${mm(near.wallMm)} of ${tagOf(near.joint)}`
      }
    }
  }
  return { why: clash ?? say`no dowel goes 2½ diameters past the break and past the saw line and leaves its walls` }
}

/**
 * A dowel of a size with the saw line on one side of the break, towards the far end or the first; null where it has
 * no room.
 */
function tryPlace(c: WoodCase, dowelMm: number, side: number, zoneMm: number): Place | null {
  const part = partIn(c)
  const total = axisLengthMm(part)
  const breakMm = breakOf(c).along * total
  const sawMm = breakMm + side * (zoneMm + BESIDE_MM)
  const grip = GRIP * dowelMm
  const [low, high] = [Math.min(breakMm, sawMm) - grip, Math.max(breakMm, sawMm) + grip]
  const toEndMm = ROOM_FOR_GLUE_MM + POINT_SHARE * dowelMm + WALL_MM
  if (low < toEndMm || high > total - toEndMm) return null
  const at = (alongMm: number) => pointAtShare(part, alongMm / total).point
  const bore: Bore = { part: part.id, from: at(low), to: at(high), diameterMm: dowelMm }
  const wallMm = Math.min(...pointsAlong(bore.from, bore.to, 2).map(p => -outsideMm(part, p))) - dowelMm / 2
  return wallMm >= WALL_MM - 1e-6 ? { dowelMm, sawMm, fromMm: low, toMm: high, wallMm, bore } : null
}

function design(c: WoodCase, { dowelMm, sawMm, fromMm, toMm, wallMm, bore }: Place, thick: number) {
  const fault = breakOf(c)
  const part = partIn(c)
  const face = faceWork(c, 'fair')
  const breakMm = fault.along * axisLengthMm(part)
  const lengthMm = Math.round(toMm - fromMm)
  const isAbove = sawMm > breakMm
  const [firstStop, secondStop] = [sawMm - fromMm + ROOM_FOR_GLUE_MM, toMm - sawMm + ROOM_FOR_GLUE_MM]
  const size = (id: Size['id'], label: string, value: number, rule: string, inputs: readonly FigureInput[]) =>
    sizeMm(id, label, value, rule, inputs, 'dowels')
  const dowel = input('dowel', dowelMm, 'mm')
  const gap = input('break to saw line', Math.abs(sawMm - breakMm), 'mm')
  const section = (Math.PI / 4) * thick ** 2
  const end = datumEnd(c.piece, part)
  return {
    ...face,
    reason: say`sawn at ${mm(sawMm)} from its ${end}, ${mm(dowelMm)} dowel on centre, ${mm(GRIP * dowelMm)} past break and saw line`,
    sizes: [
      size(
        'saw-line',
        `saw line, from the ${end}`,
        sawMm,
        'break ± half its slant + 4 mm, on the side with more wood: move it to the nearest groove',
        [input('break', breakMm, 'mm'), inputOf('angle of the break', fault.angleDeg, 'deg')],
      ),
      size('dowel', 'dowel', dowelMm, 'at most half the part, a third of it at least, and 3 mm of wall', [
        input('part there', thick, 'mm'),
      ]),
      size('dowel-length', 'dowel length', lengthMm, 'break to saw line + 2 × 2.5 diameters', [gap, dowel]),
      size('bit', 'bit', dowelMm, 'the dowel’s own size: the dowel is eased, not the bit', [dowel]),
      size('stop-receiving', `depth stop, ${end}’s side`, firstStop, 'saw line to the dowel’s end + 1 mm for glue', [
        gap,
        dowel,
      ]),
      size(
        'stop-entering',
        'depth stop, far side',
        secondStop,
        '2.5 diameters, or what is left to the break, + 1 mm for glue',
        [dowel],
      ),
      size('wall', 'wall left', wallMm, '(part − dowel) / 2 where it is thinnest along the bore', [dowel]),
    ],
    stock: [
      {
        id: 'dowel' as const,
        serves: 'each' as const,
        what: 'dowel',
        count: 1,
        sizesMm: [dowelMm, lengthMm],
        wood: 'ash, beech or hard maple, split not sawn',
        note: 'grooved along its length, both ends chamfered',
      },
    ],
    steps: [
      ...face.steps.filter(s => s.when === 'before'),
      using(
        wet(
          'register',
          say`Register: a little glue on the ragged faces, only to find its place again; pressed along the part and seen straight from front and side. It carries nothing.`,
        ),
        'brush',
        'batten',
      ),
      using(
        before(
          'saw',
          15,
          say`When it has set: a pencil line round the part and two marks across it. Saw all round in the nearest groove, about ${mm(sawMm)} from the ${end}, ${isAbove ? 'above' : 'below'} the break.`,
          2,
        ),
        'pencil',
        'fine-saw',
      ),
      using(
        before(
          'bore',
          25,
          say`Find both centres from the outside, not from the saw face; bore a scrap first. Bore ${mm(dowelMm)}, stop ${mm(firstStop)} on the ${end}’s side and ${mm(secondStop)} on the other. Scrape the dowel until it slides with ${fitMm(EASED_MM)} to spare, and groove it.`,
          2,
        ),
        'drill',
        tool('bit', dowelMm),
        'depth-stop',
        'scrap',
      ),
      using(
        before(
          'dry',
          10,
          say`Dry: dowel home, marks in line, straight from front and side. The saw took ${mm(KERF_MM)} of length: ${
            standing(c.piece).some(p => p.id === partIn(c).id)
              ? 'feet on the board; a pad under this one, or the others trimmed; your choice'
              : 'where both its ends have shoulders a veneer as thick goes between the faces; a round end enters so much less'
          }.`,
          2,
        ),
        'batten',
        'square',
      ),
      using(
        wet('glue', say`Glue in both bores, on the dowel and both faces; close, strap, set straight, wipe.`, 2),
        'brush',
        'strap',
        'swab',
      ),
    ],
    settings: [
      { what: say`On the ${end}’s side, on centre`, bitMm: dowelMm, stopMm: firstStop },
      { what: say`On the far side, on centre`, bitMm: dowelMm, stopMm: secondStop },
    ],
    scrap: say`Turn or take a scrap of the part’s own thickness, bore it from a centre found the same way, and measure the wall all round: it tells how far the centre is off.`,
    cautions: ['drill' as const, 'blade' as const],
    removedCm3: ((Math.PI / 4) * dowelMm ** 2 * lengthMm) / 1000 + (section * KERF_MM) / 1000,
    hold: { low: 0.65, high: 0.9 },
    design: {
      ...face.design,
      newWood: [dowelSolid(bore, `${fault.id}-dowel`, distance(bore.from, bore.to))],
      bores: [{ ...bore, to: along(bore.to, unit(subtract(bore.to, bore.from)), ROOM_FOR_GLUE_MM) }],
      sawnAtMm: [sawMm],
      glueLines: [
        {
          id: `${c.trouble.id}/register`,
          words: say`its ragged faces`,
          areaMm2: face.design.glueLines[0]!.areaMm2,
          gapMm: fault.gapMm?.value ?? 0,
          turn: 1,
          soon: true,
        },
        {
          id: `${c.trouble.id}/dowel`,
          words: say`dowel and faces`,
          areaMm2: Math.PI * dowelMm * lengthMm + section,
          gapMm: EASED_MM,
          turn: 2,
        },
      ],
      // Pressed along the part twice: to find its place, and with the dowel in it.
      pressing: [1, 2].flatMap(turn => face.design.pressing.map(p => ({ ...p, turn }))),
      closingMin: 2,
      strength: 'fair' as const,
    },
  }
}
