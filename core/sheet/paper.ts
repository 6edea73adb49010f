/** A sheet of paper, millimetres. */
export interface Paper {
  readonly id: 'a4' | 'letter'
  readonly wideMm: number
  readonly highMm: number
}
export const PAPERS: readonly Paper[] = [
  { id: 'a4', wideMm: 210, highMm: 297 },
  { id: 'letter', wideMm: 215.9, highMm: 279.4 },
]
/** Each page has lines so long, both ways, to check that it was printed as large as it is. */
export const CHECK_MM = 100
