import type { SetOf } from '#core/piece/schema'
import type { NextStep } from '#core/plan'
import type { Bar } from '#core/shop/lanes'

/** What browser and server say to each other about the list of pieces. */

/** Due dates as a shop asks for them: before now, within so many days, without one. */
export const DUE_WITHIN = ['overdue', 'two-days', 'week', 'none'] as const
export type DueWithin = (typeof DUE_WITHIN)[number]

/** No page is longer: more are asked for from where it ended. */
export const PAGE_ROWS = 40
/**
 * One piece of a list. Everything of its plan is null until it was worked out once, and may be of an earlier version
 * while `isStale`.
 */
export interface BenchRow {
  readonly id: string
  readonly version: number
  readonly title: string
  readonly set: SetOf | null
  readonly customer: string
  readonly due: string | null
  readonly takenInAt: string
  readonly isOver: boolean
  /** What is shown of its plan is being worked out anew. */
  readonly isStale: boolean
  readonly plan: BenchPlan | null
}

export interface BenchPlan {
  readonly next: NextStep
  readonly tested: number
  readonly loose: number
  readonly inWood: number
  readonly isGlued: boolean
  /** Joints that were glued: drawn in blue. */
  readonly glued: readonly string[]
  /** Wall-clock minutes; what is not begun as if it were begun now. */
  readonly bars: readonly Bar[]
  /** The version of the piece its picture is of. */
  readonly pictureOf: number
}

export interface BenchPage {
  readonly rows: readonly BenchRow[]
  /** How many there are in all that were asked for. */
  readonly total: number
  /** To be sent back as `after` for more; null at the end. */
  readonly next: string | null
}

/** What stands over and beside the list. */
export interface BenchSums {
  readonly onBench: number
  readonly over: number
  readonly inClamps: number
  readonly steps: readonly string[]
  readonly customers: readonly string[]
  /** What hands can do now, in its order, before what waits. */
  readonly now: readonly BenchTodo[]
  /** How many clamps are on pieces, by their row on the rack. */
  readonly clampsOut: Readonly<Record<string, number>>
}

export interface BenchTodo extends Pick<BenchRow, 'id' | 'title' | 'set'> {
  readonly next: NextStep
}
