/**
 * Workshop time as minutes on the wall clock, without time zones: a clamp that goes on at 16:00 comes off by the same clock.
 * A clock change at night is left out (docs/limits.md#wall-clock).
 */
export const MIN_PER_DAY = 1440
const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const

/** Minutes since the start of 1970 for `2026-03-05T09:30` (seconds and anything after are dropped). @throws RangeError on any other form. */
export function parseWallTime(text: string): number {
  const m = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})/.exec(text)
  if (!m) throw new RangeError(`“${text}” is not a time: write it as 2026-03-05T09:30.`)
  const ms = Date.UTC(+m[1]!, +m[2]! - 1, +m[3]!, +m[4]!, +m[5]!)
  if (Number.isNaN(ms)) throw new RangeError(`“${text}” is not a time on the calendar.`)
  return Math.round(ms / 60_000)
}

export const formatWallTime = (wallMin: number): string => new Date(wallMin * 60_000).toISOString().slice(0, 16)
export const minuteOfDay = (wallMin: number): number => ((Math.round(wallMin) % MIN_PER_DAY) + MIN_PER_DAY) % MIN_PER_DAY
export const clockOf = (wallMin: number): string => formatWallTime(wallMin).slice(11)

/** `Thu 08:00`, with the date once it is more than six days from the reference. */
export function describeWallTime(wallMin: number, fromMin: number): string {
  const days = Math.floor(wallMin / MIN_PER_DAY) - Math.floor(fromMin / MIN_PER_DAY)
  if (days === 0) return `today ${clockOf(wallMin)}`
  if (days === 1) return `tomorrow ${clockOf(wallMin)}`
  const date = new Date(Math.round(wallMin) * 60_000)
  const day = days > 0 && days < 7 ? DAYS[date.getUTCDay()]! : `${date.getUTCDate()}.${date.getUTCMonth() + 1}.`
  return `${day} ${clockOf(wallMin)}`
}

/** `1 h 20 min`, `45 min`, `2 days`. */
export function describeDuration(minutes: number): string {
  const min = Math.round(minutes)
  if (min < 60) return `${min} min`
  if (min < 48 * 60) return min % 60 === 0 ? `${min / 60} h` : `${Math.floor(min / 60)} h ${min % 60} min`
  return `${Math.round(min / MIN_PER_DAY)} days`
}
