export { bowStrain } from './bend-out'
export { directionWords, hasUnfoundMetal, type Move } from './moves'
export type { ClosingFrame, StageTree } from './closing-frame'
export { faultOfTie, jointOfTie } from './problem'
export { sawnIfOpened } from './sawn'
export {
  backwardOf,
  takeApart,
  type Backward,
  DECISION_LABELS,
  type Decision,
  type FaultMends,
  type JointDecision,
  type OffBefore,
  type TakeApart,
  type TakeApartProblem,
} from './take-apart'
