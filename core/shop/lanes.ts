import { MIN_PER_DAY, minuteOfDay } from '../measure/wall-time'
import type { Piece } from '../piece/schema'
import type { Plan } from '../plan'
import type { Shop } from '../reference/shop-settings'
import type { TaskKind, TimedTask } from '../work'

export type BarKind = 'hands-on' | 'clamps' | 'rest'
/** A stretch of a piece's time on the bench, wall-clock minutes. */
export interface Bar {
  readonly kind: BarKind
  readonly fromMin: number
  readonly toMin: number
  /** The stage it belongs to; null for work and rest. */
  readonly stage: number | null
  /** Empty where a stretch is too small a thing to name. */
  readonly label: string
}

/** What a piece does over time: work still to be done, clamps, and rest before it may be sat in. */
export function lanesOf(piece: Piece, plan: Plan): Bar[] {
  const ended
    = (piece.outcome !== null && piece.outcome.verdict !== 'repair') || piece.events.some(e => e.kind === 'returned')
  if (ended) return []
  const bars: Bar[] = handsOnBars(plan)
  for (const s of plan.stages) {
    if (s.glues.length === 0 || !Number.isFinite(s.clampsOffMin)) continue
    const label = plan.stages.length === 1 ? 'in clamps' : `stage ${s.number} in clamps`
    bars.push({ kind: 'clamps', fromMin: s.clampedMin, toMin: s.clampsOffMin, stage: s.number, label })
  }
  const off = Math.max(...plan.stages.map(s => s.clampsOffMin))
  const { returnMin } = plan
  if (returnMin !== null && Number.isFinite(returnMin) && returnMin > off) {
    bars.push({ kind: 'rest', fromMin: off, toMin: returnMin, stage: null, label: 'rests' })
  }
  return bars
}

/** Hands closer to each other than this are drawn as one stretch, minutes. */
const SAME_STRETCH_MIN = 20

/** What a stretch of work is called, by the first of these that is in it. */
const STRETCHES: readonly { readonly kinds: readonly TaskKind[], readonly label: string }[] = [
  { kinds: ['open'], label: 'open, mend, fit' },
  { kinds: ['mend', 'clean', 'dry-run'], label: 'mend, fit' },
  { kinds: ['glue'], label: 'glue' },
]

/**
 * What hands do, in stretches: opening, mending and trying dry, gluing, what follows on a cured line, the last test.
 */
function handsOnBars({ tasks }: Plan): Bar[] {
  const timed = tasks.filter(t => t.time !== null).sort((a, b) => a.time!.startMin - b.time!.startMin)
  const stretches: TimedTask[][] = []
  for (const task of timed) {
    const last = stretches.at(-1)
    if (last && task.time!.startMin - Math.max(...last.map(t => t.time!.endMin)) <= SAME_STRETCH_MIN) last.push(task)
    else stretches.push([task])
  }
  return stretches.map((stretch): Bar => ({
    kind: 'hands-on',
    fromMin: stretch[0]!.time!.startMin,
    toMin: Math.max(...stretch.map(t => t.time!.endMin)),
    stage: null,
    label: STRETCHES.find(s => stretch.some(t => s.kinds.includes(t.kind)))?.label ?? '',
  }))
}

/** A night takes the width of this many working minutes. */
export const NIGHT_WIDTH_MIN = 150

/** A time axis with its nights folded, so that working hours stay readable. */
export interface FoldedAxis {
  readonly fromMin: number
  readonly widthMin: number
  /** Share of the axis, 0 to 1, at a wall-clock minute; clamped to its ends. */
  at(wallMin: number): number
  readonly nights: readonly { readonly from: number, readonly to: number }[]
  readonly ticks: readonly { readonly at: number, readonly wallMin: number }[]
}

/** The axis from the opening of the day of `nowMin` over a number of days. */
export function foldedAxis(hours: Pick<Shop, 'opensMin' | 'closesMin'>, nowMin: number, days: number): FoldedAxis {
  const fromMin = nowMin - minuteOfDay(nowMin) + hours.opensMin
  const dayMin = hours.closesMin - hours.opensMin
  const nightMin = MIN_PER_DAY - dayMin
  const widthMin = days * (dayMin + NIGHT_WIDTH_MIN)
  const position = (t: number): number => {
    const since = Math.max(0, t - fromMin)
    const [day, within] = [Math.floor(since / MIN_PER_DAY), since % MIN_PER_DAY]
    const folded = Math.min(within, dayMin) + (Math.max(0, within - dayMin) * NIGHT_WIDTH_MIN) / nightMin
    return Math.min(1, (day * (dayMin + NIGHT_WIDTH_MIN) + folded) / widthMin)
  }
  const starts = Array.from({ length: days }, (_, d) => fromMin + d * MIN_PER_DAY)
  return {
    fromMin,
    widthMin,
    at: position,
    nights: starts.map(s => ({ from: position(s + dayMin), to: position(s + MIN_PER_DAY - 1e-6) })),
    ticks: starts
      .flatMap(s => [0, 1 / 2].map(share => s + Math.round((dayMin * share) / 60) * 60))
      .map(wallMin => ({ wallMin, at: position(wallMin) })),
  }
}
