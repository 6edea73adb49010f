import { standingOf, type Standing } from '../bodies'
import { parseWallTime } from '../measure/wall-time'
import { troublesOf, type Trouble } from '../condition/troubles'
import { findingOf, withoutMissing } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'
import type { School } from '../piece/words'
import type { Climate, Shop } from '../reference/shop-settings'

/** What a plan is made from, looked at once. */
export interface Job {
  /** As it was recorded. */
  readonly original: Piece
  /** Without what it has lost: what can be tried, opened and glued. */
  readonly piece: Piece
  /** The same with every part that is in two as two bodies. */
  readonly standing: Standing
  readonly troubles: readonly Trouble[]
  /** The shop, with as many hands as this piece is to have. */
  readonly shop: Shop
  readonly climate: Climate
  readonly school: School
  readonly startMin: number
}

/** @throws RangeError if `startAt` is no wall-clock time */
export function jobOf(original: Piece, shop: Shop, climate: Climate, startAt: string): Job {
  const piece = withoutMissing(original)
  const { hands } = original.choices
  return {
    original,
    piece,
    standing: standingOf(piece),
    troubles: troublesOf(original),
    shop: hands === null ? shop : { ...shop, hands },
    climate,
    school: original.intake.school ?? shop.school,
    startMin: parseWallTime(startAt),
  }
}

/** The same wood on the same bench with other choices about rooms, hands, glue and time: nothing of it opens otherwise. */
export function withChoices(job: Job, original: Piece): Job {
  const { hands } = original.choices
  const shop = hands === null ? job.shop : { ...job.shop, hands }
  return { ...job, original, piece: { ...job.piece, choices: original.choices }, shop }
}

export const jointOf = (piece: Piece, id: string): Joint => piece.joints.find(j => j.id === id)!
export const isSettled = ({ original }: Job, trouble: string): boolean => original.choices.settled[trouble] !== undefined

/** Loose joints to be mended now: not those somebody decided about, nor those whose wood waits for something first. */
export function jointsToMend(job: Job): Joint[] {
  const open = job.troubles.filter(t => t.kind === 'joint-loose' && !isSettled(job, t.id) && waitsFor(job, t).length === 0)
  return open.map(t => jointOf(job.piece, t.joint!)).sort((a, b) => a.number - b.number)
}

/** The troubles a trouble stands on that nobody has decided about yet. */
export const waitsFor = (job: Job, trouble: Trouble): string[] => trouble.standsOn.filter(id => !isSettled(job, id))

/** The climate of the room a joint is to cure in; the bench’s where none was chosen, or the room is no longer there. */
export function cureClimate({ original, shop, climate }: Job, joints: readonly string[]): Climate {
  const room = shop.rooms.find(r => r.id === roomOf(original, joints[0] ?? ''))
  return room ? { ...climate, nowC: room.dayC, tonightC: room.nightC } : climate
}
export const roomOf = (piece: Piece, joint: string): string | null => piece.choices.rooms[joint] ?? null

/** Wood whose state says that a joint has come apart already. */
export const isApart = (piece: Piece, joint: string): boolean => findingOf(piece, joint).state === 'apart'
