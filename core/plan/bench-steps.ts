import type { TaskKind, TimedTask } from '../work'
import type { Plan } from './plan'

/** Which part of the work a task belongs to, as the steps of a piece are told. */
export type Phase = 'open' | 'mend' | 'glue' | 'after'
export const PHASES: Readonly<Record<TaskKind, Phase>> = {
  'label': 'open',
  'off': 'open',
  'find-metal': 'open',
  'hold-closed': 'open',
  'lock-out': 'open',
  'soften': 'open',
  'open': 'open',
  'clean': 'mend',
  'mend': 'mend',
  'dry-run': 'glue',
  'lay-out': 'glue',
  'glue': 'glue',
  'clamps-off': 'glue',
  'finish': 'after',
  'tighten': 'after',
  'test-again': 'after',
  'surface': 'after',
}

/** What is left to do, in the order in which it is done: by the clock where there is one, as it is told where not. */
export function benchSteps({ tasks }: Pick<Plan, 'tasks'>): TimedTask[] {
  const left = tasks.filter(t => !t.done)
  return left.every(t => t.time !== null) ? [...left].sort((a, b) => a.time!.startMin - b.time!.startMin) : left
}
