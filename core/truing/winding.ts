import { fail, succeed, type Result } from '../measure/result'

/** How far a flat frame is out of one plane. */
export interface Winding {
  /** Between its two ends, degrees. */
  readonly twistDeg: number
  /** How high the loose corner stands when the other three lie, millimetres. */
  readonly offMm: number
  /** The two corners that stand up, across from each other: they are pressed down; the others lie. */
  readonly high: 'first-and-third' | 'second-and-fourth' | null
  /**
   * What each of the high two is pressed down below the board’s plane, so that it springs back to true, millimetres.
   */
  readonly pressMm: number
}

/** A frame this flat is flat, as a share of its longer side: two sheets of paper over half a metre (low). */
const FLAT_SHARE = 0.0006
/** How far past flat it is pressed, as a share of what it is off (low). */
const PAST_SHARE = 0.25
const MOST_SHARE = 0.2

/**
 * Twist from the heights of four corners over a board, in order round the frame, and its two sides, `alongMm` from
 * the first corner to the second. Millimetres.
 */
export function windingByHeights(
  heightsMm: readonly [number, number, number, number],
  alongMm: number,
  acrossMm: number,
): Result<Winding> {
  if (!(alongMm > 0 && acrossMm > 0)) {
    return fail('missing', 'Both sides of the frame, longer than nothing.', alongMm > 0 ? 'across' : 'along')
  }
  const most = MOST_SHARE * Math.min(alongMm, acrossMm)
  const odd = heightsMm.findIndex(h => !(h >= 0 && h <= most))
  if (odd >= 0) return fail('absurd', `A corner stands 0 to ${Math.round(most)} mm over the board.`, String(odd))
  const [a, b, c, d] = heightsMm
  const offMm = a + c - b - d
  return succeed(
    windingOf(offMm, Math.max(alongMm, acrossMm), Math.atan((b - a) / alongMm) - Math.atan((c - d) / alongMm)),
  )
}

/**
 * Twist from two straight sticks laid across a frame at its ends and sighted one over the other: how high one stick’s
 * end stands over the other stick, over the length of a stick. `right` says that it is the far stick’s right end.
 */
export function windingBySights(overMm: number, stickMm: number, frameMm: number, isRight: boolean): Result<Winding> {
  if (!(stickMm > 0 && frameMm > 0)) {
    return fail(
      'missing',
      'The length of a stick, and how wide the frame is under it.',
      stickMm > 0 ? 'frame' : 'stick',
    )
  }
  if (!(overMm >= 0 && overMm < MOST_SHARE * stickMm)) {
    return fail(
      'absurd',
      `Over a stick of ${Math.round(stickMm)} mm one sights 0 to ${Math.round(MOST_SHARE * stickMm)} mm.`,
      'over',
    )
  }
  const twist = Math.asin(overMm / stickMm)
  return succeed(windingOf((isRight ? 1 : -1) * frameMm * Math.tan(twist), frameMm, twist))
}

function windingOf(offMm: number, longMm: number, twist: number): Winding {
  const isFlat = Math.abs(offMm) <= Math.max(FLAT_SHARE * longMm, 0.3)
  return {
    twistDeg: (Math.abs(twist) * 180) / Math.PI,
    offMm: Math.abs(offMm),
    high: isFlat ? null : offMm > 0 ? 'first-and-third' : 'second-and-fourth',
    pressMm: isFlat ? 0 : (Math.abs(offMm) / 2) * PAST_SHARE,
  }
}
