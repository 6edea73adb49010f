import { standingOf, type Standing } from '../bodies'
import { parseWallTime } from '../measure/wall-time'
import { movedAgain } from '../condition/moved-again'
import { troublesOf, type Trouble } from '../condition/troubles'
import { assumed } from '../measure/measured'
import { woodCandidates } from '../mend'
import { findingOf, isFaulty, isLoose, UNTESTED, withoutMissing } from '../piece/facts'
import { clearancesOf } from '../piece/joint-forms'
import type { Hold, Joint, Piece } from '../piece/schema'
import type { School } from '../piece/words'
import type { Climate, Shop } from '../reference/shop-settings'
import { sawnIfOpened } from '../takeapart'

/** What a plan is made from, looked at once. */
export interface Job {
  /** As it was recorded. */
  readonly original: Piece
  /** Without what it has lost: what can be tried, opened and glued. */
  readonly piece: Piece
  /** The same with every part that is in two as two bodies. */
  readonly standing: Standing
  readonly troubles: readonly Trouble[]
  /** Lost parts that are made again, so that their joints close as new ones. */
  readonly remade: ReadonlySet<string>
  /** Of those the ones that are made so that they go in where the frame stands, unless somebody picks otherwise. */
  readonly alone: ReadonlySet<string>
  /** Joints that were firm and move since what is beside them was glued: they are closed in place or not at all. */
  readonly strained: ReadonlySet<string>
  /** Joints whose dowels are sawn at the seam, and made anew, where they have to open. */
  readonly sawn: ReadonlySet<string>
  /** The shop, with as many hands as this piece is to have. */
  readonly shop: Shop
  readonly climate: Climate
  readonly school: School
  readonly startMin: number
}

/** @throws RangeError if `startAt` is no wall-clock time */
export function jobOf(original: Piece, shop: Shop, climate: Climate, startAt: string): Job {
  const troubles = troublesOf(original)
  const school = original.intake.school ?? shop.school
  const remade = remadeParts(original, troubles, school)
  const strained = strainedJoints(original)
  const made = asRemade(asFelt(original, strained), remade)
  // What the piece leaves open the shop has answered.
  const piece = { ...made, intake: { ...made.intake, school } }
  const { hands } = original.choices
  return {
    original,
    piece,
    standing: standingOf(piece),
    troubles,
    remade,
    alone: new Set(),
    strained,
    sawn: (shop.roundsLeftOut ?? []).includes('saw-line') ? new Set() : sawnIfOpened(piece),
    shop: hands === null ? shop : { ...shop, hands },
    climate,
    school,
    startMin: parseWallTime(startAt),
  }
}

/**
 * A joint that was firm and moves since its neighbours were glued is as it was felt then; what was found before stays
 * in the record.
 */
function asFelt(piece: Piece, strained: ReadonlySet<string>): Piece {
  if (strained.size === 0) return piece
  const findings = Object.fromEntries(
    [...strained].map(id => [id, { ...findingOf(piece, id), state: piece.after[`joint:${id}`]!.state }]),
  )
  return { ...piece, findings: { ...piece.findings, ...findings } }
}

/** Joints that were firm and move now that what is beside them has been glued. */
function strainedJoints(piece: Piece): ReadonlySet<string> {
  const again = movedAgain(piece)
  return new Set(
    piece.joints
      .map(j => j.id)
      .filter((id) => {
        const felt = piece.after[`joint:${id}`]
        return felt !== undefined && isFaulty(felt.state) && !isFaulty(findingOf(piece, id).state) && !again.has(id)
      }),
  )
}

/** Lost parts for which there is a mend and nobody decided otherwise. */
function remadeParts(piece: Piece, troubles: readonly Trouble[], school: School): Set<string> {
  const lost = troubles.filter(t => t.kind === 'part-missing' && piece.choices.settled[t.id] === undefined)
  return new Set(
    lost
      .filter(trouble => woodCandidates({ piece, trouble, school, glueGapMm: 0 }).some(c => c.verdict.fits))
      .map(t => t.part!),
  )
}

/** A new tenon is made to a hand fit, millimetres. */
export const NEW_FIT_MM = 0.1

/** The piece with its lost parts made again: there, and their joints open. What stays lost is left out. */
function asRemade(original: Piece, remade: ReadonlySet<string>): Piece {
  const parts = original.parts.map((p) => {
    const { missing: _lost, stillIn: _out, ...rest } = p
    return remade.has(p.id) ? rest : p
  })
  const fresh = original.joints.filter(j => remade.has(j.enters) || remade.has(j.receives))
  const findings = Object.fromEntries(
    fresh.map(j => [
      j.id,
      {
        ...UNTESTED,
        state: 'apart' as const,
        clearance: Object.fromEntries(
          clearancesOf(j.form)
            .filter(key => !key.endsWith('-bottom'))
            .map(key => [key, assumed(NEW_FIT_MM)]),
        ),
      },
    ]),
  )
  // The new wood has none of what was wrong in the old.
  const faults = original.faults.filter(f => !remade.has(f.part))
  const isLeft = ({ on }: Hold) => on.kind !== 'fault' || faults.some(f => f.id === on.id)
  return withoutMissing({
    ...original,
    parts,
    findings: { ...original.findings, ...findings },
    faults,
    holds: original.holds.filter(isLeft),
  })
}

/**
 * The same wood on the same bench with other choices about rooms, hands, glue and time: nothing of it opens
 * otherwise.
 */
export function withChoices(job: Job, original: Piece): Job {
  const { hands } = original.choices
  const shop = hands === null ? job.shop : { ...job.shop, hands }
  return { ...job, original, piece: { ...job.piece, choices: original.choices }, shop }
}

export const jointOf = (piece: Piece, id: string): Joint => piece.joints.find(j => j.id === id)!
export const isSettled = ({ original }: Job, trouble: string): boolean =>
  original.choices.settled[trouble] !== undefined

/**
 * Joints to be mended now: loose ones and those out of their line, but for those somebody decided about and those
 * whose wood waits for something that no mend in `answered` sees to; and the joints of parts that are made again.
 */
export function jointsToMend(job: Job, answered: ReadonlySet<string> = new Set()): Joint[] {
  const isFree = (t: Trouble) => waitsFor(job, t).every(id => answered.has(id))
  const open = job.troubles.filter(
    t =>
      (t.kind === 'joint-loose'
        || t.kind === 'out-of-register'
        || (t.kind === 'moved-again' && isLoose(job.piece, jointOf(job.piece, t.joint!))))
      && !isSettled(job, t.id)
      && isFree(t),
  )
  const remade = job.piece.joints.filter(j => job.remade.has(j.enters) || job.remade.has(j.receives))
  return [...new Set([...open.map(t => jointOf(job.piece, t.joint!)), ...remade])].sort((a, b) => a.number - b.number)
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
