export { FINISH_ROWS, type FinishRow } from './finish-rows'
export { surfaceSteps, type Mark, type SurfaceStep } from './surface-steps'
