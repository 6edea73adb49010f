import { cross, distance, dot, length, lerp, subtract, unit, type Vec } from '../measure/vec'
import { axisLengthMm, frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import type { Part } from '../piece/schema'

/** How a part is bent, worked out from its axis. */
export interface Bend {
  /** Along the axis, millimetres, and straight from end to end. */
  readonly arcMm: number
  readonly chordMm: number
  /** How far the axis stands off the line between its ends at most. */
  readonly riseMm: number
  /** The tightest radius anywhere on it. */
  readonly radiusMm: number
  /** How thick the part is in the plane it is bent in, and how wide square to it. */
  readonly thickMm: number
  readonly wideMm: number
  /** Between the axis at an end and the line between the ends, degrees: how far grain sawn straight would run out. */
  readonly endSlopeDeg: number
  /** How far the axis leaves the one plane that fits it best. */
  readonly outOfPlaneMm: number
}

const SAMPLES = 24

/** The radius of the circle through three points; infinite where they lie in a line. */
function radiusOf(a: Vec, b: Vec, c: Vec): number {
  const area2 = length(cross(subtract(b, a), subtract(c, a)))
  return area2 < 1e-6 ? Infinity : (distance(a, b) * distance(b, c) * distance(a, c)) / (2 * area2)
}

/** The bend of a part; null for one that is straight. */
export function bendOf(part: Part): Bend | null {
  const arcMm = axisLengthMm(part)
  const points = Array.from({ length: SAMPLES + 1 }, (_, i) => pointAtShare(part, i / SAMPLES).point)
  const [a, b] = [points[0]!, points[SAMPLES]!]
  const chordMm = distance(a, b)
  const offs = points.map((p, i) => ({
    p,
    off: distance(p, lerp(a, b, chordMm < 1 ? 0 : dot(subtract(p, a), subtract(b, a)) / chordMm ** 2)),
    i,
  }))
  const far = offs.reduce((most, x) => (x.off > most.off ? x : most))
  if (far.off < 3) return null
  const line = chordMm < 1 ? ([0, 1, 0] as Vec) : unit(subtract(b, a))
  const out = subtract(far.p, lerp(a, b, chordMm < 1 ? 0 : dot(subtract(far.p, a), line) / chordMm))
  const normal = unit(cross(line, unit(out)))
  // Over three neighbours of a polyline the corner itself would be taken for a bend: every third point is looked at.
  const radii = points.slice(0, -6).map((p, i) => radiusOf(p, points[i + 3]!, points[i + 6]!))
  const { across } = frameOfSegment(part, pointAtShare(part, far.i / SAMPLES).segment)
  const station = part.section.stations[0]!
  const bentAcross = Math.abs(dot(across, normal)) < 0.7
  const tangent = unit(subtract(points[2]!, a))
  return {
    arcMm,
    chordMm,
    riseMm: far.off,
    radiusMm: Math.min(...radii),
    thickMm: bentAcross ? station.widthMm : station.depthMm,
    wideMm: bentAcross ? station.depthMm : station.widthMm,
    endSlopeDeg: (Math.acos(Math.min(1, Math.abs(dot(tangent, line)))) * 180) / Math.PI,
    outOfPlaneMm: Math.max(...points.map(p => Math.abs(dot(subtract(p, a), normal)))),
  }
}

/** Flatter than this over a caul’s length a flat one does, millimetres of rise (docs/sources.md#clamp-forces, low). */
const FLAT_RISE_MM = 0.5
const CAUL_MM = 60

/**
 * How a part curves at a place in the plane it is pressed in, and how thick it is that way; null where it is straight
 * enough there.
 */
export function curveAt(part: Part, share: number, pull: Vec): { radiusMm: number, thickMm: number } | null {
  const step = CAUL_MM / 2 / axisLengthMm(part)
  if (share - step < 0 || share + step > 1) return null
  const [a, b, c] = [share - step, share, share + step].map(s => pointAtShare(part, s).point) as [Vec, Vec, Vec]
  const radiusMm = radiusOf(a, b, c)
  const riseMm = CAUL_MM ** 2 / (8 * radiusMm)
  if (!Number.isFinite(radiusMm) || riseMm < FLAT_RISE_MM) return null
  const inward = subtract(lerp(a, c, 0.5), b)
  // A bend square to the pull lies flat under the jaw.
  if (Math.abs(dot(unit(inward), pull)) < 0.7) return null
  const { across } = frameOfSegment(part, pointAtShare(part, share).segment)
  const { widthMm, depthMm } = sectionAt(part, share)
  return { radiusMm, thickMm: Math.abs(dot(across, pull)) > 0.7 ? widthMm : depthMm }
}
