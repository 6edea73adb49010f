import { add, along, cross, distance, dot, length, lerp, scale, subtract, unit, type Vec } from '../measure/vec'
import type { Part } from './document-schema'

/** A right-handed frame on a part's axis: `tangent` along it, `across` the section's width, `through` its depth. */
export interface SectionFrame {
  readonly tangent: Vec
  readonly across: Vec
  readonly through: Vec
}

export function frameOfSegment(part: Pick<Part, 'axis' | 'across'>, segment: number): SectionFrame {
  const tangent = unit(subtract(part.axis[segment + 1]!, part.axis[segment]!))
  const square = subtract(part.across, scale(tangent, dot(part.across, tangent)))
  // A bend that turns into the direction of its own width has none there: any direction square to it will do.
  const across
    = length(square) > 1e-6 ? unit(square) : unit(cross(tangent, Math.abs(tangent[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]))
  return { tangent, across, through: cross(tangent, across) }
}

export const axisLengthMm = (part: Pick<Part, 'axis'>): number =>
  part.axis.slice(1).reduce((sum, p, i) => sum + distance(part.axis[i]!, p), 0)

/** Width and depth, millimetres, at a share of the way along the axis; straight lines between stations. */
export function sectionAt(part: Pick<Part, 'section'>, share: number): { widthMm: number, depthMm: number } {
  const stations = [...part.section.stations].sort((a, b) => a.along - b.along)
  const after = stations.findIndex(s => s.along >= share)
  if (after === -1) return stations[stations.length - 1]!
  if (after === 0) return stations[0]!
  const [a, b] = [stations[after - 1]!, stations[after]!]
  const t = (share - a.along) / (b.along - a.along)
  return { widthMm: a.widthMm + t * (b.widthMm - a.widthMm), depthMm: a.depthMm + t * (b.depthMm - a.depthMm) }
}

/** The point of an upright part's axis at a height, and which segment it lies on; clamped to the ends. */
export function pointAtHeight(part: Pick<Part, 'axis'>, yMm: number): { point: Vec, segment: number, share: number } {
  const total = axisLengthMm(part)
  let before = 0
  for (let i = 0; i < part.axis.length - 1; i++) {
    const [a, b] = [part.axis[i]!, part.axis[i + 1]!]
    const last = i === part.axis.length - 2
    if (yMm <= b[1] || last) {
      const t = Math.min(1, Math.max(0, (yMm - a[1]) / (b[1] - a[1])))
      return { point: lerp(a, b, t), segment: i, share: (before + t * distance(a, b)) / total }
    }
    before += distance(a, b)
  }
  return { point: part.axis[0]!, segment: 0, share: 0 }
}

/** How far from a point on the axis a ray runs inside the part before it meets the surface, millimetres. */
export function reachToSurfaceMm(part: Part, segment: number, share: number, direction: Vec): number {
  const { across, through } = frameOfSegment(part, segment)
  const { widthMm, depthMm } = sectionAt(part, share)
  const [a, b] = [Math.abs(dot(direction, across)), Math.abs(dot(direction, through))]
  // Along the axis itself there is no side to meet: the ray runs to the farther end.
  if (Math.hypot(a, b) < 1e-6) return axisLengthMm(part) * Math.max(share, 1 - share)
  if (part.section.shape === 'round') return 1 / Math.hypot(a / (widthMm / 2), b / (depthMm / 2))
  return Math.min(a > 1e-9 ? widthMm / 2 / a : Infinity, b > 1e-9 ? depthMm / 2 / b : Infinity)
}

/** Above this breadth a round part is drawn with more sides, or it looks like a nut, millimetres. */
const BROAD_MM = 90

/** How many sides a part is drawn with, from how many a leg has. */
export const sidesFor = (part: Part, sides: number): number =>
  Math.max(...part.section.stations.map(s => s.widthMm)) > BROAD_MM ? 3 * sides : sides

/** A convex piece of a part between two of its stations or bends: corner rings at both ends, in the same order. */
export interface Solid {
  readonly partId: string
  readonly start: readonly Vec[]
  readonly end: readonly Vec[]
}

/**
 * The part cut into convex solids, one for each straight stretch between bends and stations, mitred at the bends and
 * cut at its ends as its `cuts` say. `sides` is how round a round part is drawn.
 */
export function solidsOf(part: Part, sides = 16): Solid[] {
  const total = axisLengthMm(part)
  const rings = cutsOf(part, total).map(share => ringAt(part, share, total, sides))
  return rings.slice(1).map((end, i) => ({ partId: part.id, start: rings[i]!, end }))
}

/** The shares of its axis at which a part is cut into straight, convex stretches, ends included. */
function cutsOf(part: Part, total: number): number[] {
  const shares = [0, ...part.section.stations.map(s => s.along), 1]
  let run = 0
  for (let i = 0; i < part.axis.length - 2; i++) {
    shares.push((run += distance(part.axis[i]!, part.axis[i + 1]!)) / total)
  }
  return [...new Set(shares.map(s => Math.round(s * 1e9) / 1e9))].sort((a, b) => a - b)
}

/** Nearer than this to a bend is at it, millimetres: coordinates are kept to a ten-thousandth. */
const AT_BEND_MM = 1e-3

/** Where along the axis a share lies: the segment and how far into it, millimetres. */
function locate(part: Pick<Part, 'axis'>, share: number, totalMm: number): { segment: number, intoMm: number } {
  let intoMm = share * totalMm
  let segment = 0
  while (
    segment < part.axis.length - 2
    && intoMm > distance(part.axis[segment]!, part.axis[segment + 1]!) + AT_BEND_MM
  ) {
    intoMm -= distance(part.axis[segment]!, part.axis[segment + 1]!)
    segment++
  }
  return { segment, intoMm }
}

/** The point of the axis at a share of its length, and the segment it lies on. */
export function pointAtShare(part: Pick<Part, 'axis'>, share: number): { point: Vec, segment: number, share: number } {
  const { segment, intoMm } = locate(part, share, axisLengthMm(part))
  const direction = unit(subtract(part.axis[segment + 1]!, part.axis[segment]!))
  return { point: along(part.axis[segment]!, direction, intoMm), segment, share }
}

function ringAt(part: Part, share: number, totalMm: number, sides: number): Vec[] {
  const { segment, intoMm } = locate(part, share, totalMm)
  const { tangent, across, through } = frameOfSegment(part, segment)
  const centre = along(part.axis[segment]!, tangent, intoMm)
  const { widthMm, depthMm } = sectionAt(part, share)
  const plane = cutAt(part, share, segment, intoMm, tangent)
  // Each corner lies on the straight stretch's own edge, slid along it into the plane of the cut.
  const at = (u: number, v: number): Vec => {
    const corner = along(along(centre, across, (u * widthMm) / 2), through, (v * depthMm) / 2)
    return plane ? along(corner, tangent, dot(subtract(centre, corner), plane) / dot(tangent, plane)) : corner
  }
  if (part.section.shape === 'rectangle') return [at(-1, -1), at(1, -1), at(1, 1), at(-1, 1)]
  return Array.from({ length: sides }, (_, i) =>
    at(Math.cos((2 * Math.PI * i) / sides), Math.sin((2 * Math.PI * i) / sides)),
  )
}

/** A cut flatter than this against the axis would run along the part instead of across it. */
const FLATTEST_CUT = 0.25

/** The plane a ring lies in where it is not square to the axis: an end's own cut, or the mitre of a bend. */
function cutAt(part: Part, share: number, segment: number, intoMm: number, tangent: Vec): Vec | null {
  const own = share <= 0 ? part.cuts?.start : share >= 1 ? part.cuts?.end : null
  const bend
    = segment < part.axis.length - 2
      && Math.abs(intoMm - distance(part.axis[segment]!, part.axis[segment + 1]!)) < 2 * AT_BEND_MM
  const plane = own ?? (bend ? unit(add(tangent, frameOfSegment(part, segment + 1).tangent)) : null)
  return plane && Math.abs(dot(tangent, plane)) > FLATTEST_CUT ? plane : null
}

/** Sides a round part has when a point on its surface is wanted: within a thousandth of its radius. */
const FINE_SIDES = 72

/**
 * A convex stretch of a part with a ball around it, so that a line far off needs no closer look; its facets once one
 * comes near.
 */
interface Stretch {
  readonly centre: Vec
  readonly radiusMm: number
  facets(): readonly Facet[]
}
/** A facet by one of its corners and the way it looks, not of unit length. */
interface Facet {
  readonly corner: Vec
  readonly out: Vec
}

const fine = new WeakMap<Part, Stretch[]>()
/** A part is never changed, so what it is made of is worked out once, and only where somebody comes near. */
function stretchesOf(part: Part): Stretch[] {
  const known = fine.get(part)
  if (known) return known
  const total = axisLengthMm(part)
  const cuts = cutsOf(part, total)
  const ring = once((i: number) => ringAt(part, cuts[i]!, total, FINE_SIDES))
  const facets = once((i: number) => facetsOf(ring(i), ring(i + 1)))
  const made = cuts
    .slice(1)
    .map((_, i): Stretch => ({ ...ballAround(part, cuts[i]!, cuts[i + 1]!), facets: () => facets(i) }))
  fine.set(part, made)
  return made
}

/** A ball that holds a stretch whatever its ends are cut to: a cut leans no further than `FLATTEST_CUT` allows. */
function ballAround(part: Part, from: number, to: number): { centre: Vec, radiusMm: number } {
  const [a, b] = [pointAtShare(part, from).point, pointAtShare(part, to).point]
  const sections = [sectionAt(part, from), sectionAt(part, to)]
  const reachMm = Math.max(...sections.map(s => Math.hypot(s.widthMm, s.depthMm) / 2)) / FLATTEST_CUT
  return { centre: lerp(a, b, 0.5), radiusMm: distance(a, b) / 2 + reachMm }
}

function once<T>(make: (i: number) => T): (i: number) => T {
  const made = new Map<number, T>()
  return (i) => {
    if (!made.has(i)) made.set(i, make(i))
    return made.get(i)!
  }
}

function facetsOf(start: readonly Vec[], end: readonly Vec[]): Facet[] {
  const n = start.length
  const facet = (a: Vec, b: Vec, c: Vec): Facet => ({ corner: a, out: cross(subtract(b, a), subtract(c, b)) })
  const round = start.map((corner, i) => facet(corner, start[(i + 1) % n]!, end[(i + 1) % n]!))
  return [...round, facet(start[2]!, start[1]!, start[0]!), facet(end[0]!, end[1]!, end[2]!)]
}

export interface SurfacePoint {
  readonly point: Vec
  readonly normal: Vec
}

/**
 * Where a line from outside a part first meets its surface on the way to a point inside, and which way that face
 * looks; null if it misses.
 */
export function surfaceBetween(part: Part, from: Vec, to: Vec): SurfacePoint | null {
  let best: Entry = { share: Infinity, normal: [0, 1, 0] }
  for (const stretch of stretchesOf(part)) {
    if (passesBy(stretch, from, to)) continue
    const entry = entryInto(stretch, from, to)
    if (entry.share < best.share) best = entry
  }
  return best.share <= 1 ? { point: lerp(from, to, best.share), normal: unit(best.normal) } : null
}

/** Whether a line from one point to another stays outside the ball around a stretch. */
function passesBy({ centre, radiusMm }: Stretch, from: Vec, to: Vec): boolean {
  const way = subtract(to, from)
  const squared = dot(way, way)
  const nearest = squared === 0 ? 0 : Math.min(1, Math.max(0, dot(subtract(centre, from), way) / squared))
  return distance(along(from, way, nearest), centre) > radiusMm + TOUCHES_MM
}
/** Room for rounding where a line just touches a ball, millimetres. */
const TOUCHES_MM = 1e-6

interface Entry {
  readonly share: number
  readonly normal: Vec
}

/**
 * Share of the way along a line at which it goes into a convex solid, and through which facet; Infinity if it never
 * does.
 */
function entryInto(stretch: Stretch, from: Vec, to: Vec): Entry {
  const way = subtract(to, from)
  let [enter, leave] = [0, Infinity]
  let normal: Vec = [0, 1, 0]
  for (const { corner, out } of stretch.facets()) {
    const ahead = dot(out, way)
    const outside = dot(out, subtract(from, corner))
    if (Math.abs(ahead) < 1e-12) {
      if (outside > 1e-9) leave = -Infinity
    }
    else if (ahead > 0) { leave = Math.min(leave, -outside / ahead) }
    else if (-outside / ahead > enter) { [enter, normal] = [-outside / ahead, out] }
  }
  return { share: enter <= leave ? enter : Infinity, normal }
}

/** A part's grain runs along its axis; here at the segment nearest to a point. */
export function grainNear(part: Part, point: Vec): Vec {
  let best = 0
  let nearest = Infinity
  for (let i = 0; i < part.axis.length - 1; i++) {
    const middle = lerp(part.axis[i]!, part.axis[i + 1]!, 0.5)
    const away = Math.min(distance(point, middle), distance(point, part.axis[i]!), distance(point, part.axis[i + 1]!))
    if (away < nearest) [best, nearest] = [i, away]
  }
  return frameOfSegment(part, best).tangent
}

/**
 * Smallest and largest coordinate of a set of parts, millimetres. Point by point: a large file has more than a call
 * takes.
 */
export function boundsOf(parts: readonly Part[]): { min: Vec, max: Vec } {
  const [min, max]: [[number, number, number], [number, number, number]] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ]
  for (const part of parts) {
    for (const { start, end } of solidsOf(part, 8)) {
      for (const point of [...start, ...end]) {
        for (const k of [0, 1, 2] as const) {
          min[k] = Math.min(min[k], point[k])
          max[k] = Math.max(max[k], point[k])
        }
      }
    }
  }
  return { min, max }
}
