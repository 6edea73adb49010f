import type { Bore } from '../geometry'
import type { Figure } from '../measure/figure'
import type { Phrase } from '../measure/phrase'
import type { Vec } from '../measure/vec'
import type { Part } from '../piece/schema'

/** Two faces that one glue joins. */
export interface GlueLine {
  /** The trouble it answers and which of its lines it is, such as `fault:broken-leg/face`. */
  readonly id: string
  readonly words: Phrase
  readonly areaMm2: number
  /** Clearance the glue has to bridge, millimetres. */
  readonly gapMm: number
  /** Earlier lines of the same mend are cured before later ones are spread. */
  readonly turn: number
  /** It only holds until the next step: of the glues that do, the one that sets first. */
  readonly soon?: boolean
}

/** A line along which a glue line is pressed: from one place under a jaw to the other, with the force it wants. */
export interface PressLine {
  readonly from: Vec
  readonly to: Vec
  readonly force: Figure
  readonly offSquareDeg: number
  /** The glue lines it presses, by their turn; the first where it is not said. */
  readonly turn?: number
}

/** What a mend does to the wood, as geometry and as lines of glue, beyond its sizes and steps. */
export interface Design {
  /** New wood as it will sit, to be drawn and cut. */
  readonly newWood: readonly Part[]
  readonly bores: readonly Bore[]
  /** Where the part is sawn through, from its first end, millimetres. */
  readonly sawnAtMm?: readonly number[]
  readonly glueLines: readonly GlueLine[]
  readonly pressing: readonly PressLine[]
  /** Joints that hold and sit on wood that goes: opened for it, and closed again as new. */
  readonly opens?: readonly string[]
  /** How a part that is made again goes in where the frame stands, so that nothing opens for it. */
  readonly goesInAlone?: Phrase
  /** Minutes of hands with the glue open, besides spreading and clamping. */
  readonly closingMin: number
  /** What it is expected to bear, against the whole part; a class until the strength is computed. */
  readonly strength: Strength
}
export type Strength = 'nearly-whole' | 'good' | 'fair' | 'poor'
