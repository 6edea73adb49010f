export { before, cured, minutesOf, wet, type Step } from './step'
export { standsOn, waitsAhead } from './graph'
export { handsOn, type Because, type Before, type Task, type TaskKind, type TimedTask } from './task'
