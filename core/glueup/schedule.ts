import { handOut, wholeRack, type HandedOut, type RackClamp } from '../clamping'
import { clampTime, minutesToCure } from '../glue/climate'
import { figureOf, type Figure } from '../measure/figure'
import { MIN_PER_DAY, minuteOfDay, weekdayOf } from '../measure/wall-time'
import type { GlueId } from '../piece/words'
import type { Glue } from '../reference/glues'
import type { Climate, Shop } from '../reference/shop-settings'
import { waitsAhead, type LoggedTask } from '../work'
import type { Stage } from './stages'

/** A stage with its clamps and its times on the workshop's clock, wall-clock minutes. */
export interface ScheduledStage extends Stage {
  readonly startMin: number
  readonly clampedMin: number
  readonly cureMin: Figure
  /**
   * When the glue has set enough for the clamps to come off. Infinity if it never does in this cold: nothing is
   * planned after it.
   */
  readonly setMin: number
  /** The first working moment after that. */
  readonly clampsOffMin: number
  /** Not to be stressed before. */
  readonly restUntilMin: number
  readonly clamps: readonly HandedOut[]
  readonly glued: boolean
  /** What is spread in it: one glue, or two where a closing cannot be divided. */
  readonly glues: readonly GlueId[]
}

/** When somebody is there. */
type Hours = Pick<Shop, 'opensMin' | 'closesMin' | 'daysOff'>
const DAYS_A_WEEK = 7

/**
 * The next moment within opening hours of a working day at which `lengthMin` fits before closing; longer jobs start
 * when the shop opens.
 */
export function nextWorkingMin(hours: Hours, fromMin: number, lengthMin = 0): number {
  const at = withinHours(hours, fromMin, lengthMin)
  const isOff = (min: number) => hours.daysOff?.includes(weekdayOf(min)) ?? false
  if (!isOff(at)) return at
  const midnight = at - minuteOfDay(at)
  const days = Array.from({ length: DAYS_A_WEEK }, (_, i) => midnight + (i + 1) * MIN_PER_DAY)
  return (days.find(day => !isOff(day)) ?? midnight) + hours.opensMin
}

function withinHours(hours: Hours, fromMin: number, lengthMin: number): number {
  const t = minuteOfDay(fromMin)
  const day = fromMin - t
  if (t < hours.opensMin) return day + hours.opensMin
  if (t + lengthMin <= hours.closesMin || (t === hours.opensMin && lengthMin > hours.closesMin - hours.opensMin)) {
    return fromMin
  }
  return day + MIN_PER_DAY + hours.opensMin
}

/** When hands-on work of a length is done, working only while the shop is open. */
export function workUntilMin(hours: Hours, fromMin: number, lengthMin: number): number {
  let [t, left] = [nextWorkingMin(hours, fromMin), lengthMin]
  for (;;) {
    const today = hours.closesMin - minuteOfDay(t)
    if (left <= today) return t + left
    left -= today
    t = nextWorkingMin(hours, t + today + 1)
  }
}

/** What a schedule is made with. */
export interface Timing {
  readonly shop: Shop
  /** Work begins here, wall-clock minutes, and glue is not spread before `glueFromMin`. */
  readonly fromMin: number
  readonly glueFromMin?: number
  /** What is spread in a stage. */
  gluesOf(stage: Stage): readonly Glue[]
  /** The climate of the room it cures in. */
  climateOf(stage: Stage): Climate
  /** Stages already done, by number, with the time their clamps went on. */
  readonly gluedAt?: ReadonlyMap<number, number>
  /** All work in the order it is told; the stages among it by `stageTask`. Without it the stages stand alone. */
  readonly tasks?: readonly LoggedTask[]
  stageTask?(stage: Stage): string
}

export interface Scheduled {
  readonly stages: readonly ScheduledStage[]
  /** When each task is begun and done, and when what stands on it may begin. */
  readonly times: ReadonlyMap<string, TaskTime>
}
/** `restMin`: when what must not be disturbed by stress or moisture may be: glue has cured through by then. */
export interface TaskTime {
  readonly startMin: number
  readonly endMin: number
  readonly freeMin: number
  readonly restMin: number
}

/** A stage counts for so much when what waits longest is begun first, minutes: a night. */
const STAGE_WAIT_MIN = 1440

interface Begin {
  readonly startMin: number
  readonly clamps: HandedOut[]
}
interface Placed {
  readonly id: string
  readonly after: readonly string[]
  /** Of those, what has to have cured through, not only be out of clamps. */
  readonly rested: ReadonlySet<string>
  readonly log: LoggedTask['log'] | null
}
type Item
  = | (Placed & { readonly task: LoggedTask })
    | (Placed & { readonly stage: Stage, readonly gluedMin: number | undefined })

/**
 * Puts work and stages on the clock, one pair of hands at a time: of what may be begun the one that can be begun
 * first, and of those the one with the longest wait behind it; a stage once its forerunners are out of clamps and its
 * clamps are free. Stages are numbered as they are begun.
 */
export function schedule(stages: readonly Stage[], timing: Timing): Scheduled {
  const { shop, fromMin, glueFromMin = fromMin } = timing
  const rack = wholeRack(shop.rack)
  const left = itemsOf(stages, timing)
  const nodes = left.map(i => ({ id: i.id, after: i.after.map(task => ({ task, because: 'order' as const })) }))
  const ahead = waitsAhead(nodes, id => waitOf(left, id))
  const times = new Map<string, TaskTime>()
  const done: ScheduledStage[] = []
  let handsFree = fromMin
  const begin = (item: Item): Begin => {
    if ('task' in item && item.task.done) return { startMin: fromMin, clamps: [] }
    if ('stage' in item && item.gluedMin !== undefined) {
      return {
        startMin: item.gluedMin - item.stage.working.value,
        clamps: handOut(item.stage.lines, rack, item.gluedMin),
      }
    }
    const begunMin = begunAt(item)
    if (begunMin !== null) {
      return { startMin: begunMin, clamps: 'stage' in item ? handOut(item.stage.lines, rack, begunMin) : [] }
    }
    const free = Math.max(
      handsFree,
      item.log?.notBeforeMin ?? fromMin,
      ...item.after.map(id => (item.rested.has(id) ? times.get(id)!.restMin : times.get(id)!.freeMin)),
    )
    if ('task' in item) return { startMin: nextWorkingMin(shop, free), clamps: [] }
    return startWithClamps(item.stage, rack, shop, Math.max(free, glueFromMin))
  }
  while (left.length > 0 && done.every(d => Number.isFinite(d.setMin))) {
    const ready = left
      .filter(i => isDone(i) || begunAt(i) !== null || i.after.every(id => times.has(id)))
      .map(item => ({ item, ...begin(item) }))
    if (ready.length === 0) {
      throw new Error(
        `The work waits for itself: ${left.map(i => `${i.id} for ${i.after.filter(id => !times.has(id)).join(', ')}`).join('; ')}`,
      )
    }
    const next = ready.reduce((a, b) => (comesBefore(b, a, ahead) ? b : a))
    if ('task' in next.item) {
      const { task } = next.item
      const endMin = task.done ? fromMin : Math.max(fromMin, workUntilMin(shop, next.startMin, task.minutes.usual))
      const freeMin = freeAfter(task, endMin)
      times.set(task.id, { startMin: next.startMin, endMin, freeMin, restMin: freeMin })
      if (!task.done) handsFree = Math.max(handsFree, endMin)
    }
    else {
      const made = timedStage(next.item, next, timing)
      for (const { clamp } of next.clamps) {
        if (clamp) rack[rack.indexOf(clamp)] = { ...clamp, freeAtMin: made.clampsOffMin }
      }
      times.set(next.item.id, {
        startMin: made.startMin,
        endMin: made.clampedMin,
        freeMin: made.clampsOffMin,
        restMin: made.restUntilMin,
      })
      handsFree = Math.max(handsFree, made.clampedMin)
      done.push(made)
    }
    left.splice(left.indexOf(next.item), 1)
  }
  const place = new Map(done.map((d, i) => [d.number, i + 1]))
  return {
    stages: done.map(d => ({ ...d, number: place.get(d.number)!, after: d.after.flatMap(n => place.get(n) ?? []) })),
    times,
  }
}

/** What stands on a task begins after its wait; of what was done by itself that runs from then. */
function freeAfter({ done, waitMin, log }: LoggedTask, endMin: number): number {
  if (!done) return endMin + waitMin
  return waitMin > 0 && log.doneMin !== null ? Math.max(endMin, log.doneMin + waitMin) : endMin
}

/**
 * What is done already comes first, then what somebody is at, then what can be begun first, then what has the longest
 * wait behind it.
 */
function comesBefore(
  a: Begin & { item: Item },
  b: Begin & { item: Item },
  ahead: ReadonlyMap<string, number>,
): boolean {
  const turn = (item: Item) => (isDone(item) ? 0 : begunAt(item) !== null ? 1 : 2)
  if (turn(a.item) !== turn(b.item)) return turn(a.item) < turn(b.item)
  if (Math.abs(a.startMin - b.startMin) > 1e-6) return a.startMin < b.startMin
  return ahead.get(a.item.id)! > ahead.get(b.item.id)! + 1e-6
}

const NOTHING: ReadonlySet<string> = new Set()

const isDone = (item: Item): boolean => ('task' in item ? item.task.done : item.gluedMin !== undefined)

const begunAt = (item: Item): number | null => (isDone(item) ? null : (item.log?.begunMin ?? null))

function itemsOf(stages: readonly Stage[], { tasks, stageTask, gluedAt }: Timing): Item[] {
  const idOf = stageTask ?? ((stage: Stage) => `stage ${stage.number}`)
  const byId = new Map(stages.map(stage => [idOf(stage), stage]))
  const ofStage = (stage: Stage, more: readonly string[], log: Item['log']): Item => ({
    id: idOf(stage),
    log,
    rested: NOTHING,
    after: [...new Set([...more, ...stage.after.map(n => idOf(stages.find(s => s.number === n)!))])],
    stage,
    gluedMin: gluedAt?.get(stage.number),
  })
  if (!tasks) return stages.map(s => ofStage(s, [], null))
  return tasks.map((task): Item => {
    const after = task.after.map(a => a.task)
    const stage = byId.get(task.id)
    const rested = new Set(task.after.filter(a => a.because === 'at-rest').map(a => a.task))
    return stage ? ofStage(stage, after, task.log) : { id: task.id, after, rested, log: task.log, task }
  })
}

function waitOf(items: readonly Item[], id: string): number {
  const item = items.find(i => i.id === id)
  if (!item || isDone(item)) return 0
  return 'task' in item ? item.task.waitMin : STAGE_WAIT_MIN
}

function timedStage(
  item: Extract<Item, { stage: Stage }>,
  { startMin, clamps }: Begin,
  { shop, gluesOf, climateOf }: Timing,
): ScheduledStage {
  const { stage, gluedMin } = item
  const clampedMin = gluedMin ?? startMin + stage.working.value
  const cure = cureOf(gluesOf(stage), climateOf(stage), shop, clampedMin)
  return { ...stage, startMin, clampedMin, ...cure, clamps, glued: gluedMin !== undefined }
}

type Cure = Pick<ScheduledStage, 'cureMin' | 'setMin' | 'clampsOffMin' | 'restUntilMin' | 'glues'>

/** What hardware holds is in use as soon as it is tight. */
const NOTHING_CURES = { cureMin: figureOf(0, 'min', 'no glue in it', [], 'working-rates', 'high'), glues: [] } as const

/** When what was spread has set and when it has cured: the slowest of it. */
function cureOf(glues: readonly Glue[], climate: Climate, shop: Shop, clampedMin: number): Cure {
  if (glues.length === 0) {
    return { ...NOTHING_CURES, setMin: clampedMin, clampsOffMin: clampedMin, restUntilMin: clampedMin }
  }
  const cureMin = glues
    .map(glue => clampTime(glue, climate, shop, clampedMin))
    .reduce((a, b) => (b.value > a.value ? b : a))
  const setMin = clampedMin + cureMin.value
  return {
    cureMin,
    setMin,
    clampsOffMin: Number.isFinite(setMin) ? nextWorkingMin(shop, setMin) : Infinity,
    restUntilMin:
      clampedMin + Math.max(...glues.map(glue => minutesToCure(glue, glue.restH * 60, climate, shop, clampedMin))),
    glues: glues.map(g => g.id),
  }
}

/** The first working moment at which every line that can be served at all gets its clamp. */
function startWithClamps(
  stage: Stage,
  rack: readonly RackClamp[],
  shop: Shop,
  fromMin: number,
): { startMin: number, clamps: HandedOut[] } {
  const moments = [
    fromMin,
    ...rack
      .map(c => c.freeAtMin)
      .filter(t => t > fromMin && Number.isFinite(t))
      .sort((a, b) => a - b),
  ]
  let last: { startMin: number, clamps: HandedOut[] } | undefined
  for (const moment of moments) {
    const startMin = nextWorkingMin(shop, moment, stage.working.value)
    const clamps = handOut(stage.lines, rack, startMin)
    last = { startMin, clamps }
    if (clamps.filter(c => c.clamp === null).length <= stage.unserved.length) return last
  }
  return last!
}
