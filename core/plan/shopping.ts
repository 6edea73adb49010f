import { TOOLS } from '../reference/tools'
import type { TimedTask } from '../work'
import { chosenWork } from './candidates'
import type { StockLine, ToolLine } from './lists'
import type { JointMend, TroubleMend } from './plan'
import { woodWork } from './wood'

/** What to cut or buy for all mends, like things together. */
export function stockOf(mends: readonly JointMend[], wood: readonly TroubleMend[], tasks: readonly TimedTask[]): StockLine[] {
  const merged = new Map<string, Omit<StockLine, 'wantedMin'>>()
  const asked = [
    ...mends.flatMap(m => (chosenWork(m)?.stock ?? []).map(s => ({ ...s, troubles: [`joint:${m.joint}`] }))),
    ...wood.flatMap(m => (woodWork(m)?.stock ?? []).map(s => ({ ...s, troubles: [m.trouble] }))),
  ]
  for (const s of asked) {
    const key = `${s.id} ${s.what} ${s.sizesMm.map(x => x.toFixed(2)).join('x')} ${s.wood}`
    const before = merged.get(key)
    const count = !before ? s.count : s.serves === 'all' ? Math.max(before.count, s.count) : before.count + s.count
    merged.set(key, { ...(before ?? s), count, troubles: [...before?.troubles ?? [], ...s.troubles] })
  }
  return [...merged.values()].map(s => ({ ...s, wantedMin: firstMin(tasks.filter(t => s.troubles.some(id => serves(t, id)))) }))
}

const serves = (task: TimedTask, trouble: string): boolean => task.troubles.includes(trouble) || task.id.startsWith(`${trouble}/`)

/** Every tool of the work that is left, in the order of first use. */
export function toolsOf(tasks: readonly TimedTask[]): ToolLine[] {
  const left = tasks.filter(t => !t.done)
  const ids = [...new Set(left.flatMap(t => t.tools.map(u => u.id)))]
  return ids.map((id) => {
    const own = left.filter(t => t.tools.some(u => u.id === id))
    const sizes = own.flatMap(t => t.tools.flatMap(u => (u.id === id && u.sizeMm !== null ? [u.sizeMm] : [])))
    return {
      id,
      label: TOOLS[id].label,
      sizesMm: [...new Set(sizes)].sort((a, b) => a - b),
      tasks: own.map(t => t.id),
      wantedMin: firstMin(own),
    }
  })
}

function firstMin(tasks: readonly TimedTask[]): number | null {
  const starts = tasks.flatMap(t => (t.done || t.time === null ? [] : [t.time.startMin]))
  return starts.length > 0 ? Math.min(...starts) : null
}
