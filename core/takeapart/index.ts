export type { MethodChoice } from './methods'
export { takeApart, DECISION_LABELS, directionWords, type Decision, type JointDecision, type Move, type TakeApart } from './take-apart'
