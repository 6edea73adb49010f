const MS_PER_MIN = 60_000
/** No zone is further from UTC, minutes: a page whose clock says more has a wrong one. */
const FURTHEST_ZONE_MIN = 15 * 60

/**
 * How far the workshop's wall clock is ahead of UTC, minutes: as the last page said, or as this machine's own clock
 * stands.
 */
let offsetMin: number | undefined

/** A page told what its wall clock shows. A server in a container may stand in another zone than the bench. */
export function hearWallClock(wallMin: number, now = new Date()): void {
  const told = Math.round(wallMin - now.getTime() / MS_PER_MIN)
  if (Math.abs(told) <= FURTHEST_ZONE_MIN) offsetMin = told
}

/** The wall clock of the workshop, whole minutes since the start of 1970 without time zones. */
export const wallMinNow = (now = new Date()): number =>
  Math.floor(now.getTime() / MS_PER_MIN + (offsetMin ?? -now.getTimezoneOffset()))
