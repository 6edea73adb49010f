export { benchSteps, type BenchStep } from './bench-steps'
export { nextStep, type NextStep } from './next-step'
export { planPiece, mendShort } from './plan-piece'
export type { Gate, GluePlan, JointMend, MendOption, Plan, StepId } from './plan'
