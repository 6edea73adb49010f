import { troublesOf } from '../condition/troubles'
import { nextWorkingMin, workUntilMin } from '../glueup'
import { MIN_PER_DAY, minuteOfDay } from '../measure/wall-time'
import { faultyJoints } from '../piece/facts'
import type { Piece } from '../piece/schema'
import { nextStep, type NextStep, type Plan } from '../plan'
import type { Shop } from '../reference/shop-settings'
import { lanesOf, type Bar } from './lanes'

type Hours = Pick<Shop, 'opensMin' | 'closesMin' | 'daysOff'>

/** A stretch that is not begun: how long it takes, and when it came in the plan, minutes from the plan's own start. */
export interface AheadBar extends Pick<Bar, 'stage' | 'label'> {
  /** `cures` is not drawn: out of clamps, and not to be worked on yet. */
  readonly kind: Bar['kind'] | 'cures'
  readonly minutes: number
  readonly fromMin: number
  readonly toMin: number
  /** Not to be broken off for a night: glue is open. */
  readonly isWhole: boolean
  /**
   * What is under way ends then by the wall clock, and this comes after it; null where it waits for nothing of that
   * kind.
   */
  readonly notBeforeMin: number | null
}

/**
 * What a list of pieces shows of one: worked out once, good until a moment, and no date in it for what is not begun.
 */
export interface Outlook {
  readonly next: NextStep
  readonly tested: number
  readonly loose: number
  /** Troubles that are not a loose joint. */
  readonly inWood: number
  /** All that is to be glued is. */
  readonly isGlued: boolean
  /** Joints that were glued. */
  readonly glued: readonly string[]
  /** What is under way or over, by the wall clock. */
  readonly bars: readonly Bar[]
  /** What is not begun, in the order of the plan. */
  readonly ahead: readonly AheadBar[]
  /** Clamps on the piece, by their row on the rack, with when they come off. */
  readonly clamps: readonly { readonly row: string, readonly untilMin: number }[]
  /** When its last clamps come off; null with none on. */
  readonly inClampsUntilMin: number | null
  /** Nothing can be done for it until then; null where hands can do something now. */
  readonly waitsUntilMin: number | null
  /** From then on something else is said of it, with nobody telling anything; null if never. */
  readonly goodUntilMin: number | null
}

/** Stands for a wait that ends only when somebody says so: it is for its owner to decide, or it is gone. */
export const FOR_GOOD_MIN = Number.MAX_SAFE_INTEGER
/** Days ahead in which a weekday or date in words may come to be called something else. */
const NAMED_DAYS = 8

/** What a list shows of a piece, from its plan made for work that begins at `nowMin`. */
export function outlookOf(piece: Piece, plan: Plan, shop: Hours, nowMin: number): Outlook {
  const glued = plan.stages.filter(s => s.glued)
  const on = glued.filter(s => s.clampsOffMin > nowMin && Number.isFinite(s.clampsOffMin))
  const bars = lanesOf(piece, plan)
  const isAhead = ({ kind, stage, fromMin }: Bar): boolean =>
    kind === 'hands-on'
      ? fromMin >= nowMin
      : kind === 'clamps'
        ? !plan.stages.find(s => s.number === stage)?.glued
        : glued.length < plan.stages.length
  const next = nextStep(piece, plan, nowMin)
  return {
    next,
    tested: plan.survey.tested,
    loose: faultyJoints(piece).length,
    inWood: troublesOf(piece).filter(t => t.kind !== 'joint-loose').length,
    isGlued: plan.stages.length > 0 && glued.length === plan.stages.length,
    glued: glued.flatMap(s => s.joints),
    bars: bars.filter(b => !isAhead(b)),
    ahead: [...bars.filter(isAhead).flatMap(b => cutAtGlue(b, plan)), ...(bars.length > 0 ? curesOf(plan, nowMin) : [])]
      .sort((a, b) => a.fromMin - b.fromMin || a.toMin - b.toMin)
      .map(b => asAhead(b, shop, nowMin, underWay(plan, nowMin))),
    clamps: on.flatMap(s =>
      s.clamps.flatMap(({ clamp }) => (clamp ? [{ row: clamp.row.id, untilMin: s.clampsOffMin }] : [])),
    ),
    inClampsUntilMin: on.length > 0 ? Math.max(...on.map(s => s.clampsOffMin)) : null,
    waitsUntilMin: waitsUntil(piece, plan, nowMin),
    goodUntilMin: goodUntil(piece, plan, next, nowMin),
  }
}

/** Until when a piece only waits: in clamps, resting, or for its owner; null where hands can do something now. */
export function waitsUntil(piece: Piece, plan: Pick<Plan, 'stages' | 'returnMin'>, nowMin: number): number | null {
  if (piece.outcome && piece.outcome.verdict !== 'repair') return FOR_GOOD_MIN
  if (piece.events.some(e => e.kind === 'returned')) return FOR_GOOD_MIN
  const rests = plan.stages.length > 0 && plan.stages.every(s => s.glued) && (plan.returnMin ?? 0) > nowMin
  return rests ? plan.returnMin : null
}

/**
 * The first moment at which the next step reads otherwise: clamps come off, a rest is over, or a day comes to be
 * called today.
 */
function goodUntil(piece: Piece, plan: Plan, next: NextStep, nowMin: number): number | null {
  const ends = [...plan.stages.filter(s => s.glued).map(s => s.clampsOffMin), plan.returnMin ?? 0].filter(
    t => t > nowMin && Number.isFinite(t),
  )
  const lastMin = Math.max(nowMin, ...ends)
  const midnight = nowMin - minuteOfDay(nowMin)
  const days = Math.ceil((lastMin - midnight) / MIN_PER_DAY) + NAMED_DAYS
  const midnights = Array.from({ length: days }, (_, i) => midnight + (i + 1) * MIN_PER_DAY)
  const said = JSON.stringify(next)
  return (
    [...ends, ...midnights].sort((a, b) => a - b).find(t => JSON.stringify(nextStep(piece, plan, t)) !== said) ?? null
  )
}

type Stretch = Pick<AheadBar, 'kind' | 'stage' | 'label' | 'fromMin' | 'toMin' | 'isWhole'>

/** Time that nobody works and nothing may stand on what was done: glue cures through, filler dries, hide swells. */
function curesOf({ stages, tasks }: Plan, nowMin: number): Stretch[] {
  const cures = stages.filter(s => !s.glued).map(s => [s.clampsOffMin, s.restUntilMin] as const)
  const dries = tasks.flatMap(({ time }) =>
    time && time.startMin >= nowMin ? [[time.endMin, time.freeMin] as const] : [],
  )
  return [...cures, ...dries]
    .filter(([fromMin, toMin]) => toMin > fromMin && Number.isFinite(toMin))
    .map(([fromMin, toMin]) => ({ kind: 'cures', stage: null, label: '', fromMin, toMin, isWhole: false }))
}

/** When what is begun or done lets go of what stands on it. */
function underWay({ stages, tasks }: Plan, nowMin: number): number[] {
  const cures = stages.filter(s => s.glued).flatMap(s => [s.clampsOffMin, s.restUntilMin])
  const dries = tasks.flatMap(({ time }) => (time && time.startMin < nowMin ? [time.endMin, time.freeMin] : []))
  return [...cures, ...dries].filter(t => t > nowMin && Number.isFinite(t))
}

/**
 * A stretch of hands’ work in parts: what cures begins where a part ends, and while glue is open no night may come
 * between.
 */
function cutAtGlue(bar: Bar, { stages }: Plan): Stretch[] {
  if (bar.kind !== 'hands-on') return [{ ...bar, isWhole: false }]
  const cuts = stages.flatMap(s => [s.startMin, s.clampedMin]).filter(t => t > bar.fromMin && t < bar.toMin)
  const ends = [bar.fromMin, ...new Set(cuts.sort((a, b) => a - b)), bar.toMin]
  return ends.slice(1).map((toMin, i) => ({
    ...bar,
    fromMin: ends[i]!,
    toMin,
    isWhole: stages.some(s => s.startMin <= ends[i]! && s.clampedMin >= toMin),
  }))
}

/** A stretch of the plan as what it takes: hours of work for hands, hours by the clock for what cures. */
function asAhead(
  { kind, stage, label, fromMin, toMin, isWhole }: Stretch,
  shop: Hours,
  startMin: number,
  ends: readonly number[],
): AheadBar {
  const minutes = kind === 'hands-on' ? openMinutes(shop, fromMin, toMin) : toMin - fromMin
  const before = ends.filter(t => t <= fromMin)
  return {
    kind,
    stage,
    label,
    minutes,
    fromMin: fromMin - startMin,
    toMin: toMin - startMin,
    isWhole,
    notBeforeMin: before.length > 0 ? Math.max(...before) : null,
  }
}

/** Minutes between two moments at which the shop is open. */
function openMinutes(shop: Hours, fromMin: number, toMin: number): number {
  let [sum, t] = [0, fromMin]
  while (t < toMin) {
    const opens = nextWorkingMin(shop, t)
    const closes = opens - minuteOfDay(opens) + shop.closesMin
    sum += Math.max(0, Math.min(toMin, closes) - opens)
    // A job longer than a day is worked through: what lies past closing is work as well.
    t = Math.max(closes, opens + 1)
  }
  return sum > 0 ? sum : toMin - fromMin
}

/**
 * Where what is not begun would stand if work began now: nothing begins before what was over before it in the plan,
 * hands work while the shop is open, and what cures does so by the clock. Cures stay as long as they were in the
 * plan.
 */
export function laidOut(ahead: readonly AheadBar[], shop: Hours, nowMin: number): Bar[] {
  const placed: Placed[] = []
  for (const was of ahead) {
    const free = Math.max(
      nowMin,
      was.notBeforeMin ?? nowMin,
      ...placed.filter(p => p.was.toMin <= was.fromMin).map(p => p.toMin),
    )
    const fromMin = was.kind === 'hands-on' ? nextWorkingMin(shop, free, was.isWhole ? was.minutes : 0) : free
    const toMin
      = was.kind === 'hands-on' && !was.isWhole ? workUntilMin(shop, fromMin, was.minutes) : fromMin + was.minutes
    placed.push({ was, fromMin, toMin })
  }
  return joinedAgain(
    placed.flatMap(({ was: { kind, stage, label }, fromMin, toMin }) =>
      kind === 'cures' ? [] : [{ kind, stage, label, fromMin, toMin }],
    ),
  )
}

interface Placed {
  readonly was: AheadBar
  readonly fromMin: number
  readonly toMin: number
}

/** Parts of one stretch that stand end to end are one again. */
function joinedAgain(bars: readonly Bar[]): Bar[] {
  const hands = bars.filter(b => b.kind === 'hands-on')
  const joined: Bar[] = []
  for (const bar of hands) {
    const last = joined.at(-1)
    if (last && last.toMin === bar.fromMin && last.label === bar.label) {
      joined[joined.length - 1] = { ...last, toMin: bar.toMin }
    }
    else { joined.push(bar) }
  }
  return [...joined, ...bars.filter(b => b.kind !== 'hands-on')].sort((a, b) => a.fromMin - b.fromMin)
}
