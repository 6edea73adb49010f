import { troublesOf, type Trouble } from '../condition/troubles'
import { FAULT_LABELS } from '../piece/faults'
import { partOf } from '../piece/facts'
import type { Piece } from '../piece/schema'
import type { ScheduledStage } from '../glueup'
import type { Answer, AnsweredTrouble, JointMend } from './plan'

/**
 * Every trouble with what becomes of it: mended where a mend was chosen and is in a stage, settled where the repairer said
 * so and why, open otherwise. What the plan has no mend for stays open until somebody decides.
 */
export function answeredTroubles(piece: Piece, mends: readonly JointMend[], stages: readonly ScheduledStage[]): AnsweredTrouble[] {
  const staged = new Set(stages.flatMap(s => s.joints))
  const mended = new Set(mends.filter(m => m.chosen !== null && staged.has(m.joint)).map(m => `joint:${m.joint}`))
  return troublesOf(piece).map((t) => {
    const settled = piece.choices.settled?.[t.id]
    const answer: Answer = settled ? settled.how : mended.has(t.id) ? 'mended' : 'open'
    return { ...t, answer, why: settled?.why ?? '' }
  })
}

/** How a trouble is called in a line: `B1, break in the left front leg`, `missing right stick`. */
export function troubleName(piece: Piece, trouble: Trouble): string {
  const part = partOf(piece, trouble.part).label
  if (trouble.kind === 'part-missing') return `missing ${part}`
  if (trouble.joint !== null && trouble.fault === null) return trouble.tag
  const fault = piece.faults.find(f => f.id === trouble.fault)!
  return `${trouble.tag}, ${FAULT_LABELS[fault.kind]} in the ${part}`
}
