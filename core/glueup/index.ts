export { linesOf, planStages, type Stage, type Staging, type WoodClosing } from './stages'
export { nextWorkingMin, schedule, workUntilMin, type ScheduledStage } from './schedule'
export { workingTime } from './working-time'
