export { closedIn, linesOf, planStages, type Stage, type Staging, type WoodClosing } from './stages'
export { nextWorkingMin, schedule, workUntilMin, type ScheduledStage, type TaskTime, type Timing } from './schedule'
export { workingMinutes, workingTime, type Minutes } from './working-time'
