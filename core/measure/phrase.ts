import type { FigureUnit } from './figure'
import { formatBit, formatLength, MM_PER_INCH, type UnitSystem } from './length'
import { formatTemperature } from './temperature'

/** A number with its unit inside a sentence, so that the sentence follows the mm and inch switch. */
export interface Quantity {
  readonly value: number
  readonly unit: FigureUnit
  readonly high?: number
}
/**
 * A sentence as its template, `{}` where each value goes, and the values: so it stays one sentence to translate until
 * it is shown.
 */
export interface Phrase {
  readonly says: string
  readonly values: readonly PhraseValue[]
}
export type PhraseValue = string | Quantity | Phrase

export const q = (value: number, unit: FigureUnit, high?: number): Quantity =>
  high === undefined ? { value, unit } : { value, unit, high }
export const mm = (value: number): Quantity => ({ value, unit: 'mm' })
/** A bit, by what is stamped on it. */
export const bitMm = (value: number): Quantity => ({ value, unit: 'bit-mm' })
export const fitMm = (value: number): Quantity => ({ value, unit: 'fit-mm' })

/** Writes a phrase as a template: say`the play is ${fitMm(0.45)}`. Phrases inside keep their own. */
export function say(
  strings: TemplateStringsArray,
  ...values: readonly (string | number | Quantity | Phrase)[]
): Phrase {
  return { says: strings.join('{}'), values: values.map(v => (typeof v === 'number' ? String(v) : v)) }
}

/** Words that are what they are in any language: a name, a note, a tag. */
export const plain = (text: string): Phrase => ({ says: '{}', values: [text] })
export const NOTHING: Phrase = { says: '', values: [] }
export const isNothing = (phrase: Phrase): boolean => phrase.says === ''
/** Phrases one after another with the same words between, as in a list. */
export const joined = (phrases: readonly Phrase[], between: string): Phrase => ({
  says: phrases.map(() => '{}').join(between),
  values: phrases,
})

const isPhrase = (value: PhraseValue): value is Phrase => typeof value === 'object' && 'says' in value

/** What a phrase is shown as: its words and its quantities, in order. */
export function partsOf({ says, values }: Phrase): (string | Quantity)[] {
  return says.split('{}').flatMap((words, i): (string | Quantity)[] => {
    const value = values[i]
    const shown = value === undefined ? [] : isPhrase(value) ? partsOf(value) : [value]
    return words === '' ? shown : [words, ...shown]
  })
}

/** The phrase as text in the repairer's units. */
export const phraseText = (phrase: Phrase, units: UnitSystem = 'mm'): string =>
  partsOf(phrase)
    .map(p => (typeof p === 'string' ? p : formatQuantity(p, units)))
    .join('')

const digits = (x: number, n: number) => (Math.round(x * 10 ** n) / 10 ** n).toFixed(n)
const SUFFIX: Partial<Record<FigureUnit, string>> = {
  N: 'N',
  kN: 'kN',
  MPa: 'MPa',
  min: 'min',
  h: 'h',
  g: 'g',
  cm2: 'cm²',
  cm3: 'cm³',
  litre: 'l',
  mm2: 'mm²',
}

function bare(value: number, unit: FigureUnit, units: UnitSystem): string {
  switch (unit) {
    case 'mm':
      return formatLength(value, units)
    case 'fit-mm':
      return units === 'in' ? `${(value / MM_PER_INCH).toFixed(3)} in` : `${value.toFixed(2)} mm`
    case 'bit-mm':
      return formatBit(value)
    case 'C':
      return formatTemperature(value)
    case '%':
      return `${digits(value, 0)} %`
    case 'share':
      return `${digits(value * 100, value >= 0.001 && value < 0.02 ? 1 : 0)} %`
    case 'deg':
      return `${digits(value, 1)}°`
    case 'count':
      return String(Math.round(value))
    case 'min':
      return `${value < 10 ? digits(value, 1) : digits(value, 0)} min`
    default:
      return `${value >= 100 ? digits(value, 0) : digits(value, Math.abs(value) < 10 ? 2 : 1)} ${SUFFIX[unit]}`
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
