import { comesApart, groundOf, partedBy, separate, type Ground, type Separation, type Tie } from './bodies'
import { cheapestHittingSet, type Clause } from './hitting-set'

/** A fault that has to be dealt with: opened, or mended in place where that is possible. */
/** `isOpen`: somebody has opened it already, so it costs nothing more. */
export interface Fault { readonly joint: string, readonly mayOpen: boolean, readonly inPlaceCost: number | null, readonly isOpen?: boolean }

export interface Problem {
  readonly parts: readonly string[]
  readonly ties: readonly Tie[]
  readonly faults: readonly Fault[]
  /** Already come apart: open at no cost. */
  readonly apart: ReadonlySet<string>
  /** Minutes of expected work to open a joint; Infinity where the repairer says it stays shut. */
  readonly openCost: (joint: string) => number
  readonly flexMm: number
}

export interface Reason { readonly target: string, readonly oneOf: readonly string[] }

export interface Opening {
  readonly open: ReadonlySet<string>
  readonly inPlace: ReadonlySet<string>
  readonly cost: number
  readonly moves: readonly Separation[]
  /** Why more than the faults has to open: at least one of these, or the target stays stuck. */
  readonly reasons: readonly Reason[]
}

const OPEN = 'open:'
const IN_PLACE = 'in-place:'
/** Each round adds a reason not known before, so this is never met on a real chair. */
const MOST_ROUNDS = 500

/**
 * The cheapest way to deal with every fault: which joints open, which are mended in place. Implicit hitting set: solve
 * over the reasons known, try it on the geometry, add the smallest reason why a target is stuck, again. Exact within the
 * moves of `separate`. Null if no way exists with this flex.
 */
export function cheapestOpening(problem: Problem): Opening | null {
  const clauses: Clause[] = problem.faults.map(f => [...(f.mayOpen ? [OPEN + f.joint] : []), ...(f.inPlaceCost === null ? [] : [IN_PLACE + f.joint])])
  const reasons: Reason[] = []
  const ground = groundOf(problem.parts, problem.ties, problem.flexMm)
  const inPlaceCost = new Map(problem.faults.map(f => [f.joint, f.inPlaceCost ?? Infinity]))
  const costOf = (element: string) => element.startsWith(OPEN) ? problem.openCost(element.slice(OPEN.length)) : inPlaceCost.get(element.slice(IN_PLACE.length)) ?? Infinity
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const hit = cheapestHittingSet(clauses, costOf)
    if (!hit) return null
    const pick = (prefix: string) => new Set([...hit.chosen].filter(e => e.startsWith(prefix)).map(e => e.slice(prefix.length)))
    const [chosen, inPlace] = [pick(OPEN), pick(IN_PLACE)]
    const open = new Set([...chosen, ...problem.apart])
    const moves = separate(ground, open)
    const parted = partedBy(moves)
    const stuck = problem.faults.find(f => chosen.has(f.joint) && !parted.has(f.joint))
    if (!stuck) return { open, inPlace, cost: hit.cost, moves, reasons }
    const oneOf = smallestReason(problem, ground, stuck.joint, open)
    if (!oneOf && stuck.inPlaceCost === null) return null
    if (oneOf) reasons.push({ target: stuck.joint, oneOf })
    clauses.push([...(oneOf ?? []).map(j => OPEN + j), ...(stuck.inPlaceCost === null ? [] : [IN_PLACE + stuck.joint])])
  }
  return null
}

/** A smallest set of shut joints that keeps the target stuck even with all others open; null if it is stuck with every joint open. */
function smallestReason(problem: Problem, ground: Ground, target: string, open: ReadonlySet<string>): string[] | null {
  const all = problem.ties.map(t => t.id)
  const comesFree = (shut: ReadonlySet<string>) => comesApart(ground, new Set(all.filter(j => !shut.has(j))), target)
  if (!comesFree(new Set())) return null
  const shut = new Set(all.filter(j => !open.has(j)))
  for (const j of [...shut].sort((a, b) => { const [ca, cb] = [problem.openCost(a), problem.openCost(b)]; return ca === cb ? 0 : ca - cb })) {
    shut.delete(j)
    if (comesFree(shut)) shut.add(j)
  }
  return [...shut]
}
