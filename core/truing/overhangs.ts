import { fail, succeed, type Result } from '../measure/result'

/**
 * How far a top stands out over its base, read at two places of each edge as near the corners as one gets,
 * millimetres. Left and right as one stands before the front.
 */
export interface Overhangs {
  readonly frontLeft: number
  readonly frontRight: number
  readonly rightFront: number
  readonly rightBack: number
  readonly backRight: number
  readonly backLeft: number
  readonly leftBack: number
  readonly leftFront: number
}

/**
 * How a top lies on its base. Seen from above, before the front: right and back are positive, turning is against the
 * clock.
 */
export interface TopLies {
  /** The top is to be pushed this much the other way to lie even. */
  readonly shiftedRightMm: number
  readonly shiftedBackMm: number
  /** Base and top turned against each other. */
  readonly turnedDeg: number
  /**
   * One of the two is no rectangle: its corners are off square by so much. Which of them, two diagonals of one tell.
   */
  readonly skewedDeg: number
  /** What would be left between readings and this explanation: a tapered top, or a bent edge. */
  readonly leftOverMm: number
  readonly says: readonly ('shifted' | 'turned' | 'skewed')[]
}

/** Under this a shift, and the run of an edge from one corner to the other, is what tops do, millimetres (low). */
const SHIFT_MM = 1
const RUN_MM = 1.5
const MOST_MM = 400

/**
 * Tells a shifted, a turned and a skewed top apart. The edges are as long as the base is between the places they are
 * read at.
 */
export function topOver(at: Overhangs, frontRunMm: number, sideRunMm: number): Result<TopLies> {
  for (const [key, value] of Object.entries(at)) {
    if (!(Math.abs(value) <= MOST_MM)) {
      return fail('absurd', `An overhang is under ${MOST_MM} mm; negative where the base stands out.`, key)
    }
  }
  if (!(frontRunMm > 0 && sideRunMm > 0)) {
    return fail('missing', 'How far apart the two places on an edge are.', frontRunMm > 0 ? 'side-run' : 'front-run')
  }
  const mean = (a: number, b: number) => (a + b) / 2
  const shiftedRightMm = (mean(at.rightFront, at.rightBack) - mean(at.leftFront, at.leftBack)) / 2
  const shiftedBackMm = (mean(at.backLeft, at.backRight) - mean(at.frontLeft, at.frontRight)) / 2
  // How an edge runs out of line: a turn tilts front and side edges the same way round, a skewed corner against each
  // other.
  const frontRun = mean(at.frontLeft - at.frontRight, at.backRight - at.backLeft) / frontRunMm
  const sideRun = mean(at.rightFront - at.rightBack, at.leftBack - at.leftFront) / sideRunMm
  const [turn, skew] = [(frontRun + sideRun) / 2, frontRun - sideRun]
  const says = [
    ...(Math.hypot(shiftedRightMm, shiftedBackMm) > SHIFT_MM ? ['shifted' as const] : []),
    ...(Math.abs(turn) * Math.max(frontRunMm, sideRunMm) > RUN_MM ? ['turned' as const] : []),
    ...(Math.abs(skew) * Math.min(frontRunMm, sideRunMm) > RUN_MM ? ['skewed' as const] : []),
  ]
  const DEG = 180 / Math.PI
  const tapers = [
    at.frontLeft - at.frontRight - (at.backRight - at.backLeft),
    at.rightFront - at.rightBack - (at.leftBack - at.leftFront),
  ]
  return succeed({
    shiftedRightMm,
    shiftedBackMm,
    turnedDeg: turn * DEG,
    skewedDeg: skew * DEG,
    leftOverMm: Math.max(...tapers.map(t => Math.abs(t) / 2)),
    says,
  })
}
