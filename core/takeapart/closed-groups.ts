/**
 * The smallest groups of a graph that nothing leads out of, by one depth-first search for strongly connected components.
 * `arcs[a]` lists what moves along when `a` moves. A single group holding every node is no group to move: then the answer is empty.
 * @param arcs adjacency by index, n nodes   @returns groups of indices
 */
export function closedGroups(arcs: readonly (readonly number[])[]): number[][] {
  const n = arcs.length
  const order = new Int32Array(n).fill(-1)
  const low = new Int32Array(n)
  const groupOf = new Int32Array(n).fill(-1)
  const stack: number[] = []
  const groups: number[][] = []
  let next = 0

  const visit = (a: number): void => {
    order[a] = low[a] = next++
    stack.push(a)
    for (const b of arcs[a]!) {
      if (order[b] === -1) { visit(b); low[a] = Math.min(low[a]!, low[b]!) }
      else if (groupOf[b] === -1) low[a] = Math.min(low[a]!, order[b]!)
    }
    if (low[a] !== order[a]) return
    const group: number[] = []
    for (;;) {
      const b = stack.pop()!
      groupOf[b] = groups.length
      group.push(b)
      if (b === a) break
    }
    groups.push(group)
  }

  for (let a = 0; a < n; a++) if (order[a] === -1) visit(a)
  if (groups.length < 2) return []
  return groups.filter((group, g) => group.every(a => arcs[a]!.every(b => groupOf[b] === g)))
}
