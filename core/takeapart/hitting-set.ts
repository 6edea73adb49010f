/** At least one element of each clause must be chosen; elements by their numbers. */
export type Clause = readonly number[]

export interface HittingSet {
  readonly chosen: readonly number[]
  readonly cost: number
  /** No choice costs less than this. */
  readonly boundCost: number
  /** False where it was stopped before every other choice was ruled out. */
  readonly proven: boolean
}

/** Branches looked at before the best found so far is given as it is. */
const MOST_NODES = 20_000
const EPSILON = 1e-9

/**
 * The cheapest choice that hits every clause; null if a clause has no element of finite cost. What must be chosen is
 * chosen, what another element does as cheaply is dropped and what falls into independent halves is divided before
 * anything is branched on; a branch is cut where prices that the clauses can pay already come to the best found.
 * @param costs by element, not negative
 */
export function cheapestHittingSet(
  clauses: readonly Clause[],
  costs: readonly number[],
  mostNodes = MOST_NODES,
): HittingSet | null {
  const finite = clauses.map(c => [...new Set(c)].filter(e => Number.isFinite(costs[e])))
  if (finite.some(c => c.length === 0)) return null
  const budget = { nodes: mostNodes }
  const solved = solve(finite, costs, Infinity, budget)!
  const cost = solved.chosen.reduce((sum, e) => sum + costs[e]!, 0)
  return {
    chosen: [...solved.chosen].sort((a, b) => a - b),
    cost,
    boundCost: solved.proven ? cost : Math.min(cost, solved.bound),
    proven: solved.proven,
  }
}

interface Solved {
  readonly chosen: readonly number[]
  readonly cost: number
  readonly bound: number
  readonly proven: boolean
}

/** The cheapest choice under `limit`, or null where there is none under it. */
function solve(
  clauses: readonly Clause[],
  costs: readonly number[],
  limit: number,
  budget: { nodes: number },
): Solved | null {
  const { taken, left } = reduced(clauses, costs)
  const before = taken.reduce((sum, e) => sum + costs[e]!, 0)
  if (left.length === 0) {
    return before < limit - EPSILON ? { chosen: taken, cost: before, bound: before, proven: true } : null
  }
  const halves = independent(left)
  if (halves.length === 1) {
    const best = branch(left, costs, limit - before, budget)
    return (
      best && {
        chosen: [...taken, ...best.chosen],
        cost: before + best.cost,
        bound: before + best.bound,
        proven: best.proven,
      }
    )
  }
  // Each half may cost what the others cannot do without leave of the limit.
  const bounds = halves.map(h => priced(h, costs).bound)
  const least = bounds.reduce((a, b) => a + b, 0)
  const parts: Solved[] = []
  let spent = before + least
  for (const [i, half] of halves.entries()) {
    const part = solve(half, costs, limit - (spent - bounds[i]!), budget)
    if (!part) return null
    spent += part.cost - bounds[i]!
    parts.push(part)
  }
  return {
    chosen: [...taken, ...parts.flatMap(p => p.chosen)],
    cost: spent,
    bound: before + parts.reduce((sum, p) => sum + p.bound, 0),
    proven: parts.every(p => p.proven),
  }
}

function branch(
  clauses: readonly Clause[],
  costs: readonly number[],
  limit: number,
  budget: { nodes: number },
): Solved | null {
  const { bound, residual } = priced(clauses, costs)
  if (bound >= limit - EPSILON) return null
  let best = greedy(clauses, costs, limit)
  if (budget.nodes-- <= 0) return best ?? { ...anyChoice(clauses, costs), bound, proven: false }
  const narrow = clauses.reduce((a, b) => (b.length < a.length ? b : a))
  const order = [...narrow].sort((a, b) => residual.get(a)! - residual.get(b)! || costs[a]! - costs[b]! || a - b)
  let proven = true
  let banned: Clause[] = [...clauses]
  for (const element of order) {
    const under = Math.min(limit, best?.cost ?? Infinity)
    const rest = banned.filter(c => !c.includes(element))
    const found = costs[element]! < under - EPSILON ? solve(rest, costs, under - costs[element]!, budget) : null
    if (found && found.cost + costs[element]! < under - EPSILON) {
      best = { chosen: [element, ...found.chosen], cost: found.cost + costs[element]!, bound: 0, proven: true }
    }
    if (found && !found.proven) proven = false
    if (budget.nodes <= 0) {
      proven = false
      break
    }
    // The branches after this one do without it, so that no choice is looked at twice.
    banned = banned.map(c => c.filter(e => e !== element))
    if (banned.some(c => c.length === 0)) break
  }
  return best && { ...best, bound: proven ? best.cost : Math.min(best.cost, bound), proven }
}

/** What has to be chosen, and the clauses and elements over which there is a choice. */
function reduced(clauses: readonly Clause[], costs: readonly number[]): { taken: number[], left: Clause[] } {
  const taken = new Set<number>()
  let left: Clause[] = [...clauses]
  for (;;) {
    const before = left.length
    for (const c of left) for (const e of c) if (costs[e]! === 0) taken.add(e)
    for (const c of left) if (c.length === 1) taken.add(c[0]!)
    left = withoutSubsumed(left.filter(c => !c.some(e => taken.has(e))))
    const dropped = dominated(left, costs)
    if (dropped.size > 0) left = left.map(c => c.filter(e => !dropped.has(e)))
    else if (left.length === before || left.every(c => c.length > 1)) return { taken: [...taken], left }
  }
}

function withoutSubsumed(clauses: readonly Clause[]): Clause[] {
  const kept: Clause[] = []
  for (const c of [...clauses].sort((a, b) => a.length - b.length)) {
    const own = new Set(c)
    if (!kept.some(k => k.every(e => own.has(e)))) kept.push(c)
  }
  return kept
}

/** Elements that another one replaces in every clause for no more. */
function dominated(clauses: readonly Clause[], costs: readonly number[]): Set<number> {
  const places = new Map<number, Set<number>>()
  clauses.forEach((c, i) => c.forEach(e => places.set(e, (places.get(e) ?? new Set()).add(i))))
  const dropped = new Set<number>()
  for (const [e, own] of places) {
    const first = clauses[[...own][0]!]!
    const isReplaced = first.some((f) => {
      if (f === e || dropped.has(f) || costs[f]! > costs[e]!) return false
      const others = places.get(f)!
      if (costs[f] === costs[e] && others.size === own.size && f > e) return false
      return others.size >= own.size && [...own].every(i => others.has(i))
    })
    if (isReplaced) dropped.add(e)
  }
  return dropped
}

/** Clauses that share no element, each group of them for itself. */
function independent(clauses: readonly Clause[]): Clause[][] {
  const firstWith = new Map<number, number>()
  const leader = clauses.map((_, i) => i)
  const find = (i: number): number => {
    while (leader[i] !== i) i = leader[i] = leader[leader[i]!]!
    return i
  }
  clauses.forEach((clause, i) => {
    for (const e of clause) {
      const first = firstWith.get(e)
      if (first === undefined) firstWith.set(e, i)
      else leader[find(i)] = find(first)
    }
  })
  const groups = new Map<number, Clause[]>()
  clauses.forEach((clause, i) => {
    const top = find(i)
    const own = groups.get(top)
    if (own) own.push(clause)
    else groups.set(top, [clause])
  })
  return [...groups.values()]
}

/** The most that clauses, the narrowest first, can pay together with no element overpaid: no choice costs less. */
function priced(
  clauses: readonly Clause[],
  costs: readonly number[],
): { bound: number, residual: Map<number, number> } {
  const residual = new Map<number, number>()
  for (const c of clauses) for (const e of c) residual.set(e, costs[e]!)
  let bound = 0
  for (const c of [...clauses].sort((a, b) => a.length - b.length)) {
    const price = Math.min(...c.map(e => residual.get(e)!))
    bound += price
    for (const e of c) residual.set(e, residual.get(e)! - price)
  }
  return { bound, residual }
}

/**
 * A good choice to begin with: the element that hits most for its cost, again and again, then without what is not
 * needed.
 */
function greedy(clauses: readonly Clause[], costs: readonly number[], limit: number): Solved | null {
  const { chosen, cost } = anyChoice(clauses, costs)
  return cost < limit - EPSILON ? { chosen, cost, bound: 0, proven: true } : null
}

function anyChoice(clauses: readonly Clause[], costs: readonly number[]): { chosen: number[], cost: number } {
  const chosen: number[] = []
  for (let left = [...clauses]; left.length > 0; left = left.filter(c => !c.includes(chosen.at(-1)!))) {
    const hits = new Map<number, number>()
    for (const c of left) for (const e of c) hits.set(e, (hits.get(e) ?? 0) + 1)
    chosen.push(
      [...hits].reduce((a, b) =>
        b[1] / costs[b[0]]! > a[1] / costs[a[0]]! || (b[1] / costs[b[0]]! === a[1] / costs[a[0]]! && b[0] < a[0])
          ? b
          : a,
      )[0],
    )
  }
  const isHitWithout = (left: readonly number[], e: number) =>
    clauses.every(c => c.some(x => x !== e && left.includes(x)))
  const kept = chosen.reduce<number[]>((left, e) => (isHitWithout(left, e) ? left.filter(x => x !== e) : left), chosen)
  return { chosen: kept, cost: kept.reduce((sum, e) => sum + costs[e]!, 0) }
}
