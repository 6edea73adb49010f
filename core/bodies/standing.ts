import { dot, subtract, type Vec } from '../measure/vec'
import { axisLengthMm } from '../piece/geometry'
import { isUpright, shareNear } from '../piece/places'
import type { Break, Joint, Part, Piece } from '../piece/schema'
import { planeOf, stretchOf, type BreakPlane } from './cut'

/** A break that has parted a part: the two bodies it lies between, the one nearer the axis’s first end first. */
export interface BreakTie {
  readonly fault: string
  readonly part: string
  readonly first: string
  readonly second: string
  readonly plane: BreakPlane
}

/** A piece as it stands there: every part that is in two is two bodies, and each joint sits on the body it is on. */
export interface Standing {
  /**
   * Parts are bodies; a body of a broken part has the part’s id with its place behind it, such as `left-front-leg~1`.
   */
  readonly piece: Piece
  readonly breaks: readonly BreakTie[]
  /** Joints whose hole a break runs through: the other body holds the tenon as well. */
  readonly alsoIn: readonly { readonly joint: string, readonly body: string }[]
}

const MARK = '~'
export const bodyId = (part: string, nth: number): string => `${part}${MARK}${nth}`
/** The part a body is of; a whole part is its own body. */
export const partOfBody = (body: string): string => body.split(MARK)[0]!

/** Nearer to an end than this nothing is left that could be called a half: the tenon has snapped off, millimetres. */
const LEAST_HALF_MM = 4

/** The breaks that have parted their part and were not mended since, in the order they lie along it. */
export const partingBreaks = (piece: Piece, partId: string): Break[] =>
  piece.faults
    .flatMap((f) => {
      const parts = f.kind === 'break' && f.part === partId && f.parted === 'apart'
      return parts && piece.choices.settled[`fault:${f.id}`]?.how !== 'mended-otherwise' ? [f] : []
    })
    .sort((a, b) => a.along - b.along)

const known = new WeakMap<Piece, Standing>()

/** The piece as it stands there. Pure; a piece is never changed, so it is worked out once. */
export function standingOf(piece: Piece): Standing {
  const before = known.get(piece)
  if (before) return before
  const made = split(piece)
  known.set(piece, made)
  return made
}

const split = (piece: Piece): Standing => cutAt(piece, part => partingBreaks(piece, part.id))

/** A place at which a part is drawn or taken as two: where a break has parted it, or an earlier repair stands off. */
type Cut = Pick<Break, 'id' | 'along' | 'angleDeg' | 'turnDeg'>

/** The piece with its parts cut where the caller says. */
export function cutAt(piece: Piece, cutsOf: (part: Part) => readonly Cut[]): Standing {
  const cut = new Map(
    piece.parts.flatMap((part) => {
      const cuts = cutsOf(part).filter(f => isWithin(part, f.along))
      return cuts.length > 0 ? [[part.id, halvesOf(part, cuts)] as const] : []
    }),
  )
  if (cut.size === 0) return { piece, breaks: [], alsoIn: [] }
  const bodyAt = (id: string, at: Vec) => cut.get(id)?.bodyAt(at) ?? id
  const joints = piece.joints.map((j): Joint => ({
    ...j,
    enters: bodyAt(j.enters, j.at),
    receives: bodyAt(j.receives, j.at),
  }))
  const breaks = [...cut.values()].flatMap(c => c.ties)
  return {
    piece: { ...piece, parts: piece.parts.flatMap(p => cut.get(p.id)?.bodies ?? [p]), joints },
    breaks,
    alsoIn: breaks.flatMap(tie => sharedBy(piece, joints, tie)),
  }
}

const isWithin = (part: Part, along: number): boolean => Math.min(along, 1 - along) * axisLengthMm(part) > LEAST_HALF_MM

interface Halves {
  readonly bodies: readonly Part[]
  readonly ties: readonly BreakTie[]
  bodyAt(at: Vec): string
}

function halvesOf(part: Part, breaks: readonly Cut[]): Halves {
  const planes = breaks.map(f => planeOf(part, f))
  const shares = [0, ...breaks.map(f => f.along), 1]
  const bodies = shares
    .slice(1)
    .map((to, i) =>
      stretchOf(part, bodyId(part.id, i + 1), shares[i]!, to, { start: planes[i - 1] ?? null, end: planes[i] ?? null }),
    )
  const ties = breaks.map((f, i): BreakTie => ({
    fault: f.id,
    part: part.id,
    first: bodies[i]!.id,
    second: bodies[i + 1]!.id,
    plane: planes[i]!,
  }))
  const reachMm = Math.max(...part.section.stations.map(s => Math.max(s.widthMm, s.depthMm)))
  const isBeyond = (at: Vec, i: number): boolean => {
    const offMm = (shareNear(part, at) - breaks[i]!.along) * axisLengthMm(part)
    // Far off the share decides, because a bent part may turn back past the plane; near by the slope of the face does.
    return Math.abs(offMm) > 2 * reachMm ? offMm > 0 : dot(subtract(at, planes[i]!.at), planes[i]!.normal) > 0
  }
  return { bodies, ties, bodyAt: at => bodies[breaks.filter((_, i) => isBeyond(at, i)).length]!.id }
}

/** A break through a joint leaves its tenon in both halves. */
function sharedBy(piece: Piece, joints: readonly Joint[], tie: BreakTie): { joint: string, body: string }[] {
  const fault = piece.faults.find(f => f.id === tie.fault)
  const joint = joints.find(j => fault?.kind === 'break' && j.id === fault.joint)
  if (!joint || (joint.receives !== tie.first && joint.receives !== tie.second)) return []
  return [{ joint: joint.id, body: joint.receives === tie.first ? tie.second : tie.first }]
}

/** Which stretch of its part a body is: by its number from the first end, or lower and upper where the part stands. */
export interface BodyPlace {
  readonly part: Part
  readonly nth: number
  readonly of: number
  readonly upright: boolean
}

/** What a body is a stretch of; null for a part that is whole. @throws Error if the piece has no such part */
export function placeOfBody(piece: Piece, body: string): BodyPlace | null {
  const part = piece.parts.find(p => p.id === partOfBody(body))
  if (!part) throw new Error(`There is no part “${body}” on this piece.`)
  if (part.id === body) return null
  return {
    part,
    nth: Number(body.split(MARK)[1]),
    of: partingBreaks(piece, part.id).length + 1,
    upright: isUpright(part),
  }
}
