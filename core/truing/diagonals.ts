import { input, type Figure } from '../measure/figure'
import { fail, succeed, type Result } from '../measure/result'

/** A frame that should be a rectangle, from its two diagonals and one side. */
export interface Racking {
  /** How far off square its corners are. */
  readonly lean: Figure
  /** What both diagonals read once it is true. */
  readonly trueDiagonal: Figure
  /** How much shorter the longer diagonal has to become. */
  readonly pull: Figure
  readonly otherSideMm: number
}

/**
 * Works out how far a rectangle has racked, taking opposite sides to be equal: the squares of the diagonals add up to
 * twice those of the sides, and differ by four times the sides times the cosine of the corner. Lengths in
 * millimetres.
 */
export function rackingFrom(firstMm: number, secondMm: number, sideMm: number): Result<Racking> {
  const [long, short] = [Math.max(firstMm, secondMm), Math.min(firstMm, secondMm)]
  const other2 = (long ** 2 + short ** 2) / 2 - sideMm ** 2
  if (!(short > 0 && sideMm > 0)) return fail('empty', 'Two diagonals and a side, each longer than nothing.')
  if (other2 <= 0) {
    return fail('side_too_long', 'The side is longer than the diagonals allow: check which is which.', 'side')
  }
  const otherSideMm = Math.sqrt(other2)
  const sine = (long ** 2 - short ** 2) / (4 * sideMm * otherSideMm)
  if (sine >= 1) return fail('no_such_frame', 'No frame has these three: check the readings.')
  const trueMm = Math.sqrt(sideMm ** 2 + other2)
  const inputs = [
    input('longer diagonal', long, 'mm', 'measured'),
    input('shorter diagonal', short, 'mm', 'measured'),
    input('side', sideMm, 'mm', 'measured'),
  ]
  const figure = (value: number, unit: Figure['unit'], rule: string): Figure => ({
    value,
    unit,
    derivation: { rule, inputs, source: 'truing', confidence: 'high' },
  })
  return succeed({
    otherSideMm,
    lean: figure(
      (Math.asin(sine) * 180) / Math.PI,
      'deg',
      'asin((longer² − shorter²) / (4 × side × other side)); other side = √((longer² + shorter²) / 2 − side²)',
    ),
    trueDiagonal: figure(trueMm, 'mm', '√((longer² + shorter²) / 2)'),
    pull: figure(
      long - trueMm,
      'fit-mm',
      'longer diagonal − the true one; pull across the longer diagonal until both agree',
    ),
  })
}
