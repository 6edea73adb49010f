import { along, distance, dot, negate, type Vec } from '../measure/vec'
import { partOf } from '../piece/facts'
import {
  axisLengthMm,
  frameOfSegment,
  pointAtHeight,
  pointAtShare,
  reachToSurfaceMm,
  sectionAt,
  surfaceBetween,
} from '../piece/geometry'
import { isUpright, shareNear } from '../piece/places'
import type { Joint, Part, Piece } from '../piece/schema'

/** Where a jaw sits, how far off square the wood is there, how thick a round part is, and whose wood it is. */
export interface PressPlace {
  readonly point: Vec
  readonly offSquareDeg: number
  readonly roundMm: number
  readonly part: string
}

/** A round seat is as good as flat under a jaw, millimetres. */
export const BROAD_MM = 90
/** Farther off than any part is thick, millimetres: from there a line is sent back to meet a surface. */
const FAR_MM = 900
/** Another rail that comes in here, from the other side, has no face to press on, millimetres. */
const SAME_PLACE_MM = 30

const isBoard = ({ section }: Part): boolean =>
  section.shape === 'round' && section.stations.every(s => Math.max(s.widthMm, s.depthMm) >= BROAD_MM)

/**
 * A plank: what is let into it is driven home and held by its own fit, for there is nothing behind a leg to pull on.
 */
export function isPlank(part: Part): boolean {
  const { stations } = part.section
  const narrow = Math.max(...stations.map(s => Math.min(s.widthMm, s.depthMm)))
  const broad = Math.max(...stations.map(s => Math.max(s.widthMm, s.depthMm)))
  // A board’s grain runs along it; a turned seat may be drawn as a short round piece.
  const isDisc = axisLengthMm(part) <= PLANK_MM && narrow >= PLANK_BROAD_MM
  return isDisc || (narrow <= PLANK_MM && broad >= 4 * narrow && broad >= PLANK_BROAD_MM)
}
const [PLANK_MM, PLANK_BROAD_MM] = [70, 160]

/**
 * Behind the part that a joint enters, in line with the part that enters: the face a jaw presses on. Where another
 * part comes in at that very place the line goes on along it to the next face.
 */
export function behind(piece: Piece, joint: Joint): PressPlace {
  const places = known.get(piece) ?? new Map<string, PressPlace>()
  known.set(piece, places)
  const place = places.get(joint.id) ?? faceBehind(piece, joint)
  places.set(joint.id, place)
  return place
}

/** A piece is never changed, and a plan tries the same clamps in many stages. */
const known = new WeakMap<Piece, Map<string, PressPlace>>()

function faceBehind(piece: Piece, joint: Joint): PressPlace {
  let [at, outward, receiver] = [joint.at, negate(joint.withdraw), partOf(piece, joint.receives)]
  const passed = new Set([joint.enters])
  for (;;) {
    const place = outerFace(receiver, at, outward)
    const opposite = piece.joints.find(
      j =>
        j.receives === receiver.id
        && !passed.has(j.enters)
        && distance(j.at, place.point) < SAME_PLACE_MM
        && dot(j.withdraw, outward) > 0.9,
    )
    const onward = opposite && piece.joints.find(j => j.enters === opposite.enters && j.id !== opposite.id)
    if (!opposite || !onward) return place
    passed.add(opposite.enters)
    ;[at, outward, receiver] = [onward.at, negate(onward.withdraw), partOf(piece, onward.receives)]
  }
}

function outerFace(receiver: Part, at: Vec, outward: Vec): PressPlace {
  const { segment, share } = isUpright(receiver)
    ? pointAtHeight(receiver, at[1])
    : pointAtShare(receiver, shareNear(receiver, at))
  const { tangent, across, through } = frameOfSegment(receiver, segment)
  const isRound = receiver.section.shape === 'round'
  // A round part has a face square to every pull but for how far it leans along it.
  const square = isRound
    ? Math.sqrt(Math.max(0, 1 - dot(outward, tangent) ** 2))
    : Math.max(Math.abs(dot(outward, across)), Math.abs(dot(outward, through)))
  const { widthMm, depthMm } = sectionAt(receiver, share)
  const thickMm = Math.max(widthMm, depthMm)
  // Where the line runs out through an end of the part it meets no face behind: the drawn section has to do.
  const met = surfaceBetween(receiver, along(at, outward, FAR_MM), along(at, outward, 1))
  return {
    point: met?.point ?? along(at, outward, 2 * reachToSurfaceMm(receiver, segment, share, outward)),
    offSquareDeg: isBoard(receiver) ? 0 : (Math.acos(Math.min(1, square)) * 180) / Math.PI,
    roundMm: isRound && thickMm < BROAD_MM ? thickMm : 0,
    part: receiver.id,
  }
}

/**
 * The face of the entering part that looks away from a joint along its line; null where the part is longer than any
 * jaw opens for this.
 */
export function before(piece: Piece, joint: Joint): Vec | null {
  const part = partOf(piece, joint.enters)
  const met = surfaceBetween(part, along(joint.at, joint.withdraw, FAR_MM), along(joint.at, joint.withdraw, 1))
  return met && distance(met.point, joint.at) <= SHORT_MM ? met.point : null
}
/** What stands out no further than this is pressed on its own end, millimetres. */
const SHORT_MM = 160

/** A handscrew is gripped so far from the shoulder that its jaws clear the joint, millimetres. */
const GRIP_OFF_MM = 90

/** Where a handscrew grips the entering part, and how thick it is there. */
export function gripOn(piece: Piece, joint: Joint): { point: Vec, thickMm: number } {
  const part = partOf(piece, joint.enters)
  const offMm = Math.min(GRIP_OFF_MM, axisLengthMm(part) / 2)
  const share = shareNear(part, along(joint.at, joint.withdraw, offMm))
  const { widthMm, depthMm } = sectionAt(part, share)
  return { point: pointAtShare(part, share).point, thickMm: Math.min(widthMm, depthMm) }
}
