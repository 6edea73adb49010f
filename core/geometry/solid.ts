import { along, dot, subtract, type Vec } from '../measure/vec'
import { axisLengthMm, frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import { shareNear } from '../piece/places'
import type { Part } from '../piece/schema'

/**
 * Where a point lies in the section of a part nearest to it: along its width and its depth from the axis,
 * millimetres.
 */
interface Local {
  readonly u: number
  readonly v: number
  readonly halfWidthMm: number
  readonly halfDepthMm: number
  readonly offEndMm: number
}

function localOf(part: Part, point: Vec): Local {
  const share = shareNear(part, point)
  const { point: centre, segment } = pointAtShare(part, share)
  const { across, through } = frameOfSegment(part, segment)
  const off = subtract(point, centre)
  const { widthMm, depthMm } = sectionAt(part, share)
  return {
    u: dot(off, across),
    v: dot(off, through),
    halfWidthMm: widthMm / 2,
    halfDepthMm: depthMm / 2,
    offEndMm: Math.max(0, -beforeEnd(part, point, share)),
  }
}

/**
 * How far a point lies before the nearer end of a part, square to the plane it is cut to there, millimetres; negative
 * past it.
 */
export function beforeEndMm(part: Part, point: Vec): number {
  return beforeEnd(part, point, shareNear(part, point))
}

function beforeEnd(part: Part, point: Vec, share: number): number {
  const isStart = share < 0.5
  const end = part.axis[isStart ? 0 : part.axis.length - 1]!
  const { tangent } = frameOfSegment(part, isStart ? 0 : part.axis.length - 2)
  const toEndMm = (isStart ? share : 1 - share) * axisLengthMm(part)
  const normal = isStart ? part.cuts?.start : part.cuts?.end
  const { widthMm, depthMm } = sectionAt(part, isStart ? 0 : 1)
  // A bent part may cross its own end’s plane again further on; only as far as a slanting cut reaches does it count.
  const plane = normal && toEndMm < CUT_REACHES * Math.max(widthMm, depthMm) ? normal : null
  if (!plane && toEndMm > 1e-6) return toEndMm
  const out = plane ?? tangent
  const outward = dot(out, tangent) * (isStart ? -1 : 1) < 0 ? -1 : 1
  return -outward * dot(subtract(point, end), out)
}

/** How far from an end its slanting cut may still cross a part, in the larger side of its section. */
const CUT_REACHES = 4

/**
 * How far a point is from a part's surface, millimetres: negative inside, as far as the nearest side, and outside the
 * least distance or less. The section is taken as it is at the nearest point of the axis; a round one as a circle by
 * its thinner way.
 */
export function outsideMm(part: Part, point: Vec): number {
  const { u, v, halfWidthMm, halfDepthMm, offEndMm } = localOf(part, point)
  if (part.section.shape === 'round') {
    const aside = (Math.hypot(u / halfWidthMm, v / halfDepthMm) - 1) * Math.min(halfWidthMm, halfDepthMm)
    return offEndMm > 0 ? Math.hypot(Math.max(0, aside), offEndMm) : aside
  }
  const [du, dv] = [Math.abs(u) - halfWidthMm, Math.abs(v) - halfDepthMm]
  if (offEndMm === 0 && du <= 0 && dv <= 0) return Math.max(du, dv)
  return Math.hypot(Math.max(0, du), Math.max(0, dv), offEndMm)
}

/**
 * How far a ray runs inside a part from a point within it to a side, millimetres, the section taken as it is there;
 * never past the ends.
 */
export function reachMm(part: Part, point: Vec, direction: Vec): number {
  const share = shareNear(part, point)
  const { segment } = pointAtShare(part, share)
  const { tangent, across, through } = frameOfSegment(part, segment)
  const { u, v, halfWidthMm, halfDepthMm } = localOf(part, point)
  const [a, b, t] = [dot(direction, across), dot(direction, through), dot(direction, tangent)]
  const totalMm = axisLengthMm(part)
  const toEndMm = Math.abs(t) < 1e-9 ? Infinity : ((t > 0 ? 1 - share : share) * totalMm) / Math.abs(t)
  return Math.max(
    0,
    Math.min(
      toEndMm,
      part.section.shape === 'round'
        ? toEllipse(u / halfWidthMm, v / halfDepthMm, a / halfWidthMm, b / halfDepthMm)
        : Math.min(toSide(u, a, halfWidthMm), toSide(v, b, halfDepthMm)),
    ),
  )
}

const toSide = (at: number, by: number, half: number): number =>
  Math.abs(by) < 1e-9 ? Infinity : (Math.sign(by) * half - at) / by

/** Along a ray to the unit circle, all measured in its half axes. */
function toEllipse(x: number, y: number, dx: number, dy: number): number {
  const [a, b, c] = [dx * dx + dy * dy, x * dx + y * dy, x * x + y * y - 1]
  if (a < 1e-12) return Infinity
  const root = b * b - a * c
  return root < 0 ? 0 : (Math.sqrt(root) - b) / a
}

/** Points along a line no further apart than a step, both ends among them. */
export function pointsAlong(from: Vec, to: Vec, stepMm: number): Vec[] {
  const way = subtract(to, from)
  const lengthMm = Math.hypot(...way)
  const count = Math.max(1, Math.ceil(lengthMm / stepMm))
  return Array.from({ length: count + 1 }, (_, i) => along(from, way, i / count))
}
