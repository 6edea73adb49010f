import { describe, expect, it } from 'vitest'
import { formatTemperature, parseTemperatureC } from './temperature'
import { describeDuration, describeWallTime, formatWallTime, minuteOfDay, parseWallTime } from './wall-time'
import { formatQuantity, phraseText, q, say } from './phrase'
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
  it('reads a bare number as the page says, and tells it back: 67 °F is 35 / 1.8 = 19.4 °C', () => {
    const celsius = orThrow(parseTemperatureC('67', 'in'))
    expect(celsius).toBeCloseTo(19.44, 2)
    expect(formatTemperature(celsius, 'in')).toBe('67 °F')
    expect(formatTemperature(celsius)).toBe('19.4 °C')
    expect(orThrow(parseTemperatureC('19.5 c', 'in'))).toBe(19.5)
    expect(phraseText(say`${q(10, 'C')}`, 'in')).toBe('50 °F')
    expect(formatQuantity(q(-40, 'C'), 'in')).toBe('-40 °F')
    expect(formatQuantity(q(10, 'C'), 'in', true)).toBe('10 °C')
  })
  it('refuses what is no workshop in the words it was typed in', () => {
    expect(parseTemperatureC('200', 'in')).toMatchObject({
      issues: [{ message: '200 °F is no workshop: between -22 and 140 °F is believed.' }],
    })
    expect(parseTemperatureC('400')).toMatchObject({ issues: [{ message: '400 °C is no workshop: between -30 and 60 °C is believed.' }] })
  })
  it.each(['warm', '', '500', '20 K'])('refuses “%s”', text => expect(parseTemperatureC(text).ok).toBe(false))
})

describe('what a clamp reaches over', () => {
  it('is told no finer than a jaw is set: 424.9 mm are 16.73 in, nearest quarter 16 3/4', () => {
    expect(formatQuantity(q(424.9, 'reach-mm'))).toBe('425 mm')
    expect(formatQuantity(q(424.9, 'reach-mm'), 'in')).toBe('16 3/4 in')
  })
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

describe('what is told in inches', () => {
  it('has its areas, volumes, pressures, weights and wood in the units of that bench', () => {
    const told = (value: number, unit: 'mm2' | 'cm2' | 'cm3' | 'MPa' | 'g' | 'litre' | 'kN') =>
      formatQuantity({ value, unit }, 'in')
    expect(told(645.16, 'mm2')).toBe('1.00 in²')
    expect(told(6.4516, 'cm2')).toBe('1.00 in²')
    expect(told(16.387064, 'cm3')).toBe('1.00 in³')
    expect(told(1, 'MPa')).toBe('145 psi')
    expect(told(28.3495, 'g')).toBe('1.00 oz')
    // A board foot is 144 cubic inches: 144 × 16.387064 = 2359.7 cm³.
    expect(told(2.3597372, 'litre')).toBe('1.00 bd ft')
    // 1 kN weighs 224.8 lb, and a screw is no balance.
    expect(told(1, 'kN')).toBe('220 lb')
  })
})
