import { diagnose, diagnoseFault, readWholePiece } from '../cause'
import { surveyOf } from '../condition/survey'
import { chooseGlue, glueAmounts } from '../glue'
import { linesOf, nextWorkingMin } from '../glueup'
import { isHeldByHardware } from '../hardware'
import { glueAreaMm2 } from '../piece/joint-area'
import { faultyJoints, partOf } from '../piece/facts'
import type { Piece } from '../piece/schema'
import type { Glue } from '../reference/glues'
import type { Climate, Shop } from '../reference/shop-settings'
import { chosenWork } from './chosen'
import { costOf } from './cost'
import { settle, type Draft } from './draft'
import { anewFor } from './made-anew'
import { gatesOf, isBracingAnswered } from './gates'
import { jobOf, jointOf, type Job } from './job'
import type { Judged } from './gates'
import type { Plan, PlannedLine } from './plan'
import { glueTask } from './task-graph'
import type { Task, TimedTask } from '../work'
import { readingsOf } from './readings'
import { recipesOf } from './recipes'
import { stockOf, toolsOf } from './shopping'
import { stopsOf } from './stops'
import { answeredTroubles } from './troubles'

/**
 * Everything that follows from a piece's facts: troubles, causes, mends, what opens, glue, stages, clamps, dates.
 * Pure: the same four arguments give the same plan.
 * @param startAt wall-clock time at which work may begin, as `2026-03-05T09:30`   @throws RangeError if it is not one
 */
export function planPiece(piece: Piece, shop: Shop, climate: Climate, startAt: string): Plan {
  const job = jobOf(piece, shop, climate, startAt)
  const { draft, changes } = settle(job)
  const troubles = answeredTroubles(job, draft)
  const readings = readingsOf(job, draft)
  const whole = readWholePiece(piece)
  const isWhole = isComplete(job, draft, { troubles, readings, whole })
  // While something is open it is not tested again to be sent home.
  const tasks = timedTasks(draft).filter(t => isWhole || (t.kind !== 'test-again' && t.kind !== 'surface'))
  const anew = anewFor(piece, draft.apart, draft.staging.stages, draft.mends)
  const stock = stockOf({ piece, shop: job.shop, climate }, draft.mends, draft.wood, tasks, anew)
  const amounts = glueAmounts(areasOf(job, draft), climate)
  return {
    piece: piece.id,
    startMin: job.startMin,
    school: job.school,
    survey: surveyOf(piece),
    troubles,
    diagnoses: faultyJoints(piece)
      .filter(j => !isHeldByHardware(piece, j))
      .map(j => diagnose(piece, j)),
    faultDiagnoses: piece.faults
      .filter(f => troubles.some(t => t.fault === f.id) || partOf(piece, f.part).missing)
      .map(f => diagnoseFault(piece, f)),
    whole,
    mends: draft.mends,
    woodMends: draft.wood,
    takeApart: draft.apart,
    recipes: recipesOf(job, draft.apart),
    preparation: draft.preparation,
    readyMin: draft.readyMin,
    stages: draft.stages,
    tasks,
    bottleneckMin: draft.staging.bottleneckMin,
    glue: {
      choice: chooseGlue(draft.needs, job.school, job.shop, climate),
      chosen: draft.verdict,
      picked: piece.choices.glue !== null,
      lines: plannedLines(draft),
      amounts,
      changes,
    },
    returnMin: isWhole ? usableFrom(job, draft) : null,
    stock,
    cost: costOf(tasks, stock, amounts, job.shop.prices),
    tools: toolsOf(tasks),
    gates: gatesOf(piece, draft, { troubles, readings, whole }),
    readings,
    stops: stopsOf(job, draft, troubles, readings),
  }
}

/**
 * Whether a date can be given: nothing open, nothing untried, nothing that would bring it back, nothing only assumed
 * that decides.
 */
function isComplete({ original }: Job, draft: Draft, { troubles, readings, whole }: Judged): boolean {
  const isAnswered = !whole.needsAnswer || isBracingAnswered(original, troubles)
  // Hardware made tight again is in use as soon as it is done: nothing of it cures.
  const isGlued
    = draft.stages.length > 0 || (draft.staging.stages.length === 0 && draft.wood.some(m => m.chosen !== null))
  // A stage that is longer than its glue is open, or for which a clamp is missing, is no plan yet.
  return (
    isGlued
    && draft.staging.fits
    && isAnswered
    && readings.length === 0
    && troubles.every(t => t.answer !== 'open')
    && surveyOf(original).untested.length === 0
  )
}

/** The first moment after the last rest at which somebody is there. */
const usableFrom = ({ shop }: Job, { stages, tasks, times, readyMin }: Draft): number => {
  // A coat is not sat on before it has hardened; what other work leaves to wait for is told by what follows it.
  const endOf = (t: Task) => (t.kind === 'surface' ? times.get(t.id)?.freeMin : times.get(t.id)?.endMin)
  const ends = tasks.filter(t => !t.done).flatMap(t => endOf(t) ?? [])
  return nextWorkingMin(shop, Math.max(readyMin, ...ends, ...stages.map(s => s.restUntilMin)))
}

/** The tasks with their times, and the clamps that each takes. */
function timedTasks({ tasks, times, stages }: Draft): TimedTask[] {
  return tasks.map((task): TimedTask => {
    const stage = stages.find(s => glueTask(s) === task.id)
    const clamps = stage?.clamps.flatMap(c => (c.clamp ? [`${c.clamp.row.id}/${c.clamp.nth}`] : [])) ?? []
    return { ...task, time: task.done ? null : (times.get(task.id) ?? null), clamps }
  })
}

/**
 * The area that each glue is spread on, stage by stage, mm²: of joints both faces of what enters, of lines in the
 * wood their face.
 */
function areasOf({ piece }: Job, { staging, closings, glueOf }: Draft): Map<Glue, number[]> {
  const areas = new Map<Glue, number[]>()
  for (const [n, stage] of staging.stages.entries()) {
    for (const id of linesOf(stage)) {
      const glue = glueOf(id)?.glue
      if (!glue) continue
      const closing = closings.find(c => c.id === id)
      const own = areas.get(glue) ?? staging.stages.map(() => 0)
      own[n] = own[n]! + (closing ? closing.areaMm2 : glueAreaMm2(jointOf(piece, id.slice('joint:'.length))))
      areas.set(glue, own)
    }
  }
  return areas
}

/** Every line that is glued, with what goes into it and how much it has to bridge. */
function plannedLines({ staging, closings, glueOf, mends, wood }: Draft): PlannedLine[] {
  const gaps = new Map([
    ...mends.map(m => [`joint:${m.joint}`, chosenWork(m)?.leavesGapMm ?? 0] as const),
    ...wood.flatMap(m => chosenWork(m)?.design?.glueLines ?? []).map(line => [line.id, line.gapMm] as const),
  ])
  return staging.stages.flatMap(linesOf).flatMap((id) => {
    const verdict = glueOf(id)
    const trouble = closings.find(c => c.id === id)?.trouble ?? id
    return verdict ? [{ id, trouble, glue: verdict.glue.id, gapMm: gaps.get(id) ?? 0 }] : []
  })
}
