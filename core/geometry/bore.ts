import { dot, scale, subtract, add, distance, type Vec } from '../measure/vec'
import type { Part } from '../piece/schema'
import { outsideMm, pointsAlong } from './solid'

/** A round hole in a part, from its mouth to its bottom, millimetres. */
export interface Bore {
  readonly part: string
  readonly from: Vec
  readonly to: Vec
  readonly diameterMm: number
}

const STEP_MM = 1

/**
 * Wood between two bores, millimetres: the least distance of their middles less both halves; negative where they
 * meet.
 */
export function betweenBoresMm(a: Bore, b: Bore): number {
  return segmentsApartMm(a.from, a.to, b.from, b.to) - (a.diameterMm + b.diameterMm) / 2
}

/**
 * Wood between a bore and another solid that lies in the same part, such as a tenon or a screw, millimetres; negative
 * where they meet.
 */
export function toSolidMm(bore: Bore, solid: Part): number {
  return Math.min(...pointsAlong(bore.from, bore.to, STEP_MM).map(p => outsideMm(solid, p))) - bore.diameterMm / 2
}

/** The least distance between two straight lines of a given length, millimetres. */
export function segmentsApartMm(p: Vec, q: Vec, r: Vec, s: Vec): number {
  const [u, v, w] = [subtract(q, p), subtract(s, r), subtract(p, r)]
  const [a, b, c, d, e] = [dot(u, u), dot(u, v), dot(v, v), dot(u, w), dot(v, w)]
  const clamp = (x: number) => Math.min(1, Math.max(0, x))
  const det = a * c - b * b
  const first = det > 1e-9 ? clamp((b * e - c * d) / det) : 0
  const second = c > 1e-12 ? clamp((b * first + e) / c) : 0
  // The second was held to its ends: the first is the nearest to where it now is.
  const back = a > 1e-12 ? clamp((b * second - d) / a) : 0
  return distance(add(p, scale(u, back)), add(r, scale(v, second)))
}
