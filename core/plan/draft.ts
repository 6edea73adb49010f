import { chooseGlue, verdictOf, type GlueNeeds, type GlueVerdict } from '../glue'
import { coldestBetweenC } from '../glue/climate'
import { planStages, schedule, workUntilMin, type ScheduledStage, type Stage, type Staging } from '../glueup'
import type { Figure } from '../measure/figure'
import { say, type Phrase } from '../measure/phrase'
import { parseWallTime } from '../measure/wall-time'
import { findingOf, isGlued } from '../piece/facts'
import { GLUE_IDS, GLUES } from '../reference/glues'
import { OPEN_TIME_SHARE } from '../reference/rates'
import { takeApart, type TakeApart } from '../takeapart'
import { candidatesFor, chosenWork, settleMend, workOf } from './candidates'
import { cureClimate, isApart, isSettled, jointOf, jointsToMend, roomOf, type Job } from './job'
import type { JointMend } from './plan'
import { preparationTime } from './preparation'

/** A plan as far as mends, moves, glue and stages go. */
export interface Draft {
  readonly verdict: GlueVerdict | null
  readonly needs: GlueNeeds
  readonly mends: readonly JointMend[]
  readonly apart: TakeApart
  readonly staging: Staging
  /** Empty where the glue never sets in the cold it is to cure in. */
  readonly stages: readonly ScheduledStage[]
  readonly neverSets: boolean
  readonly preparation: Figure
  readonly readyMin: number
}

/** The work goes round: a glue's limits need the stage's time and the night it cures in, the stages need the glue. Three rounds settle it. */
const MOST_ROUNDS = 3

/** The draft in which glue, mends and stages agree, and why the glue is another than the first thought. */
export function settle(job: Job): { draft: Draft, changes: Phrase[] } {
  const first = draftWith(job, firstNeeds(job))
  let draft = first
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const settled = needsAfter(job, draft)
    const wider = { ...settled, gapMm: Math.max(settled.gapMm, gapThatWouldDo(job, draft)) }
    const needs = pickGlue(job, wider) ? wider : settled
    const next = pickGlue(job, needs)
    // No glue at all: the work stays as it was planned, so that what would free it can be said.
    if (next === null) return { draft: { ...draft, needs, verdict: null, stages: [] }, changes: [] }
    if (next.glue.id === draft.verdict?.glue.id) return { draft: { ...draft, needs, verdict: next }, changes: changeFrom(job, first, needs, next) }
    draft = draftWith(job, needs)
  }
  return { draft, changes: changeFrom(job, first, draft.needs, draft.verdict) }
}

/** Only what holds in the end is said: the first thought against the last, not what was tried between. */
function changeFrom(job: Job, first: Draft, needs: GlueNeeds, last: GlueVerdict | null): Phrase[] {
  if (!first.verdict || !last || first.verdict.glue.id === last.glue.id || job.piece.choices.glue !== null) return []
  const against = verdictOf(chooseGlue(needs, job.school, job.shop, job.climate), first.verdict.glue.id).against[0]
  return [say`${last.glue.label} instead of ${first.verdict.glue.label}: ${against ?? say`it suits the stages better`}`]
}

export function firstNeeds({ piece, school, startMin }: Job): GlueNeeds {
  const { intake } = piece
  return {
    gapMm: 0, workingMin: 0, service: intake.service, oldGlueLeft: [], startMin, oldPiece: intake.age === 'old',
    mustComeApart: intake.worth === 'precious' || (school === 'conserve' && intake.age === 'old'),
    keptFinish: intake.finish !== 'unknown' && intake.finish !== 'bare' && intake.finish !== 'paint',
  }
}

function needsAfter(job: Job, draft: Draft): GlueNeeds {
  const glued = draft.stages.flatMap(s => s.joints)
  const works = draft.mends.filter(m => glued.includes(m.joint)).flatMap(m => chosenWork(m)?.leavesGapMm ?? [])
  return { ...firstNeeds(job), gapMm: Math.max(0, ...works), workingMin: draft.staging.bottleneckMin, oldGlueLeft: oldGlueLeft(job, draft), ...worstCure(job, draft) }
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
    return stays && oldGlue !== 'unknown' && oldGlue !== 'none' ? [oldGlue] : []
  }))]
}

/** Of the stages the one that gets coldest while its clamps are on: when they go on, and in which climate. */
function worstCure(job: Job, { stages, verdict }: Draft): Pick<GlueNeeds, 'startMin' | 'cureIn'> {
  const cures = stages.filter(s => !s.glued).map(s => ({ startMin: s.clampedMin, cureIn: cureClimate(job, s.joints) }))
  const [first, ...rest] = cures
  if (!first || !verdict) return { startMin: job.startMin, cureIn: cureClimate(job, jointsToMend(job).map(j => j.id)) }
  const coldest = (c: typeof first) => coldestBetweenC(c.cureIn, job.shop, c.startMin, c.startMin + verdict.glue.clampH[1] * 60)
  return rest.reduce((worst, c) => (coldest(c) < coldest(worst) ? c : worst), first)
}

/** The repairer's own glue if one was picked, else the best that breaks no hard limit. */
export function pickGlue({ piece, shop, school, climate }: Job, needs: GlueNeeds): GlueVerdict | null {
  const choice = chooseGlue(needs, school, shop, climate)
  const own = GLUE_IDS.find(id => id === piece.choices.glue)
  return own ? verdictOf(choice, own) : choice.best
}

function draftWith(job: Job, needs: GlueNeeds): Draft {
  const { shop } = job
  const verdict = pickGlue(job, needs)
  const candidates = jointsToMend(job).map(j => candidatesFor(job, j, verdict?.glue.gapMm ?? 0.15))
  const apart = takeApart(job.piece, candidates.map(c => ({ joint: c.joint, opens: workOf(c, true), inPlace: workOf(c, false) })), job.standing)
  const mends = candidates.map(c => settleMend(c, apart))
  const staging = stagingOf(job, mends, apart, verdict ? verdict.open.value * OPEN_TIME_SHARE : 0)
  const preparation = preparationTime(mends, apart)
  const notBefore = job.piece.choices.notBefore
  const readyMin = Math.max(workUntilMin(shop, job.startMin, preparation.value), notBefore ? parseWallTime(notBefore) : 0)
  const climateOf = (stage: Stage) => cureClimate(job, stage.joints)
  const timed = verdict ? schedule(staging.stages, verdict.glue, shop, climateOf, readyMin, gluedStages(job, staging)) : []
  const neverSets = timed.some(s => !Number.isFinite(s.setMin))
  return { verdict, needs, mends, apart, staging, stages: neverSets ? [] : timed, neverSets, preparation, readyMin }
}

function stagingOf(job: Job, mends: readonly JointMend[], apart: TakeApart, usableMin: number): Staging {
  const moved = new Set(apart.moves.flatMap(m => m.joints))
  const chosen = Object.fromEntries(mends.flatMap(m => (m.chosen ? [[m.joint, m.chosen]] : [])))
  const inPlace = apart.decisions.filter(d => d.decision === 'mend-in-place').map(d => d.joint)
  const sprungOut = mends.filter(m => m.chosen !== null && isApart(job.piece, m.joint) && !moved.has(m.joint)).map(m => m.joint)
  return planStages(job.standing.piece, apart.moves, [...inPlace, ...sprungOut], chosen, job.shop, usableMin, {
    undecided: undecidedJoints(job, mends),
    roomOf: joint => roomOf(job.piece, joint),
  })
}

/** Joints nothing may be closed over: loose without a mend, or on wood whose own trouble nobody has answered. */
function undecidedJoints(job: Job, mends: readonly JointMend[]): Set<string> {
  const withMend = new Set(mends.filter(m => m.chosen !== null).map(m => m.joint))
  const loose = job.troubles.filter(t => t.joint !== null && t.fault === null && !isSettled(job, t.id) && !withMend.has(t.joint))
  const broken = new Set(job.piece.faults.flatMap(f => (f.kind === 'break' && !isSettled(job, `fault:${f.id}`) ? [f.part] : [])))
  const waiting = job.piece.joints.filter(j => broken.has(j.enters) || broken.has(j.receives))
  return new Set([...loose.map(t => t.joint!), ...waiting.map(j => j.id)])
}

/** Stages somebody has glued, with when their clamps went on: told by joint; what older programs kept, by the stage’s number. */
function gluedStages({ piece }: Job, { stages }: Staging): Map<number, number> {
  const glued = piece.events.filter(e => e.kind === 'stage-glued')
  const gluedAt = (stage: Stage): number | undefined => {
    const times = stage.joints.filter(id => isGlued(piece, jointOf(piece, id))).map(id => glued.findLast(e => e.of.includes(`joint:${id}`)))
    const byJoint = times.length > 0 && times.every(e => e !== undefined) ? times.map(e => parseWallTime(e!.at)) : []
    const byNumber = glued.filter(e => e.of.length === 0 && e.stage === stage.number).map(e => parseWallTime(e.at))
    const all = [...byJoint, ...byNumber]
    return all.length > 0 ? Math.max(...all) : undefined
  }
  return new Map(stages.flatMap((s) => { const at = gluedAt(s); return at === undefined ? [] : [[s.number, at] as const] }))
}
