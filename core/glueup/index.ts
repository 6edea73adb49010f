export { planStages, type Stage, type Staging } from './stages'
export { nextWorkingMin, schedule, workUntilMin, type ScheduledStage } from './schedule'
export { workingTime } from './working-time'
