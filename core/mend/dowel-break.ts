import { planeOf } from '../bodies'
import { readBreak } from '../condition/breaks'
import { beforeEndMm, betweenBoresMm, drillAt, inTheWayOf, outsideMm, reachMm, type Bore } from '../geometry'
import { input, inputOf, type FigureInput } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import { add, along, cross, distance, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { tagOf } from '../piece/facts'
import { nameOf } from '../piece/names'
import { frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import type { Break, Joint, Part } from '../piece/schema'
import { breakViews } from './break-views'
import { dowelSolid } from './dowel-solid'
import { faceWork, lookFirst, spoiltFace } from './glue-break'
import { no, sizeMm, type Mend, type Size, type Verdict } from './mend'
import { rodsFor } from '../reference/bits'
import { POINT_SHARE, ROOM_FOR_GLUE_MM, wallNeededMm } from './new-dowel'
import { bitsIn, breakOf, nearestJoint, partIn, type WoodCase } from './wood-case'
import { tool } from '../reference/tools'
import { before, cured, using, wet } from '../work'

/** A break that is glued and then bored across: dowels on a slant carry what its end grain cannot. */
export const dowelBreak: Mend<WoodCase> = {
  id: 'dowel-break',
  decides: 'walls, grip of 2 diameters on both sides of the face, the drill’s reach and least angle',
  tools: [
    'drill',
    'angle-block',
    'scrap',
    'bit',
    'depth-stop',
    'fine-saw',
    'brush',
    'mallet',
    'swab',
    'chisel',
    'needle',
    'thin-blade',
    'pencil',
    'strap',
    'batten',
    'nippers',
    'driver',
    'pliers',
    'hollow-cutter',
    'punch',
    'spanner',
    'staple-lifter',
    'levers',
    'tack-lifter',
  ],
  label: 'Glue, and dowels across',
  short: 'glue + dowels',
  opens: false,
  undo: 'no',
  place: { conserve: 2, everyday: 2, strength: 1 },
  consider,
  draw: breakViews,
}

/** No bit is led flatter to a part than this, degrees (docs/sources.md#dowels, low). */
const LEAST_DRILL_DEG = 25
/** On each side of the break so much of the dowel at least, in diameters; up to the second where there is room. */
const LEAST_GRIP = 2
const MOST_GRIP = 3
/** Wood beyond the corner of the bit, square to the surface, millimetres. */
const BEYOND_CORNER_MM = 3
/** Middle to middle of two dowels, in diameters. */
const SPACING = 2
/** Wood to the next joint's tenon, dowel or bolt, millimetres. */
const TO_JOINT_MM = 3
const RAD = Math.PI / 180
/**
 * All dowels together are at least as one of this share of the part’s thickness: thinner ones would not carry what it
 * carries.
 */
const LEAST_OF_PART = 1 / 4
/** Least and largest dowel for this, millimetres. */
const [THINNEST_MM, THICKEST_MM] = [6, 16]

export interface CrossingDowels {
  readonly diameterMm: number
  /** Between the dowel and the part, degrees. */
  readonly slopeDeg: number
  /** Past the break towards the mouth of the bore, and towards its bottom, millimetres. */
  readonly gripMm: readonly [mouth: number, bottom: number]
  readonly wallMm: number
  readonly spacingMm: number
  readonly bores: readonly Bore[]
}

function consider(c: WoodCase): Verdict {
  const fault = breakOf(c)
  const refused = spoiltFace(fault) ?? lookFirst(c, fault)
  if (refused) return refused
  const found = crossingDowels(c)
  if ('why' in found) return no(found.why)
  const { dowels } = found
  const face = faceWork(c, 'fair')
  const { diameterMm, slopeDeg, gripMm } = dowels
  const count = dowels.bores.length
  const lengthMm = Math.floor(gripMm[0] + gripMm[1])
  const worst = readBreak(c.piece, fault).fibre
  const depthMm = lengthMm + ROOM_FOR_GLUE_MM
  return {
    ...face,
    fits: true,
    reason: say`${q(worst.high ?? worst.value, 'deg')} to the fibres at worst: ${count === 1 ? 'a dowel' : 'two dowels'} of ${mm(diameterMm)}, at ${q(slopeDeg, 'deg')} to the part, ${mm(Math.min(...gripMm))} or more past the break`,
    sizes: [...face.sizes, ...sizesOf(c, dowels, lengthMm)],
    stock: [
      {
        id: 'dowel',
        serves: 'each',
        what: 'dowel',
        count,
        sizesMm: [diameterMm, lengthMm],
        wood: 'beech, ash or hard maple, split not sawn',
        note: 'grooved, one end chamfered; trimmed flush when it is in',
      },
    ],
    steps: [
      ...face.steps,
      using(
        before(
          'lead',
          12 + 3 * count,
          say`When it has cured: start the bit square to the face, then lean it to ${q(slopeDeg, 'deg')} along a block cut to that angle. Bore a scrap of the same size first.`,
          2,
        ),
        'drill',
        'angle-block',
        'scrap',
      ),
      using(
        before(
          'bore',
          5 * count,
          say`Bore ${mm(diameterMm)} to ${mm(depthMm)} by a stop, clearing often${count === 2 ? say`; the second ${mm(dowels.spacingMm)} beside it${slopesAgainst(c) ? ', leaning the other way' : ''}` : say``}.`,
          2,
        ),
        'drill',
        tool('bit', diameterMm),
        'depth-stop',
      ),
      using(before('groove', 2 * count, say`Groove the dowel along its length, one end chamfered.`, 2), 'fine-saw'),
      using(
        wet(
          'dowel',
          say`Glue in the bore and on the dowel, in by hand and light taps, the hole’s bottom left ${mm(ROOM_FOR_GLUE_MM)} free.`,
          2,
        ),
        'brush',
        'mallet',
        'swab',
      ),
      using(cured('trim', 3 * count, say`Trim the dowel flush, with the grain.`, 2), 'fine-saw', 'chisel'),
    ],
    settings: [
      {
        what: say`From the mouth, along a block cut to the angle to the part`,
        bitMm: diameterMm,
        stopMm: depthMm,
        angleDeg: slopeDeg,
      },
    ],
    scrap: say`Bore a scrap of the part’s thickness along the same block first: measure where the bit’s corner comes nearest its far face.`,
    cautions: ['drill', 'blade'],
    removedCm3: (((count * Math.PI) / 4) * diameterMm ** 2 * depthMm) / 1000,
    hold: { low: 0.6, high: 0.88 },
    design: {
      ...face.design,
      newWood: dowels.bores.map((bore, i) => dowelSolid(bore, `${fault.id}-dowel-${i + 1}`, lengthMm)),
      bores: dowels.bores,
      glueLines: [
        ...face.design.glueLines,
        {
          id: `${c.trouble.id}/dowels`,
          words: say`its dowels`,
          areaMm2: count * Math.PI * diameterMm * lengthMm,
          gapMm: 0.1,
          turn: 2,
        },
      ],
    },
  }
}

const slopesAgainst = (c: WoodCase): boolean => breakOf(c).angleDeg.value > 90 - LEAST_DRILL_DEG

function sizesOf(
  c: WoodCase,
  { diameterMm, slopeDeg, gripMm, wallMm, spacingMm, bores }: CrossingDowels,
  lengthMm: number,
): Size[] {
  const inUnit
    = (unit: 'mm' | 'deg') =>
      (id: Size['id'], label: string, value: number, rule: string, inputs: readonly FigureInput[]) =>
        sizeMm(id, label, value, rule, inputs, 'dowels', unit)
  const [size, angle] = [inUnit('mm'), inUnit('deg')]
  const dowel = input('dowel', diameterMm, 'mm')
  const [mouthMm, bottomMm] = gripMm
  return [
    size(
      'dowel',
      'dowel',
      diameterMm,
      'the largest stock that leaves its walls, half its own size and 3 mm at least, and goes 2 diameters past the break on both sides',
      [input('wall left', wallMm, 'mm')],
    ),
    angle(
      'drill-slope',
      'drill to the part',
      slopeDeg,
      'square to the break, and never flatter to the part than the bit can be led',
      [
        inputOf('break to the axis', breakOf(c).angleDeg, 'deg'),
        input('flattest bit', LEAST_DRILL_DEG, 'deg', 'table'),
      ],
    ),
    size('dowel-length', 'dowel length', lengthMm, 'past the break towards the mouth + towards the bottom', [
      input('towards the mouth', mouthMm, 'mm'),
      input('towards the bottom', bottomMm, 'mm'),
    ]),
    size(
      'stop-entering',
      'depth stop',
      lengthMm + ROOM_FOR_GLUE_MM,
      'dowel + 1 mm for glue, from the mouth of the bore',
      [dowel],
    ),
    size('wall', 'wall left', wallMm, 'from the bore’s side to the nearest side of the part, square to the bore', [
      dowel,
    ]),
    ...(bores.length === 2
      ? [
          size('spacing', 'middle to middle', spacingMm, '2 diameters at least, as far apart as the walls allow', [
            dowel,
          ]),
        ]
      : []),
  ]
}

type Found = { readonly dowels: CrossingDowels } | { readonly why: Verdict['reason'] }

/** A plan is made again at every key press; the bores only change with the break, its part or the joints near it. */
const known = new WeakMap<
  Break,
  {
    readonly part: Part
    readonly parts: readonly Part[]
    readonly joints: readonly Joint[]
    readonly bitsMm: readonly number[]
    readonly found: Found
  }
>()

/** The largest crossing dowels the part allows, two where there is room for two; why none where there is none. */
export function crossingDowels(c: WoodCase): Found {
  const [fault, part, { joints, parts }, bitsMm] = [breakOf(c), partIn(c), c.piece, bitsIn(c)]
  const before = known.get(fault)
  if (
    before
    && before.part === part
    && before.joints === joints
    && before.parts === parts
    && before.bitsMm === bitsMm
  ) {
    return before.found
  }
  const found = searchDowels(c)
  known.set(fault, { part, parts, joints, bitsMm, found })
  return found
}

function searchDowels(c: WoodCase): Found {
  const stock = rodsFor(bitsIn(c))
    .filter(d => d >= THINNEST_MM && d <= THICKEST_MM)
    .reverse()
  let nearest: CrossingDowels | null = null
  let blocked: string | null = null
  for (const count of [2, 1]) {
    for (const diameterMm of stock) {
      for (const from of [1, -1] as const) {
        const tried = tryDowels(c, diameterMm, count, from)
        // From the other side it is bored only where the drill is in something’s way on this one.
        if (!tried || diameterMm * Math.sqrt(count) < LEAST_OF_PART * thinnestAt(c)) break
        const clash = tried.bores.map(b => nearestJoint(c.piece, b)).filter(n => n !== null && n.wallMm < TO_JOINT_MM)
        if (clash.length > 0) {
          nearest ??= tried
          break
        }
        const before = blockedBy(c, tried)
        if (before === null) return { dowels: tried }
        blocked ??= before
      }
    }
  }
  if (blocked !== null) {
    return {
      why: say`the drill for a dowel across it would run into the ${nameOf(c.piece, blocked)}, from either side`,
    }
  }
  if (nearest) {
    const { joint, wallMm } = nearest.bores
      .map(b => nearestJoint(c.piece, b)!)
      .reduce((a, b) => (b.wallMm < a.wallMm ? b : a))
    return {
      why:
        wallMm <= 0
          ? say`a dowel across it would run into ${tagOf(joint)}`
          : say`a dowel across it would come within ${mm(wallMm)} of ${tagOf(joint)}`,
    }
  }
  return {
    why: say`no dowel as thick as a quarter of the part, or two that are together, goes ${LEAST_GRIP} diameters past the break on both sides and leaves its walls`,
  }
}

/**
 * What the drill would run into at the mouth of a bore, the piece standing together round it; null where it can be
 * led.
 */
function blockedBy(c: WoodCase, { bores, diameterMm }: CrossingDowels): string | null {
  const others = c.piece.parts.filter(p => !p.missing && p.id !== partIn(c).id)
  const hits = bores.flatMap(({ from, to }) =>
    inTheWayOf(drillAt(from, unit(subtract(from, to)), distance(from, to), diameterMm), others),
  )
  return hits[0] ?? null
}

function thinnestAt(c: WoodCase): number {
  const { widthMm, depthMm } = sectionAt(partIn(c), breakOf(c).along)
  return Math.min(widthMm, depthMm)
}

/** `from` says from which side of the break they are bored. */
function tryDowels(c: WoodCase, diameterMm: number, count: number, from: 1 | -1): CrossingDowels | null {
  const part = partIn(c)
  const fault = breakOf(c)
  const plane = planeOf(part, fault)
  const { across, through } = frameOfSegment(part, pointAtShare(part, fault.along).segment)
  const turn = fault.turnDeg * RAD
  const side = unit(add(scale(across, Math.cos(turn)), scale(through, Math.sin(turn))))
  const slope = Math.max(90 - fault.angleDeg.value, LEAST_DRILL_DEG) * RAD
  const beside = unit(cross(plane.tangent, side))
  const widthMm = reachMm(part, plane.at, beside) + reachMm(part, plane.at, negate(beside))
  const wall = wallNeededMm(diameterMm)
  const spacingMm
    = count === 1 ? 0 : Math.max(SPACING * diameterMm, Math.min(widthMm / 2, widthMm - diameterMm - 2 * wall))
  const made = Array.from({ length: count }, (_, i) => {
    const lean = slopesAgainst(c) && i === 1 ? negate(side) : side
    const way = scale(unit(add(scale(plane.tangent, Math.cos(slope)), scale(lean, Math.sin(slope)))), from)
    return boreAt(c, along(plane.at, beside, (i - (count - 1) / 2) * spacingMm), way, beside, diameterMm, slope)
  })
  if (made.some(m => m === null)) return null
  const bores = made.map(m => m!.bore)
  const isApart = bores.length < 2 || betweenBoresMm(bores[0]!, bores[1]!) >= (SPACING - 1) * diameterMm - 1e-6
  if (!isApart) return null
  const grips = made.map(m => m!.gripMm)
  return {
    diameterMm,
    slopeDeg: slope / RAD,
    gripMm: [Math.min(...grips.map(g => g[0])), Math.min(...grips.map(g => g[1]))],
    wallMm: Math.min(...made.map(m => m!.wallMm)),
    spacingMm,
    bores,
  }
}

/** One bore through a point of the break, from the side that its way comes in at; null where it has no room. */
function boreAt(
  c: WoodCase,
  at: Vec,
  way: Vec,
  beside: Vec,
  diameterMm: number,
  slope: number,
): { bore: Bore, gripMm: [number, number], wallMm: number } | null {
  const part = partIn(c)
  const radius = diameterMm / 2
  const mouthMm = exitMm(part, at, negate(way))
  if (mouthMm === null) return null
  // Only where the whole round of the dowel is in wood does it hold; the bit’s corner stays clear of the far side.
  const rims = (t: number) => rimAt(along(at, way, t), way, beside, radius)
  const leastMm = LEAST_GRIP * diameterMm
  const mouthGrip = longest(leastMm, mouthMm - radius / Math.tan(slope), t =>
    rims(-t).every(p => outsideMm(part, p) <= FLUSH_MM),
  )
  const tipMm = (t: number) => along(at, way, t + ROOM_FOR_GLUE_MM + POINT_SHARE * diameterMm)
  if (mouthGrip === 0) return null
  const bottomGrip = longest(
    leastMm,
    MOST_GRIP * diameterMm,
    t =>
      rims(t + ROOM_FOR_GLUE_MM).every(p => outsideMm(part, p) <= -BEYOND_CORNER_MM + 1e-6)
      && outsideMm(part, tipMm(t)) <= -BEYOND_CORNER_MM,
  )
  if (bottomGrip === 0) return null
  const stretch = [-mouthGrip, -mouthGrip / 2, 0, bottomGrip / 2, bottomGrip].map(t => along(at, way, t))
  if (stretch.some(p => !isFromEnds(part, p))) return null
  const wallMm
    = Math.min(...stretch.flatMap(p => [reachMm(part, p, beside), reachMm(part, p, negate(beside))])) - radius
  if (wallMm < wallNeededMm(diameterMm) - 1e-6) return null
  return {
    bore: {
      part: part.id,
      from: along(at, way, -mouthMm),
      to: along(at, way, bottomGrip + ROOM_FOR_GLUE_MM),
      diameterMm,
    },
    gripMm: [mouthGrip, bottomGrip],
    wallMm,
  }
}

/** The mouth is measured on the surface as it is drawn; so much of the rim may stand out there, millimetres. */
const FLUSH_MM = 0.1
const STEP_MM = 0.5
const FARTHEST_MM = 400
const FROM_END_MM = 3

/** How far a line runs from inside a part until it leaves it, millimetres; null where it runs out at an end. */
function exitMm(part: Part, from: Vec, way: Vec): number | null {
  let [low, high] = [0, STEP_MM]
  while (outsideMm(part, along(from, way, high)) <= 0) {
    if (high > FARTHEST_MM) return null
    low = high
    high += STEP_MM
  }
  for (let i = 0; i < 20; i++) {
    const middle = (low + high) / 2
    if (outsideMm(part, along(from, way, middle)) <= 0) low = middle
    else high = middle
  }
  return isFromEnds(part, along(from, way, low)) ? low : null
}

/**
 * The longest from one length up to another, in half millimetres, as far as something holds; 0 where it does not even
 * at the least.
 */
function longest(leastMm: number, mostMm: number, holds: (t: number) => boolean): number {
  let reached = 0
  for (let t = leastMm; t <= mostMm + 1e-6 && holds(t); t += STEP_MM) reached = t
  return reached
}

function rimAt(middle: Vec, way: Vec, beside: Vec, radiusMm: number): Vec[] {
  const other = cross(way, beside)
  return Array.from({ length: 8 }, (_, i) =>
    along(along(middle, beside, radiusMm * Math.cos((i * Math.PI) / 4)), other, radiusMm * Math.sin((i * Math.PI) / 4)),
  )
}

/** Whether a point lies well within the ends of a part, so that wood stays before them. */
const isFromEnds = (part: Part, point: Vec): boolean => beforeEndMm(part, point) >= FROM_END_MM
