import type { Piece } from '../piece/schema'
import type { Plan } from '../plan'

const NEVER = '9999'

/** Whether hands can do something for a piece now, or it only waits: in clamps, resting, or for its owner. */
export function waits(piece: Piece, plan: Plan, nowMin: number): boolean {
  if (piece.outcome && piece.outcome.verdict !== 'repair') return true
  if (piece.events.some(e => e.kind === 'returned')) return true
  return plan.stages.length > 0 && plan.stages.every(s => s.glued) && (plan.returnMin ?? 0) > nowMin
}

/** What to do now, in order: what hands can do before what waits, then by the date it is due, then by when it came in. */
export function inWorkingOrder<T extends { readonly piece: Piece, readonly plan: Plan | undefined }>(rows: readonly T[], nowMin: number): T[] {
  const key = ({ piece, plan }: T) => [plan && waits(piece, plan, nowMin) ? '1' : '0', piece.intake.due ?? NEVER, piece.takenInAt, piece.id].join(' ')
  return [...rows].sort((a, b) => (key(a) < key(b) ? -1 : 1))
}
