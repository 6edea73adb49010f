/** At least one element of each clause must be chosen. */
export type Clause = readonly string[]

export interface HittingSet { readonly chosen: ReadonlySet<string>, readonly cost: number }

/** Enough for any chair; past it the best found so far is given, and `takeApart` says it is not proven. */
const MOST_NODES = 200_000

/** The cheapest choice that hits every clause, by branch and bound; null if a clause has no element of finite cost. */
export function cheapestHittingSet(clauses: readonly Clause[], costOf: (element: string) => number): HittingSet | null {
  let best: HittingSet | null = null
  let nodes = 0
  const sorted = clauses.map(c => [...c].filter(e => Number.isFinite(costOf(e))).sort((a, b) => costOf(a) - costOf(b) || (a < b ? -1 : 1)))
  if (sorted.some(c => c.length === 0)) return null
  const branch = (chosen: ReadonlySet<string>, banned: ReadonlySet<string>, cost: number): void => {
    if (nodes++ > MOST_NODES || (best && cost >= best.cost - 1e-9)) return
    const open = sorted.filter(c => !c.some(e => chosen.has(e))).map(c => c.filter(e => !banned.has(e))).sort((a, b) => a.length - b.length)[0]
    if (!open) { best = { chosen, cost }; return }
    const tried = new Set(banned)
    for (const element of open) {
      branch(new Set([...chosen, element]), new Set(tried), cost + costOf(element))
      tried.add(element) // the branches after this one do without it, so that no set is looked at twice
    }
  }
  branch(new Set(), new Set(), 0)
  return best
}
