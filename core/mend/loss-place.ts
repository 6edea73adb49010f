import { reachMm } from '../geometry'
import { add, negate, scale, type Vec } from '../measure/vec'
import { frameOfSegment, pointAtShare } from '../piece/geometry'
import type { Loss, Part } from '../piece/schema'

/** Where on its part something is gone, and how much wood the part has there. */
export interface LossPlace {
  /** On the axis of the part, millimetres. */
  readonly point: Vec
  /** Unit vectors: out of the face it is in, across that face, and along the part. */
  readonly out: Vec
  readonly beside: Vec
  readonly tangent: Vec
  /** From the axis to the face it is in, and on to the far side, millimetres. */
  readonly outMm: number
  readonly inMm: number
  /** From side to side across that face, millimetres. */
  readonly wideMm: number
}

/**
 * Works out the place of a loss from its share of the part’s length and its turn; exact for the part as drawn, throws
 * nothing.
 */
export function placeOfLoss(part: Part, fault: Pick<Loss, 'along' | 'turnDeg'>): LossPlace {
  const { point, segment } = pointAtShare(part, fault.along)
  const { tangent, across, through } = frameOfSegment(part, segment)
  const turn = (fault.turnDeg * Math.PI) / 180
  const out = add(scale(across, Math.cos(turn)), scale(through, Math.sin(turn)))
  const beside = add(scale(across, -Math.sin(turn)), scale(through, Math.cos(turn)))
  const reach = (way: Vec): number => reachMm(part, point, way)
  return {
    point,
    out,
    beside,
    tangent,
    outMm: reach(out),
    inMm: reach(negate(out)),
    wideMm: reach(beside) + reach(negate(beside)),
  }
}

/** The sides of a recess lean inward by this, so that pressing closes the line, degrees. */
export const TAPER_DEG = 7
/**
 * A recess goes so far past a loss on each side, to sound wood, millimetres; deep ones as far as their sides lean in,
 * and a little.
 */
const TO_SOUND_MM = 2
const AT_BOTTOM_MM = 0.5

/**
 * How far a recess so deep goes past its loss at the surface on each side, millimetres, so that it still covers it at
 * the bottom.
 */
export const pastLossMm = (deepMm: number): number =>
  Math.max(TO_SOUND_MM, deepMm * Math.tan((TAPER_DEG * Math.PI) / 180) + AT_BOTTOM_MM)
