import { handOut, wholeRack, type HandedOut, type RackClamp } from '../clamping'
import { clampTime, minutesToCure } from '../glue/climate'
import type { Figure } from '../measure/figure'
import { MIN_PER_DAY, minuteOfDay } from '../measure/wall-time'
import type { GlueId } from '../piece/words'
import type { Glue } from '../reference/glues'
import type { Climate, Shop } from '../reference/shop-settings'
import type { Stage } from './stages'

/** A stage with its clamps and its times on the workshop's clock, wall-clock minutes. */
export interface ScheduledStage extends Stage {
  readonly startMin: number
  readonly clampedMin: number
  readonly cureMin: Figure
  /** When the glue has set enough for the clamps to come off. Infinity if it never does in this cold: nothing is planned after it. */
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

/** The next moment within opening hours at which `lengthMin` fits before closing; longer jobs start when the shop opens. */
export function nextWorkingMin(hours: Pick<Shop, 'opensMin' | 'closesMin'>, fromMin: number, lengthMin = 0): number {
  const t = minuteOfDay(fromMin)
  const day = fromMin - t
  if (t < hours.opensMin) return day + hours.opensMin
  if (t + lengthMin <= hours.closesMin || (t === hours.opensMin && lengthMin > hours.closesMin - hours.opensMin)) return fromMin
  return day + MIN_PER_DAY + hours.opensMin
}

/** When hands-on work of a length is done, working only while the shop is open. */
export function workUntilMin(hours: Pick<Shop, 'opensMin' | 'closesMin'>, fromMin: number, lengthMin: number): number {
  let [t, left] = [nextWorkingMin(hours, fromMin), lengthMin]
  for (;;) {
    const today = hours.closesMin - minuteOfDay(t)
    if (left <= today) return t + left
    left -= today
    t = nextWorkingMin(hours, t + today + 1)
  }
}

/**
 * Puts stages on the clock, one pair of hands at a time: of those whose forerunners are out of clamps the one that can be
 * begun first, when clamps are free; they are numbered as they are begun. `gluesOf` gives what is spread in a stage,
 * `climateOf` the climate of the room it cures in, `gluedAt` the stages already done, with the time their clamps went on.
 */
export function schedule(stages: readonly Stage[], gluesOf: (stage: Stage) => readonly Glue[], shop: Shop, climateOf: (stage: Stage) => Climate, readyMin: number, gluedAt: ReadonlyMap<number, number> = new Map()): ScheduledStage[] {
  const rack = wholeRack(shop.rack)
  const done: ScheduledStage[] = []
  const left = [...stages]
  let handsFree = readyMin
  while (left.length > 0 && done.every(d => Number.isFinite(d.setMin))) {
    const offAt = (n: number) => done.find(d => d.number === n)?.clampsOffMin
    const ready = left.filter(s => s.after.every(n => offAt(n) !== undefined)).map((stage) => {
      const glued = gluedAt.get(stage.number)
      const start = glued === undefined
        ? startWithClamps(stage, rack, shop, Math.max(handsFree, ...stage.after.map(n => offAt(n)!)))
        : { startMin: glued - stage.working.value, clamps: handOut(stage.lines, rack, glued) }
      return { stage, glued, ...start }
    })
    const { stage, glued, startMin, clamps } = ready.reduce((a, b) => (b.startMin < a.startMin ? b : a))
    const clampedMin = glued ?? startMin + stage.working.value
    const timed = cureOf(gluesOf(stage), climateOf(stage), shop, clampedMin)
    for (const { clamp } of clamps) if (clamp) rack[rack.indexOf(clamp)] = { ...clamp, freeAtMin: timed.clampsOffMin }
    handsFree = Math.max(handsFree, clampedMin)
    done.push({ ...stage, startMin, clampedMin, ...timed, clamps, glued: glued !== undefined })
    left.splice(left.indexOf(stage), 1)
  }
  const place = new Map(done.map((d, i) => [d.number, i + 1]))
  return done.map(d => ({ ...d, number: place.get(d.number)!, after: d.after.map(n => place.get(n)!) }))
}

type Cure = Pick<ScheduledStage, 'cureMin' | 'setMin' | 'clampsOffMin' | 'restUntilMin' | 'glues'>

/** When what was spread has set and when it has cured: the slowest of it. */
function cureOf(glues: readonly Glue[], climate: Climate, shop: Shop, clampedMin: number): Cure {
  const cureMin = glues.map(glue => clampTime(glue, climate, shop, clampedMin)).reduce((a, b) => (b.value > a.value ? b : a))
  const setMin = clampedMin + cureMin.value
  return {
    cureMin,
    setMin,
    clampsOffMin: Number.isFinite(setMin) ? nextWorkingMin(shop, setMin) : Infinity,
    restUntilMin: clampedMin + Math.max(...glues.map(glue => minutesToCure(glue, glue.restH * 60, climate, shop, clampedMin))),
    glues: glues.map(g => g.id),
  }
}

/** The first working moment at which every line that can be served at all gets its clamp. */
function startWithClamps(stage: Stage, rack: readonly RackClamp[], shop: Shop, fromMin: number): { startMin: number, clamps: HandedOut[] } {
  const moments = [fromMin, ...rack.map(c => c.freeAtMin).filter(t => t > fromMin && Number.isFinite(t)).sort((a, b) => a - b)]
  let last: { startMin: number, clamps: HandedOut[] } | undefined
  for (const moment of moments) {
    const startMin = nextWorkingMin(shop, moment, stage.working.value)
    const clamps = handOut(stage.lines, rack, startMin)
    last = { startMin, clamps }
    if (clamps.filter(c => c.clamp === null).length <= stage.unserved.length) return last
  }
  return last!
}
