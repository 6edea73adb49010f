import { figureOf, input, type Figure } from '../measure/figure'
import type { Vec } from '../measure/vec'

/**
 * What presses: two jaws on a straight line; two faces through their thickness; a strap all round with blocks at its
 * corners;
 * a jaw on one side and on the other a handscrew gripped to the part, where there is no face to press on.
 */
export type PressBy = 'jaws' | 'faces' | 'strap' | 'grip'

/** One clamp to set: from one place to press to another, and what it has to do. */
export interface ClampLine {
  readonly by: PressBy
  readonly part: string
  /** What it presses, where that is no joint; null for joints. */
  readonly label: string | null
  /** Joints it closes; both ends of a rail share one bar. */
  readonly joints: readonly string[]
  readonly from: Vec
  readonly to: Vec
  /** The way a strap goes, corner by corner and back to the first. */
  readonly loop?: readonly Vec[]
  /** Between the jaws; of a strap the way round. */
  readonly spanMm: number
  readonly force: Figure
  /** Degrees between the pull and the face under the jaw; above about 5 it wants a sloped or notched caul. */
  readonly offSquareDeg: number
  readonly needsCaul: boolean
  /** How far from the bar or the frame of the clamp the pull is, at least, millimetres. */
  readonly throatMm: number
  /**
   * How far beside the middle of its joints it pulls, millimetres: by so much times the pull it would rack the frame.
   */
  readonly besideMm?: number
  /** What lies under a jaw is round and so thick: flat on it a jaw rolls off and bruises, so a notch holds it. */
  readonly roundMm?: number
  /**
   * The part is bent there to this radius in its middle, in the plane it is pressed in, and so thick: cauls take its
   * curve.
   */
  readonly curve?: { readonly radiusMm: number, readonly thickMm: number }
  /** How thick the part is that a handscrew grips. */
  readonly gripMm?: number
  /** A caul lies over so many places that stand too near each other for a jaw each. */
  readonly over?: number
  /** What the softest wood under a jaw bears across its grain, MPa. */
  readonly bearsMPa?: number
}

const SPAN_RULES: Readonly<Record<PressBy, string>> = {
  jaws: 'From the outer face of one part to that of the other, along the line of the pull; 20 mm more for pads.',
  faces: 'Through both parts, square to the faces that meet; 20 mm more for pads.',
  strap: 'The way round, from corner to corner; a little more for the blocks.',
  grip: 'From the outer face behind the joint to the handscrew that is gripped to the part; 20 mm more for pads.',
}

/** A pad is taken as a block of this size, millimetres (docs/sources.md#clamp-forces, low). */
const PAD_MM = 40

/** The span and the slope of a clamp's line and what its pads press with, and how they came about. */
export function lineFigures(line: ClampLine): { span: Figure, offSquare: Figure, underPad: Figure, racks: Figure } {
  const high = line.force.high ?? line.force.value
  const besideMm = Math.round(line.besideMm ?? 0)
  return {
    racks: figureOf(
      besideMm,
      'mm',
      'How far the straight line between the jaws passes the middle of the joints it closes. In line nothing racks; beside it, the pull times this distance does.',
      [input('pull', high, 'kN')],
      'drawing',
    ),
    span: figureOf(line.spanMm, 'reach-mm', SPAN_RULES[line.by], [], 'drawing'),
    offSquare: figureOf(
      line.offSquareDeg,
      'deg',
      'Angle between the pull and the outer face under the jaw. A wet glue line creeps from about 5°; dry it holds to 15–20° and deceives.',
      [],
      'clamp-forces',
    ),
    underPad: figureOf(
      (high * 1000) / PAD_MM ** 2,
      'MPa',
      'The most the clamp pulls, on a pad of 40 by 40 mm. It stays under what the wood bears across its grain; if not, a larger pad.',
      [input('pull', high, 'kN')],
      'clamp-forces',
      'low',
    ),
  }
}

/**
 * Side of a square pad that keeps the pressure under it at half of what the wood bears; none where a usual one does,
 * millimetres.
 */
export function padWantedMm(line: ClampLine): number | null {
  if (line.bearsMPa === undefined) return null
  const side = Math.sqrt(((line.force.high ?? line.force.value) * 1000) / (line.bearsMPa / 2))
  return side > PAD_MM ? Math.ceil(side / 5) * 5 : null
}
