export { before, cured, minutesOf, puttingBack, using, wet, type Step } from './step'
export { standsOn, waitsAhead } from './graph'
export {
  handsOn,
  stateOf,
  type Because,
  type Before,
  type LoggedTask,
  type Task,
  type TaskKind,
  type TaskLog,
  type TaskState,
  type TimedTask,
} from './task'
