import { describe, expect, it } from 'vitest'
import { parseTemperatureC } from './temperature'
import { describeDuration, describeWallTime, formatWallTime, minuteOfDay, parseWallTime } from './wall-time'
import { orThrow } from './result'

describe('temperatures', () => {
  it.each([
    ['19.5', 19.5],
    ['67 F', 19.444],
    ['-3 C', -3],
    ['20 °C', 20],
  ])('%s', (text, celsius) => {
    expect(orThrow(parseTemperatureC(text))).toBeCloseTo(celsius, 2)
  })
  it.each(['warm', '', '500', '20 K'])('refuses “%s”', text => expect(parseTemperatureC(text).ok).toBe(false))
})

describe('workshop time', () => {
  const noon = parseWallTime('2026-03-05T12:00')
  it('goes out as it came in', () => {
    expect(formatWallTime(noon)).toBe('2026-03-05T12:00')
    expect(minuteOfDay(noon + 13 * 60)).toBe(60)
  })
  it('is told the way people tell it', () => {
    expect(describeWallTime(noon + 60, noon)).toBe('today 13:00')
    expect(describeWallTime(noon + 20 * 60, noon)).toBe('tomorrow 08:00')
    expect(describeWallTime(noon + 3 * 1440, noon)).toBe('Sun 12:00')
    expect(describeWallTime(noon + 9 * 1440, noon)).toBe('14.3. 12:00')
    expect(describeDuration(80)).toBe('1 h 20 min')
    expect(describeDuration(4320)).toBe('3 days')
  })
  it('refuses what is no time', () => expect(() => parseWallTime('tomorrow')).toThrow(RangeError))
})
