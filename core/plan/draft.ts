import { chooseGlue, verdictOf, type GlueNeeds, type GlueVerdict } from '../glue'
import { coldestBetweenC } from '../glue/climate'
import { linesOf, planStages, schedule, workUntilMin, type ScheduledStage, type Stage, type Staging, type WoodClosing } from '../glueup'
import type { Figure } from '../measure/figure'
import { say, type Phrase } from '../measure/phrase'
import { parseWallTime } from '../measure/wall-time'
import { findingOf, isGlued } from '../piece/facts'
import type { Glue } from '../reference/glues'
import { OPEN_TIME_SHARE } from '../reference/rates'
import { takeApart, type TakeApart } from '../takeapart'
import { USUAL_GAP_MM, chosenWork, settleMend, workOf } from './candidates'
import { cureClimate, isApart, isSettled, jointOf, jointsToMend, roomOf, type Job } from './job'
import { gluesOfWood, mendWithGlue, pickGlue, type GluedMend, type OwnGlues } from './glue-lines'
import type { JointMend, TroubleMend } from './plan'
import { preparationTime } from './preparation'
import { answeredBy, breaksToClose, closingsOf, springsIn, woodMends } from './wood'

/** A plan as far as mends, moves, glue and stages go. */
export interface Draft {
  readonly verdict: GlueVerdict | null
  readonly needs: GlueNeeds
  readonly mends: readonly JointMend[]
  readonly wood: readonly TroubleMend[]
  /** Glue lines in the wood, with their turn among the joints. */
  readonly closings: readonly WoodClosing[]
  /** Lines that take another glue than the piece’s. */
  readonly ownGlues: OwnGlues
  glueOf(line: string): GlueVerdict | null
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
    const needs = oneForAll(job, draft, needsAfter(job, draft))
    const next = pickGlue(job, needs)
    // No glue at all: the work stays as it was planned, so that what would free it can be said.
    if (next === null) return { draft: { ...draft, needs, verdict: null, stages: [] }, changes: [] }
    if (next.glue.id === draft.verdict?.glue.id) return { draft: { ...draft, needs, verdict: next }, changes: changeFrom(job, first, needs, next) }
    draft = draftWith(job, needs)
  }
  return { draft, changes: changeFrom(job, first, draft.needs, draft.verdict) }
}

/** The same needs with the joints that took another glue, where one film glue serves them all: as few glues as do. */
function oneForAll(job: Job, draft: Draft, needs: GlueNeeds): GlueNeeds {
  const gaps = draft.mends.filter(m => draft.ownGlues.has(`joint:${m.joint}`)).flatMap(m => chosenWork(m)?.leavesGapMm ?? [])
  if (gaps.length === 0) return needs
  const wide = { ...needs, gapMm: Math.max(needs.gapMm, ...gaps) }
  const all = pickGlue(job, wide)
  return all && all.glue.group !== 'epoxy' ? wide : needs
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
  const works = draft.mends.filter(m => glued.includes(m.joint) && !draft.ownGlues.has(`joint:${m.joint}`)).flatMap(m => chosenWork(m)?.leavesGapMm ?? [])
  return { ...firstNeeds(job), gapMm: Math.max(0, ...works), workingMin: longestWithMain(draft), oldGlueLeft: oldGlueLeft(job, draft), ...worstCure(job, draft) }
}

/** Least time the glue of the piece has to stay open: the longest that its own lines come down to, minutes. */
function longestWithMain({ staging, ownGlues }: Draft): number {
  if (ownGlues.size === 0) return staging.bottleneckMin
  const own = staging.stages.filter(s => linesOf(s).some(line => !ownGlues.has(line)))
  return Math.min(staging.bottleneckMin, Math.max(0, ...own.map(s => s.working.value)))
}

/** Old glue that stays: protein under protein where the shop conserves, and whatever a joint mended in place keeps inside. */
function oldGlueLeft({ piece, school }: Job, { apart, ownGlues }: Draft) {
  return [...new Set(apart.decisions.filter(d => !ownGlues.has(`joint:${d.joint}`)).flatMap((d) => {
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

function draftWith(job: Job, needs: GlueNeeds): Draft {
  const { shop } = job
  const verdict = pickGlue(job, needs)
  const glue = verdict?.glue ?? null
  const wood = woodMends(job, glue?.gapMm ?? USUAL_GAP_MM)
  const withGlues = jointsToMend(job, answeredBy(wood)).map(joint => mendWithGlue(job, joint, needs, glue))
  const candidates = withGlues.map(x => x.mend)
  const sprung = new Set([...job.remade].filter(part => springsIn(job, part)))
  const asFaults = candidates.map(c => ({ joint: c.joint, opens: workOf(c, true), inPlace: workOf(c, false), isSprungIn: sprung.has(jointOf(job.piece, c.joint).enters) }))
  const apart = takeApart(job.piece, asFaults, job.standing, breaksToClose(job, wood))
  const mends = candidates.map(c => settleMend(c, apart))
  const jointGlues = gluesOfJoints(mends, withGlues)
  const closings = closingsOf(job, wood, apart)
  const ownGlues = new Map([...jointGlues, ...gluesOfWood(job, wood, closings, verdict, needs, jointGlues)])
  const glueOf = (line: string): GlueVerdict | null => ownGlues.get(line) ?? verdict
  const staging = stagingOf(job, { mends, wood, apart, closings, glueOf })
  const preparation = preparationTime(mends, wood, apart)
  const notBefore = job.piece.choices.notBefore
  const readyMin = Math.max(workUntilMin(shop, job.startMin, preparation.value), notBefore ? parseWallTime(notBefore) : 0)
  const climateOf = (stage: Stage) => cureClimate(job, stage.joints)
  const gluesIn = (stage: Stage): Glue[] => [...new Set(linesOf(stage).flatMap(line => glueOf(line)?.glue ?? []))]
  const canBeGlued = staging.stages.every(s => linesOf(s).every(line => glueOf(line) !== null))
  const timed = canBeGlued ? schedule(staging.stages, gluesIn, shop, climateOf, readyMin, gluedStages(job, staging, closings)) : []
  const neverSets = timed.some(s => !Number.isFinite(s.setMin))
  return { verdict, needs, mends, wood, closings, ownGlues, glueOf, apart, staging, stages: neverSets ? [] : timed, neverSets, preparation, readyMin }
}

/** The glue of each joint that takes another than the piece’s, by what became of it. */
function gluesOfJoints(mends: readonly JointMend[], withGlues: readonly GluedMend[]): Map<string, GlueVerdict> {
  return new Map(mends.flatMap((m, i) => {
    const chosen = m.options.find(o => o.id === m.chosen)
    const verdict = chosen && (chosen.opens ? withGlues[i]!.opened : withGlues[i]!.inPlace)
    return verdict ? [[`joint:${m.joint}`, verdict] as const] : []
  }))
}

type Staged = Pick<Draft, 'mends' | 'wood' | 'apart' | 'closings' | 'glueOf'>

function stagingOf(job: Job, { mends, wood, apart, closings, glueOf }: Staged): Staging {
  const { piece } = job.standing
  const moved = new Set(apart.moves.flatMap(m => m.joints))
  const chosen = Object.fromEntries(mends.flatMap(m => (m.chosen ? [[m.joint, m.chosen]] : [])))
  const inPlace = apart.decisions.filter(d => d.decision === 'mend-in-place').map(d => d.joint)
  const sprungOut = mends.filter(m => m.chosen !== null && isApart(job.piece, m.joint) && !moved.has(m.joint)).map(m => m.joint)
  return planStages(piece, apart.moves, [...inPlace, ...sprungOut], chosen, job.shop, {
    undecided: undecidedJoints(job, mends, answeredBy(wood)),
    roomOf: joint => roomOf(job.piece, joint),
    wood: closings,
    glueOf: line => glueOf(line)?.glue.id ?? null,
    usableMin: lines => Math.min(...lines.map(line => (glueOf(line)?.open.value ?? 0) * OPEN_TIME_SHARE)),
    partsOf: (joint) => { const j = jointOf(piece, joint); return [j.enters, j.receives] },
  })
}

/** Joints nothing may be closed over: loose without a mend, or on wood whose own trouble nobody has answered. */
function undecidedJoints(job: Job, mends: readonly JointMend[], answered: ReadonlySet<string>): Set<string> {
  const withMend = new Set(mends.filter(m => m.chosen !== null).map(m => m.joint))
  const loose = job.troubles.filter(t => t.joint !== null && t.fault === null && !isSettled(job, t.id) && !answered.has(t.id) && !withMend.has(t.joint))
  const broken = new Set(job.piece.faults.flatMap(f => (f.kind === 'break' && !isSettled(job, `fault:${f.id}`) && !answered.has(`fault:${f.id}`) ? [f.part] : [])))
  const waiting = job.piece.joints.filter(j => broken.has(j.enters) || broken.has(j.receives))
  return new Set([...loose.map(t => t.joint!), ...waiting.map(j => j.id)])
}

/** Stages somebody has glued, with when their clamps went on: told by joint; what older programs kept, by the stage’s number. */
function gluedStages({ piece }: Job, { stages }: Staging, closings: readonly WoodClosing[]): Map<number, number> {
  const glued = piece.events.filter(e => e.kind === 'stage-glued')
  const gluedAt = (stage: Stage): number | undefined => {
    const times = stage.joints.filter(id => isGlued(piece, jointOf(piece, id))).map(id => glued.findLast(e => e.of.includes(`joint:${id}`)))
    // The lines of one mend follow each other, so the second time it was told is the second line’s.
    const inWood = closings.filter(w => stage.wood.includes(w.id)).map(w => glued.filter(e => e.of.includes(w.trouble))[w.turn - 1])
    const told = [...times, ...inWood]
    const byJoint = told.length > 0 && told.every(e => e !== undefined) ? told.map(e => parseWallTime(e!.at)) : []
    const byNumber = glued.filter(e => e.of.length === 0 && e.stage === stage.number).map(e => parseWallTime(e.at))
    const all = [...byJoint, ...byNumber]
    return all.length > 0 ? Math.max(...all) : undefined
  }
  return new Map(stages.flatMap((s) => { const at = gluedAt(s); return at === undefined ? [] : [[s.number, at] as const] }))
}
