import { jointsNamedBy } from '../piece/faults'
import { partOf } from '../piece/facts'
import { sectionAt } from '../piece/geometry'
import type { Fault, Piece } from '../piece/schema'
import type { CauseId } from '../piece/words'

/** Seen, seen not to be so, or not looked at. */
type Look = 'there' | 'absent' | 'unknown'
interface Evidence { readonly look: (piece: Piece, fault: Fault) => Look, readonly ratio: number, readonly absentRatio: number, readonly words: string }
interface FaultCause {
  readonly id: CauseId
  readonly label: string
  readonly kinds: readonly Fault['kind'][]
  readonly prior: number
  readonly answer: string
  readonly evidence: readonly Evidence[]
}

const there = (yes: boolean): Look => (yes ? 'there' : 'absent')
const DEG = 180 / Math.PI
/** Grain that runs out faster than 1 in so many breaks along itself (docs/sources.md#fault-causes, low). */
const SHORT_GRAIN_ONE_IN = 10
const SLENDER_MM = 16

const shortGrain = (piece: Piece, f: Fault): Look => {
  const { grainOneIn } = partOf(piece, f.part)
  const alongFibres = f.kind === 'break' && f.fibreDeg ? there(f.fibreDeg.value < 30 && f.angleDeg.value > f.fibreDeg.value + 5) : 'unknown'
  if (!grainOneIn) return alongFibres
  const slopeDeg = Math.atan(1 / grainOneIn.value) * DEG
  return there(alongFibres === 'there' || grainOneIn.value <= SHORT_GRAIN_ONE_IN || (f.kind === 'break' && Math.abs(f.angleDeg.value - slopeDeg) < 8))
}
const slender = (piece: Piece, f: Fault): Look => {
  const { widthMm, depthMm } = sectionAt(partOf(piece, f.part), f.along)
  return there(Math.min(widthMm, depthMm) < SLENDER_MM)
}
const metalNear = (piece: Piece, f: Fault): Look => {
  const named = new Set(jointsNamedBy(f).map(j => j.id))
  const onFault = piece.holds.some(h => (h.on.kind === 'fault' && h.on.id === f.id) || (h.on.kind === 'joint' && named.has(h.on.id)))
  const signed = [...named].some(id => piece.findings[id]?.signs['crack-at-fastener'] === 'seen')
  const passes = f.kind === 'break' && f.through.includes('screw')
  if (onFault || signed || passes) return 'there'
  return [...named].some(id => piece.findings[id]?.signs['crack-at-fastener'] === 'not-there') ? 'absent' : 'unknown'
}
const wormNear = (piece: Piece, f: Fault): Look => {
  const isEaten = piece.faults.some(o => o.kind === 'worm' && o.part === f.part) || (f.kind === 'break' && (f.through.includes('worm') || f.surface === 'crumbling'))
  return isEaten ? 'there' : 'unknown'
}
const repairedThere = (piece: Piece, f: Fault): Look => {
  const own = piece.faults.filter(o => o.kind === 'earlier-repair' && o.part === f.part && o.id !== f.id)
  return own.length === 0 ? 'unknown' : there(own.some(o => Math.abs(o.along - f.along) < 0.12))
}
const weakened = (_: Piece, f: Fault): Look => there(f.kind === 'break' && (f.joint !== null || f.through.some(t => t === 'tenon' || t === 'dowel')))
const screwedDown = (piece: Piece, f: Fault): Look => {
  const own = piece.joints.filter(j => j.enters === f.part || j.receives === f.part)
  return there(own.filter(j => (j.form.kind === 'fixing' && j.form.by === 'screw') || (j.form.kind === 'butt' && j.form.screws > 0)).length >= 2)
}
const wedgedThere = (piece: Piece, f: Fault): Look => {
  const named = new Set(jointsNamedBy(f).map(j => j.id))
  const forms = piece.joints.filter(j => named.has(j.id)).map(j => j.form)
  return named.size === 0 ? 'unknown' : there(forms.some(form => 'wedged' in form && form.wedged === true))
}
const isRagged = (_: Piece, f: Fault): Look => (f.kind === 'break' && f.surface === 'not-looked' ? 'unknown' : there(f.kind === 'break' && (f.surface === 'ragged' || f.surface === 'fibrous')))
const glueIs = (...glues: string[]) => (_: Piece, f: Fault): Look => (f.kind !== 'earlier-repair' || f.glue === 'unknown' ? 'unknown' : there(glues.includes(f.glue)))

const on = (look: Evidence['look'], ratio: number, absentRatio: number, words: string): Evidence => ({ look, ratio, absentRatio, words })

/**
 * Why wood broke or a repair let go. Priors and ratios are this project's reading of trade practice, low confidence
 * (docs/sources.md#fault-causes): they rank, they do not measure.
 */
export const FAULT_CAUSES: readonly FaultCause[] = [
  { id: 'short-grain', label: 'Short grain', kinds: ['break', 'split'], prior: 0.3, answer: 'It stays in this part: put something through the break, or say what the part will not stand.', evidence: [on(shortGrain, 6, 0.4, 'grain that runs out there')] },
  { id: 'overload', label: 'Overload or accident', kinds: ['break', 'split'], prior: 0.4, answer: 'Ask what happened; nothing in the wood has to be changed for it.', evidence: [on(isRagged, 1.8, 0.6, 'a fresh, torn face'), on(wormNear, 0.4, 1, 'eaten wood'), on(shortGrain, 0.6, 1.2, 'grain that runs out there')] },
  { id: 'too-slender', label: 'Too slender there, or cut into', kinds: ['break'], prior: 0.15, answer: 'A dowel or splice must not make it thinner still.', evidence: [on(slender, 3, 0.6, 'under 16 mm there'), on(weakened, 4, 0.7, 'a mortise, tenon or dowel at the break')] },
  { id: 'worm', label: 'Worm-eaten wood', kinds: ['break', 'split', 'loss'], prior: 0.05, answer: 'Find out whether it is live; cut back to sound wood.', evidence: [on(wormNear, 25, 0.6, 'worm in the part')] },
  { id: 'fastener-split', label: 'Split started by a fastener', kinds: ['split', 'break'], prior: 0.12, answer: 'Metal out, split glued, hole plugged; no metal back.', evidence: [on(metalNear, 12, 0.3, 'metal or a crack at a fastener')] },
  { id: 'held-fast', label: 'Wood held fast across its grain', kinds: ['split'], prior: 0.1, answer: 'Let it move: slots, buttons or clips; then close the split.', evidence: [on(screwedDown, 12, 0.2, 'screwed down across its width')] },
  { id: 'split-socket', label: 'Forced by its own wedge or tenon', kinds: ['split'], prior: 0.15, answer: 'The wedge across the grain, or along it and no thicker than it needs.', evidence: [on(wedgedThere, 4, 0.5, 'a wedged tenon in it')] },
  { id: 'out-of-register', label: 'Earlier repair out of register', kinds: ['break', 'split'], prior: 0.06, answer: 'Undo it, and set it right before anything else.', evidence: [on(repairedThere, 10, 0.4, 'an earlier repair at the same place')] },
  { id: 'unsuitable', label: 'Unsuitable adhesive', kinds: ['earlier-repair'], prior: 0.3, answer: 'Take all of it off; nothing bonds to it.', evidence: [on(glueIs('construction', 'polyurethane', 'cyanoacrylate'), 6, 0.4, 'an adhesive that is none for this')] },
  { id: 'glued-over', label: 'Glued over old glue or finish', kinds: ['earlier-repair'], prior: 0.35, answer: 'Scrape to bare wood before anything else.', evidence: [on(glueIs('pva', 'epoxy'), 1.8, 0.7, 'a later glue over what was there')] },
  { id: 'end-grain-glued', label: 'End grain glued with nothing through it', kinds: ['earlier-repair'], prior: 0.2, answer: 'Something has to pass through it this time.', evidence: [on((_, f) => (f.kind === 'earlier-repair' ? there(f.metal === null) : 'unknown'), 1.4, 0.5, 'no metal and no dowel through it')] },
]

export interface RankedFaultCause {
  readonly cause: CauseId
  readonly label: string
  readonly answer: string
  readonly probability: number
  readonly low: number
  readonly high: number
  readonly evidenceFor: readonly string[]
  readonly evidenceAgainst: readonly string[]
  readonly notLooked: readonly string[]
}
export interface FaultDiagnosis { readonly fault: string, readonly causes: readonly RankedFaultCause[] }

const BAND = { own: Math.log(1.6), perUnknown: Math.log(1.3), most: Math.log(6) } as const
const logistic = (x: number) => 1 / (1 + Math.exp(-x))

/** Causes of a break, a split, a loss or a repair that let go, likeliest first; several may hold at once. */
export function diagnoseFault(piece: Piece, fault: Fault): FaultDiagnosis {
  const isFirm = fault.kind === 'earlier-repair' && fault.holds === 'holds'
  const causes = FAULT_CAUSES.filter(c => !isFirm && c.kinds.includes(fault.kind)).map(c => weigh(piece, fault, c))
  return { fault: fault.id, causes: causes.sort((a, b) => b.probability - a.probability) }
}

function weigh(piece: Piece, fault: Fault, cause: FaultCause): RankedFaultCause {
  const looks = cause.evidence.map(e => ({ e, look: e.look(piece, fault) }))
  const known = looks.filter(l => l.look !== 'unknown').map(({ e, look }) => ({ words: look === 'there' ? e.words : `not there: ${e.words}`, ratio: look === 'there' ? e.ratio : e.absentRatio }))
  const logOdds = known.reduce((sum, k) => sum + Math.log(k.ratio), Math.log(cause.prior / (1 - cause.prior)))
  const notLooked = looks.filter(l => l.look === 'unknown').map(l => l.e.words)
  const band = Math.min(BAND.most, BAND.own + notLooked.length * BAND.perUnknown)
  return {
    cause: cause.id,
    label: cause.label,
    answer: cause.answer,
    probability: logistic(logOdds),
    low: logistic(logOdds - band),
    high: logistic(logOdds + band),
    evidenceFor: known.filter(k => k.ratio > 1.15).map(k => k.words),
    evidenceAgainst: known.filter(k => k.ratio < 0.87).map(k => k.words),
    notLooked,
  }
}
