import { figureOf, type Figure } from '../measure/figure'
import { along, distance, dot, negate, type Vec } from '../measure/vec'
import { frameOfSegment, pointAtHeight, reachToSurfaceMm } from '../piece/geometry'
import { partOf } from '../piece/facts'
import type { Joint, Part, Piece } from '../piece/schema'
import { shoulderAreaMm2 } from '../piece/joint-area'
import { shoulderForce, SLIP_DEG } from './force'

/** One clamp to set: from outer face to outer face along a part, and what it has to do. */
export interface ClampLine {
  readonly part: string
  /** What it presses, where that is no joint; null for joints. */
  readonly label: string | null
  /** Joints it closes; both ends of a rail share one bar. */
  readonly joints: readonly string[]
  readonly from: Vec
  readonly to: Vec
  readonly spanMm: number
  readonly force: Figure
  /** Degrees between the pull and the face under the jaw; above about 5 it wants a sloped or notched caul. */
  readonly offSquareDeg: number
  readonly needsCaul: boolean
}

/** The span and the slope of a clamp's line, with how they came about. */
export const lineFigures = (line: ClampLine): { span: Figure, offSquare: Figure } => ({
  span: figureOf(line.spanMm, 'mm', 'From the outer face of one receiving part to that of the other, in line with the part between; 20 mm more for pads.', [], 'drawing'),
  offSquare: figureOf(line.offSquareDeg, 'deg', 'Angle between the pull and the outer face under the jaw. A wet glue line creeps from about 5°; dry it holds to 15–20° and deceives.', [], 'clamp-forces'),
})

/** The clamps a set of joints needs: one line along each part that enters, over both its ends. */
export function clampLines(piece: Piece, joints: readonly Joint[]): ClampLine[] {
  const byPart = new Map<string, Joint[]>()
  for (const j of joints.filter(x => !isRubbed(piece, x))) byPart.set(j.enters, [...(byPart.get(j.enters) ?? []), j])
  return [...byPart].map(([part, own]) => lineFor(piece, partOf(piece, part), own))
}

/** A corner block is rubbed home and held by its screws: no bar is set along it. */
const isRubbed = (piece: Piece, joint: Joint): boolean => partOf(piece, joint.enters).role === 'corner-block'

function lineFor(piece: Piece, part: Part, own: readonly Joint[]): ClampLine {
  const ends = piece.joints.filter(j => j.enters === part.id)
  const outer = ends.map(j => outerFace(piece, j))
  const [from, to] = [outer[0]!.point, outer[1]?.point ?? part.axis[part.axis.length - 1]!]
  const forces = own.map(j => shoulderForce(shoulderAreaMm2(piece, j)))
  const offSquareDeg = Math.max(...outer.map(o => o.offSquareDeg))
  return {
    part: part.id, label: null, joints: own.map(j => j.id), from, to, spanMm: distance(from, to),
    force: forces.reduce((a, b) => (b.value > a.value ? b : a)), offSquareDeg, needsCaul: offSquareDeg > SLIP_DEG,
  }
}

/** Where a bar's jaw sits behind the receiving part, in line with the part that enters, and how far off square the face is there. */
function outerFace(piece: Piece, joint: Joint): { point: Vec, offSquareDeg: number } {
  const receiver = partOf(piece, joint.receives)
  const outward = negate(joint.withdraw)
  const { segment, share } = pointAtHeight(receiver, joint.at[1])
  const through = 2 * reachToSurfaceMm(receiver, segment, share, outward)
  const frame = frameOfSegment(receiver, segment)
  const square = Math.max(Math.abs(dot(outward, frame.across)), Math.abs(dot(outward, frame.through)))
  return { point: along(joint.at, outward, through), offSquareDeg: receiver.section.shape === 'round' ? 0 : Math.acos(Math.min(1, square)) * 180 / Math.PI }
}
