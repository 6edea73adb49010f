import { say } from '../measure/phrase'
import { closedIn } from '../glueup'
import type { Piece } from '../piece/schema'
import { handsOn, type LoggedTask, type Task } from '../work'
import type { Done } from './done'
import { dryRun, stageTasks } from './glue-tasks'
import type { Job } from './job'
import { mendTasks } from './mend-tasks'
import { openingTasks } from './opening-tasks'
import { recipesOf } from './recipes'
import { restingWood } from './shopping'
import { sawOutTasks } from './saw-out-tasks'
import { surfaceTasks } from './surface-tasks'
import { because, type Graph, type Settled } from './task-graph'

/** Minutes for one joint of the last test (docs/sources.md#working-rates, low). */
const TEST_JOINT_MIN = 0.5

/** All work of a plan in the order it is told, each with what it waits for. Nothing has a time yet. */
export function tasksOf(job: Job, settled: Settled, done: Done): LoggedTask[] {
  const opening = openingTasks(job.piece, settled.apart, recipesOf(job, settled.apart), done, sawOutTasks(job, done))
  const stages = settled.staging.stages
  const resting = restingWood({ piece: job.piece, shop: job.shop, climate: job.climate }, settled.mends, settled.wood)
  const graph: Graph = {
    job,
    settled,
    done,
    opening,
    resting,
    stageOf: line => stages.find(s => closedIn(s).includes(line)),
  }
  const mending = mendTasks(graph)
  const dry = dryRun(graph, mending)
  const gluing = stages.flatMap(s => stageTasks(graph, s, mending, dry))
  const isLater = (t: Task) => t.kind === 'finish' || t.kind === 'tighten'
  const tested = opening.length + mending.length + gluing.length > 0 ? [testAgain(graph, [...mending, ...gluing])] : []
  const last = tested.flatMap(t => [t, ...surfaceTasks(graph, t)])
  const all = [
    ...opening,
    ...mending.filter(t => !isLater(t)),
    ...(dry ? [dry] : []),
    ...gluing,
    ...mending.filter(isLater),
    ...last,
  ]
  return all.map(task => ({ ...task, log: done.log(task.facts) }))
}

/** What was tested before the last glue went in is to be tested once more. */
function isTestedSince({ events }: Piece): boolean {
  const lastAt = (kind: 'tested-again' | 'stage-glued') =>
    events
      .filter(e => e.kind === kind)
      .map(e => e.at)
      .sort()
      .at(-1)
  const [tested, glued] = [lastAt('tested-again'), lastAt('stage-glued')]
  return tested !== undefined && (glued === undefined || tested >= glued)
}

/** The whole piece once more, when all has cured: what was found, done and felt are three things. */
function testAgain(g: Graph, others: readonly Task[]): Task {
  const count = g.job.piece.joints.length
  return {
    id: 'piece/tested-again',
    kind: 'test-again',
    troubles: [],
    joints: [],
    after: because(
      'all-cured',
      others.filter(t => t.kind !== 'lay-out').map(t => t.id),
    ),
    line: null,
    hands: 1,
    minutes: handsOn(Math.max(2, count * TEST_JOINT_MIN)),
    waitMin: 0,
    clockMin: null,
    tools: [],
    title: say`Test every joint again`,
    words: say`Go round all joints as at the start, and over every break; write down what ticks.`,
    why: say`It leaves only when nothing moves that should not.`,
    facts: ['piece/tested-again'],
    done: isTestedSince(g.job.piece),
  }
}
