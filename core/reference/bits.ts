import { MM_PER_INCH } from '../measure/length'

/**
 * Bits of an ordinary metric drawer, and of one in inches by 1/32 to a half and 1/16 to an inch and a quarter,
 * millimetres.
 */
export const METRIC_BITS_MM: readonly number[] = [
  1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 18, 20, 22, 25, 28, 30, 32,
]
const by = (part: number, from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, i) => ((from + i) / part) * MM_PER_INCH)
export const INCH_BITS_MM: readonly number[] = [...by(32, 2, 16), ...by(16, 9, 20)]

/** Two figures that one bit serves, millimetres. */
const SAME_MM = 0.02
/** As near as a bit is made. */
const isSame = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_MM

export const hasBit = (bitsMm: readonly number[], mm: number): boolean => bitsMm.some(b => isSame(b, mm))
/** The thinnest bit that is no thinner than this; undefined where the drawer holds none. */
export const bitOver = (bitsMm: readonly number[], mm: number): number | undefined =>
  bitsMm.filter(b => b >= mm - SAME_MM).sort((a, b) => a - b)[0]
/** The thickest bit that is no thicker. */
export const bitUnder = (bitsMm: readonly number[], mm: number): number | undefined =>
  bitsMm.filter(b => b <= mm + SAME_MM).sort((a, b) => b - a)[0]

/** Dowel rod to be had, millimetres: metric, and 3/16 to 1 in. */
const RODS_MM = [5, 6, 8, 10, 12, 14, 16, 18, 20, 22, 25, 28, 30, 32]
const INCH_RODS_MM = [4, 5, 6, 7, 8, 10, 12, 14, 16].map(x => (x / 16) * MM_PER_INCH)
/** Rods for which the drawer holds the bit, thinnest first: a rod without its bit is no use. */
export const rodsFor = (bitsMm: readonly number[]): number[] =>
  [...RODS_MM, ...INCH_RODS_MM].filter(rod => hasBit(bitsMm, rod)).sort((a, b) => a - b)
