import { UTCDate } from '@date-fns/utc'
import { differenceInCalendarDays, getDay, isValid, lightFormat, parseISO } from 'date-fns'

/**
 * Workshop time as minutes on the wall clock, without time zones: a clamp that goes on at 16:00 comes off by the same
 * clock.
 * A clock change at night is left out (docs/limits.md#wall-clock).
 */
export const MIN_PER_DAY = 1440
const MS_PER_MIN = 60_000
const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const
const FORM = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/

const dateOf = (wallMin: number): UTCDate => new UTCDate(Math.round(wallMin) * MS_PER_MIN)

/**
 * Minutes since the start of 1970 for `2026-03-05T09:30` (seconds and anything after are dropped). @throws RangeError
 * on any other form.
 */
export function parseWallTime(text: string): number {
  const form = FORM.exec(text)?.[0]
  if (!form) throw new RangeError(`“${text}” is not a time: write it as 2026-03-05T09:30.`)
  const date = parseISO(`${form}Z`)
  if (!isValid(date)) throw new RangeError(`“${text}” is not a time on the calendar.`)
  return date.getTime() / MS_PER_MIN
}

/** Whether a time of that form is on the calendar: the 30th of February is not, nor is 24:60. */
export const isOnCalendar = (text: string): boolean => isValid(parseISO(`${text}Z`))

export const formatWallTime = (wallMin: number): string => lightFormat(dateOf(wallMin), 'yyyy-MM-dd\'T\'HH:mm')
export const clockOf = (wallMin: number): string => lightFormat(dateOf(wallMin), 'HH:mm')
/** Minutes since midnight, from 0 to under 1440, fractions kept. */
export const minuteOfDay = (wallMin: number): number => ((wallMin % MIN_PER_DAY) + MIN_PER_DAY) % MIN_PER_DAY

/** Day of the week, 0 for Sunday. */
export const weekdayOf = (wallMin: number): number => getDay(dateOf(wallMin))

/** `Thu 08:00`, with the date once it is more than six days from the reference. */
export function describeWallTime(wallMin: number, fromMin: number): string {
  const days = differenceInCalendarDays(dateOf(wallMin), dateOf(fromMin))
  if (days === 0) return `today ${clockOf(wallMin)}`
  if (days === 1) return `tomorrow ${clockOf(wallMin)}`
  const date = dateOf(wallMin)
  return `${days > 0 && days < 7 ? DAYS[getDay(date)]! : lightFormat(date, 'd.M.')} ${clockOf(wallMin)}`
}

/** `1 h 20 min`, `45 min`, `2 days`. */
export function describeDuration(minutes: number): string {
  const min = Math.round(minutes)
  if (min < 60) return `${min} min`
  if (min < 48 * 60) return min % 60 === 0 ? `${min / 60} h` : `${Math.floor(min / 60)} h ${min % 60} min`
  return `${Math.round(min / MIN_PER_DAY)} days`
}
