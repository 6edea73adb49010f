import { q, say } from '../measure/phrase'
import { cleaningWords } from '../glue'
import { findingOf, tagOf } from '../piece/facts'
import { FORMS } from '../piece/joint-forms'
import type { Joint } from '../piece/schema'
import type { Stage } from '../glueup'
import { tool } from '../reference/tools'
import { handsOn, type Before, type Step, type Task } from '../work'
import { chosenWork } from './chosen'
import { isApart, jointOf } from './job'
import type { JointMend, TroubleMend } from './plan'
import { allOpen, because, comesAfter, curedTask, isShut, openedBy, type Graph } from './task-graph'
import { workName } from './trouble-words'
import { openedForWood } from './wood'

/** Minutes for a joint that was only in the way (docs/sources.md#working-rates, low). */
const CLEAN_MIN = 15

/** Every step of the chosen mends, and the cleaning of what only opens on the way. */
export function mendTasks(g: Graph): Task[] {
  return [
    ...cleaning(g),
    ...g.settled.mends.flatMap(m => jointMend(g, m)),
    ...g.settled.wood.flatMap(m => woodMend(g, m)),
  ]
}

/**
 * Joints that only open because they are in the way are cleaned all the same: new glue wants bare wood. What is bored
 * out is bare.
 */
function cleaning(g: Graph): Task[] {
  const isDry = (joint: string) => g.settled.staging.stages.some(s => s.dry.includes(joint))
  return g.settled.apart.decisions
    .filter(d => d.decision === 'in-the-way' && !isDry(d.joint) && !g.settled.apart.sawn.includes(d.joint))
    .map(({ joint }): Task => ({
      id: `joint:${joint}/cleaned`,
      kind: 'clean',
      troubles: [],
      joints: [joint],
      after: openedBy(g, joint),
      hands: 1,
      minutes: handsOn(CLEAN_MIN),
      line: `joint:${joint}`,
      waitMin: 0,
      clockMin: null,
      tools: [tool('scraper'), tool('swab')],
      title: say`${tagOf(jointOf(g.job.piece, joint))}, cleaned`,
      words: cleaningWords(
        findingOf(g.job.piece, joint).oldGlue,
        facesOf(jointOf(g.job.piece, joint)),
        g.job.school,
      ),
      why: say`It was opened because it was in the way, and closes with new glue.`,
      facts: [`joint:${joint}/cleaned`],
      done: g.done.allDry || g.done.has([`joint:${joint}/cleaned`]) || isShut(g, `joint:${joint}`),
    }))
}

function facesOf({ form }: Joint): 'flat' | 'tenon' | 'dowels' {
  if (form.kind === 'dowel') return 'dowels'
  return FORMS[form.kind].fit === 'round' ? 'tenon' : 'flat'
}

function jointMend(g: Graph, mend: JointMend): Task[] {
  const work = chosenWork(mend)
  const option = mend.options.find(o => o.id === mend.chosen)
  const trouble = g.job.troubles.find(t => t.id === `joint:${mend.joint}`)
  if (!work || !option) return []
  const line = `joint:${mend.joint}`
  // A mortise in a broken or split part is cut again when its wood is whole; a new part is made before its tenons are
  // fitted.
  const { enters, receives } = jointOf(g.job.piece, mend.joint)
  const made = [enters, receives]
    .filter(p => g.job.remade.has(p))
    .flatMap(p => g.settled.wood.filter(m => m.trouble === `part:${p}`))
    .flatMap(m => lastStep(m, ['before']))
  const recut = openedForWood(g.settled.wood)
    .filter(o => o.joint === mend.joint)
    .flatMap(o => g.settled.wood.filter(m => m.trouble === o.trouble))
    .flatMap(m => lastStep(m))
  const wood = (trouble?.standsOn ?? [])
    .flatMap(id => g.settled.closings.filter(c => c.trouble === id))
    .map(c => g.stageOf(c.id))
  const own = g.stageOf(line)
  const whole = wood.filter((s): s is Stage => s !== undefined && (!own || !comesAfter(g, s, own))).map(curedTask)
  const start = [...openedBy(g, mend.joint), ...because('fitted', [...made, ...recut]), ...because('cured', whole)]
  return chain(g, {
    trouble: line,
    troubles: trouble ? [trouble.id] : [],
    joints: [mend.joint],
    title: say`${tagOf(jointOf(g.job.piece, mend.joint))}, ${option.short}`,
    reason: option.verdict.reason,
    steps: work.steps,
    lineOf: () => line,
    start,
    last: false,
    framed: [],
  })
}

/** What is done with the glue open is part of the gluing and no task of its own. */
const lastStep = (m: TroubleMend, of: readonly Step['when'][] = ['before', 'cured']): string[] => {
  const steps = chosenWork(m)?.steps.filter(s => of.includes(s.when)) ?? []
  return steps.length > 0 ? [`${m.trouble}/${steps.at(-1)!.id}`] : []
}

function woodMend(g: Graph, mend: TroubleMend): Task[] {
  const work = chosenWork(mend)
  const option = mend.options.find(o => o.id === mend.chosen)
  const trouble = g.job.troubles.find(t => t.id === mend.trouble)
  if (!work || !option || !trouble) return []
  const alike = g.settled.wood.filter(m => m === mend || isSameWork(g, m, mend))
  if (alike[0] !== mend) return []
  // A repair at a joint is not undone while that joint stays shut.
  if (trouble.kind === 'earlier-repair' && trouble.joint !== null && !isOpened(g, trouble.joint)) return []
  const lines = g.settled.closings.filter(c => c.trouble === mend.trouble)
  return chain(g, {
    trouble: mend.trouble,
    troubles: alike.map(m => m.trouble),
    joints: trouble.joint ? [trouble.joint] : [],
    title: say`${workName(g.job.original, trouble)}, ${option.short}`,
    reason: option.verdict.reason,
    steps: work.steps.filter(s => !s.isPuttingBack || !trouble.joint || !isOpened(g, trouble.joint)),
    // A repair at a joint is undone before that joint is spread.
    lineOf: turn =>
      lines.find(l => l.turn === turn)?.id
      ?? (trouble.kind === 'earlier-repair' && trouble.joint ? `joint:${trouble.joint}` : undefined),
    start: [...allOpen(g), ...because('order', dryFoundations(g, mend, trouble.standsOn).flatMap(m => lastStep(m)))],
    // What only hardware holds is made tight when nothing near it has to move any more; webbing is strained in a
    // frame that stands.
    last: trouble.kind === 'hardware-loose' || (trouble.kind === 'bracing-lost' && lines.length === 0),
    framed: frameFitted(g),
  })
}

/**
 * What has to be fitted before the frame can be closed dry round a part that is not made yet: every joint of old wood
 * that came open. What waits for wood to cure is left out; it is held by hand.
 */
function frameFitted(g: Graph): Before[] {
  const { piece, remade } = g.job
  const isOld = (joint: string) => {
    const j = jointOf(piece, joint)
    return !remade.has(j.enters) && !remade.has(j.receives)
  }
  const own = g.settled.mends.filter(
    m => isOld(m.joint) && (g.job.troubles.find(t => t.id === `joint:${m.joint}`)?.standsOn ?? []).length === 0,
  )
  const fitted = own.flatMap((m) => {
    const steps = chosenWork(m)?.steps.filter(s => s.when === 'before' && s.turn === 1) ?? []
    return steps.length > 0 ? [`joint:${m.joint}/${steps.at(-1)!.id}`] : []
  })
  return because('fitted', fitted)
}

const isOpened = (g: Graph, joint: string): boolean =>
  openedBy(g, joint).length > 0 || g.done.allOpened || g.done.opened.has(joint) || isApart(g.job.piece, joint)

/** Mends without glue of what a trouble stands on: what held a split open lets go before it is closed. */
const dryFoundations = (g: Graph, mend: TroubleMend, standsOn: readonly string[]): TroubleMend[] =>
  g.settled.wood.filter(
    m => standsOn.includes(m.trouble) && !chosenWork(m)?.design?.glueLines.length && !isSameWork(g, m, mend),
  )

/** A loose corner and the loose bolt in it are tightened once: the same mend, without glue, at the same joint. */
function isSameWork(g: Graph, a: TroubleMend, b: TroubleMend): boolean {
  const jointOfTrouble = (id: string) => g.job.troubles.find(t => t.id === id)?.joint ?? null
  const joint = jointOfTrouble(a.trouble)
  return (
    a.chosen === b.chosen
    && joint !== null
    && joint === jointOfTrouble(b.trouble)
    && ![a, b].some(m => chosenWork(m)?.design?.glueLines.length)
  )
}

const DAY_MIN = 1440
/** Laid out on sticks, weighed or read once a day. */
const REST_HANDS_MIN = 5

/** New wood lies in the shop’s air until it is as dry as that: begun first of all, for nobody works on it meanwhile. */
function restTask(g: Graph, c: Chain): Task[] {
  const rest = g.resting.get(c.trouble)
  if (!rest) return []
  const id = `${c.trouble}/wood-rests`
  return [
    {
      id,
      kind: 'mend',
      troubles: c.troubles,
      joints: c.joints,
      after: [],
      hands: 1,
      minutes: handsOn(REST_HANDS_MIN),
      line: null,
      waitMin: rest.days * DAY_MIN,
      clockMin: null,
      tools: [],
      title: say`${c.title}: its wood rests`,
      words: say`Saw it rough and lay it on sticks in the shop, air on all sides: ${q(rest.fromPct, '%')} as it is, ${q(rest.toPct, '%')} is where it comes to rest. About ${q(rest.days, 'count')} ${rest.days === 1 ? 'day' : 'days'}; read it again before it is cut.`,
      why: say`Fitted now it would ${rest.fromPct > rest.toPct ? 'shrink loose' : 'swell and split what it sits in'}.`,
      facts: [id],
      done: g.done.has([id]),
    },
  ]
}

const isMeasured = ({ job }: Graph, part: string): boolean => job.original.dryFit?.[part] !== undefined

interface Chain {
  readonly trouble: string
  readonly troubles: readonly string[]
  readonly joints: readonly string[]
  readonly title: Task['title']
  readonly reason: Task['why']
  readonly steps: readonly Step[]
  lineOf(turn: number): string | undefined
  readonly start: readonly Before[]
  readonly last: boolean
  /** What a step waits for that is done in the frame fitted dry. */
  readonly framed: readonly Before[]
}

/**
 * A mend’s steps one after another, the glue lines between them; what is done while the glue is open belongs to the
 * gluing.
 */
function chain(g: Graph, c: Chain): Task[] {
  const tasks: Task[] = restTask(g, c)
  for (const step of c.steps.filter(s => s.when !== 'wet')) {
    const before = tasks.at(-1)
    const id = `${c.trouble}/${step.id}`
    // What has to come out for the piece to open at all is out by then.
    if (g.opening.some(t => t.id === id)) continue
    const line = step.when === 'cured' ? c.lineOf(step.turn) : step.turn > 1 ? c.lineOf(step.turn - 1) : undefined
    const stage = line === undefined ? undefined : g.stageOf(line)
    // Of a line that is not glued yet in this plan nothing can follow.
    if (line !== undefined && !stage && (step.when === 'cured' || step.turn > 1)) continue
    const everything = c.last ? because('all-cured', g.settled.staging.stages.map(curedTask)) : []
    const own = c.lineOf(step.turn)
    const isOver = step.when === 'before' && own !== undefined && isShut(g, own)
    tasks.push({
      id,
      kind: step.when === 'cured' ? 'finish' : c.last ? 'tighten' : 'mend',
      troubles: c.troubles,
      joints: c.joints,
      after: [
        ...c.start,
        ...because('order', [before?.id]),
        ...because('cured', stage ? [curedTask(stage)] : []),
        ...everything,
        ...(step.shouldersOf ? c.framed : []),
      ],
      hands: 1,
      minutes: handsOn(step.minutes),
      line: own ?? null,
      waitMin: step.waitMin ?? 0,
      clockMin: step.waitMin ?? null,
      tools: step.tools ?? [],
      title: c.title,
      words: step.words,
      why: c.reason,
      facts: [id],
      ...(step.shouldersOf ? { shouldersOf: step.shouldersOf } : {}),
      done:
        isOver
        || (step.shouldersOf
          ? isMeasured(g, step.shouldersOf)
          : g.done.has([id]) || (g.done.allDry && step.when === 'before' && step.turn === 1)),
    })
  }
  return tasks
}
