import type { FigureUnit } from './figure'
import { formatBit, formatBitBoth, formatLength, MM_PER_INCH, type UnitSystem } from './length'
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
  cm2: 'cm²',
  cm3: 'cm³',
  litre: 'l',
  mm2: 'mm²',
}
/** What one of a unit is in a workshop that thinks in inches; exact by definition but for the last digit. */
const INCH_UNITS: Partial<Record<FigureUnit, { readonly per: number, readonly suffix: string }>> = {
  mm2: { per: 1 / MM_PER_INCH ** 2, suffix: 'in²' },
  cm2: { per: 100 / MM_PER_INCH ** 2, suffix: 'in²' },
  cm3: { per: 1000 / MM_PER_INCH ** 3, suffix: 'in³' },
  MPa: { per: 145.038, suffix: 'psi' },
  g: { per: 1 / 28.3495, suffix: 'oz' },
  litre: { per: 1e6 / (144 * MM_PER_INCH ** 3), suffix: 'bd ft' },
}
/** Forces as a repairer reads them, as the weight that pulls as hard. */
const WEIGHT_PER_N = { mm: { per: 0.101972, suffix: 'kg' }, in: { per: 0.224809, suffix: 'lb' } } as const
/** A bar is set by the eye to a quarter of an inch. */
const REACH_STEP_MM = MM_PER_INCH / 4
const toNearest = (value: number, step: number) => Math.round(value / step) * step
/** So many digits a force deserves: hands and screws are no balance. */
const FORCE_DIGITS = 2

/** Rounded to so many digits that count, never with more than two behind the point. */
function roundedTo(value: number, significant: number): string {
  if (value === 0) return '0'
  const behind = significant - 1 - Math.floor(Math.log10(Math.abs(value)))
  return digits(Math.round(value * 10 ** behind) / 10 ** behind, Math.max(0, Math.min(2, behind)))
}

function weight(valueN: number, units: UnitSystem): string {
  const { per, suffix } = WEIGHT_PER_N[units]
  return `${roundedTo(valueN * per, FORCE_DIGITS)} ${suffix}`
}

function bare(value: number, unit: FigureUnit, units: UnitSystem, isExact: boolean): string {
  const inch = units === 'in' && !isExact ? INCH_UNITS[unit] : undefined
  if (inch) return `${roundedTo(value * inch.per, 3)} ${inch.suffix}`
  switch (unit) {
    case 'N':
    case 'kN':
      if (isExact) return `${roundedTo(value, 3)} ${unit}`
      return weight(unit === 'kN' ? value * 1000 : value, units)
    case 'mm':
      return formatLength(value, units)
    case 'fit-mm':
      return units === 'in' ? `${(value / MM_PER_INCH).toFixed(3)} in` : `${value.toFixed(2)} mm`
    case 'reach-mm':
      return units === 'in' ? formatLength(toNearest(value, REACH_STEP_MM), 'in') : `${Math.round(value)} mm`
    case 'bit-mm':
      return units === 'in' && !isExact ? formatBitBoth(value) : formatBit(value)
    case 'C':
      return formatTemperature(value, isExact ? 'mm' : units)
    case '%':
      return `${digits(value, 0)} %`
    case 'share':
      return `${digits(value * 100, value >= 0.001 && value < 0.02 ? 1 : 0)} %`
    case 'deg':
      return `${digits(value, 1).replace(/\.0$/, '')}°`
    case 'count':
      return String(Math.round(value))
    case 'h':
      return `${digits(value, 1)} h`
    case 'g':
      return `${digits(value, value < 1 ? 1 : 0)} g`
    case 'min':
      return `${value < 10 ? digits(value, 1) : digits(value, 0)} min`
    default:
      return `${value >= 100 ? digits(value, 0) : digits(value, Math.abs(value) < 10 ? 2 : 1)} ${SUFFIX[unit]}`
  }
}

/**
 * `210–350 kg`, `0.45 mm`, `11/16 in`, in the repairer's units: forces as the weight that pulls as hard. A range shares
 * one unit. `isExact` leaves forces and areas in the units they were worked out in, as a derivation wants them.
 */
export function formatQuantity(
  { value, high, unit }: Quantity,
  units: UnitSystem = 'mm',
  isExact: boolean = false,
): string {
  if (high === undefined) return bare(value, unit, units, isExact)
  const [a, b] = [bare(value, unit, units, isExact), bare(high, unit, units, isExact)]
  if (a === b) return a
  const suffix = / \D[^ ]*$/.exec(a)?.[0] ?? ''
  return suffix !== '' && b.endsWith(suffix) ? `${a.slice(0, -suffix.length)}–${b}` : `${a}–${b}`
}
