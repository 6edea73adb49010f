import { add, scale, type Vec } from '../measure/vec'
import type { Part } from './frame-schema'
import { frameOfSegment } from './geometry'
import { isSeenFromBefore } from './names'

interface Frame {
  readonly parts: readonly Part[]
}
export type PartEnd = 'first' | 'last'

/** From this rise over its length on a part stands: its ends are below and above. */
const STANDS = 0.7
/** An end this near to the floor is a foot, millimetres. */
const FLOOR_MM = 30

/**
 * What an end of a part is called where the piece stands: foot, lower end or top of what stands, left, right, front or
 * back end of what lies. Left and right are the sitter's, or those of whoever stands before a piece without a back.
 */
export function endName(piece: Frame, { axis }: Pick<Part, 'axis'>, end: PartEnd): string {
  const [from, to] = end === 'first' ? [axis.at(-1)!, axis[0]!] : [axis[0]!, axis.at(-1)!]
  const [x, y, z] = [to[0] - from[0], to[1] - from[1], to[2] - from[2]]
  if (Math.abs(y) > STANDS * Math.hypot(x, y, z)) return y > 0 ? 'top' : to[1] <= FLOOR_MM ? 'foot' : 'lower end'
  if (Math.abs(x) < Math.abs(z)) return z > 0 ? 'front end' : 'back end'
  return x > 0 !== isSeenFromBefore(piece) ? 'left end' : 'right end'
}

const towards = (piece: Frame, [x, y, z]: Vec): string => {
  const [wide, high, deep] = [Math.abs(x), Math.abs(y), Math.abs(z)]
  if (high > wide && high > deep) return y > 0 ? 'top' : 'underside'
  if (wide > deep) return x > 0 !== isSeenFromBefore(piece) ? 'left' : 'right'
  return z > 0 ? 'front' : 'back'
}
/**
 * Which side of a part lies so many degrees round from its `across`: front, back, left, right, top or underside of the
 * piece, whichever it faces most.
 */
export function sideName(piece: Frame, part: Pick<Part, 'axis' | 'across'>, turnDeg: number): string {
  const { across, through } = frameOfSegment(part, 0)
  const turn = (turnDeg * Math.PI) / 180
  return towards(piece, add(scale(across, Math.cos(turn)), scale(through, Math.sin(turn))))
}

/** The end everything along a part is measured from: its foot, or the end its axis begins at. */
export const datumEnd = (piece: Frame, part: Pick<Part, 'axis'>): string => endName(piece, part, 'first')
