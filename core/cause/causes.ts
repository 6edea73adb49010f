import type { Joint } from '../piece/schema'
import { OLD_GLUES, type CauseId, type Direction, type JointState, type OldGlue, type SignId } from '../piece/words'

export { CAUSE_IDS, type CauseId } from '../piece/words'

/** One thing that can be observed at a joint or on the piece. Several are read off together. */
export type Observation
  = | { readonly kind: 'sign', readonly sign: SignId }
    | { readonly kind: 'state', readonly state: readonly JointState[] }
    | { readonly kind: 'direction', readonly direction: Direction }
    | { readonly kind: 'old-glue', readonly glue: readonly OldGlue[] }
    | { readonly kind: 'clearance-over', readonly mm: number }
    | { readonly kind: 'age', readonly age: 'old' | 'modern' }
    | { readonly kind: 'many-front-joints' }
    | { readonly kind: 'bracing-gone' }
    | { readonly kind: 'never-braced' }

/** How much more often the observation is made when the cause is there than when it is not; and the same for its absence. */
export interface Evidence { readonly on: Observation, readonly ratio: number, readonly absentRatio: number, readonly words: string }

export interface Cause {
  readonly id: CauseId
  readonly label: string
  /** Share of loose joints of old furniture with this cause, before anything is looked at. */
  readonly prior: number
  readonly wholePiece: boolean
  readonly evidence: readonly Evidence[]
  /** Kinds of joint it can happen to. */
  readonly at?: readonly Joint['form']['kind'][]
  /** What has to be done about it, or the mend fails again. */
  readonly answer: string
}

const seen = (sign: SignId, ratio: number, absentRatio: number, words: string): Evidence => ({ on: { kind: 'sign', sign }, ratio, absentRatio, words })
const on = (observation: Observation, ratio: number, absentRatio: number, words: string): Evidence => ({ on: observation, ratio, absentRatio, words })
const GLUE = (...glue: OldGlue[]): Observation => ({ kind: 'old-glue', glue })

/**
 * Priors and likelihood ratios are this project's reading of trade practice, low confidence (docs/sources.md#causes):
 * they rank, they do not measure. A ratio of 1 says nothing either way.
 */
/** What was found in the joint instead of protein glue. */
const OTHER_GLUES = OLD_GLUES.filter(g => g !== 'protein' && g !== 'unknown' && g !== 'none')

export const CAUSES: readonly Cause[] = [
  { id: 'aged-protein', label: 'Aged protein glue', prior: 0.35, wholePiece: false, answer: 'Clean to bare wood, or wash thin where protein glue goes back in.', evidence: [
    seen('amber-crumbs', 8, 0.35, 'amber, brittle crumbs'), seen('white-line', 0.3, 1.2, 'a white line of later glue'),
    on(GLUE('protein'), 5, 0.4, 'protein glue found'), on(GLUE(...OTHER_GLUES), 0.05, 1.05, 'another glue found'), on({ kind: 'age', age: 'old' }, 2, 0.4, 'an old piece'),
  ] },
  { id: 'starved', label: 'Starved joint', prior: 0.12, wholePiece: false, answer: 'Spread both faces and look for a bead all round.', evidence: [
    seen('bare-tight', 9, 0.5, 'bare wood and a tight fit'), seen('amber-crumbs', 0.4, 1.1, 'glue crumbs, so it was not bare'), on({ kind: 'clearance-over', mm: 0.3 }, 0.4, 1.2, 'a fit too loose for a mere lack of glue'),
  ] },
  { id: 'skinned', label: 'Glue skinned before closing', prior: 0.06, wholePiece: false, answer: 'Keep each stage within its open time.', evidence: [seen('skin-one-face', 10, 0.6, 'a shiny skin on one face only')] },
  { id: 'glued-over', label: 'Glued over old glue or finish', prior: 0.1, wholePiece: false, answer: 'Scrape to bare wood before anything else.', evidence: [
    seen('skin-one-face', 4, 0.8, 'a skin on one face'), seen('white-line', 4, 0.7, 'a white line of later glue'), seen('hurried-repair', 3, 0.9, 'signs of a hurried repair'), seen('amber-crumbs', 1.3, 0.9, 'old glue left in the joint'),
  ] },
  { id: 'unsuitable', label: 'Unsuitable adhesive', prior: 0.06, wholePiece: false, answer: 'Take all of it off; nothing bonds to it.', evidence: [
    seen('bead-outside', 9, 0.7, 'an elastic bead outside only'), seen('foam', 5, 0.8, 'foam, which fills but does not hold'), on(GLUE('construction', 'polyurethane'), 6, 0.7, 'an adhesive that is none for joints'),
  ] },
  { id: 'loose-fit', label: 'Loose fit from shrinkage or wear', prior: 0.25, wholePiece: false, answer: 'Fill the gap with wood, not with glue.', evidence: [
    on({ kind: 'clearance-over', mm: 0.3 }, 8, 0.25, 'more than 0.3 mm of clearance'), on({ kind: 'state', state: ['swings'] }, 3, 0.7, 'it swings'),
    seen('polished-tenon', 6, 0.6, 'a polished, smaller tenon'), seen('bruised-edge', 3, 0.8, 'a bruised mortise edge'), on({ kind: 'direction', direction: 'rocks-across' }, 2.5, 0.9, 'it rocks across'), seen('bare-tight', 0.2, 1.1, 'a tight fit'),
  ] },
  { id: 'snapped-dowel', label: 'Snapped dowel', prior: 0.2, wholePiece: false, at: ['dowel'], answer: 'Bore the stubs out in steps and fit new dowels.', evidence: [
    seen('dowel-stub', 25, 0.2, 'a dowel stub'), on({ kind: 'state', state: ['swings', 'apart'] }, 3, 0.5, 'it swings or is apart'),
  ] },
  { id: 'split-socket', label: 'Split mortise or socket', prior: 0.06, wholePiece: false, answer: 'Glue the split first, clamped across, then the joint.', evidence: [seen('split', 20, 0.4, 'a split along the grain'), on({ kind: 'direction', direction: 'rocks-across' }, 2, 0.9, 'it rocks across')] },
  { id: 'fastener-split', label: 'Split started by a fastener', prior: 0.04, wholePiece: false, answer: 'Metal out, split glued, hole plugged; no metal back.', evidence: [
    seen('crack-at-fastener', 20, 0.3, 'a crack at a fastener'), seen('hidden-metal', 4, 0.4, 'metal in the joint'), seen('hurried-repair', 2, 0.9, 'signs of a hurried repair'),
  ] },
  { id: 'worm', label: 'Worm-eaten wood', prior: 0.03, wholePiece: false, answer: 'Find out whether it is live; consolidate before gluing.', evidence: [seen('worm-dust', 25, 0.4, 'worm holes or dust')] },
  { id: 'bracing-lost', label: 'Bracing lost', prior: 0.15, wholePiece: true, answer: 'Put the corner blocks or webbing back.', evidence: [
    on({ kind: 'bracing-gone' }, 8, 0.15, 'blocks or webbing gone or replaced'), on({ kind: 'many-front-joints' }, 3, 0.6, 'several front joints loose together'), on({ kind: 'direction', direction: 'racks' }, 2, 0.9, 'it racks'),
  ] },
  { id: 'no-bracing', label: 'Design without bracing', prior: 0.1, wholePiece: true, answer: 'Fit corner blocks where they do not show, or say what the chair will bear.', evidence: [
    on({ kind: 'never-braced' }, 6, 0.1, 'no stretchers, and never any blocks'), on({ kind: 'many-front-joints' }, 2, 0.8, 'several front joints loose together'),
  ] },
]

export const causeNamed = (id: string): Cause | undefined => CAUSES.find(c => c.id === id)
