import type { Diagnosis, WholePieceReading } from '../cause'
import type { Survey } from '../condition/survey'
import type { GlueChoice, GlueVerdict } from '../glue'
import type { ScheduledStage } from '../glueup'
import type { Trouble } from '../condition/troubles'
import type { Figure } from '../measure/figure'
import type { Phrase } from '../measure/phrase'
import type { Stock, Verdict } from '../mend'
import type { MendId, School, Settled } from '../piece/words'
import type { TakeApart } from '../takeapart'

export interface MendOption { readonly id: MendId, readonly label: string, readonly short: string, readonly opens: boolean, readonly undo: 'yes' | 'partly' | 'no', readonly verdict: Verdict }

export interface JointMend {
  readonly joint: string
  readonly options: readonly MendOption[]
  readonly chosen: MendId | null
  /** True where the repairer picked it; false where the school's order and the take-apart did. */
  readonly picked: boolean
}

export interface GluePlan {
  readonly choice: GlueChoice
  readonly chosen: GlueVerdict | null
  /** The repairer's own pick, even against the verdict. */
  readonly picked: boolean
  /** How much glue to have ready; null while no glue does. */
  readonly grams: Figure | null
  /** What made the plan change its mind about the glue on the way. */
  readonly changes: readonly Phrase[]
}

/** How a trouble is answered: by a mend of the plan, by what the repairer decided and wrote down, or not yet. */
export type Answer = 'mended' | Settled | 'open'
export interface AnsweredTrouble extends Trouble { readonly answer: Answer, readonly why: string }

/** Something that has to be so before glue is spread. */
export interface Gate { readonly id: 'tested' | 'mends' | 'troubles' | 'bracing' | 'metal' | 'dry-run', readonly done: boolean, readonly words: Phrase, readonly step: StepId }
export type StepId = 'take-in' | 'test' | 'cause' | 'mend' | 'open-up' | 'glue-up' | 'record'

/** All that follows from a piece's facts, on one day in one shop. Plain data. */
export interface Plan {
  readonly piece: string
  readonly startMin: number
  readonly school: School
  readonly survey: Survey
  /** Everything that is wrong, worst first, with what becomes of it. */
  readonly troubles: readonly AnsweredTrouble[]
  readonly diagnoses: readonly Diagnosis[]
  readonly whole: WholePieceReading
  readonly mends: readonly JointMend[]
  readonly glue: GluePlan
  readonly takeApart: TakeApart
  /** Hands-on minutes until glue can be spread: opening, mending, dry run. */
  readonly preparation: Figure
  readonly readyMin: number
  readonly stages: readonly ScheduledStage[]
  /** Least working time any split of the glue-up comes down to, minutes. */
  readonly bottleneckMin: number
  /**
   * When it may be sat in; null while there is no complete plan: a trouble neither mended nor settled, a joint nobody tried, a
   * cause that would bring it back unanswered. Infinity if the glue never sets.
   */
  readonly returnMin: number | null
  readonly stock: readonly Stock[]
  readonly gates: readonly Gate[]
  readonly problems: readonly Phrase[]
}
