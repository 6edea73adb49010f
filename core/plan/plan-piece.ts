import { diagnose, readWholePiece } from '../cause'
import { surveyOf } from '../condition/survey'
import { chooseGlue, glueGrams, verdictOf, type GlueNeeds, type GlueVerdict } from '../glue'
import { coldestBetweenC } from '../glue/climate'
import { nextWorkingMin, planStages, schedule, workUntilMin, type ScheduledStage, type Staging } from '../glueup'
import { input, type Figure } from '../measure/figure'
import { phraseText, q, say, type Phrase } from '../measure/phrase'
import { parseWallTime } from '../measure/wall-time'
import { jointCase, mendCandidates, type Stock, type Work } from '../mend'
import { glueAreaMm2 } from '../piece/joint-area'
import { FAULT_LABELS, faultTag } from '../piece/faults'
import { faultyJoints, findingOf, missingParts, partOf, tagOf, withoutMissing } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'
import type { School } from '../piece/words'
import { GLUE_IDS, GLUES, type GlueId } from '../reference/glues'
import { OPEN_TIME_SHARE } from '../reference/rates'
import type { Climate, Shop } from '../reference/shop-settings'
import { takeApart, type TakeApart } from '../takeapart'
import { gatesOf } from './gates'
import { answeredTroubles } from './troubles'
import type { JointMend, Plan } from './plan'

/**
 * Everything that follows from a piece's facts: causes, mends, what opens, glue, stages, clamps, dates.
 * Pure: the same four arguments give the same plan.
 * @param startAt wall-clock time at which work may begin, as `2026-03-05T09:30`   @throws RangeError if it is not one
 */
export function planPiece(piece: Piece, shop: Shop, climate: Climate, startAt: string): Plan {
  const startMin = parseWallTime(startAt)
  const school = piece.intake.school ?? shop.school
  const job: Job = { piece: withoutMissing(piece), shop, climate, school, startMin }
  const { draft, changes } = settleGlue(job)
  const { verdict, mends, apart, staging, stages, preparation, readyMin, needs } = draft
  const glueArea = stages.flatMap(s => s.joints).reduce((sum, id) => sum + glueAreaMm2(jointOf(piece, id)), 0)
  const problems = [...apart.problems, ...problemsOf(job, draft), ...notPlanned(piece)]
  const troubles = answeredTroubles(piece, mends, stages)
  const whole = readWholePiece(piece)
  const isUnanswered = whole.needsAnswer && piece.choices.bracing === null
  const complete = stages.length > 0 && verdict !== null && troubles.every(t => t.answer !== 'open') && surveyOf(piece).untested.length === 0 && !isUnanswered
  return {
    piece: piece.id, startMin, school, survey: surveyOf(piece), troubles,
    diagnoses: faultyJoints(piece).map(j => diagnose(piece, j)), whole,
    mends, takeApart: apart, preparation, readyMin, stages, bottleneckMin: staging.bottleneckMin,
    glue: { choice: chooseGlue(needs, school, shop, climate), chosen: verdict, picked: piece.choices.glue !== null, grams: verdict ? glueGrams(verdict.glue, glueArea) : null, changes },
    returnMin: complete ? Math.max(...stages.map(s => s.restUntilMin)) : null,
    stock: stockOf(mends), gates: gatesOf(piece, mends, apart, troubles), problems,
  }
}

interface Job { readonly piece: Piece, readonly shop: Shop, readonly climate: Climate, readonly school: School, readonly startMin: number }
interface Draft {
  readonly verdict: GlueVerdict | null
  readonly needs: GlueNeeds
  readonly mends: readonly JointMend[]
  readonly apart: TakeApart
  readonly staging: Staging
  readonly stages: readonly ScheduledStage[]
  readonly preparation: Figure
  readonly readyMin: number
}

const jointOf = (piece: Piece, id: string): Joint => piece.joints.find(j => j.id === id)!

/** The work goes round: a glue's limits need the stage's time and the night it cures in, the stages need the glue. Three rounds settle it. */
const MOST_ROUNDS = 3

function settleGlue(job: Job): { draft: Draft, changes: Phrase[] } {
  const changes: Phrase[] = []
  let draft = draftWith(job, firstNeeds(job))
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const settled = needsAfter(job, draft)
    const wider = { ...settled, gapMm: Math.max(settled.gapMm, gapThatWouldDo(job, draft)) }
    const needs = pickGlue(job, wider) ? wider : settled
    const next = pickGlue(job, needs)
    if (next?.glue.id === draft.verdict?.glue.id) return { draft: { ...draft, needs, verdict: next }, changes }
    if (draft.verdict && next) changes.push(say`${next.glue.label} instead of ${draft.verdict.glue.label}: ${verdictOf(chooseGlue(needs, job.school, job.shop, job.climate), draft.verdict.glue.id).against[0] ?? say`it suits the stages better`}`)
    draft = draftWith(job, needs)
  }
  return { draft, changes }
}

function firstNeeds({ piece, school, startMin }: Job): GlueNeeds {
  const { intake } = piece
  return {
    gapMm: 0, workingMin: 0, service: intake.service, oldGlueLeft: [], startMin, oldPiece: intake.age === 'old',
    mustComeApart: intake.worth === 'precious' || (school === 'conserve' && intake.age === 'old'),
    keptFinish: intake.finish !== 'unknown' && intake.finish !== 'bare' && intake.finish !== 'paint',
  }
}

function needsAfter(job: Job, draft: Draft): GlueNeeds {
  const glued = draft.stages.flatMap(s => s.joints)
  const works = draft.mends.filter(m => glued.includes(m.joint)).flatMap(m => m.options.filter(o => o.id === m.chosen && o.verdict.fits).map(o => (o.verdict as Work).leavesGapMm))
  return { ...firstNeeds(job), gapMm: Math.max(0, ...works), workingMin: draft.staging.bottleneckMin, oldGlueLeft: oldGlueLeft(job, draft), startMin: worstStart(job, draft) }
}

/** For joints that no mend fits with the glue in view: the clearance a thicker glue would have to bridge, millimetres; 0 if none helps. */
function gapThatWouldDo(job: Job, draft: Draft): number {
  const gaps = [...new Set(GLUES.map(g => g.gapMm))].sort((a, b) => a - b)
  return Math.max(0, ...draft.mends.filter(m => m.chosen === null).map((m) => {
    const joint = jointOf(job.piece, m.joint)
    const works = gaps.map(gap => candidatesFor(job, joint, gap).options.find(o => o.verdict.fits)).find(o => o !== undefined)
    return works?.verdict.fits ? works.verdict.leavesGapMm : 0
  }))
}

/** Old glue that stays: protein under protein where the shop conserves, and whatever a joint mended in place keeps inside. */
function oldGlueLeft({ piece, school }: Job, { apart }: Draft) {
  return [...new Set(apart.decisions.flatMap((d) => {
    const { oldGlue } = findingOf(piece, d.joint)
    const stays = d.decision === 'mend-in-place' || (d.decision === 'open' && school === 'conserve' && oldGlue === 'protein')
    return stays && oldGlue !== 'unknown' ? [oldGlue] : []
  }))]
}

/** The start among the stages after which it gets coldest while the clamps are on. */
function worstStart({ climate, shop, startMin }: Job, { stages, verdict }: Draft): number {
  const starts = stages.filter(s => !s.glued).map(s => s.clampedMin)
  if (starts.length === 0 || !verdict) return startMin
  const coldest = (t: number) => coldestBetweenC(climate, shop, t, t + verdict.glue.clampH[1] * 60)
  return starts.reduce((worst, t) => (coldest(t) < coldest(worst) ? t : worst))
}

/** The repairer's own glue if one was picked, else the best that breaks no hard limit. */
function pickGlue({ piece, shop, school, climate }: Job, needs: GlueNeeds): GlueVerdict | null {
  const choice = chooseGlue(needs, school, shop, climate)
  const own = GLUE_IDS.find(id => id === piece.choices.glue)
  return own ? verdictOf(choice, own as GlueId) : choice.best
}

function draftWith(job: Job, needs: GlueNeeds): Draft {
  const { piece, shop, climate } = job
  const verdict = pickGlue(job, needs)
  const gapMm = verdict?.glue.gapMm ?? 0.15
  const candidates = jointsToMend(piece).map(j => candidatesFor(job, j, gapMm))
  const apart = takeApart(piece, candidates.map(c => ({ joint: c.joint, opens: workOf(c, true), inPlace: workOf(c, false) })))
  const mends = candidates.map(c => settleMend(c, apart))
  const inPlace = apart.decisions.filter(d => d.decision === 'mend-in-place').map(d => d.joint)
  const chosen = Object.fromEntries(mends.flatMap(m => (m.chosen ? [[m.joint, m.chosen]] : [])))
  const usableMin = verdict ? verdict.open.value * OPEN_TIME_SHARE : 0
  const staging = planStages(piece, apart.moves, inPlace, chosen, shop, usableMin)
  const preparation = preparationTime(mends, apart)
  const readyMin = workUntilMin(shop, job.startMin, preparation.value)
  const glued = new Map(piece.events.flatMap(e => (e.kind === 'stage-glued' && e.stage !== null ? [[e.stage, parseWallTime(e.at)] as const] : [])))
  const stages = verdict ? schedule(staging.stages, verdict.glue, shop, climate, readyMin, glued) : []
  return { verdict, needs, mends, apart, staging, stages, preparation, readyMin }
}

/** Loose joints, but for those that somebody has decided to leave or has mended otherwise. */
const jointsToMend = (piece: Piece): Joint[] => faultyJoints(piece).filter(j => piece.choices.settled?.[`joint:${j.id}`] === undefined)

function candidatesFor({ piece, school }: Job, joint: Joint, gapMm: number): JointMend {
  const options = mendCandidates(jointCase(piece, joint, school, gapMm)).map(({ mend: { id, label, short, opens, undo }, verdict }) => ({ id, label, short, opens, undo, verdict }))
  const own = piece.choices.mends[joint.id]
  const pick = options.find(o => o.id === own && o.verdict.fits)
  return { joint: joint.id, options, chosen: pick?.id ?? null, picked: pick !== undefined }
}

/** The work of the repairer's pick if it is of this kind; without a pick, of the best that fits. */
function workOf(m: JointMend, opens: boolean): Work | null {
  const option = m.picked ? m.options.find(o => o.id === m.chosen) : m.options.find(o => o.verdict.fits && o.opens === opens)
  return option && option.verdict.fits && option.opens === opens ? option.verdict : null
}

/** After the take-apart: what opens gets the best mend that opens, what stays gets glue in place. */
function settleMend(m: JointMend, apart: TakeApart): JointMend {
  if (m.picked) return m
  const decision = apart.decisions.find(d => d.joint === m.joint)!.decision
  if (decision === 'undecided') return m
  return { ...m, chosen: m.options.find(o => o.verdict.fits && o.opens === (decision !== 'mend-in-place'))?.id ?? null }
}

const chosenWork = (m: JointMend): Work | null => { const v = m.options.find(o => o.id === m.chosen)?.verdict; return v?.fits ? v : null }

/** Minutes for things around the joints: labels before, the dry run after (low confidence). */
const LABELS_MIN = 5
const MOVE_MIN = 4
const CLEAN_IN_THE_WAY_MIN = 15
const DRY_RUN_MIN = 12

function preparationTime(mends: readonly JointMend[], apart: TakeApart): Figure {
  const moves = apart.moves.reduce((sum, m) => sum + MOVE_MIN + Math.max(0, ...m.methods.map(x => x.method.soakMin)), 0)
  const mending = mends.reduce((sum, m) => sum + (chosenWork(m)?.minutes ?? 0), 0)
  const cleaning = apart.decisions.filter(d => d.decision === 'in-the-way').length * CLEAN_IN_THE_WAY_MIN
  const value = moves + mending + cleaning === 0 ? 0 : LABELS_MIN + moves + mending + cleaning + DRY_RUN_MIN
  return {
    value, low: value * 0.7, high: value * 1.6, unit: 'min',
    derivation: {
      rule: 'labels + moves with their soaking + mends + cleaning the joints opened on the way + dry run',
      inputs: [input('labels', LABELS_MIN, 'min', 'table'), input('moves and soaking', moves, 'min'), input('mends', mending, 'min'), input('cleaning on the way', cleaning, 'min'), input('dry run', DRY_RUN_MIN, 'min', 'table')],
      source: 'working-rates', confidence: 'low',
    },
  }
}

function stockOf(mends: readonly JointMend[]): Stock[] {
  const merged = new Map<string, Stock>()
  for (const s of mends.flatMap(m => chosenWork(m)?.stock ?? [])) {
    const key = `${s.what} ${s.sizesMm.map(x => x.toFixed(2)).join('x')} ${s.wood}`
    const before = merged.get(key)
    merged.set(key, before ? { ...before, count: s.what.startsWith('syringe') ? 1 : before.count + s.count } : s)
  }
  return [...merged.values()]
}

/** What stands in the way of the plan, in words. */
function problemsOf({ piece, shop, climate, school }: Job, d: Draft): Phrase[] {
  const problems: Phrase[] = []
  if (d.staging.stages.length > 0 && d.verdict === null) {
    const near = chooseGlue(d.needs, school, shop, climate).verdicts.filter(v => v.onShelf).slice(0, 3)
    problems.push(say`No glue does: ${near.map(v => `${v.glue.label} ${v.against.map(a => phraseText(a)).join(' and ')}`).join('; ')}.`)
    const morning = nextWorkingMin(shop, d.readyMin + 1440 - (d.readyMin % 1440))
    const later = chooseGlue({ ...d.needs, startMin: morning }, school, shop, climate).best
    if (later) problems.push(say`Glued up in the morning, ${later.glue.label} would do.`)
  }
  if (d.verdict && d.verdict.against.length > 0) problems.push(...d.verdict.against.map(a => say`${d.verdict!.glue.label}: ${a}.`))
  const usable = d.verdict ? d.verdict.open.value * OPEN_TIME_SHARE : Infinity
  for (const s of d.stages) {
    if (s.working.value > usable) problems.push(say`Stage ${s.number} needs ${q(s.working.value, 'min')}, and ${d.verdict!.glue.label} leaves ${q(usable, 'min')}: a slower glue, or another pair of hands.`)
    for (const line of s.unserved) problems.push(say`Stage ${s.number}: no clamp on the rack spans ${q(line.spanMm + 20, 'mm')} with ${q(line.force.low ?? 0, 'kN')} for the ${line.label}.`)
  }
  for (const m of d.mends.filter(x => x.chosen === null && piece.choices.settled?.[`joint:${x.joint}`] === undefined)) problems.push(say`${tagOf(jointOf(piece, m.joint))}: none of the mends here fits it.`)
  return problems
}

/** What was found and is not planned for: said, so that nobody takes the plan for the whole of the work. */
function notPlanned(piece: Piece): Phrase[] {
  const open = (id: string) => piece.choices.settled?.[id] === undefined
  const faults = piece.faults.filter(f => open(`fault:${f.id}`))
  const missing = missingParts(piece).filter(p => open(`part:${p.id}`)).map(p => say`The ${p.label} is missing: copy it before the dry run. The plan leaves its joints out.`)
  const broken = faults.filter(f => f.kind === 'break').map(f => say`${faultTag(piece, f)}, the break in the ${partOf(piece, f.part).label}, is recorded and measured; its mend is not planned here.`)
  const worn = faults.filter(f => f.kind !== 'break').map(f => say`${faultTag(piece, f)}, ${FAULT_LABELS[f.kind]} in the ${partOf(piece, f.part).label}: its mend is not planned here.`)
  return [...missing, ...broken, ...worn]
}

/** The short name of a joint's mend, for its tag. */
export const mendShort = (m: JointMend): string | null => m.options.find(o => o.id === m.chosen)?.short ?? null
