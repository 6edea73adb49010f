import { closedIn } from '../glueup'
import type { DryClose, Piece } from '../piece/schema'
import type { Plan } from './plan'

/** One stage as it is closed without glue. */
export interface DryStage {
  readonly stage: Plan['stages'][number]
  /** What comes apart for it and so can be tried, in the order of the stage. */
  readonly joints: readonly { readonly joint: string, readonly close: DryClose | null }[]
  /** Of them those that are held off, and those nobody has closed yet. */
  readonly heldOff: readonly string[]
  readonly left: readonly string[]
  /** It was told closed, every joint of it. */
  readonly isClosed: boolean
}

/** The stages that are to be closed dry: what is mended in place never comes apart, so there is nothing to try. */
export function dryStages(piece: Piece, plan: Pick<Plan, 'stages' | 'takeApart' | 'tasks'>): DryStage[] {
  const inPlace = new Set(plan.takeApart.decisions.filter(d => d.decision === 'mend-in-place').map(d => d.joint))
  const isTold = (joint: string) =>
    piece.events.some(e => e.kind === 'dry-run-closed' && (e.of.length === 0 || e.of.includes(`joint:${joint}/dry`)))
  return plan.stages
    .filter(s => !s.glued)
    .flatMap((stage): DryStage[] => {
      const joints = stage.joints
        .filter(id => !inPlace.has(id))
        .map(joint => ({ joint, close: piece.dryClose?.[joint] ?? null }))
      if (joints.length === 0) return []
      return [
        {
          stage,
          joints,
          heldOff: joints.filter(j => isHeldOff(j.close)).map(j => j.joint),
          left: joints.filter(j => j.close === null && !isTold(j.joint)).map(j => j.joint),
          isClosed: joints.every(j => isTold(j.joint) && !isHeldOff(j.close)),
        },
      ]
    })
}

export const isHeldOff = (close: DryClose | null | undefined): boolean => close?.offMm != null

/** How the closing of a stage is told: each of its joints closed dry, with what had to be done before it. */
export function dryFacts({ stage, joints }: DryStage, { tasks }: Pick<Plan, 'tasks'>): string[] {
  const closed = new Set(closedIn(stage))
  const fitted = tasks
    .filter(t => !t.done && (t.kind === 'mend' || t.kind === 'clean') && t.line !== null && closed.has(t.line))
    .flatMap(t => t.facts)
  return [...new Set([...joints.map(j => `joint:${j.joint}/dry`), ...fitted])]
}
