import { say, type Phrase } from '../measure/phrase'
import { describeDuration, describeWallTime } from '../measure/wall-time'
import { tagOf } from '../piece/facts'
import type { Piece } from '../piece/schema'
import { stateOf, type TimedTask } from '../work'
import { benchSteps, PHASES, type Phase } from './bench-steps'
import type { Plan, StepId } from './plan'
import { troubleName } from './trouble-words'

export interface NextStep {
  readonly step: StepId
  readonly words: Phrase
  readonly minutes: number | null
}

/** Seconds a hand needs for one joint of the wiggle test, as minutes. */
const PER_JOINT_MIN = 0.5

/** The step of a piece that shows a phase of its work. */
const STEP_OF: Readonly<Record<Phase, StepId>> = { open: 'open-up', mend: 'mend', glue: 'glue-up', after: 'record' }

const OUTCOME_WORDS = {
  'repair': '',
  'not-worth-it': 'Not worth it: tell the owner',
  'refer-on': 'Refer on',
  'owner-decides': 'Waits for the owner',
} as const

/** What to do next with a piece, in one line, for the bench. `nowMin` is the wall clock. */
export function nextStep(piece: Piece, plan: Plan, nowMin: number): NextStep {
  if (piece.outcome && piece.outcome.verdict !== 'repair') {
    return { step: 'record', words: say`${OUTCOME_WORDS[piece.outcome.verdict]}`, minutes: null }
  }
  if (piece.events.some(e => e.kind === 'returned')) return { step: 'record', words: say`Returned`, minutes: null }
  const { untested } = plan.survey
  if (untested.length > 0) {
    return {
      step: 'test',
      words:
        untested.length === plan.survey.total
          ? say`Go round the ${plan.survey.total} joints`
          : say`Try the ${untested.length} joints left`,
      minutes: Math.ceil(untested.length * PER_JOINT_MIN),
    }
  }
  if (plan.troubles.length === 0 && plan.stops.length === 0) {
    return { step: 'record', words: say`Nothing is wrong: write it down`, minutes: null }
  }
  const open = plan.gates.find(g => !g.done && (g.id === 'mends' || g.id === 'bracing'))
  if (open) {
    return {
      step: open.step,
      words: open.step === 'cause' ? say`Answer for the frame’s bracing` : say`Choose the mends left`,
      minutes: null,
    }
  }
  return gluingStep(piece, plan, nowMin)
}

function gluingStep(piece: Piece, plan: Plan, nowMin: number): NextStep {
  const inClamps = plan.stages.find(s => s.glued && s.clampsOffMin > nowMin)
  if (inClamps) {
    return {
      step: 'glue-up',
      words: say`In clamps until ${describeWallTime(inClamps.clampsOffMin, nowMin)}`,
      minutes: null,
    }
  }
  const running = plan.tasks.find(t => stateOf(t) === 'running')
  if (running) {
    return {
      step: STEP_OF[PHASES[running.kind]],
      words: say`At it since ${describeWallTime(running.log.begunMin!, nowMin)}: ${running.title}`,
      minutes: running.minutes.usual,
    }
  }
  const next = plan.stages.find(s => !s.glued)
  const first = plan.troubles.filter(t => t.answer === 'open').map(t => troubleName(piece, t))
  if (first.length > 0) {
    return {
      step: 'mend',
      words: say`See to ${first.slice(0, 2).join('; ')}${first.length > 2 ? ' …' : ''}${next ? ' before gluing' : ' before it goes home'}`,
      minutes: null,
    }
  }
  if (plan.readings.length > 0) {
    return {
      step: 'test',
      words: say`Measure first: ${plan.readings
        .slice(0, 4)
        .map(r => tagOf(piece.joints.find(j => j.id === r.joint)!))
        .join(', ')}`,
      minutes: null,
    }
  }
  if (next && plan.tasks.some(t => t.kind === 'open' && !t.done)) {
    return {
      step: 'open-up',
      words: say`Open it, mend and fit dry: ${describeDuration(plan.preparation.value)}`,
      minutes: plan.preparation.value,
    }
  }
  const fitting = beforeNextGlue(plan)
  if (next && fitting.length > 0) {
    const minutes = fitting.reduce((sum, t) => sum + t.minutes.usual, 0)
    return {
      step: fitting[0]!.kind === 'dry-run' ? 'dry-run' : 'mend',
      words: say`Mend and fit dry: ${describeDuration(minutes)}`,
      minutes,
    }
  }
  if (next) {
    return {
      step: 'glue-up',
      words: say`Glue stage ${next.number}: ${describeDuration(next.working.value)}`,
      minutes: next.working.value,
    }
  }
  if (plan.returnMin !== null && plan.returnMin > nowMin) {
    return { step: 'record', words: say`Rests until ${describeWallTime(plan.returnMin, nowMin)}`, minutes: null }
  }
  const stop = plan.stops[0]
  if (stop) return { step: stop.remedies[0]?.step ?? 'glue-up', words: say`Find a way on: ${stop.why}`, minutes: null }
  return { step: 'record', words: say`Test every joint again, then send it home`, minutes: 10 }
}

/** What hands have to do at the wood before the next glue is spread. */
function beforeNextGlue(plan: Plan): TimedTask[] {
  const steps = benchSteps(plan)
  const glue = steps.findIndex(t => t.kind === 'glue')
  return steps.slice(0, Math.max(0, glue)).filter(t => t.kind === 'mend' || t.kind === 'clean' || t.kind === 'dry-run')
}
