import type { Phrase } from '../measure/phrase'
import type { ToolUse } from '../reference/tools'

/** What sort of work it is: `finish` is what follows on a cured glue line. */
export type TaskKind
  = | 'label'
    | 'off'
    | 'find-metal'
    | 'hold-closed'
    | 'lock-out'
    | 'soften'
    | 'open'
    | 'clean'
    | 'mend'
    | 'dry-run'
    | 'lay-out'
    | 'glue'
    | 'clamps-off'
    | 'finish'
    | 'tighten'
    | 'test-again'
    | 'surface'

/** Why one task waits for another. */
export type Because
  = | 'order'
    | 'out-of-the-way'
    | 'open'
    | 'fitted'
    | 'rehearsed'
    | 'laid-out'
    | 'cured'
    | 'all-cured'
    | 'at-rest'
    | 'tested'

export interface Before {
  readonly task: string
  readonly because: Because
}

/**
 * One thing that is done with the hands at the bench. Its id is made of what it is done to and what is done, never of
 * its place.
 */
export interface Task {
  readonly id: string
  readonly kind: TaskKind
  /** Troubles it serves; empty where it only makes way. */
  readonly troubles: readonly string[]
  readonly joints: readonly string[]
  /** The glue line it leads to, or follows on; null where it serves none of its own. */
  readonly line: string | null
  readonly after: readonly Before[]
  readonly hands: number
  /** Hands-on minutes. */
  readonly minutes: { readonly low: number, readonly usual: number, readonly high: number }
  /** Nobody works on it for so long afterwards, minutes: it soaks or sets. A glue’s own cure is told by the clock. */
  readonly waitMin: number
  /** A clock to run with it, minutes: soaking, or what may be used of the open time. */
  readonly clockMin: number | null
  /** Facts of what need not be done any more if this is enough. */
  readonly spares?: readonly string[]
  /** It is done by measuring this part’s length in the frame fitted dry. */
  readonly shouldersOf?: string
  /** What has to lie ready for it; clamps are told by themselves. */
  readonly tools: readonly ToolUse[]
  readonly title: Phrase
  readonly words: Phrase
  readonly why: Phrase
  /** What is so once it is done, as it is kept in the piece’s log. */
  readonly facts: readonly string[]
  readonly done: boolean
}

/** What a piece’s log says of a task besides that it is done, wall-clock minutes. */
export interface TaskLog {
  /** Somebody is at it since then. */
  readonly begunMin: number | null
  /** Put off: not before then. */
  readonly notBeforeMin: number | null
  /** When it was done, where it was told by itself: what it leaves to soak runs from then. */
  readonly doneMin: number | null
}
export interface LoggedTask extends Task {
  readonly log: TaskLog
}

/** Where a task stands. */
export type TaskState = 'open' | 'running' | 'put-off' | 'done'
export function stateOf({ done, log }: Pick<LoggedTask, 'done' | 'log'>): TaskState {
  if (done) return 'done'
  if (log.begunMin !== null) return 'running'
  return log.notBeforeMin === null ? 'open' : 'put-off'
}

/** A task on the workshop’s clock, wall-clock minutes. */
export interface TimedTask extends LoggedTask {
  /**
   * Begun, done, and when what stands on it may begin: after its wait, or once its clamps are off. Null where it is
   * done, or cannot be planned.
   */
  readonly time: { readonly startMin: number, readonly endMin: number, readonly freeMin: number } | null
  /** Clamps it takes from the rack until then, by their places in it. */
  readonly clamps: readonly string[]
}

/** Hands-on minutes of a usual length, as wide as such work varies (low confidence). */
export const handsOn = (usual: number): Task['minutes'] => ({ low: usual * 0.7, usual, high: usual * 1.6 })
