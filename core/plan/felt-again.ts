import { presentJoints } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'
import type { Plan } from './plan'

/** What is felt again once clamps are off: every glued joint, and those beside it, which took the pull. */
export function toFeelAgain(
  piece: Piece,
  { stages }: Pick<Plan, 'stages'>,
): { readonly glued: readonly Joint[], readonly beside: readonly Joint[] } {
  const there = presentJoints(piece).filter(j => j.form.kind !== 'rest')
  const closed = new Set(stages.filter(s => s.glued).flatMap(s => s.joints))
  const isGlued = (j: Joint) =>
    closed.has(j.id) || piece.events.some(e => e.kind === 'stage-glued' && e.of.includes(`joint:${j.id}`))
  const glued = there.filter(isGlued)
  const parts = new Set(glued.flatMap(j => [j.enters, j.receives]))
  const beside = there.filter(j => !glued.includes(j) && (parts.has(j.enters) || parts.has(j.receives)))
  const inOrder = (some: readonly Joint[]) => [...some].sort((a, b) => a.number - b.number)
  return { glued: inOrder(glued), beside: inOrder(beside) }
}
