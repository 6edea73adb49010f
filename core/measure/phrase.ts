import type { FigureUnit } from './figure'
import { formatLength, MM_PER_INCH, type UnitSystem } from './length'
import { formatTemperature } from './temperature'

/** A number with its unit inside a sentence, so that the sentence follows the mm and inch switch. */
export interface Quantity { readonly value: number, readonly unit: FigureUnit, readonly high?: number }
/** A sentence as its words and quantities, in order. */
export type Phrase = readonly (string | Quantity)[]

export const q = (value: number, unit: FigureUnit, high?: number): Quantity => (high === undefined ? { value, unit } : { value, unit, high })
export const mm = (value: number): Quantity => ({ value, unit: 'mm' })
export const fitMm = (value: number): Quantity => ({ value, unit: 'fit-mm' })

/** Writes a phrase as a template: say`the play is ${fitMm(0.45)}`. Phrases inside are spliced in. */
export function say(strings: TemplateStringsArray, ...values: readonly (string | number | Quantity | Phrase)[]): Phrase {
  return strings.flatMap((s, i) => {
    const v = values[i]
    if (v === undefined) return s ? [s] : []
    const part = typeof v === 'string' || typeof v === 'number' ? [String(v)] : Array.isArray(v) ? v as Phrase : [v as Quantity]
    return s ? [s, ...part] : part
  })
}

/** The phrase as text in the repairer's units. */
export const phraseText = (phrase: Phrase, units: UnitSystem = 'mm'): string => phrase.map(p => (typeof p === 'string' ? p : formatQuantity(p, units))).join('')

const digits = (x: number, n: number) => (Math.round(x * 10 ** n) / 10 ** n).toFixed(n)
const SUFFIX: Partial<Record<FigureUnit, string>> = { N: 'N', kN: 'kN', MPa: 'MPa', min: 'min', h: 'h', g: 'g', cm2: 'cm²', cm3: 'cm³', mm2: 'mm²' }

function bare(value: number, unit: FigureUnit, units: UnitSystem): string {
  switch (unit) {
    case 'mm': return formatLength(value, units)
    case 'fit-mm': return units === 'in' ? `${(value / MM_PER_INCH).toFixed(3)} in` : `${value.toFixed(2)} mm`
    case 'C': return formatTemperature(value)
    case '%': return `${digits(value, 0)} %`
    case 'share': return `${digits(value * 100, value >= 0.001 && value < 0.02 ? 1 : 0)} %`
    case 'deg': return `${digits(value, 1)}°`
    case 'count': return String(Math.round(value))
    case 'min': return `${value < 10 ? digits(value, 1) : digits(value, 0)} min`
    default: return `${value >= 100 ? digits(value, 0) : digits(value, Math.abs(value) < 10 ? 2 : 1)} ${SUFFIX[unit]}`
  }
}

/** `2.1–3.4 kN`, `0.45 mm`, `11/16 in`. A range shares one unit. */
export function formatQuantity({ value, high, unit }: Quantity, units: UnitSystem = 'mm'): string {
  if (high === undefined) return bare(value, unit, units)
  const [a, b] = [bare(value, unit, units), bare(high, unit, units)]
  if (a === b) return a
  const suffix = / \D[^ ]*$/.exec(a)?.[0] ?? ''
  return suffix !== '' && b.endsWith(suffix) ? `${a.slice(0, -suffix.length)}–${b}` : `${a}–${b}`
}
