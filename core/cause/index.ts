export { CAUSES, causeNamed, type Cause, type CauseId } from './causes'
export { diagnose, type Diagnosis, type NextTest, type RankedCause } from './rank'
export { readWholePiece, type WholePieceReading } from './whole-piece'
export { diagnoseFault, FAULT_CAUSES, type FaultDiagnosis, type RankedFaultCause } from './fault-causes'
