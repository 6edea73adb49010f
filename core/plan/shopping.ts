import type { Stock } from '../mend'
import { chosenWork } from './candidates'
import type { JointMend } from './plan'

/** What to cut or buy for all mends, like things together. */
export function stockOf(mends: readonly JointMend[]): Stock[] {
  const merged = new Map<string, Stock>()
  for (const s of mends.flatMap(m => chosenWork(m)?.stock ?? [])) {
    const key = `${s.id} ${s.what} ${s.sizesMm.map(x => x.toFixed(2)).join('x')} ${s.wood}`
    const before = merged.get(key)
    merged.set(key, before ? { ...before, count: s.serves === 'all' ? Math.max(before.count, s.count) : before.count + s.count } : s)
  }
  return [...merged.values()]
}
