import type { Diagnosis, FaultDiagnosis, WholePieceReading } from '../cause'
import type { Survey } from '../condition/survey'
import type { GlueAmount, GlueChoice, GlueVerdict, Recipe } from '../glue'
import type { ScheduledStage } from '../glueup'
import type { Trouble } from '../condition/troubles'
import type { Figure } from '../measure/figure'
import type { Phrase } from '../measure/phrase'
import type { MendId, Verdict } from '../mend'
import type { Command } from '../piece/commands'
import type { ClearanceKey, GlueId, School, Settled } from '../piece/words'
import type { TakeApart } from '../takeapart'
import type { Cost } from './cost'
import type { StockLine, ToolLine } from './lists'
import type { TimedTask } from '../work'

export interface MendOption {
  readonly id: MendId
  readonly label: string
  readonly short: string
  readonly opens: boolean
  readonly undo: 'yes' | 'partly' | 'no'
  readonly verdict: Verdict
}

export interface JointMend {
  readonly joint: string
  readonly options: readonly MendOption[]
  readonly chosen: MendId | null
  /** True where the repairer picked it; false where the school's order and the take-apart did. */
  readonly picked: boolean
  /** What holds, though out of its line, is not opened unless the repairer wants it. */
  readonly onlyIfPicked: boolean
}

/** The mends of a trouble that is not a loose joint. */
export interface TroubleMend {
  readonly trouble: string
  readonly options: readonly MendOption[]
  readonly chosen: MendId | null
  readonly picked: boolean
}

/** A glue line of the plan and what goes into it. */
export interface PlannedLine {
  /** `joint:…`, or a mend’s own line such as `fault:broken-leg/face`. */
  readonly id: string
  readonly trouble: string
  readonly glue: GlueId
  readonly gapMm: number
}

export interface GluePlan {
  readonly choice: GlueChoice
  readonly chosen: GlueVerdict | null
  /** The repairer's own pick, even against the verdict. */
  readonly picked: boolean
  /** Every line that is glued, with its glue: as few glues as do. */
  readonly lines: readonly PlannedLine[]
  /** How much of each glue to have ready, by the area of its lines. */
  readonly amounts: readonly GlueAmount[]
  /** What made the plan change its mind about the glue on the way. */
  readonly changes: readonly Phrase[]
}

/** How a trouble is answered: by a mend of the plan, by what the repairer decided and wrote down, or not yet. */
export type Answer = 'mended' | Settled | 'open'
export interface AnsweredTrouble extends Trouble {
  readonly answer: Answer
  readonly why: string
  /** Troubles that nobody has answered and that this one waits for. */
  readonly waitsFor: readonly string[]
}

/**
 * What nobody has looked at and decides something that cannot be undone: a cut, the glue for the whole piece, whether
 * sound joints open.
 */
export type Reading
  = | {
    readonly joint: string
    readonly of: 'clearance'
    readonly clearance: ClearanceKey
    readonly decides: 'cut' | 'glue'
  }
  | { readonly joint: string, readonly of: 'old-glue', readonly decides: 'opening' }

/** Something that keeps the plan from going on, and what would free it. */
export interface Stop {
  readonly id: StopId
  /** Troubles, joints or stages it is about, by their ids or numbers. */
  readonly about: readonly string[]
  readonly why: Phrase
  readonly remedies: readonly Remedy[]
}
export type StopId
  = | 'trouble-open'
    | 'no-mend'
    | 'no-glue'
    | 'own-glue'
    | 'stage-too-long'
    | 'no-clamp'
    | 'stays-shut'
    | 'stuck'
    | 'measure-first'
    | 'never-sets'

/** One way to go on: by one press where it has a command, otherwise at the step it names. */
export interface Remedy {
  readonly id: RemedyId
  readonly words: Phrase
  /** What it changes in the plan, worked out by planning with it; empty where it has to be done first. */
  readonly changes: Phrase
  readonly command: Command | null
  readonly step: StepId
  /** The joint to look at there, if it is one. */
  readonly joint: string | null
}
export type RemedyId
  = | 'carry-to-room'
    | 'begin-later'
    | 'more-hands'
    | 'another-glue'
    | 'own-judgement'
    | 'measure'
    | 'may-open'
    | 'mend-by-hand'
    | 'make-again'
    | 'clamps'

/** Something that has to be so before glue is spread. */
export interface Gate {
  readonly id: 'tested' | 'mends' | 'troubles' | 'readings' | 'bracing' | 'metal' | 'shoulders' | 'held-off' | 'dry-run'
  readonly done: boolean
  readonly words: Phrase
  readonly step: StepId
  /** The joints it keeps from being glued; left out where it keeps all. */
  readonly joints?: readonly string[]
}
export type StepId = 'take-in' | 'test' | 'cause' | 'mend' | 'open-up' | 'dry-run' | 'glue-up' | 'record'

/** All that follows from a piece's facts, on one day in one shop. Plain data. */
export interface Plan {
  readonly piece: string
  readonly startMin: number
  readonly school: School
  readonly survey: Survey
  /** Everything that is wrong, worst first, with what becomes of it. */
  readonly troubles: readonly AnsweredTrouble[]
  readonly diagnoses: readonly Diagnosis[]
  /** Of breaks, splits, losses and repairs that let go. */
  readonly faultDiagnoses: readonly FaultDiagnosis[]
  readonly whole: WholePieceReading
  readonly mends: readonly JointMend[]
  /** Mends of everything that is wrong besides loose joints. */
  readonly woodMends: readonly TroubleMend[]
  readonly glue: GluePlan
  readonly takeApart: TakeApart
  /** How the old glue of each joint that opens is let go, by joint. */
  readonly recipes: Readonly<Record<string, Recipe>>
  /** Hands-on minutes until glue can be spread: opening, mending, dry run. */
  readonly preparation: Figure
  readonly readyMin: number
  readonly stages: readonly ScheduledStage[]
  /**
   * All work, done or not, in the order in which it is told: what the bench, the dates, the lanes and the lists read.
   */
  readonly tasks: readonly TimedTask[]
  /** Least working time any split of the glue-up comes down to, minutes. */
  readonly bottleneckMin: number
  /**
   * When it may be sat in; null while there is no complete plan: a trouble neither mended nor settled, a joint nobody
   * tried, a cause that would bring it back unanswered, a reading that decides. When somebody is there, not in the
   * night.
   */
  readonly returnMin: number | null
  /** What to buy or cut, and the tools of the work that is left. */
  readonly stock: readonly StockLine[]
  readonly tools: readonly ToolLine[]
  /** What it comes to at the shop’s prices; only hours where it names none. */
  readonly cost: Cost
  readonly gates: readonly Gate[]
  readonly readings: readonly Reading[]
  /** What keeps the plan from going on, gravest first, each with what would free it. */
  readonly stops: readonly Stop[]
}
