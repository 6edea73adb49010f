import type { Measured } from '../../measure/measured'
import type { Joint, Part } from '../document-schema'

/** One measurement a family is drawn from. `essential` ones are asked for first; the others start as assumed. */
export interface MeasureRow {
  readonly key: string
  readonly label: string
  readonly unit: 'mm' | 'deg'
  readonly min: number
  readonly max: number
  readonly usual: number
  readonly essential: boolean
  readonly hint: string
}

export interface OptionRow {
  readonly key: string
  readonly label: string
  readonly choices: readonly { readonly value: string | number, readonly label: string }[]
  readonly usual: string | number
}

export type Measures = Readonly<Record<string, Measured>>
export type Options = Readonly<Record<string, string | number>>

/** A kind of piece: a few measurements in, parts and joints out. Nothing downstream knows which family made them. */
export interface Family {
  readonly id: string
  readonly label: string
  /** What one sees that tells it from the others, for the page where one is picked. */
  readonly looks: string
  readonly measures: readonly MeasureRow[]
  readonly options: readonly OptionRow[]
  /**
   * Every measure and option of the tables above must be given. Joints come numbered in walking order; left is the
   * mirror image of right. @throws RangeError naming the measurements that contradict each other
   */
  build(measures: Measures, options: Options, species: string): { parts: Part[], joints: Joint[] }
}

/** Measurements of ordinary pieces, this project's choice; each is replaced by what is measured. */
export const row = (
  key: string,
  label: string,
  min: number,
  max: number,
  usual: number,
  hint: string,
  essential = false,
  unit: 'mm' | 'deg' = 'mm',
): MeasureRow => ({ key, label, unit, min, max, usual, essential, hint })
export const option = (
  key: string,
  label: string,
  usual: string | number,
  ...choices: readonly (readonly [value: string | number, label: string])[]
): OptionRow => ({ key, label, usual, choices: choices.map(([value, text]) => ({ value, label: text })) })
export const counts = (key: string, label: string, usual: number, from: number, to: number): OptionRow =>
  option(key, label, usual, ...Array.from({ length: to - from + 1 }, (_, i) => [from + i, String(from + i)] as const))

/** Measurements that contradict each other leave nothing to draw. @throws RangeError with the message */
export function need(holds: boolean, message: string): void {
  if (!holds) throw new RangeError(message)
}

/** The same family under another name with other usual measures and options: another drawing to pick. */
export function variant(
  family: Family,
  id: string,
  label: string,
  looks: string,
  usual: Readonly<Record<string, string | number>>,
): Family {
  return {
    ...family,
    id,
    label,
    looks,
    measures: family.measures.map(m =>
      typeof usual[m.key] === 'number' ? { ...m, usual: usual[m.key] as number } : m,
    ),
    options: family.options.map(o => (usual[o.key] !== undefined ? { ...o, usual: usual[o.key]! } : o)),
  }
}

/** The value of a measure by its key. */
export type Sizes = (key: string) => number
export const sizesOf
  = (measures: Measures): Sizes =>
    key =>
      measures[key]!.value
