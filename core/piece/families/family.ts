import type { Measured } from '../../measure/measured'
import type { Joint, Part } from '../schema'

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
  readonly measures: readonly MeasureRow[]
  readonly options: readonly OptionRow[]
  /** Every measure and option of the tables above must be given. Joints come numbered in walking order. */
  build(measures: Measures, options: Options, species: string): { parts: Part[], joints: Joint[] }
}
