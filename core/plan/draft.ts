import { chooseGlue, verdictOf, type GlueNeeds, type GlueVerdict } from '../glue'
import { coldestBetweenC } from '../glue/climate'
import {
  closedIn,
  linesOf,
  planStages,
  schedule,
  workUntilMin,
  type ScheduledStage,
  type Stage,
  type Staging,
  type TaskTime,
  type WoodClosing,
} from '../glueup'
import { isHeldByHardware } from '../hardware'
import type { Figure } from '../measure/figure'
import { say, type Phrase } from '../measure/phrase'
import { parseWallTime } from '../measure/wall-time'
import { findingOf, isFaulty } from '../piece/facts'
import type { Joint } from '../piece/schema'
import { OPEN_TIME_SHARE } from '../reference/rates'
import { backwardOf, takeApart, type FaultMends, type TakeApart } from '../takeapart'
import { chosenWork, isLeft } from './chosen'
import { USUAL_GAP_MM, settleMend, workOf } from './candidates'
import { beside } from './clashes'
import { cureClimate, isApart, isSettled, jointOf, jointsToMend, roomOf, type Job } from './job'
import { gluesOfWood, mendWithGlue, pickGlue, type GluedMend, type OwnGlues } from './glue-lines'
import type { JointMend, TroubleMend } from './plan'
import { beforeGluing, preparationTime } from './preparation'
import { doneOn, gluedLines, type Done } from './done'
import { withRehearsals } from './rehearsed'
import { glueTask } from './task-graph'
import { tasksOf } from './tasks'
import type { LoggedTask, Task } from '../work'
import { answeredBy, breaksToClose, closingsOf, goesInAlone, openedForWood, woodMends } from './wood'

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
  /** All work, done or not, in the order it is told. */
  readonly tasks: readonly LoggedTask[]
  /** Their times; empty while there is no schedule. */
  readonly times: ReadonlyMap<string, TaskTime>
  readonly preparation: Figure
  readonly readyMin: number
}

/**
 * The work goes round: a glue's limits need the stage's time and the night it cures in, the stages need the glue.
 * Three rounds settle it.
 */
const MOST_ROUNDS = 3

/** So many sound joints opened for a part that could go in by itself are too many: it is made to go in by itself. */
const TOO_MANY_OPENED = 3

/** The draft in which glue, mends and stages agree, and why the glue is another than the first thought. */
export function settle(job: Job): Settled {
  const first = settled(job)
  const parts = partsThatCouldGoInAlone(job, first.draft)
  if (parts.length === 0 || soundOpened(job, first.draft) < TOO_MANY_OPENED) return first
  const second = settled({ ...job, alone: new Set(parts) })
  const fewer = soundOpened(job, first.draft) - soundOpened(job, second.draft)
  return fewer >= TOO_MANY_OPENED && second.draft.verdict !== null ? second : first
}

interface Settled {
  readonly draft: Draft
  readonly changes: Phrase[]
}

/** Parts made again for which the frame opens, though a mend nobody has picked another over would do without. */
const partsThatCouldGoInAlone = (job: Job, { wood }: Draft): string[] =>
  wood.flatMap((m) => {
    const { kind, part } = job.troubles.find(t => t.id === m.trouble)!
    const isRemade = kind === 'part-missing' && part !== null && job.remade.has(part)
    if (!isRemade || m.picked || goesInAlone(job, wood, part) !== null) return []
    return m.options.some(o => o.verdict.fits && o.verdict.design?.goesInAlone) ? [part] : []
  })

/** Joints that hold and are opened only because they are in the way. */
const soundOpened = ({ piece }: Job, { apart }: Draft): number =>
  apart.decisions.filter(d => d.decision === 'in-the-way' && !isFaulty(findingOf(piece, d.joint).state)).length

function settled(job: Job): Settled {
  const first = draftWith(job, firstNeeds(job))
  let draft = first
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const needs = oneForAll(job, draft, needsAfter(job, draft))
    const next = pickGlue(job, needs)
    // No glue at all: the work stays as it was planned, so that what would free it can be said.
    if (next === null) return { draft: { ...draft, needs, verdict: null, stages: [] }, changes: [] }
    if (next.glue.id === draft.verdict?.glue.id && !(isHurried(draft) && needs.workingMin > draft.needs.workingMin)) {
      return { draft: { ...draft, needs, verdict: next }, changes: changeFrom(job, first, needs, next) }
    }
    draft = draftWith(job, needs)
  }
  return { draft, changes: changeFrom(job, first, draft.needs, draft.verdict) }
}

/** Whether a glue that only some joints take is too quick for the stage they are closed in. */
const isHurried = ({ staging, ownGlues }: Draft): boolean =>
  staging.stages.some(s =>
    linesOf(s).some((line) => {
      const own = ownGlues.get(line)
      return own !== undefined && own.open.value * OPEN_TIME_SHARE < s.working.value
    }),
  )

/** The same needs with the joints that took another glue, where one film glue serves them all: as few glues as do. */
function oneForAll(job: Job, draft: Draft, needs: GlueNeeds): GlueNeeds {
  const gaps = draft.mends
    .filter(m => draft.ownGlues.has(`joint:${m.joint}`))
    .flatMap(m => chosenWork(m)?.leavesGapMm ?? [])
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
    gapMm: 0,
    workingMin: 0,
    service: intake.service,
    oldGlueLeft: [],
    startMin,
    oldPiece: intake.age === 'old',
    mustComeApart: intake.worth === 'precious' || (school === 'conserve' && intake.age === 'old'),
    keptFinish: intake.finish !== 'unknown' && intake.finish !== 'bare' && intake.finish !== 'paint',
  }
}

function needsAfter(job: Job, draft: Draft): GlueNeeds {
  const glued = draft.stages.flatMap(s => s.joints)
  const works = draft.mends
    .filter(m => glued.includes(m.joint) && !draft.ownGlues.has(`joint:${m.joint}`))
    .flatMap(m => chosenWork(m)?.leavesGapMm ?? [])
  return {
    ...firstNeeds(job),
    gapMm: Math.max(0, ...works),
    workingMin: longestWithMain(draft),
    oldGlueLeft: oldGlueLeft(job, draft),
    ...worstCure(job, draft),
  }
}

/** Least time the glue of the piece has to stay open: the longest that its own lines come down to, minutes. */
function longestWithMain({ staging, ownGlues }: Draft): number {
  if (ownGlues.size === 0) return staging.bottleneckMin
  const own = staging.stages.filter(s => linesOf(s).some(line => !ownGlues.has(line)))
  return Math.min(staging.bottleneckMin, Math.max(0, ...own.map(s => s.working.value)))
}

/**
 * Old glue that stays: protein under protein where the shop conserves, and whatever a joint mended in place keeps
 * inside.
 */
function oldGlueLeft({ piece, school }: Job, { apart, ownGlues }: Draft) {
  return [
    ...new Set(
      apart.decisions
        .filter(d => !ownGlues.has(`joint:${d.joint}`))
        .flatMap((d) => {
          const { oldGlue } = findingOf(piece, d.joint)
          const stays
            = d.decision === 'mend-in-place' || (d.decision === 'open' && school === 'conserve' && oldGlue === 'protein')
          return stays && oldGlue !== 'unknown' && oldGlue !== 'none' ? [oldGlue] : []
        }),
    ),
  ]
}

/** Of the stages the one that gets coldest while its clamps are on: when they go on, and in which climate. */
function worstCure(job: Job, { stages, verdict }: Draft): Pick<GlueNeeds, 'startMin' | 'cureIn'> {
  const cures = stages.filter(s => !s.glued).map(s => ({ startMin: s.clampedMin, cureIn: cureClimate(job, s.joints) }))
  const [first, ...rest] = cures
  if (!first || !verdict) {
    return {
      startMin: job.startMin,
      cureIn: cureClimate(
        job,
        jointsToMend(job).map(j => j.id),
      ),
    }
  }
  const coldest = (c: typeof first) =>
    coldestBetweenC(c.cureIn, job.shop, c.startMin, c.startMin + verdict.glue.clampH[1] * 60)
  return rest.reduce((worst, c) => (coldest(c) < coldest(worst) ? c : worst), first)
}

function draftWith(job: Job, needs: GlueNeeds): Draft {
  const done = doneOn(job.piece)
  const verdict = pickGlue(job, needs)
  const glue = verdict?.glue ?? null
  const wood = woodMends(job, glue?.gapMm ?? USUAL_GAP_MM)
  const own = jointsToMend(job, answeredBy(wood)).filter(j => !isFastenedNew(job, j))
  const forWood = openedForWood(wood)
    .map(o => jointOf(job.piece, o.joint))
    .filter(j => !own.includes(j))
  const onWoodThatGoes = new Set(openedForWood(wood).map(o => o.joint))
  const withGlues = [...own, ...new Set(forWood)].map(joint =>
    mendWithGlue(job, joint, needs, glue, newWoodAt(job, wood, joint)),
  )
  const candidates = withGlues.map(x => x.mend)
  const alone = new Map([...job.remade].flatMap((part) => {
    const way = goesInAlone(job, wood, part)
    return way ? [[part, way] as const] : []
  }))
  const asFaults = candidates
    .filter(c => !isLeft(c))
    .map(c => ({
      joint: c.joint,
      // What was just glued does not come apart again for a joint beside it.
      opens: job.strained.has(c.joint) ? null : workOf(c, true),
      // Who works for strength opens what can be opened: glue run in from outside is the less sure.
      // What has been taken apart is not glued in place any more.
      inPlace:
        onWoodThatGoes.has(c.joint)
        || done.allOpened
        || done.opened.has(c.joint)
        || (job.school === 'strength' && workOf(c, true) && !c.picked)
          ? null
          : workOf(c, false),
      isOpen: done.opened.has(c.joint),
      ...goingIn(alone.get(jointOf(job.piece, c.joint).enters)),
    }))
  const opened = takeApart(
    job.piece,
    [...asFaults, ...openedBesides(job, done, asFaults)],
    job.standing,
    breaksToClose(job, wood),
    job.sawn,
  )
  // What is sawn open to get at another joint asks for its new dowels all the same.
  const inTheWay = opened.sawn
    .filter(id => !candidates.some(c => c.joint === id))
    .map(id => mendWithGlue(job, jointOf(job.piece, id), needs, glue, NONE))
  const all = [...withGlues, ...inTheWay]
  const mends = all.map(({ mend }) => beside(job, settleMend(mend, opened), wood))
  const jointGlues = gluesOfJoints(mends, all)
  const closings = closingsOf(job, wood, opened)
  const ownGlues = new Map([...jointGlues, ...gluesOfWood(job, wood, closings, verdict, needs, jointGlues)])
  const glueOf = (line: string): GlueVerdict | null => ownGlues.get(line) ?? verdict
  const seated = new Set(own.filter(j => alone.has(j.enters)).map(j => j.id))
  const { moves, ...planned } = stagingOf(job, { mends, wood, apart: opened, closings, glueOf, done, seated })
  const usableIn = (stage: Stage) =>
    Math.min(...linesOf(stage).map(line => (glueOf(line)?.open.value ?? 0) * OPEN_TIME_SHARE))
  const staging = withRehearsals(job.piece, planned, usableIn, stage =>
    closedIn(stage).every(line => done.glued.has(line)),
  )
  // The order in which it closes best is the one in which it is taken apart.
  const apart = moves === opened.moves ? opened : { ...opened, moves }
  const glued = gluedLines(job.piece, staging, closings)
  const tasks = tasksOf(job, { mends, wood, apart, closings, staging, glued, glueOf }, done)
  const canBeGlued = staging.stages.every(s => linesOf(s).every(line => glueOf(line) !== null))
  const timed = canBeGlued ? onTheClock(job, { staging, tasks, glued, glueOf }) : NOT_TIMED
  const neverSets = timed.stages.some(s => !Number.isFinite(s.setMin))
  const { stages, times } = neverSets ? NOT_TIMED : timed
  return {
    verdict,
    needs,
    mends,
    wood,
    closings,
    ownGlues,
    glueOf,
    apart,
    staging,
    stages,
    neverSets,
    tasks,
    times,
    preparation: preparationTime(tasks),
    readyMin: readyAt(job, tasks, times),
  }
}

/** What is only fixed to a part that is made again, and not glued: fastened home without a mend of its own. */
const isFastenedNew = (job: Job, joint: Joint): boolean =>
  joint.form.kind === 'fixing'
  && joint.form.by !== 'glue-block'
  && (job.remade.has(joint.enters) || job.remade.has(joint.receives))
  && isHeldByHardware(job.piece, joint)

/** The parts whose wood at a joint goes and is made again by a mend of the wood. */
function newWoodAt(job: Job, wood: readonly TroubleMend[], joint: Joint): ReadonlySet<string> {
  const troubles = openedForWood(wood)
    .filter(o => o.joint === joint.id)
    .map(o => job.troubles.find(t => t.id === o.trouble)!)
  return new Set(troubles.flatMap(t => t.part ?? []))
}

const goingIn = (way: Phrase | undefined): Pick<FaultMends, 'goesInAlone'> => (way ? { goesInAlone: way } : {})

const NONE: ReadonlySet<string> = new Set()

/** Joints somebody has opened that no mend is chosen for, and new ones that want none: they close all the same. */
function openedBesides(job: Job, { opened }: Done, known: readonly FaultMends[]): FaultMends[] {
  return job.piece.joints
    .filter(j => (opened.has(j.id) || isFastenedNew(job, j)) && !known.some(k => k.joint === j.id))
    .map(j => ({ joint: j.id, opens: null, inPlace: null, isOpen: true }))
}

const NOT_TIMED = { stages: [], times: new Map() } as const

/** Work and stages on the workshop’s clock. */
function onTheClock(
  { shop, startMin, piece, ...job }: Job,
  {
    staging,
    tasks,
    glued,
    glueOf,
  }: Pick<Draft, 'staging' | 'tasks' | 'glueOf'> & { readonly glued: ReadonlyMap<string, string> },
) {
  const { notBefore } = piece.choices
  return schedule(staging.stages, {
    shop,
    fromMin: startMin,
    ...(notBefore ? { glueFromMin: parseWallTime(notBefore) } : {}),
    gluesOf: stage => [...new Set(linesOf(stage).flatMap(line => glueOf(line)?.glue ?? []))],
    climateOf: stage => cureClimate({ ...job, shop, startMin, piece }, stage.joints),
    gluedAt: gluedStages(staging, glued),
    tasks,
    stageTask: glueTask,
  })
}

/**
 * When the first glue of a joint can be spread: all that comes before it done. Without a schedule as if nothing had
 * to cure on the way.
 */
function readyAt({ shop, startMin }: Job, tasks: readonly Task[], times: Draft['times']): number {
  const before = tasks.filter(t => !t.done && t.kind !== 'glue' && beforeGluing(tasks).has(t.id))
  const ends = before.flatMap(t => times.get(t.id)?.endMin ?? [])
  if (ends.length > 0) return Math.max(...ends)
  return workUntilMin(
    shop,
    startMin,
    before.reduce((sum, t) => sum + t.minutes.usual + t.waitMin, 0),
  )
}

/** The glue of each joint that takes another than the piece’s, by what became of it. */
function gluesOfJoints(mends: readonly JointMend[], withGlues: readonly GluedMend[]): Map<string, GlueVerdict> {
  return new Map(
    mends.flatMap((m, i) => {
      const chosen = m.options.find(o => o.id === m.chosen)
      const verdict = chosen && (chosen.opens ? withGlues[i]!.opened : withGlues[i]!.inPlace)
      return verdict ? [[`joint:${m.joint}`, verdict] as const] : []
    }),
  )
}

type Staged = Pick<Draft, 'mends' | 'wood' | 'apart' | 'closings' | 'glueOf'> & {
  readonly done: Done
  readonly seated: ReadonlySet<string>
}

function stagingOf(
  job: Job,
  { mends, wood, apart, closings, glueOf, done, seated }: Staged,
): Staging & { readonly moves: TakeApart['moves'] } {
  const { piece } = job.standing
  const moved = new Set(apart.moves.flatMap(m => m.joints))
  const chosen = Object.fromEntries(mends.flatMap(m => (m.chosen ? [[m.joint, m.chosen]] : [])))
  const inPlace = apart.decisions.filter(d => d.decision === 'mend-in-place').map(d => d.joint)
  const sprungOut = mends
    .filter(m => m.chosen !== null && isApart(job.piece, m.joint) && !moved.has(m.joint))
    .map(m => m.joint)
  // A stick that is bowed to be slipped in is wet at both ends: cured at one it would strain that end.
  const sticks = [...new Set(sprungOut.map(j => jointOf(job.piece, j).enters))]
  const slippedIn = sticks.map(part => ({
    joints: sprungOut.filter(j => jointOf(job.piece, j).enters === part),
    wood: closings.filter(w => w.when === 'with-its-joints' && w.trouble === `part:${part}`),
  }))
  const ties = {
    undecided: undecidedJoints(job, mends, answeredBy(wood)),
    roomOf: (joint: string) => roomOf(job.piece, joint),
    wood: closings,
    glueOf: (line: string) => glueOf(line)?.glue.id ?? null,
    isGlued: (line: string) => done.glued.has(line),
    gluedIn: (line: string) =>
      job.piece.events.findLast(e => e.kind === 'stage-glued' && e.of.includes(line))?.id ?? null,
    usableMin: (lines: readonly string[]) =>
      Math.min(...lines.map(line => (glueOf(line)?.open.value ?? 0) * OPEN_TIME_SHARE)),
    partsOf: (joint: string) => {
      const j = jointOf(piece, joint)
      return [j.enters, j.receives]
    },
  }
  return planStages({
    piece,
    moves: apart.moves,
    onTheirOwn: slippedIn,
    seated,
    inPlace,
    mends: chosen,
    shop: job.shop,
    ties,
    backward: backwardOf(apart),
  })
}

/** Joints nothing may be closed over: loose without a mend, or on wood whose own trouble nobody has answered. */
function undecidedJoints(job: Job, mends: readonly JointMend[], answered: ReadonlySet<string>): Set<string> {
  const withMend = new Set(mends.filter(m => m.chosen !== null).map(m => m.joint))
  const loose = job.troubles.filter(
    t => t.joint !== null && t.fault === null && !isSettled(job, t.id) && !answered.has(t.id) && !withMend.has(t.joint),
  )
  const broken = new Set(
    job.piece.faults.flatMap(f =>
      f.kind === 'break' && !isSettled(job, `fault:${f.id}`) && !answered.has(`fault:${f.id}`) ? [f.part] : [],
    ),
  )
  const waiting = job.piece.joints.filter(j => broken.has(j.enters) || broken.has(j.receives))
  return new Set([...loose.map(t => t.joint!), ...waiting.map(j => j.id)])
}

/** Stages that are glued through, with when their last clamps went on. */
function gluedStages({ stages }: Staging, glued: ReadonlyMap<string, string>): Map<number, number> {
  return new Map(
    stages.flatMap((s) => {
      const times = closedIn(s).map(line => glued.get(line))
      return times.every(at => at !== undefined)
        ? [[s.number, Math.max(...times.map(at => parseWallTime(at!)))] as const]
        : []
    }),
  )
}
