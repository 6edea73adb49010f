import { fail, succeed, type Result } from '../measure/result'
import { heightIn, inRound, planeThrough, spans, type Ground, type Plane } from './ground'

/**
 * A foot as it was measured: how far its end stood over the board while the piece was held, and how high the floor is
 * where it is to stand.
 */
export interface FootHeight extends Ground {
  readonly id: string
  readonly heightMm: number
  readonly floorMm: number
  /** Its leg off plumb, degrees: it is cut along the leg. */
  readonly leanDeg: number
  readonly areaMm2: number
}

/**
 * What the feet are to be cut to: the seat as it was held while they were measured; a seat that rises so much from
 * back to front, over its depth; or whatever slope takes the least wood.
 */
export type FeetAim
  = | { readonly kind: 'as-held' }
    | { readonly kind: 'slope', readonly heldPer: Slope, readonly wantedPer: Slope }
    | { readonly kind: 'least-wood' }

/** How much a seat rises for each millimetre to the left and forward. */
export interface Slope {
  readonly perX: number
  readonly perZ: number
}

export interface FootCut {
  readonly id: string
  /** Straight down off its end, and along the leg, where the saw goes. */
  readonly trimMm: number
  readonly cutMm: number
  /** What it would be padded by instead, straight down. */
  readonly padMm: number
}

/** Which feet stand and which float, as it is. */
export interface Rocking {
  /** The two it rocks on. */
  readonly on: readonly [string, string]
  readonly floating: readonly [string, string]
  /** How high one of the floating two stands while the other is held down. */
  readonly gapMm: number
}

export interface Levelling {
  readonly cuts: readonly FootCut[]
  /** By how much the seat’s slope changes when it stands on what was cut. */
  readonly tilts: Slope
  readonly removedCm3: number
  readonly rocking: Rocking | null
}

/** A foot farther off the board than this is not out of true: something is broken, or the reading is a slip. */
const MOST_MM = 60
/** Closer than this four feet stand, millimetres: a sheet of card under one. */
export const STANDS_MM = 0.3

/**
 * What to take off each foot, or to put under it, so that the piece stands. Heights over one flat board with the
 * piece held still; three feet or more. Lengths in millimetres.
 */
export function levelFeet(feet: readonly FootHeight[], aim: FeetAim): Result<Levelling> {
  const odd = feet.find(f => !(f.heightMm >= 0 && f.heightMm <= MOST_MM))
  if (odd) {
    return fail(
      'absurd',
      `A foot stands 0 to ${MOST_MM} mm over the board; what is farther off is broken or was read wrongly.`,
      odd.id,
    )
  }
  const uneven = feet.find(f => Math.abs(f.floorMm) > MOST_MM)
  if (uneven) return fail('absurd', `A floor is less than ${MOST_MM} mm off level from foot to foot.`, uneven.id)
  if (feet.length < 3) return fail('too_few', 'Three feet at least: on fewer nothing stands.')
  if (!triplesOf(feet).some(t => spans(...t))) {
    return fail('in_a_row', 'The feet stand in one line: nothing is level on that.')
  }
  const plane = aim.kind === 'least-wood' ? leastWood(feet) : parallelTo(feet, aim)
  const cuts = cutsTo(feet, plane)
  return succeed({
    cuts,
    tilts: { perX: 0 - plane.perX, perZ: 0 - plane.perZ },
    removedCm3: cuts.reduce((sum, c, i) => sum + c.cutMm * feet[i]!.areaMm2, 0) / 1000,
    rocking: rockingOf(feet),
  })
}

/** Ends that lie on the floor lie on a plane once the floor’s own heights are taken off. */
const endMm = (f: FootHeight): number => f.heightMm - f.floorMm

/** The plane of the wanted slope through the highest end: nothing is added to any foot. */
function parallelTo(feet: readonly FootHeight[], aim: Exclude<FeetAim, { kind: 'least-wood' }>): Plane {
  const [perX, perZ]
    = aim.kind === 'slope' ? [aim.heldPer.perX - aim.wantedPer.perX, aim.heldPer.perZ - aim.wantedPer.perZ] : [0, 0]
  return { atMm: Math.max(...feet.map(f => endMm(f) - perX * f.xMm - perZ * f.zMm)), perX, perZ }
}

/** A least sum over planes above all ends is met by one that passes through three of them. */
function leastWood(feet: readonly FootHeight[]): Plane {
  const through = triplesOf(feet)
    .filter(t => spans(...t))
    .map(t => planeThrough(t, [endMm(t[0]), endMm(t[1]), endMm(t[2])]))
  const above = through.filter(plane => feet.every(f => heightIn(plane, f) >= endMm(f) - 1e-9))
  return above.reduce((best, plane) => (woodOver(feet, plane) < woodOver(feet, best) ? plane : best))
}

const woodOver = (feet: readonly FootHeight[], plane: Plane): number =>
  feet.reduce((sum, f) => sum + alongLeg(f, heightIn(plane, f) - endMm(f)) * f.areaMm2, 0)

const alongLeg = ({ leanDeg }: FootHeight, downMm: number): number => downMm / Math.cos((leanDeg * Math.PI) / 180)

function cutsTo(feet: readonly FootHeight[], plane: Plane): FootCut[] {
  const trims = feet.map(f => Math.max(0, heightIn(plane, f) - endMm(f)))
  const most = Math.max(...trims)
  return feet.map((f, i) => ({ id: f.id, trimMm: trims[i]!, cutMm: alongLeg(f, trims[i]!), padMm: most - trims[i]! }))
}

function triplesOf<T>(all: readonly T[]): [T, T, T][] {
  return all.flatMap((a, i) =>
    all.slice(i + 1).flatMap((b, j) => all.slice(i + j + 2).map((c): [T, T, T] => [a, b, c])),
  )
}

/** Four feet rock on two that stand across from each other; three never do. */
function rockingOf(feet: readonly FootHeight[]): Rocking | null {
  if (feet.length !== 4) return null
  const [a, b, c, d] = inRound(feet) as [FootHeight, FootHeight, FootHeight, FootHeight]
  if (!spans(a, b, c)) return null
  const offMm = endMm(d) - heightIn(planeThrough([a, b, c], [endMm(a), endMm(b), endMm(c)]), d)
  if (Math.abs(offMm) < STANDS_MM) return null
  // With the fourth above the plane of the others it floats, and so does the one across from it when it is held down.
  const [on, pair]
    = offMm > 0
      ? ([
          [a, c],
          [b, d],
        ] as const)
      : ([
          [b, d],
          [a, c],
        ] as const)
  // Told of the one that stood up when it was measured: seen from the other it is a little more or less.
  const floating = [...pair].sort((p, q) => endMm(q) - endMm(p)) as [FootHeight, FootHeight]
  const gapMm = floatMm(floating[0], on, floating[1])
  return { on: [on[0].id, on[1].id], floating: [floating[0].id, floating[1].id], gapMm }
}

/** How high one foot stands over the plane of the other three. */
const floatMm = (foot: FootHeight, on: readonly [FootHeight, FootHeight], held: FootHeight): number =>
  endMm(foot) - heightIn(planeThrough([on[0], held, on[1]], [endMm(on[0]), endMm(held), endMm(on[1])]), foot)
