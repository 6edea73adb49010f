export { bowStrain } from './bend-out'
export { directionWords, hasUnfoundMetal, type Move } from './moves'
export { takeApart, DECISION_LABELS, type Decision, type FaultMends, type JointDecision, type OffBefore, type TakeApart, type TakeApartProblem } from './take-apart'
