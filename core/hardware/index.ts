export { effortOf, holdsOf, isHeldByHardware, locksOf, offFirst, type HeldBy } from './holds'
export { isMetal, WAYS_OUT, type WayOut } from './ways-out'
