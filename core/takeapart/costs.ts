import { sectionAt } from '../piece/geometry'
import { effortOf, locksOf } from '../hardware'
import { jointsNamedBy } from '../piece/faults'
import { findingOf, isFaulty, isGlued, partOf } from '../piece/facts'
import { partOfBody } from '../bodies'
import type { Joint, Piece } from '../piece/schema'
import type { WayId } from './tie'

/**
 * What opening or not opening a joint is expected to cost, in minutes of work. All figures are this project's
 * estimates, low confidence (docs/sources.md#opening-costs): they order plans, they are not a quotation.
 */
const CLEAN_AND_REGLUE_MIN = { loose: 15, shut: 25 } as const
const BREAK_MIN = 180
const COME_BACK_MIN = 120
const SLENDER_MM = 14
/** Undoing and closing again what no glue holds. */
const UNDO_HARDWARE_MIN = 6
/** How much likelier harm is where the wood to be struck or sprung is split, eaten or hangs by fibres. */
const FRAIL_FACTOR = 2.5
const FRAIL_WORM_PCT = 15
const WORTH_FACTOR = { everyday: 1, valued: 1.4, precious: 2.2 } as const

/**
 * What each school makes of harm to old wood, and of a joint that comes back one day: who conserves would sooner see
 * it again than break something sound (docs/sources.md#schools, low).
 */
const HARM_FACTOR = { conserve: 2, everyday: 1, strength: 1 } as const
const BACK_FACTOR = { conserve: 0.5, everyday: 1, strength: 1.5 } as const
const schoolOf = (piece: Piece) => piece.intake.school ?? 'everyday'

/** Thickness of the slimmest part in the joint, millimetres: what breaks first under a mallet. */
export function slimmestMm(piece: Piece, joint: Joint): number {
  return Math.min(
    ...[joint.enters, joint.receives].map((id) => {
      const s = sectionAt(partOf(piece, id), 0)
      return Math.min(s.widthMm, s.depthMm)
    }),
  )
}

/** What is wrong in the wood of a joint’s two parts that a blow or a spring would make worse, by the faults’ ids. */
export function frailtiesOf(piece: Piece, joint: Joint): string[] {
  const own = new Set([partOfBody(joint.enters), partOfBody(joint.receives)])
  return piece.faults
    .filter((f) => {
      if (!own.has(f.part) || piece.choices.settled[`fault:${f.id}`]?.how === 'mended-otherwise') return false
      if (f.kind === 'worm') return (f.lostPct?.value ?? 0) >= FRAIL_WORM_PCT
      if (f.kind === 'break') return f.parted !== 'apart'
      return f.kind === 'split' && (f.runsOut !== 'no' || jointsNamedBy(f).some(n => n.id === joint.id))
    })
    .map(f => f.id)
}

/** The saw leaving its line, or the bit that follows the old dowel running out of it. */
const SAW_HARM = 0.03
/** Sawing the seam, and boring out and renewing the dowels on both sides. */
const SAW_MIN = 18
const NEW_DOWELS_MIN = 25
/** What the maker’s own dowels are worth to who conserves, as minutes. */
const OLD_DOWELS_MIN = 10

/**
 * Chance that opening it breaks something: the wood by the blow or the saw, and by each hold that has to be got out
 * first.
 */
export function breakChance(piece: Piece, joint: Joint, isSawn = false): number {
  const { state } = findingOf(piece, joint.id)
  if (state === 'apart') return 0
  const held = locksOf(piece, joint).reduce((kept, lock) => kept * (1 - effortOf(lock).harm), 1)
  return Math.min(0.9, 1 - (1 - (isSawn ? SAW_HARM : blowChance(piece, joint))) * held)
}

function blowChance(piece: Piece, joint: Joint): number {
  if (!isGlued(piece, joint)) return 0
  const { state, oldGlue } = findingOf(piece, joint.id)
  if (state === 'apart') return 0
  const base = { 'solid': 0.1, 'not-tested': 0.12, 'ticks': 0.05, 'gives': 0.03, 'swings': 0.02 }[state]
  const glue
    = oldGlue === 'epoxy' || oldGlue === 'urea' || oldGlue === 'polyurethane' ? 3 : oldGlue === 'protein' ? 0.7 : 1
  const frail = frailtiesOf(piece, joint).length > 0 ? FRAIL_FACTOR : 1
  return Math.min(0.9, base * glue * frail * (slimmestMm(piece, joint) < SLENDER_MM ? 2.5 : 1))
}

/**
 * What it is expected to cost to open a joint, minutes: pulled, or with its dowels sawn through at the seam and made
 * anew.
 */
export function openingMinutes(piece: Piece, joint: Joint, isSawn = false): number {
  const { state } = findingOf(piece, joint.id)
  if (state === 'apart') return 0
  const cleaning = isFaulty(state) ? CLEAN_AND_REGLUE_MIN.loose : CLEAN_AND_REGLUE_MIN.shut
  const locks = locksOf(piece, joint).reduce((sum, lock) => sum + effortOf(lock).minutes, 0)
  const work = locks + (isGlued(piece, joint) ? cleaning : joint.form.kind === 'rest' ? 1 : UNDO_HARDWARE_MIN)
  const harmFactor = HARM_FACTOR[schoolOf(piece)] * WORTH_FACTOR[piece.intake.worth]
  const sawing = isSawn ? SAW_MIN + NEW_DOWELS_MIN + OLD_DOWELS_MIN * (harmFactor - 1) : 0
  return work + sawing + breakChance(piece, joint, isSawn) * BREAK_MIN * harmFactor
}

/** Springing a joint as far as a way goes: minutes of care, and the chance that something gives that should not. */
const SPRINGING: Readonly<Record<WayId, { readonly minutes: number, readonly harm: number }>> = {
  'open': { minutes: 0, harm: 0 },
  'sprung': { minutes: 3, harm: 0.01 },
  'sprung-far': { minutes: 8, harm: 0.08 },
  'bent-out': { minutes: 8, harm: 0.05 },
}

/** What letting a joint go in one of its ways is expected to cost over opening it straight, minutes. */
export const wayMinutes = (piece: Piece, joint: Joint, way: WayId): number =>
  SPRINGING[way].minutes
  + SPRINGING[way].harm
  * (frailtiesOf(piece, joint).length > 0 ? FRAIL_FACTOR : 1)
  * BREAK_MIN
  * HARM_FACTOR[schoolOf(piece)]
  * WORTH_FACTOR[piece.intake.worth]

/** Gluing in place: its own minutes, and the chance that the piece comes back for it. */
export const inPlaceMinutes = (piece: Piece, minutes: number, hold: { low: number, high: number }): number =>
  minutes
  + (1 - (hold.low + hold.high) / 2) * COME_BACK_MIN * BACK_FACTOR[schoolOf(piece)] * WORTH_FACTOR[piece.intake.worth]
