import type { Dryness } from '../wood/dryness'
import type { Rest } from '../wood/rest'
import type { LikeWood } from '../wood/uses'
import type { Stock } from '../mend'
import type { Cut } from './cutting'
import type { ToolId } from '../reference/tools'

/**
 * Something to cut or buy, for which troubles, and when the first work that may need it is begun; null while nothing
 * has a time.
 */
export interface StockLine extends Stock {
  readonly troubles: readonly string[]
  readonly wantedMin: number | null
  /** How it is sawn, rough and finished; null for what is bought as it is. */
  readonly cut: Cut | null
  /** Woods that would do, the best first. */
  readonly woods: readonly LikeWood[]
  /** How it stands to the driest month where the piece lives; null where nobody asked, or where it does not matter. */
  readonly dry: Dryness | null
  /** The row of the shop’s store it can be sawn from. */
  readonly have: string | null
  /** How long that row rests in the shop’s air first; null where it is dry enough, or nobody measured it. */
  readonly rest: Rest | null
}

/** A tool for the work that is left: in which sizes, for which tasks, and when first. */
export interface ToolLine {
  readonly id: ToolId
  readonly label: string
  readonly sizesMm: readonly number[]
  readonly tasks: readonly string[]
  readonly wantedMin: number | null
}
