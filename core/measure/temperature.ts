import { fail, succeed, type Result } from './result'

/** Reads `19.5`, `19,5 C`, `67 F` as degrees Celsius. Workshops between -30 and 60 C are believed. */
export function parseTemperatureC(text: string): Result<number> {
  const m = /^\s*([-−–]?\d+(?:[.,]\d+)?)\s*(?:°\s*)?([cf])?\s*$/i.exec(text)
  if (!m) return fail('not_a_temperature', `“${text.trim()}” is not a temperature: type degrees such as 19.5 or 67 F.`)
  const degrees = Number(m[1]!.replace(',', '.').replace(/[−–]/, '-'))
  const celsius = m[2]?.toLowerCase() === 'f' ? (degrees - 32) / 1.8 : degrees
  if (celsius < -30 || celsius > 60) {
    return fail('out_of_range', `${celsius.toFixed(0)} °C is no workshop: between -30 and 60 °C is believed.`)
  }
  return succeed(celsius)
}

export const formatTemperature = (celsius: number): string => `${(Math.round(celsius * 10) / 10).toFixed(1)} °C`
