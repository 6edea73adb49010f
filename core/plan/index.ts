export { planFacts, shopFacts } from './depends'
export { faultName, tagOfWork, troubleName } from './trouble-words'
export { clampWords, glueNames, lineName, openInStage, stageLines } from './line-words'
export { chosenWork, mendShort } from './chosen'
export { benchSteps, PHASES, type Phase } from './bench-steps'
export { nextStep, type NextStep } from './next-step'
export { sheetFor } from './trouble-sheet'
export { compareWays, holdClass, inSchool, type WayRow, type Ways } from './ways'
export { recipesAlike } from './recipes'
export { changesInWords, whatChanges } from './what-if'
export { planPiece } from './plan-piece'
export { costOf, type Cost, type CostLine } from './cost'
export type { StockLine, ToolLine } from './lists'
export type {
  TroubleMend,
  PlannedLine,
  Answer,
  AnsweredTrouble,
  Gate,
  GluePlan,
  JointMend,
  MendOption,
  Plan,
  Reading,
  Remedy,
  StepId,
  Stop,
} from './plan'
export { doneOn, eventOf, type Done } from './done'
export { dryFacts, dryStages, isHeldOff, type DryStage } from './dry-run'
export { heldOffLabel, likelyReasons, type Likely } from './held-off'
export { answerCheck, checksFor, type CheckAnswer, type Slot, type TrueCheck } from './true-checks'
export { rehearsedFacts } from './rehearsed'
export { cutBetween, hasOverhangs, measureNow, OVERHANG_PLACES, type MeasureNow } from './measure-now'
export { footName, levelInWords, tapesInWords } from './feet-words'
export { toFeelAgain } from './felt-again'
export { floorTestsFor, type FloorRow } from './floor-tests'
export { glueTask } from './task-graph'
export { gatesFor, gatesOfTask } from './gates'
export { lostPicks, type LostPick } from './lost-picks'
export { surfaceAimOf } from './surface-tasks'
