import { drivenHome } from '../clamping'
import { closedIn, linesOf, type Stage } from '../glueup'
import { isMetal, WAYS_OUT, type HeldBy } from '../hardware'
import { joined, q, say, type Phrase } from '../measure/phrase'
import { isFlatFrame, tagOf } from '../piece/facts'
import { OPEN_TIME_SHARE } from '../reference/rates'
import { together, tool, type ToolUse } from '../reference/tools'
import { handsOn, type Task } from '../work'
import { chosenWork } from './chosen'
import { jointOf } from './job'
import { clampWords, stageLines } from './line-words'
import { goesInto } from './made-anew'
import type { JointMend } from './plan'
import { allOpen, because, curedTask, glueTask, isShut, upstream, type Graph } from './task-graph'

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
  const steps = mending.filter(t =>
    isFitted(
      t,
      joints.map(id => `joint:${id}`),
    ),
  )
  // Wood that a joint sits on is whole before it is tried: not where that wood itself waits for a joint.
  const isFree = (s: Stage) => ![...upstream(g, s)].some(n => open.some(o => o.number === n))
  const wood = stages.filter(s => s.joints.length === 0 && isFree(s) && open.some(o => upstream(g, o).has(s.number)))
  const facts = left.map(id => `joint:${id}/dry`)
  return {
    id: 'piece/dry-run',
    kind: 'dry-run',
    troubles: [],
    joints: left,
    after: [
      ...because(
        'fitted',
        steps.map(t => t.id),
      ),
      ...allOpen(g),
      ...because('cured', wood.map(curedTask)),
    ],
    line: null,
    hands: 1,
    minutes: handsOn(DRY_RUN_MIN),
    waitMin: 0,
    clockMin: null,
    tools: [tool('mallet'), tool('square'), tool('strap')],
    title: say`Dry run`,
    words: say`Close everything without glue, stage by stage, with its clamps: every shoulder home, diagonals alike, ${isFlatFrame(g.job.piece) ? 'flat on the board without twist' : 'four feet down'}.`,
    why: say`What is found out now costs nothing; with glue on every surface it costs the piece.`,
    facts,
    done: left.length === 0 || g.done.has(facts),
  }
}

/** A stage as its tasks see it. */
interface InHand {
  readonly stage: Stage
  /** All that is closed in it, and of it what takes glue. */
  readonly closed: readonly string[]
  readonly lines: readonly string[]
  readonly names: Phrase
  readonly common: Pick<Task, 'troubles' | 'joints' | 'line' | 'waitMin' | 'hands' | 'done'>
}

/**
 * Laying out, spreading and closing, clamps off: one stage of gluing. What only hardware closes is fastened, with
 * nothing laid out.
 */
export function stageTasks(g: Graph, stage: Stage, mending: readonly Task[], dry: Task | null): Task[] {
  const closed = closedIn(stage)
  const common = {
    troubles: troublesIn(g, closed),
    joints: stage.joints,
    line: null,
    waitMin: 0,
    hands: g.job.shop.hands,
    done: closed.every(line => isShut(g, line)),
  }
  const names = stageLines(g.job.piece, { woodMends: g.settled.wood, troubles: g.job.troubles }, stage)
  const inHand: InHand = { stage, closed, lines: linesOf(stage), names, common }
  const others = stage.after.map(n => curedTask(g.settled.staging.stages.find(s => s.number === n)!))
  const after = [
    ...allOpen(g),
    ...because(
      'fitted',
      mending.filter(t => isFitted(t, closed)).map(t => t.id),
    ),
    ...because('rehearsed', dry && stage.joints.some(id => dry.joints.includes(id)) ? [dry.id] : []),
    ...because('cured', others),
  ]
  if (inHand.lines.length === 0) return [fasten(inHand, after)]
  const layOut = layOutTask(g, inHand, after)
  return [
    layOut,
    spreadTask(g, inHand, [...because('laid-out', [layOut.id]), ...after]),
    ...(stage.lines.length > 0 ? [clampsOff(g, inHand)] : []),
  ]
}

const named = ({ closed }: InHand): string => [...closed].sort().join('+')
/** Its laying out and its clamps are told by the first of its lines. */
const factOf = ({ closed }: InHand, what: string): string => `${[...closed].sort()[0]!}/${what}`
const working = ({ stage }: InHand): Task['minutes'] => ({
  low: stage.working.low ?? stage.working.value,
  usual: stage.working.value,
  high: stage.working.high ?? stage.working.value,
})

/** What one pair of hands does before or after the gluing itself. */
const roundGlue = (inHand: InHand, kind: 'lay-out' | 'clamps-off', after: Task['after'], usualMin: number) => ({
  ...inHand.common,
  id: `${named(inHand)}/${kind}`,
  kind,
  after,
  hands: 1,
  minutes: handsOn(usualMin),
  clockMin: null,
  tools: kind === 'clamps-off' ? [tool('scraper')] : [tool('swab')],
})

function fasten(inHand: InHand, after: Task['after']): Task {
  const { stage, closed, names, common } = inHand
  return {
    ...common,
    id: glueTask(stage),
    kind: 'glue',
    after,
    minutes: working(inHand),
    clockMin: null,
    tools: [tool('driver'), tool('spanner')],
    title: say`Fasten ${names}`,
    words: say`Faces clean, home without glue and without strain: screws, bolts, buttons or clips back where their labels say, drawn up a little each in turn.`,
    why: say`Hardware holds it; glue would hold it where it has to move.`,
    facts: closed,
  }
}

function layOutTask(g: Graph, inHand: InHand, after: Task['after']): Task {
  const { stage, names, common } = inHand
  const facts = [factOf(inHand, 'laid-out')]
  const { piece } = g.job
  const driven = drivenHome(
    piece,
    stage.joints.filter(id => !stage.dry.includes(id)).map(id => jointOf(piece, id)),
  )
  const home
    = driven.length === 0
      ? say``
      : say` ${driven.map(tagOf).join(', ')}: driven home over a block, then the piece on its feet and weight on it.`
  return {
    ...roundGlue(inHand, 'lay-out', after, LAY_OUT_MIN + LAY_OUT_CLAMP_MIN * stage.lines.length),
    title: say`Lay out for ${names}`,
    words:
      stage.lines.length === 0
        ? say`Nothing is clamped: by hand and by its own fit. Rags and water ready.${home}`
        : say`Clamps in the order of use: ${stage.lines.map(l => clampWords(g.job.piece, l)).join('; ')}. Pads and film on every jaw.${home}`,
    why: say`Rehearsed dry, so that nothing is found out with glue on every surface.`,
    facts,
    done: common.done || g.done.has(facts),
  }
}

function spreadTask(g: Graph, inHand: InHand, after: Task['after']): Task {
  const { stage, closed, lines, names, common } = inHand
  const usableMin = Math.min(...lines.map(line => (g.settled.glueOf(line)?.open.value ?? 0) * OPEN_TIME_SHARE))
  const glues = [...new Set(lines.flatMap(line => g.settled.glueOf(line)?.glue.label ?? []))].join(' and ')
  const own = wetSteps(g, lines)
  const rest = say`${stage.lines.length > 0 ? 'clamp, ' : ''}${stage.joints.length > 0 ? (isFlatFrame(g.job.piece) ? 'check diagonals and twist, ' : 'check diagonals and feet, ') : 'see that it is straight, '}wipe`
  const dry
    = stage.dry.length === 0
      ? say``
      : say` No glue in ${stage.dry.map(id => tagOf(jointOf(g.job.piece, id))).join(', ')}: its hardware back, drawn up last.`
  const back = putBack(g, stage)
  return {
    ...common,
    id: glueTask(stage),
    kind: 'glue',
    after,
    minutes: working(inHand),
    clockMin: usableMin,
    tools: own.tools.length > 0 ? own.tools : [tool('brush'), tool('swab')],
    title: say`Spread and close ${names}`,
    words: own.isAll
      ? say`${glues}. ${own.words} Then ${rest}.${dry}${back}`
      : say`${glues} on both faces, close, ${rest}.${dry}${back} ${own.words}`,
    why: say`${q(stage.working.value, 'min')} of work in ${q(usableMin, 'min')}.`,
    facts: closed,
  }
}

/** What is hammered in, and held by nothing but the wood. */
const HAMMERED: ReadonlySet<HeldBy['kind']> = new Set(['brad', 'nail', 'staple'])

function putBack(g: Graph, stage: Stage): Phrase {
  const { piece } = g.job
  const made = goesInto(piece, g.settled.apart, stage)
  // Keys go in when the corner has cured, and the mend that cuts them tells them itself.
  const isKeyed = (joint: string) =>
    ['corner-keys', 'back-key'].includes(g.settled.mends.find(m => m.joint === joint)?.chosen ?? '')
  // Nor is there metal where their slots are sawn.
  const told = made.filter(h => !isKeyed(h.joint) || (h.kind !== 'key' && !HAMMERED.has(h.kind)))
  const kinds = [...new Set(told.map(h => h.kind))]
  const words = kinds.map((kind) => {
    const tags = told
      .filter(h => h.kind === kind)
      .map(h => `${tagOf(jointOf(piece, h.joint))}${h.count > 1 ? ` (${h.count})` : ''}`)
      .join(', ')
    if (kind === 'key') return say` New keys across ${tags} in the old slots, once it has cured.`
    if (HAMMERED.has(kind)) {
      return say` ${capital(WAYS_OUT[kind].label)}s in the old holes of ${tags}, punched under the face when the clamps are on.`
    }
    return isMetal(kind)
      ? say` ${capital(WAYS_OUT[kind].label)}s back in ${tags}, drawn up when the clamps are on.`
      : say` New: ${WAYS_OUT[kind].label} in ${tags}.`
  })
  return joined(words, '')
}

const capital = (text: string): string => `${text[0]!.toUpperCase()}${text.slice(1)}`

function clampsOff(g: Graph, inHand: InHand): Task {
  const facts = [factOf(inHand, 'clamps-off')]
  return {
    ...roundGlue(inHand, 'clamps-off', because('cured', [glueTask(inHand.stage)]), CLAMPS_OFF_MIN),
    title: say`Clamps off ${inHand.names}`,
    words: say`Clamps off, pads and film away; what squeezed out is scraped while it is rubbery.`,
    why: say`The glue holds by then; it is not to be stressed before it has cured.`,
    facts,
    done: g.done.has(facts),
  }
}

/** Whether something has to be done before a line is spread. */
const isFitted = (task: Task, lines: readonly string[]): boolean =>
  (task.kind === 'mend' || task.kind === 'clean') && task.line !== null && lines.includes(task.line)

const troublesIn = (g: Graph, lines: readonly string[]): string[] =>
  [...new Set(lines.map(line => g.settled.closings.find(c => c.id === line)?.trouble ?? line))].filter(id =>
    g.job.troubles.some(t => t.id === id),
  )

/** What mends say about their own gluing, and whether it says how every line of the stage is glued. */
function wetSteps(g: Graph, lines: readonly string[]): { words: Phrase, isAll: boolean, tools: ToolUse[] } {
  const told = lines.map((line) => {
    const closing = g.settled.closings.find(c => c.id === line)
    const work = closing
      ? chosenWork(g.settled.wood.find(m => m.trouble === closing.trouble)!)
      : chosenWork(g.settled.mends.find(m => `joint:${m.joint}` === line) ?? NO_MEND)
    const steps = work?.steps.filter(s => s.when === 'wet' && s.turn === (closing?.turn ?? 1)) ?? []
    const joint = g.job.piece.joints.find(j => `joint:${j.id}` === line)
    return steps.map(s => ({ ...s, words: joint ? say`${tagOf(joint)}: ${s.words}` : s.words }))
  })
  const steps = told.flat()
  return {
    words: joined(
      steps.map(s => s.words),
      ' ',
    ),
    isAll: told.every(own => own.length > 0),
    tools: together(steps.flatMap(s => s.tools ?? [])),
  }
}

const NO_MEND: JointMend = { joint: '', options: [], chosen: null, picked: false, onlyIfPicked: false }
