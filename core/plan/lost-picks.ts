import type { Phrase } from '../measure/phrase'
import type { Piece } from '../piece/schema'
import type { MendOption, Plan } from './plan'

/** A mend the repairer chose that no longer fits: the plan goes on without it and says so. */
export interface LostPick {
  readonly trouble: string
  readonly mend: MendOption
  readonly why: Phrase
}

/** The repairer’s own choices that what is known by now rules out, with the number that does. */
export function lostPicks(piece: Piece, plan: Pick<Plan, 'mends' | 'woodMends'>): LostPick[] {
  const all = [...plan.mends.map(m => ({ trouble: `joint:${m.joint}`, options: m.options })), ...plan.woodMends]
  return all.flatMap(({ trouble, options }) => {
    const mend = options.find(o => o.id === piece.choices.mends[trouble])
    return mend && !mend.verdict.fits ? [{ trouble, mend, why: mend.verdict.reason }] : []
  })
}
