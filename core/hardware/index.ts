export { effortOf, holdsOf, isHeldByHardware, isOfItsMake, locksOf, offFirst, type HeldBy } from './holds'
export { isMetal, WAYS_OUT, type WayOut } from './ways-out'
