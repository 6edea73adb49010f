import type { GlueVerdict } from '../glue'
import { closedIn, type Stage, type Staging, type WoodClosing } from '../glueup'
import type { TakeApart } from '../takeapart'
import { standsOn, type Because, type Before, type Task } from '../work'
import type { Rest } from '../wood/rest'
import type { Done } from './done'
import type { Job } from './job'
import type { JointMend, TroubleMend } from './plan'

/** What a plan has settled when its work is listed. */
export interface Settled {
  readonly mends: readonly JointMend[]
  readonly wood: readonly TroubleMend[]
  readonly apart: TakeApart
  readonly closings: readonly WoodClosing[]
  readonly staging: Staging
  /** When the clamps went on each line that is glued already. */
  readonly glued: ReadonlyMap<string, string>
  glueOf(line: string): GlueVerdict | null
}

/** What the tasks of a plan are made from, looked at once. */
export interface Graph {
  readonly job: Job
  readonly settled: Settled
  readonly done: Done
  readonly opening: readonly Task[]
  /** New wood that has to rest first, by the troubles it is for. */
  readonly resting: ReadonlyMap<string, Rest>
  stageOf(line: string): Stage | undefined
}

/**
 * What a stage of gluing is called among the tasks: by its lines, so that it keeps its name whatever is glued before
 * it.
 */
export const glueTask = (stage: Pick<Stage, 'joints' | 'wood'>): string => `${closedIn(stage).sort().join('+')}/glue`

/** What has to be over before something stands on a stage: its clamps are off. */
export const curedTask = (stage: Stage): string =>
  stage.lines.length === 0 ? glueTask(stage) : `${closedIn(stage).sort().join('+')}/clamps-off`

export const because = (why: Because, ids: readonly (string | undefined)[]): Before[] =>
  ids.flatMap(task => (task === undefined ? [] : [{ task, because: why }]))

/** The move that opens a joint; of a joint that is apart already, or that nothing opens, none. */
export const openedBy = (g: Graph, joint: string): Before[] =>
  because('open', [g.opening.find(t => t.kind === 'open' && t.joints.includes(joint))?.id])
/** The last thing of the opening: while wood is knocked apart no glue cures near it. */
export const allOpen = (g: Graph): Before[] => because('open', [g.opening.at(-1)?.id])

/** Whether the clamps have gone on a line. */
export const isShut = (g: Graph, line: string): boolean => g.settled.glued.has(line)

/** Whether one stage stands on another, near or far. */
export function comesAfter(g: Graph, stage: Stage, other: Stage): boolean {
  return stage.number === other.number || upstream(g, stage).has(other.number)
}

/** The stages a stage stands on, near and far, by number. */
export function upstream(g: Graph, stage: Stage): Set<number> {
  const nodes = g.settled.staging.stages.map(s => ({
    id: String(s.number),
    after: because('cured', s.after.map(String)),
  }))
  return new Set([...standsOn(nodes, [String(stage.number)])].map(Number))
}
