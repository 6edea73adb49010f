import { Matrix, pseudoInverse } from 'ml-matrix'
import { spanMm, type Ground } from './ground'

/** A measured distance between two points, by their places in the list. */
export interface Tape {
  readonly from: number
  readonly to: number
  readonly mm: number
}

/** Where points come to lie by least squares, and how far each tape is off between them, millimetres. */
export interface Net {
  readonly points: readonly Ground[]
  readonly residualsMm: readonly number[]
}

/** Newton’s steps end when no point moves by more than this, or after so many: from a drawing a few are enough. */
const STILL_MM = 1e-6
const MOST_STEPS = 60

/**
 * Points laid by least squares so that the distances between them come as near to the tapes as they can. They start
 * where
 * `points` says, and of all ways to lie that fit alike take the one nearest to it: a shape has no place of its own.
 */
export function settle(points: readonly Ground[], tapes: readonly Tape[]): Net {
  let at = points.map(({ xMm, zMm }): Ground => ({ xMm, zMm }))
  for (let step = 0; step < MOST_STEPS; step++) {
    const slopes = Matrix.zeros(tapes.length, 2 * at.length)
    const off = Matrix.zeros(tapes.length, 1)
    for (const [row, { from, to, mm }] of tapes.entries()) {
      const [p, q] = [at[from]!, at[to]!]
      const long = Math.max(spanMm(p, q), STILL_MM)
      const [ux, uz] = [(p.xMm - q.xMm) / long, (p.zMm - q.zMm) / long]
      slopes.set(row, 2 * from, ux)
      slopes.set(row, 2 * from + 1, uz)
      slopes.set(row, 2 * to, 0 - ux)
      slopes.set(row, 2 * to + 1, 0 - uz)
      off.set(row, 0, mm - long)
    }
    // Three ways of moving all points together change no distance: the pseudo-inverse leaves them out.
    const moves = pseudoInverse(slopes).mmul(off)
    at = at.map(({ xMm, zMm }, i) => ({ xMm: xMm + moves.get(2 * i, 0), zMm: zMm + moves.get(2 * i + 1, 0) }))
    if (moves.norm() < STILL_MM) break
  }
  return { points: at, residualsMm: tapes.map(t => t.mm - spanMm(at[t.from]!, at[t.to]!)) }
}
