/**
 * What makes up commands and edits for tests asks of whoever draws lots: pure, so that the same lots make the same
 * commands wherever they come from.
 */
export interface Draw {
  /** One of a list that is not empty. */
  pick<T>(list: readonly T[]): T
  /** A whole number, both ends included. */
  whole(from: number, to: number): number
  /** A number between the two. */
  real(from: number, to: number): number
  chance(): boolean
}

/** An id of the list, or now and then one that is not there. */
export const drawId = (d: Draw, ids: readonly string[]): string => d.pick([...ids, 'no-such-thing'])
/** A few plain words, an empty line among them. */
export const drawWords = (d: Draw): string => d.pick(['', 'this', 'that one', 'a < b, 3 mm', 'née Öl'])
export const drawMeasured = (d: Draw, from: number, to: number): { value: number, basis: 'measured' | 'assumed' } => ({
  value: Math.round(d.real(from, to) * 100) / 100,
  basis: d.chance() ? 'measured' : 'assumed',
})
