/** For each node the number of its group; a group is never numbered before one that it leads to. */
export interface Groups {
  readonly of: Int32Array
  readonly count: number
}

/**
 * The groups of a graph whose nodes all lead to one another, by one depth-first search.
 * `arcs[a]` lists what moves along when `a` moves: a group may go when all that it leads to is gone, the lowest
 * number first.
 * @param arcs adjacency by index, n nodes
 */
export function strongGroups(arcs: readonly (readonly number[])[]): Groups {
  const n = arcs.length
  const order = new Int32Array(n).fill(-1)
  const low = new Int32Array(n)
  const of = new Int32Array(n).fill(-1)
  const stack: number[] = []
  let [next, count] = [0, 0]

  const visit = (a: number): void => {
    order[a] = low[a] = next++
    stack.push(a)
    for (const b of arcs[a]!) {
      if (order[b] === -1) {
        visit(b)
        low[a] = Math.min(low[a]!, low[b]!)
      }
      else if (of[b] === -1) { low[a] = Math.min(low[a]!, order[b]!) }
    }
    if (low[a] !== order[a]) return
    for (;;) {
      const b = stack.pop()!
      of[b] = count
      if (b === a) break
    }
    count++
  }

  for (let a = 0; a < n; a++) if (order[a] === -1) visit(a)
  return { of, count }
}
