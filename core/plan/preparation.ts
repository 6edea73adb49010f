import { input, type Figure } from '../measure/figure'
import { standsOn, type Task, type TaskKind } from '../work'

const GROUPS: readonly { readonly label: string, readonly kinds: readonly TaskKind[] }[] = [
  { label: 'labels', kinds: ['label'] },
  { label: 'off, found and held before the moves', kinds: ['off', 'find-metal', 'hold-closed'] },
  { label: 'pins, wedges, screws and bolts out', kinds: ['lock-out'] },
  { label: 'moves and soaking', kinds: ['soften', 'open'] },
  { label: 'mends', kinds: ['mend', 'tighten'] },
  { label: 'cleaning on the way', kinds: ['clean'] },
  { label: 'dry run', kinds: ['dry-run'] },
]

/**
 * Minutes that are left of opening, mending and trying dry, soaking among them, without what cures and what follows
 * on it.
 */
export function preparationTime(tasks: readonly Task[]): Figure {
  const left = tasks.filter(t => !t.done)
  const minutesIn = (kinds: readonly TaskKind[]) =>
    left.filter(t => kinds.includes(t.kind)).reduce((sum, t) => sum + t.minutes.usual + soak(t), 0)
  const sums = GROUPS.map(({ label, kinds }) => ({ label, minutes: minutesIn(kinds) }))
  const value = sums.reduce((sum, s) => sum + s.minutes, 0)
  return {
    value,
    low: value * 0.7,
    high: value * 1.6,
    unit: 'min',
    derivation: {
      rule: 'labels + what comes off + locks out + moves with their soaking + mends + cleaning the joints opened on the way + dry run, as far as they are not done',
      inputs: sums.filter(s => s.minutes > 0).map(s => input(s.label, s.minutes, 'min', 'table')),
      source: 'working-rates',
      confidence: 'low',
    },
  }
}

const soak = (t: Task): number => (t.kind === 'soften' ? t.waitMin : 0)

/**
 * What has to be done before the first joint is glued: the dry run and all it stands on; of a piece with no joint to
 * glue all that its first gluing stands on.
 */
export function beforeGluing(tasks: readonly Task[]): ReadonlySet<string> {
  const dry = tasks.find(t => t.kind === 'dry-run')
  const first = dry ?? tasks.find(t => t.kind === 'glue')
  if (!first) return new Set(tasks.filter(t => t.kind !== 'test-again' && t.kind !== 'surface').map(t => t.id))
  return new Set([...standsOn(tasks, [first.id]), ...(dry ? [dry.id] : [])])
}
