import { sectionAt } from '../piece/geometry'
import { across, along, band, circle, rectangle, type Shape, type View } from '../sheet'
import { formatLength } from '../measure/length'
import type { JointCase } from './mend'
import { throughMm } from './socket'

/**
 * How much of the entering part a view shows past the shoulder, and of the receiving part to both sides, millimetres.
 */
const SHOWN_MM = 70
const BESIDE_MM = 14

/**
 * The wood round a joint as its views begin: x is 0 at the shoulder, the receiving part below it, the entering part
 * beyond.
 */
export interface JointWood {
  readonly throughMm: number
  /** The entering part across its thickness, and across its width. */
  readonly thickMm: number
  readonly wideMm: number
  readonly isRound: boolean
  readonly along: readonly Shape[]
  readonly end: readonly Shape[]
}

export function woodOf(c: JointCase, shownMm = SHOWN_MM): JointWood {
  const { widthMm, depthMm } = sectionAt(c.entering, 0)
  const [thickMm, wideMm] = [Math.min(widthMm, depthMm), Math.max(widthMm, depthMm)]
  const through = throughMm(c)
  const isRound = c.entering.section.shape === 'round'
  const half = wideMm / 2 + BESIDE_MM
  return {
    throughMm: through,
    thickMm,
    wideMm,
    isRound,
    along: [
      rectangle('wood', [-through, -half], [0, half], { hatched: true }),
      band(0, shownMm, thickMm, 'wood', { grain: 'x' }),
    ],
    end: isRound
      ? [circle([0, 0], thickMm, 'wood')]
      : [rectangle('wood', [-thickMm / 2, -wideMm / 2], [thickMm / 2, wideMm / 2], { hatched: true })],
  }
}

/** As a joiner writes it on a sheet: millimetres to a tenth. */
export const written = (mm: number): string => formatLength(mm, 'mm')

/** A hole or a peg along the joint with its length under the view and its thickness beside it. */
export const lengthUnder = (wood: JointWood, fromX: number, toX: number, level: number, words: string) =>
  along(fromX, toX, -wood.wideMm / 2 - BESIDE_MM, 8 + 8 * level, words)
export const thicknessBeside = (wood: JointWood, thickMm: number, level: number, words: string, middleY = 0) =>
  across(-wood.throughMm, thickMm, 6 + 9 * level, words, middleY)

export const alongView = (wood: JointWood, shapes: readonly Shape[], dimensions: View['dimensions']): View => ({
  id: 'along',
  title: 'Along the joint',
  shapes: [...wood.along, ...shapes],
  dimensions,
})
export const endView = (wood: JointWood, shapes: readonly Shape[], dimensions: View['dimensions']): View => ({
  id: 'end',
  title: 'From the end',
  shapes: [...wood.end, ...shapes],
  dimensions,
})
