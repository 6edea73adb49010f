import type { Task } from './task'

type Node = Pick<Task, 'id' | 'after'>

/** Everything a set of tasks stands on, near and far, without themselves unless one stands on another. */
export function standsOn(tasks: readonly Node[], ids: Iterable<string>): Set<string> {
  const byId = new Map(tasks.map(t => [t.id, t]))
  const found = new Set<string>()
  const left = [...ids]
  for (let id = left.pop(); id !== undefined; id = left.pop()) {
    for (const { task } of byId.get(id)?.after ?? []) {
      if (found.has(task)) continue
      found.add(task)
      left.push(task)
    }
  }
  return found
}

/**
 * For each task the longest wait that hangs on it: its own and those of all that follows, by `waitOf`. What has the
 * longest is begun first, so that glue cures while hands do something else.
 */
export function waitsAhead(tasks: readonly Node[], waitOf: (id: string) => number): Map<string, number> {
  const followers = new Map<string, string[]>()
  for (const t of tasks) for (const { task } of t.after) followers.set(task, [...(followers.get(task) ?? []), t.id])
  const known = new Map<string, number>()
  const ahead = (id: string): number => {
    const before = known.get(id)
    if (before !== undefined) return before
    known.set(id, 0)
    const value = waitOf(id) + Math.max(0, ...(followers.get(id) ?? []).map(ahead))
    known.set(id, value)
    return value
  }
  return new Map(tasks.map(t => [t.id, ahead(t.id)]))
}
