import { along, cross, distance, dot, lerp, scale, subtract, unit, type Vec } from '../measure/vec'
import type { Part } from './schema'

/** A right-handed frame on a part's axis: `tangent` along it, `across` the section's width, `through` its depth. */
export interface SectionFrame { readonly tangent: Vec, readonly across: Vec, readonly through: Vec }

export function frameOfSegment(part: Pick<Part, 'axis' | 'across'>, segment: number): SectionFrame {
  const tangent = unit(subtract(part.axis[segment + 1]!, part.axis[segment]!))
  const across = unit(subtract(part.across, scale(tangent, dot(part.across, tangent))))
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
  if (part.section.shape === 'round') return 1 / Math.hypot(a / (widthMm / 2), b / (depthMm / 2))
  return Math.min(a > 1e-9 ? widthMm / 2 / a : Infinity, b > 1e-9 ? depthMm / 2 / b : Infinity)
}

/** A convex piece of a part between two of its stations or bends: corner rings at both ends, in the same order. */
export interface Solid { readonly partId: string, readonly start: readonly Vec[], readonly end: readonly Vec[] }

/** The part cut into convex solids, one for each straight stretch between bends and stations. `sides` is how round a round part is drawn. */
export function solidsOf(part: Part, sides = 16): Solid[] {
  const total = axisLengthMm(part)
  const shares = [0, ...part.section.stations.map(s => s.along), 1]
  let run = 0
  for (let i = 0; i < part.axis.length - 2; i++) shares.push((run += distance(part.axis[i]!, part.axis[i + 1]!)) / total)
  const cuts = [...new Set(shares.map(s => Math.round(s * 1e6) / 1e6))].sort((a, b) => a - b)
  const rings = cuts.map(share => ringAt(part, share, total, sides))
  return rings.slice(1).map((end, i) => ({ partId: part.id, start: rings[i]!, end }))
}

function ringAt(part: Part, share: number, totalMm: number, sides: number): Vec[] {
  let left = share * totalMm
  let segment = 0
  while (segment < part.axis.length - 2 && left > distance(part.axis[segment]!, part.axis[segment + 1]!) + 1e-6) {
    left -= distance(part.axis[segment]!, part.axis[segment + 1]!)
    segment++
  }
  const { tangent, across, through } = frameOfSegment(part, segment)
  const centre = along(part.axis[segment]!, tangent, left)
  const { widthMm, depthMm } = sectionAt(part, share)
  const at = (u: number, v: number): Vec => along(along(centre, across, u * widthMm / 2), through, v * depthMm / 2)
  if (part.section.shape === 'rectangle') return [at(-1, -1), at(1, -1), at(1, 1), at(-1, 1)]
  return Array.from({ length: sides }, (_, i) => at(Math.cos(2 * Math.PI * i / sides), Math.sin(2 * Math.PI * i / sides)))
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

/** Smallest and largest coordinate of a set of parts, millimetres. */
export function boundsOf(parts: readonly Part[]): { min: Vec, max: Vec } {
  const points = parts.flatMap(p => solidsOf(p, 8).flatMap(s => [...s.start, ...s.end]))
  const pick = (f: (...n: number[]) => number): Vec => [0, 1, 2].map(k => f(...points.map(p => p[k as 0 | 1 | 2]))) as unknown as Vec
  return { min: pick(Math.min), max: pick(Math.max) }
}
