import type { Stock } from '../mend'
import { chosenWork } from './candidates'
import type { JointMend, TroubleMend } from './plan'
import { woodWork } from './wood'

/** What to cut or buy for all mends, like things together. */
export function stockOf(mends: readonly JointMend[], wood: readonly TroubleMend[]): Stock[] {
  const merged = new Map<string, Stock>()
  for (const s of [...mends.flatMap(m => chosenWork(m)?.stock ?? []), ...wood.flatMap(m => woodWork(m)?.stock ?? [])]) {
    const key = `${s.id} ${s.what} ${s.sizesMm.map(x => x.toFixed(2)).join('x')} ${s.wood}`
    const before = merged.get(key)
    merged.set(key, before ? { ...before, count: s.serves === 'all' ? Math.max(before.count, s.count) : before.count + s.count } : s)
  }
  return [...merged.values()]
}
