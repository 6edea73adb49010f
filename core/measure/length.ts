import Fraction from 'fraction.js'
import { fail, succeed, type Result } from './result'

export type UnitSystem = 'mm' | 'in'

/** What was typed, in millimetres, and how it was understood, to be echoed beside the field. */
export interface ParsedLength {
  readonly mm: number
  readonly readAs: string
}

/** Exact by definition since 1959. */
export const MM_PER_INCH = 25.4
const UNIT_MM: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  ft: 12 * MM_PER_INCH,
  thou: MM_PER_INCH / 1000,
}
const UNIT_WORDS: Readonly<Record<string, string>> = {
  'mm': 'mm',
  'cm': 'cm',
  'm': 'm',
  'in': 'in',
  'inch': 'in',
  'inches': 'in',
  '"': 'in',
  '″': 'in',
  '\'\'': 'in',
  'ft': 'ft',
  '\'': 'ft',
  'thou': 'thou',
  'mil': 'thou',
}
/** Nothing a chair repairer measures is longer; a figure beyond it is a slip of the keyboard. */
export const LONGEST_MM = 6000
const HELP = 'type a length such as 17.5, 11/16, 1 7/16 in or 2 cm'

interface Term {
  readonly amount: Fraction
  readonly unit: string | null
  readonly isFraction: boolean
}

/**
 * Reads a length as people type it: `17.5`, `17,5`, `11/16`, `1 7/16 in`, `1-7/16`, `2 cm`, `23/32"`, `12 thou`, `1
 * ft 2 in`.
 * A bare decimal follows the switch; a fraction without a unit is always inches.
 * @returns millimetres, 0 to 6000, and how it was read
 */
export function parseLength(text: string, bareUnit: UnitSystem = 'mm'): Result<ParsedLength> {
  const cleaned = text
    .trim()
    .toLowerCase()
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/⁄/g, '/')
  if (cleaned === '') return fail('empty', `Nothing typed: ${HELP}.`)
  if (/^[-−–]/.test(cleaned)) return fail('negative', 'A length cannot be negative: leave the sign out.')
  const terms = readTerms(cleaned)
  if (!terms) return fail('not_a_length', `“${text.trim()}” is not a length: ${HELP}.`)
  let mm = 0
  for (const t of terms) mm += t.amount.valueOf() * UNIT_MM[unitOf(t, bareUnit)]!
  if (!Number.isFinite(mm)) return fail('not_a_length', `“${text.trim()}” is not a length: ${HELP}.`)
  if (mm > LONGEST_MM) {
    return fail('too_long', `${round(mm, 0)} mm is longer than any part: the most is ${LONGEST_MM} mm. Check the unit.`)
  }
  return succeed({
    mm,
    readAs: terms
      .map(t =>
        `${t.amount.toFraction(true)}`.includes('/') && !t.isFraction
          ? `${t.amount.valueOf()} ${unitOf(t, bareUnit)}`
          : `${t.amount.toFraction(true)} ${unitOf(t, bareUnit)}`,
      )
      .join(' '),
  })
}

const unitOf = (t: Term, bareUnit: UnitSystem): string => t.unit ?? (t.isFraction ? 'in' : bareUnit)

function readTerms(cleaned: string): Term[] | null {
  const one
    = /^(?:(\d+)(?:\s+|\s*-\s*)(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d+(?:\.\d*)?|\.\d+))\s*(''|"|″|'|[a-z]+)?\s*/
  const terms: Term[] = []
  let rest = cleaned
  while (rest !== '') {
    const m = one.exec(rest)
    if (!m) return null
    const [all, whole, topMixed, bottomMixed, top, bottom, decimal, unitText] = m
    const denominator = bottomMixed ?? bottom
    if (denominator !== undefined && /^0+$/.test(denominator)) return null
    const unit = unitText === undefined ? null : UNIT_WORDS[unitText]
    if (unit === undefined) return null
    if (terms.length > 0 && terms[terms.length - 1]!.unit !== 'ft') return null
    terms.push({
      amount: amountOf(whole, topMixed ?? top, denominator, decimal),
      unit,
      isFraction: denominator !== undefined,
    })
    rest = rest.slice(all.length)
  }
  return terms
}

function amountOf(
  whole: string | undefined,
  top: string | undefined,
  bottom: string | undefined,
  decimal: string | undefined,
): Fraction {
  if (decimal !== undefined) return new Fraction(decimal)
  return new Fraction(Number(top), Number(bottom)).add(Number(whole ?? 0))
}

const round = (x: number, digits: number) => (Math.round(x * 10 ** digits) / 10 ** digits).toString()

/** Below this a length is a fit, not a size: inches are shown in thousandths, millimetres with two decimals. */
export const FIT_BELOW_MM = 2

/**
 * The nearest 1/64 inch as a mixed fraction, such as `1 7/16 in`; lengths under 2 mm in thousandths, such as `0.018
 * in`.
 */
export function formatInches(mm: number): string {
  const inches = mm / MM_PER_INCH
  if (Math.abs(mm) < FIT_BELOW_MM) return `${inches.toFixed(3)} in`
  return `${new Fraction(Math.round(inches * 64), 64).toFraction(true)} in`
}

/** A length for the screen in the repairer's units; `parseLength` reads it back to within half the last step shown. */
export function formatLength(mm: number, units: UnitSystem): string {
  if (units === 'in') return formatInches(mm)
  return Math.abs(mm) < FIT_BELOW_MM ? `${mm.toFixed(2)} mm` : `${round(mm, 1)} mm`
}

/** A bit as it is marked, and where that is in millimetres what it comes to in inches. */
export function formatBitBoth(mm: number): string {
  const marked = formatBit(mm)
  return marked.endsWith(' in') ? marked : `${marked} (${(mm / MM_PER_INCH).toFixed(3)} in)`
}

/**
 * A bit as it is marked, whatever the screen’s units: in inches where it is a whole 1/32 of one and no half
 * millimetre.
 */
export function formatBit(mm: number): string {
  const parts = Math.round((mm / MM_PER_INCH) * 32)
  const isInch = Math.abs((mm / MM_PER_INCH) * 32 - parts) < 0.005 && Math.abs(mm * 2 - Math.round(mm * 2)) > 0.02
  return isInch ? `${new Fraction(parts, 32).toFraction(true)} in` : `${round(mm, 2)} mm`
}
