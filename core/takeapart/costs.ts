import { sectionAt } from '../piece/geometry'
import { findingOf, isFaulty, partOf } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'

/**
 * What opening or not opening a joint is expected to cost, in minutes of work. All figures are this project's estimates,
 * low confidence (docs/sources.md#opening-costs): they order plans, they are not a quotation.
 */
const CLEAN_AND_REGLUE_MIN = { loose: 15, shut: 25 } as const
const BREAK_MIN = 180
const COME_BACK_MIN = 120
const SLENDER_MM = 14
const WORTH_FACTOR = { everyday: 1, valued: 1.4, precious: 2.2 } as const

/** Thickness of the slimmest part in the joint, millimetres: what breaks first under a mallet. */
export function slimmestMm(piece: Piece, joint: Joint): number {
  return Math.min(...[joint.enters, joint.receives].map((id) => { const s = sectionAt(partOf(piece, id), 0); return Math.min(s.widthMm, s.depthMm) }))
}

/** Chance that opening it breaks something. */
export function breakChance(piece: Piece, joint: Joint): number {
  const { state, oldGlue } = findingOf(piece, joint.id)
  if (state === 'apart') return 0
  const base = { 'solid': 0.1, 'not-tested': 0.12, 'ticks': 0.05, 'gives': 0.03, 'swings': 0.02 }[state]
  const glue = oldGlue === 'epoxy' || oldGlue === 'urea' || oldGlue === 'polyurethane' ? 3 : oldGlue === 'protein' ? 0.7 : 1
  const pinned = joint.form.kind === 'mortise-and-tenon' && joint.form.pinned ? 1.3 : 1
  return Math.min(0.9, base * glue * pinned * (slimmestMm(piece, joint) < SLENDER_MM ? 2.5 : 1))
}

export function openingMinutes(piece: Piece, joint: Joint): number {
  const { state } = findingOf(piece, joint.id)
  if (state === 'apart') return 0
  const work = isFaulty(state) ? CLEAN_AND_REGLUE_MIN.loose : CLEAN_AND_REGLUE_MIN.shut
  return work + breakChance(piece, joint) * BREAK_MIN * WORTH_FACTOR[piece.intake.worth]
}

/** Gluing in place: its own minutes, and the chance that the piece comes back for it. */
export const inPlaceMinutes = (piece: Piece, minutes: number, hold: { low: number, high: number }): number =>
  minutes + (1 - (hold.low + hold.high) / 2) * COME_BACK_MIN * WORTH_FACTOR[piece.intake.worth]
