import { figureOf, type Figure } from '../measure/figure'
import { along, cross, distance, dot, negate, unit, type Vec } from '../measure/vec'
import { axisLengthMm, frameOfSegment, grainNear, pointAtHeight, reachToSurfaceMm, sectionAt } from '../piece/geometry'
import { partOf } from '../piece/facts'
import type { Joint, Part, Piece } from '../piece/schema'
import { glueAreaMm2, shoulderAreaMm2 } from '../piece/joint-area'
import type { Range } from '../reference/row'
import { faceForce, mitreTension, shoulderForce, SLIP_DEG } from './force'

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
  /** What lies under a jaw is round and so thick: flat on it a jaw rolls off and bruises, so a notch holds it. */
  readonly roundMm?: number
  /** The part is bent there to this radius in its middle, in the plane it is pressed in, and so thick: cauls take its curve. */
  readonly curve?: { readonly radiusMm: number, readonly thickMm: number }
  /** A strap or cord all round, with a block at each corner; its length is the way round. */
  readonly around?: boolean
  /** Through the thickness, where two faces lie on each other. */
  readonly acrossFaces?: boolean
}

/** The span and the slope of a clamp's line, with how they came about. */
export const lineFigures = (line: ClampLine): { span: Figure, offSquare: Figure } => ({
  span: figureOf(line.spanMm, 'mm', line.around ? 'The way round the frame, along the outer edges of its sides; a little more for the corner blocks.' : 'From the outer face of one receiving part to that of the other, in line with the part between; 20 mm more for pads.', [], 'drawing'),
  offSquare: figureOf(line.offSquareDeg, 'deg', 'Angle between the pull and the outer face under the jaw. A wet glue line creeps from about 5°; dry it holds to 15–20° and deceives.', [], 'clamp-forces'),
})

/** The clamps a set of joints needs: one line along each part that enters, over both its ends. */
export function clampLines(piece: Piece, joints: readonly Joint[]): ClampLine[] {
  const byPart = new Map<string, Joint[]>()
  const mitres = joints.filter(j => j.form.kind === 'mitre')
  for (const j of joints.filter(x => !isRubbed(piece, x) && !mitres.includes(x))) byPart.set(j.enters, [...(byPart.get(j.enters) ?? []), j])
  const laps = joints.filter(j => j.form.kind === 'half-lap').map(j => acrossLap(piece, j))
  return [...(mitres.length > 0 ? [roundFrame(piece, mitres)] : []), ...[...byPart].map(([part, own]) => lineFor(piece, partOf(piece, part), own)), ...laps]
}

/** The faces of a lap are pressed square to them; a pull along it only brings its shoulder home (docs/sources.md#clamp-forces, low). */
const LAP_PRESSURE_MPA: Range = [0.3, 0.7]

function acrossLap(piece: Piece, joint: Joint): ClampLine {
  const [entering, receiving] = [partOf(piece, joint.enters), partOf(piece, joint.receives)]
  const middle = along(joint.at, negate(joint.withdraw), joint.depthMm.value / 2)
  const way = unit(cross(joint.withdraw, grainNear(receiving, middle)))
  const { widthMm, depthMm } = sectionAt(entering, 0)
  const half = Math.min(widthMm, depthMm) / 2
  return {
    part: entering.id,
    label: null,
    joints: [joint.id],
    from: along(middle, way, -half),
    to: along(middle, way, half),
    spanMm: 2 * half,
    force: faceForce(glueAreaMm2(joint), LAP_PRESSURE_MPA),
    offSquareDeg: 0,
    needsCaul: false,
    acrossFaces: true,
  }
}

/** One strap round a mitred frame closes all its corners at once; a bar across would push them past each other. */
function roundFrame(piece: Piece, mitres: readonly Joint[]): ClampLine {
  const all = piece.joints.filter(j => j.form.kind === 'mitre')
  const parts = [...new Set(all.flatMap(j => [j.enters, j.receives]))].map(id => partOf(piece, id))
  const roundMm = parts.reduce((sum, p) => sum + axisLengthMm(p) + sectionAt(p, 0.5).widthMm, 0)
  const corners = mitres.map(j => j.at)
  const [from, to] = farthest(corners.length > 1 ? corners : [corners[0]!, parts[0]!.axis.at(-1)!])
  const forces = mitres.map(j => mitreTension(glueAreaMm2(j)))
  return {
    part: mitres[0]!.enters,
    label: null,
    joints: mitres.map(j => j.id),
    from,
    to,
    spanMm: roundMm,
    force: forces.reduce((a, b) => (b.value > a.value ? b : a)),
    offSquareDeg: 0,
    needsCaul: false,
    around: true,
  }
}

/** Of some points the two farthest apart. */
function farthest(points: readonly Vec[]): [Vec, Vec] {
  const pairs = points.flatMap((a, i) => points.slice(i + 1).map((b): [Vec, Vec] => [a, b]))
  return pairs.reduce((best, pair) => (distance(...pair) > distance(...best) ? pair : best))
}

/** A corner block is rubbed home and held by its screws: no bar is set along it. */
const isRubbed = (piece: Piece, joint: Joint): boolean => partOf(piece, joint.enters).role === 'corner-block'

function lineFor(piece: Piece, part: Part, own: readonly Joint[]): ClampLine {
  const ends = piece.joints.filter(j => j.enters === part.id)
  const outer = ends.map(j => outerFace(piece, j))
  const [from, to] = [outer[0]!.point, outer[1]?.point ?? part.axis[part.axis.length - 1]!]
  const forces = own.map(j => shoulderForce(shoulderAreaMm2(piece, j)))
  const offSquareDeg = Math.max(...outer.map(o => o.offSquareDeg))
  const roundMm = Math.max(...outer.map(o => o.roundMm))
  return {
    ...(roundMm > 0 ? { roundMm } : {}),
    part: part.id, label: null, joints: own.map(j => j.id), from, to, spanMm: distance(from, to),
    force: forces.reduce((a, b) => (b.value > a.value ? b : a)), offSquareDeg, needsCaul: offSquareDeg > SLIP_DEG,
  }
}

/** Where a bar's jaw sits behind the receiving part, in line with the part that enters; how far off square the face is there, and how thick a round one. */
function outerFace(piece: Piece, joint: Joint): { point: Vec, offSquareDeg: number, roundMm: number } {
  const receiver = partOf(piece, joint.receives)
  const outward = negate(joint.withdraw)
  const { segment, share } = pointAtHeight(receiver, joint.at[1])
  const behindMm = 2 * reachToSurfaceMm(receiver, segment, share, outward)
  const { tangent, across, through } = frameOfSegment(receiver, segment)
  const isRound = receiver.section.shape === 'round'
  // A round part has a face square to every pull but for how far it leans along it.
  const square = isRound ? Math.sqrt(Math.max(0, 1 - dot(outward, tangent) ** 2)) : Math.max(Math.abs(dot(outward, across)), Math.abs(dot(outward, through)))
  const { widthMm, depthMm } = sectionAt(receiver, share)
  const thickMm = Math.max(widthMm, depthMm)
  return {
    point: along(joint.at, outward, behindMm),
    offSquareDeg: isBoard(receiver) ? 0 : Math.acos(Math.min(1, square)) * 180 / Math.PI,
    roundMm: isRound && thickMm < BROAD_MM ? thickMm : 0,
  }
}

/** A round seat is as good as flat under a jaw, millimetres. */
export const BROAD_MM = 90
const isBoard = ({ section }: Part): boolean => section.shape === 'round' && section.stations.every(s => Math.max(s.widthMm, s.depthMm) >= BROAD_MM)
