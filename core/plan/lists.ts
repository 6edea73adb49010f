import type { Stock } from '../mend'
import type { ToolId } from '../reference/tools'

/** Something to cut or buy, for which troubles, and when the first work that may need it is begun; null while nothing has a time. */
export interface StockLine extends Stock {
  readonly troubles: readonly string[]
  readonly wantedMin: number | null
}

/** A tool for the work that is left: in which sizes, for which tasks, and when first. */
export interface ToolLine {
  readonly id: ToolId
  readonly label: string
  readonly sizesMm: readonly number[]
  readonly tasks: readonly string[]
  readonly wantedMin: number | null
}
