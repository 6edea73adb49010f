import type { UnitSystem } from './length'
import { fail, succeed, type Result } from './result'

/** Who measures in inches reads degrees Fahrenheit. */
export const DEGREES = { mm: '°C', in: '°F' } as const
const COLDEST_C = -30
const WARMEST_C = 60

export const fahrenheitOf = (celsius: number): number => celsius * 1.8 + 32

/**
 * Reads `19.5`, `19,5 C`, `67 F` as degrees Celsius; a bare number is of the unit the page says. Workshops between -30
 * and 60 °C are believed.
 */
export function parseTemperatureC(text: string, units: UnitSystem = 'mm'): Result<number> {
  const m = /^\s*([-−–]?\d+(?:[.,]\d+)?)\s*(?:°\s*)?([cf])?\s*$/i.exec(text)
  if (!m) {
    const example = units === 'in' ? '67 or 19.5 C' : '19.5 or 67 F'
    return fail('not_a_temperature', `“${text.trim()}” is not a temperature: type degrees such as ${example}.`)
  }
  const degrees = Number(m[1]!.replace(',', '.').replace(/[−–]/, '-'))
  const isFahrenheit = m[2] ? m[2].toLowerCase() === 'f' : units === 'in'
  const celsius = isFahrenheit ? (degrees - 32) / 1.8 : degrees
  if (celsius >= COLDEST_C && celsius <= WARMEST_C) return succeed(celsius)
  const [low, high] = [COLDEST_C, WARMEST_C].map(c => shownDegrees(c, units, 0))
  const read = `${m[1]} ${isFahrenheit ? '°F' : '°C'}`
  return fail('out_of_range', `${read} is no workshop: between ${low} and ${high} ${DEGREES[units]} is believed.`)
}

/** The number alone, as it stands in a field whose label names the degrees. */
export const shownDegrees = (celsius: number, units: UnitSystem, behind = 1): string =>
  (units === 'in' ? fahrenheitOf(celsius) : celsius).toFixed(behind)

/** To a tenth, and without one where it is whole. */
export const formatTemperature = (celsius: number, units: UnitSystem = 'mm'): string =>
  `${Number(shownDegrees(celsius, units))} ${DEGREES[units]}`
