import { linesOf, type Stage } from '../glueup'
import { joined, q, say, type Phrase } from '../measure/phrase'
import { tagOf } from '../piece/facts'
import { OPEN_TIME_SHARE } from '../reference/rates'
import { handsOn, type Task } from '../work'
import { chosenWork } from './candidates'
import { clampWords, stageLines } from './line-words'
import type { JointMend } from './plan'
import { allOpen, because, curedTask, glueTask, isShut, upstream, type Graph } from './task-graph'
import { woodWork } from './wood'

/** Minutes round the joints themselves (docs/sources.md#working-rates, low). */
const DRY_RUN_MIN = 12
const CLAMPS_OFF_MIN = 3
/** Laying out: so much, and so much for each clamp. */
const [LAY_OUT_MIN, LAY_OUT_CLAMP_MIN] = [1, 0.5]

/** Everything closed once without glue; null where no joint is glued. */
export function dryRun(g: Graph, mending: readonly Task[]): Task | null {
  const { stages } = g.settled.staging
  // What is mended in place never comes apart, so there is nothing to try.
  const inPlace = new Set(g.settled.apart.decisions.filter(d => d.decision === 'mend-in-place').map(d => d.joint))
  const open = stages.filter(s => s.joints.some(id => !inPlace.has(id)))
  if (open.length === 0) return null
  const joints = open.flatMap(s => s.joints).filter(id => !inPlace.has(id))
  const left = joints.filter(id => !isShut(g, `joint:${id}`))
  const steps = mending.filter(t => isFitted(t, joints.map(id => `joint:${id}`)))
  // Wood that a joint sits on is whole before it is tried: not where that wood itself waits for a joint.
  const isFree = (s: Stage) => ![...upstream(g, s)].some(n => open.some(o => o.number === n))
  const wood = stages.filter(s => s.joints.length === 0 && isFree(s) && open.some(o => upstream(g, o).has(s.number)))
  const facts = left.map(id => `joint:${id}/dry`)
  return {
    id: 'piece/dry-run',
    kind: 'dry-run',
    troubles: [],
    joints: left,
    after: [...because('fitted', steps.map(t => t.id)), ...allOpen(g), ...because('cured', wood.map(curedTask))],
    line: null,
    hands: 1,
    minutes: handsOn(DRY_RUN_MIN),
    waitMin: 0,
    clockMin: null,
    title: say`Dry run`,
    words: say`Close everything without glue, stage by stage, with its clamps: every shoulder home, diagonals alike, four feet down.`,
    why: say`What is found out now costs nothing; with glue on every surface it costs the piece.`,
    facts,
    done: left.length === 0 || g.done.has(facts),
  }
}

/** Laying out, spreading and closing, clamps off: one stage of gluing. */
export function stageTasks(g: Graph, stage: Stage, mending: readonly Task[], dry: Task | null): Task[] {
  const { piece } = g.job
  const id = glueTask(stage)
  const lines = linesOf(stage)
  const glued = lines.every(line => isShut(g, line))
  const ready = mending.filter(t => isFitted(t, lines))
  const others = stage.after.map(n => curedTask(g.settled.staging.stages.find(s => s.number === n)!))
  const before = [
    ...allOpen(g),
    ...because('fitted', ready.map(t => t.id)),
    ...because('rehearsed', dry && stage.joints.some(id => dry.joints.includes(id)) ? [dry.id] : []),
    ...because('cured', others),
  ]
  const usableMin = Math.min(...lines.map(line => (g.settled.glueOf(line)?.open.value ?? 0) * OPEN_TIME_SHARE))
  const names = stageLines(piece, { woodMends: g.settled.wood, troubles: g.job.troubles }, stage)
  const glues = [...new Set(lines.flatMap(line => g.settled.glueOf(line)?.glue.label ?? []))].join(' and ')
  const common = { troubles: troublesIn(g, lines), joints: stage.joints, line: null, waitMin: 0, hands: g.job.shop.hands, done: glued }
  const own = wetSteps(g, lines)
  const rest = say`${stage.lines.length > 0 ? 'clamp, ' : ''}${stage.joints.length > 0 ? 'check diagonals and feet, ' : 'see that it is straight, '}wipe`
  const layOut: Task = {
    ...common,
    id: `${lines.slice().sort().join('+')}/lay-out`,
    kind: 'lay-out',
    after: before,
    hands: 1,
    minutes: handsOn(LAY_OUT_MIN + LAY_OUT_CLAMP_MIN * stage.lines.length),
    clockMin: null,
    title: say`Lay out for ${names}`,
    words: stage.lines.length === 0 ? say`Nothing is clamped: by hand and by its own fit. Rags and water ready.` : say`Clamps in the order of use: ${stage.lines.map(l => clampWords(piece, l)).join('; ')}. Pads and film on every jaw.`,
    why: say`Rehearsed dry, so that nothing is found out with glue on every surface.`,
    facts: [`${lines.slice().sort()[0]!}/laid-out`],
    done: glued || g.done.has([`${lines.slice().sort()[0]!}/laid-out`]),
  }
  const spread: Task = {
    ...common,
    id,
    kind: 'glue',
    after: [...because('laid-out', [layOut.id]), ...before],
    minutes: { low: stage.working.low ?? stage.working.value, usual: stage.working.value, high: stage.working.high ?? stage.working.value },
    clockMin: Number.isFinite(usableMin) ? usableMin : null,
    title: say`Spread and close ${names}`,
    words: own.isAll ? say`${glues}. ${own.words} Then ${rest}.` : say`${glues} on both faces, close, ${rest}. ${own.words}`,
    why: say`${q(stage.working.value, 'min')} of work in ${q(usableMin, 'min')}.`,
    facts: lines,
  }
  const off: Task[] = stage.lines.length === 0
    ? []
    : [{
        ...common,
        id: `${lines.slice().sort().join('+')}/clamps-off`,
        kind: 'clamps-off',
        after: because('cured', [id]),
        hands: 1,
        minutes: handsOn(CLAMPS_OFF_MIN),
        clockMin: null,
        title: say`Clamps off ${names}`,
        words: say`Clamps off, pads and film away; what squeezed out is scraped while it is rubbery.`,
        why: say`The glue holds by then; it is not to be stressed before it has cured.`,
        facts: [`${lines.slice().sort()[0]!}/clamps-off`],
        done: g.done.has([`${lines.slice().sort()[0]!}/clamps-off`]),
      }]
  return [layOut, spread, ...off]
}

/** Whether something has to be done before a line is spread. */
const isFitted = (task: Task, lines: readonly string[]): boolean => (task.kind === 'mend' || task.kind === 'clean') && task.line !== null && lines.includes(task.line)

const troublesIn = (g: Graph, lines: readonly string[]): string[] =>
  [...new Set(lines.map(line => g.settled.closings.find(c => c.id === line)?.trouble ?? line))].filter(id => g.job.troubles.some(t => t.id === id))

/** What mends say about their own gluing, and whether it says how every line of the stage is glued. */
function wetSteps(g: Graph, lines: readonly string[]): { words: Phrase, isAll: boolean } {
  const told = lines.map((line) => {
    const closing = g.settled.closings.find(c => c.id === line)
    const work = closing ? woodWork(g.settled.wood.find(m => m.trouble === closing.trouble)!) : chosenWork(g.settled.mends.find(m => `joint:${m.joint}` === line) ?? NO_MEND)
    const steps = work?.steps.filter(s => s.when === 'wet' && s.turn === (closing?.turn ?? 1)) ?? []
    const joint = g.job.piece.joints.find(j => `joint:${j.id}` === line)
    return steps.map(s => (joint ? say`${tagOf(joint)}: ${s.words}` : s.words))
  })
  return { words: joined(told.flat(), ' '), isAll: told.every(words => words.length > 0) }
}

const NO_MEND: JointMend = { joint: '', options: [], chosen: null, picked: false }
