import { joined, mm, say, type Phrase } from '../measure/phrase'
import { isSeenFromBefore, nameOf } from '../piece/names'
import type { Piece } from '../piece/schema'
import type { FeetLand, Levelling } from '../truing'

/** A foot by its corner: `left front`, where that says which. */
export const footName = (piece: Piece, part: string): string => nameOf(piece, part).replace(/ (leg|post)$/, '')

/** Where a foot is to be pulled: as the sitter has it, or as somebody does who stands before a piece without a back. */
function wayWords(piece: Piece, toX: number, toZ: number): string {
  const isBefore = isSeenFromBefore(piece)
  const aside
    = toX > 0 ? (isBefore ? 'to the right' : 'to the sitter’s left') : isBefore ? 'to the left' : 'to the sitter’s right'
  const along = toZ > 0 ? 'forward' : 'back'
  if (Math.abs(toX) > 2.4 * Math.abs(toZ)) return aside
  return Math.abs(toZ) > 2.4 * Math.abs(toX) ? along : `${along} and ${aside}`
}

/**
 * What six tapes say, in a few sentences: whether they close, which foot is off, and what to do before the glue sets.
 */
export function tapesInWords(piece: Piece, { shape, pull, misread }: FeetLand): Phrase {
  if (shape.isMisread) return changesWords(piece, shape)
  const found = misread
    ? say`The tape from ${nameOf(piece, misread.a)} to ${nameOf(piece, misread.b)} was misread: ${mm(misread.isMm)}, not ${mm(misread.readMm)}. `
    : say``
  const agree = say` The six tapes agree within ${mm(Math.max(1, Math.ceil(shape.closureMm)))}.`
  if (pull.kind === 'true') return say`${found}As drawn, within what a tape reads.${agree}`
  if (pull.kind === 'one-foot') {
    return say`${found}${capital(nameOf(piece, pull.foot))} is ${mm(Math.round(pull.byMm))} off its place: pull it ${wayWords(piece, pull.toX, pull.toZ)}, along the arrow, before the glue sets.${agree}`
  }
  return say`${found}The frame leans as a whole: pull ${nameOf(piece, pull.along[0])} and ${nameOf(piece, pull.along[1])} together by ${mm(Math.max(1, Math.round(pull.byMm)))}, or look whether the drawing is right.${agree}`
}

const capital = (text: string): string => `${text[0]!.toUpperCase()}${text.slice(1)}`

/** No slip of a tape is larger: where each would have to be off by more, more than one was, millimetres. */
const ONE_SLIP_MM = 60

function changesWords(piece: Piece, { closureMm, changes }: FeetLand['shape']): Phrase {
  if (changes.every(c => Math.abs(c.byMm) > ONE_SLIP_MM)) {
    return say`The six do not close, by ${mm(Math.round(closureMm))}: no one tape makes up for that, so more than one is wrong, or the piece is drawn wrong. Take all six again from a new zero.`
  }
  const each = changes.map(
    (c): Phrase =>
      say`${footName(piece, c.a)} – ${footName(piece, c.b)} by ${mm(Math.round(Math.abs(c.byMm)))} ${c.byMm < 0 ? 'less' : 'more'}`,
  )
  return say`The six do not close, by ${mm(closureMm)}: one was misread, and six cannot tell which. Any one of these would do: ${joined(each, '; ')}. Take all six again from a new zero, or four tapes to a mark in front.`
}

/** What to take off which foot, or to put under it. */
export function levelInWords(piece: Piece, { cuts, rocking, removedCm3 }: Levelling): Phrase {
  const off = cuts.filter(c => c.cutMm >= LEAST_CUT_MM)
  const stands = rocking
    ? say`It rocks on ${nameOf(piece, rocking.on[0])} and ${nameOf(piece, rocking.on[1])}; one of the others stands ${mm(rocking.gapMm)} up. `
    : say``
  if (off.length === 0) return say`${stands}It stands: nothing comes off.`
  const words = off.map((c): Phrase => say`${mm(Math.round(10 * c.cutMm) / 10)} off the ${nameOf(piece, c.id)}`)
  const pads = cuts
    .filter(c => c.padMm >= LEAST_CUT_MM)
    .map((c): Phrase => say`${mm(Math.round(10 * c.padMm) / 10)} under the ${nameOf(piece, c.id)}`)
  return say`${stands}${joined(words, ', ')}, measured along the leg and cut level all round: ${removedCm3 < 1 ? 'under 1' : Math.round(removedCm3)} cm³ of wood. Or padded: ${joined(pads, ', ')}.`
}
/** Less than this is a stroke of sandpaper, and stays, millimetres. */
const LEAST_CUT_MM = 0.3
