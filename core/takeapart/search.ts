import { groundOf, partedWith, pursue, shutLevels, type Ground, type Levels } from './bodies'
import { closingFrame, type ClosingFrame } from './closing-frame'
import { cheapestHittingSet } from './hitting-set'
import { separate, type Separation } from './separate'
import { waysOf, type Tie, type WayId } from './tie'

/**
 * A fault that has to be dealt with: opened, or mended in place where that is possible. `isOpen`: it has been opened
 * already.
 */
export interface Fault {
  readonly joint: string
  readonly mayOpen: boolean
  readonly inPlaceCost: number | null
  readonly isOpen?: boolean
}

export interface Problem {
  readonly parts: readonly string[]
  readonly ties: readonly Tie[]
  readonly faults: readonly Fault[]
  /**
   * Minutes of expected work to let a tie go in one of its ways, by its place among them; Infinity where that is not
   * allowed.
   */
  readonly wayCost: (tie: string, way: number) => number
}

/** The target stays stuck unless at least one of these is let go as far as is said. */
export interface Reason {
  readonly target: string
  readonly oneOf: readonly { readonly tie: string, readonly way: WayId }[]
}

export interface Opening {
  readonly open: ReadonlySet<string>
  readonly inPlace: ReadonlySet<string>
  readonly cost: number
  /** No way of dealing with the faults costs less than this; it is the cost itself where that is proven. */
  readonly boundCost: number
  readonly proven: boolean
  readonly moves: readonly Separation[]
  /** The same run backward, in whichever order suits. */
  readonly frame: ClosingFrame
  /** Why more than the faults has to open, and be sprung. */
  readonly reasons: readonly Reason[]
}

/** Each round adds a reason not known before, so this is never met on a real chair. */
const MOST_ROUNDS = 400

/** At least one of these ties has to be let go at least so far, or the target is stuck: ways counted from 1. */
interface Atom {
  readonly tie: number
  readonly level: number
}
/** What was found out about a frame: reasons, and what comes free when everything is let go as far as it goes. */
interface Learnt {
  readonly known: Known[]
  readonly top: Levels
  readonly free: readonly boolean[]
}
interface Known {
  readonly target: number
  readonly oneOf: readonly Atom[] | null
}

/**
 * The search on one frame: it keeps what it found out about what holds what, so that asking again with other costs,
 * faults or permissions is quick.
 */
export interface Search {
  /** The cheapest way to deal with every fault; null if there is none. */
  cheapest(faults: readonly Fault[], wayCost: Problem['wayCost']): Opening | null
  /** The ties that come apart when everything is let go as far as it may be. */
  freeWith(wayCost: Problem['wayCost']): ReadonlySet<string>
}

export const cheapestOpening = ({ parts, ties, faults, wayCost }: Problem): Opening | null =>
  searchOn(parts, ties).cheapest(faults, wayCost)

/**
 * Implicit hitting set: the cheapest choice over the reasons known, tried on the geometry; where something is stuck,
 * a smallest reason why, and again. Exact within the motions of `motionsOf`.
 */
export function searchOn(parts: readonly string[], ties: readonly Tie[]): Search {
  const ground = groundOf(parts, ties)
  const top = Uint8Array.from(ties, t => waysOf(t).length)
  const learnt: Learnt = { known: [], top, free: partedWith(ground, top) }
  return {
    cheapest: (faults, wayCost) => cheapest(ground, learnt, faults, wayCost),
    freeWith: wayCost => partedIds(ground, highest(ground, wayCost)),
  }
}

const partedIds = (ground: Ground, levels: Levels): Set<string> => {
  const parted = partedWith(ground, levels)
  return new Set(ground.ties.flatMap((t, k) => (parted[k] ? [t.id] : [])))
}

/** Every tie let go as far as its cost allows. */
function highest(ground: Ground, wayCost: Problem['wayCost']): Levels {
  const levels = shutLevels(ground)
  for (const [k, tie] of ground.ties.entries()) {
    const last = waysOf(tie).findLastIndex((_, w) => Number.isFinite(wayCost(tie.id, w)))
    levels[k] = Math.max(levels[k]!, last + 1)
  }
  return levels
}

/** Elements are the ways of ties and the mends in place, by number. */
interface Elements {
  readonly costs: readonly number[]
  readonly first: readonly number[]
  readonly inPlaceOf: ReadonlyMap<number, number>
}

function elementsOf(
  { ties }: Ground,
  faults: readonly { readonly tie: number, readonly inPlaceCost: number | null }[],
  wayCost: Problem['wayCost'],
): Elements {
  const costs: number[] = []
  const first = ties.map((tie) => {
    const place = costs.length
    if (!tie.contact) for (const w of waysOf(tie).keys()) costs.push(wayCost(tie.id, w))
    return place
  })
  const inPlaceOf = new Map<number, number>()
  for (const f of faults) if (f.inPlaceCost !== null) inPlaceOf.set(f.tie, costs.push(f.inPlaceCost) - 1)
  return { costs, first, inPlaceOf }
}

function cheapest(
  ground: Ground,
  learnt: Learnt,
  given: readonly Fault[],
  wayCost: Problem['wayCost'],
): Opening | null {
  const nth = new Map(ground.ties.map((t, k) => [t.id, k]))
  const faults = given.map(f => ({ ...f, tie: nth.get(f.joint)! }))
  const elements = elementsOf(ground, faults, wayCost)
  const upwards = ({ tie, level }: Atom) =>
    Array.from({ length: waysOf(ground.ties[tie]!).length - level + 1 }, (_, i) => elements.first[tie]! + level - 1 + i)
  const inPlace = (tie: number) => {
    const e = elements.inPlaceOf.get(tie)
    return e === undefined ? [] : [e]
  }
  const asClause = ({ target, oneOf }: Known) => [...(oneOf ?? []).flatMap(upwards), ...inPlace(target)]
  const isFault = new Set(faults.map(f => f.tie))
  const { known } = learnt
  const clauses = [
    ...faults.map(f => [...(f.mayOpen ? upwards({ tie: f.tie, level: 1 }) : []), ...inPlace(f.tie)]),
    ...known.filter(k => isFault.has(k.target)).map(asClause),
  ]
  const used = [...known.filter(k => isFault.has(k.target))]
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const hit = cheapestHittingSet(clauses, elements.costs)
    if (!hit) return null
    const chosen = new Set(hit.chosen)
    const levels = levelsOf(ground, elements, chosen)
    const parted = partedWith(ground, levels)
    const isMendedInPlace = (tie: number) => inPlace(tie).some(e => chosen.has(e))
    const stuck = faults.filter(f => !parted[f.tie] && !isMendedInPlace(f.tie))
    if (stuck.length === 0) {
      const moves = separate(ground, levels)
      return {
        open: new Set(ground.ties.flatMap((t, k) => (levels[k]! > 0 && !t.contact ? [t.id] : []))),
        inPlace: new Set(faults.filter(f => isMendedInPlace(f.tie) && !parted[f.tie]).map(f => f.joint)),
        cost: hit.cost,
        boundCost: hit.boundCost,
        proven: hit.proven,
        moves,
        frame: closingFrame(ground, levels),
        reasons: used.flatMap(k => asReason(ground, k)),
      }
    }
    const order = orderOf(ground, elements)
    // What frees one may be what another waits for as well: reasons that share nothing are looked for all at once.
    const raised = Uint8Array.from(levels)
    for (let next: { tie: number } | undefined = stuck[0]; next; next = stillStuck(partedWith(ground, raised), stuck)) {
      const reason = { target: next.tie, oneOf: smallestReason(ground, learnt, order, next.tie, raised) }
      known.push(reason)
      used.push(reason)
      clauses.push(asClause(reason))
      if (reason.oneOf === null) {
        stuck.splice(
          stuck.findIndex(f => f.tie === reason.target),
          1,
        )
      }
      for (const atom of reason.oneOf ?? []) raised[atom.tie] = Math.max(raised[atom.tie]!, atom.level)
    }
  }
  return null
}

const stillStuck = (parted: readonly boolean[], stuck: readonly { readonly tie: number }[]) =>
  stuck.find(f => !parted[f.tie])

const asReason = ({ ties }: Ground, { target, oneOf }: Known): Reason[] =>
  oneOf === null
    ? []
    : [
        {
          target: ties[target]!.id,
          oneOf: oneOf.map(a => ({ tie: ties[a.tie]!.id, way: waysOf(ties[a.tie]!)[a.level - 1]!.id })),
        },
      ]

/** How far each tie is let go by a choice, and by what costs nothing. */
function levelsOf(ground: Ground, { costs, first }: Elements, chosen: ReadonlySet<number>): Levels {
  const levels = shutLevels(ground)
  for (const [k, tie] of ground.ties.entries()) {
    if (tie.contact) continue
    for (const w of waysOf(tie).keys()) {
      const e = first[k]! + w
      if (chosen.has(e) || costs[e] === 0) levels[k] = Math.max(levels[k]!, w + 1)
    }
  }
  return levels
}

/**
 * Ties from the cheapest to open to those that must stay shut: what is left when the cheap ones do not help makes the
 * stronger reason.
 */
function orderOf({ ties }: Ground, { costs, first }: Elements): number[] {
  const cost = (k: number) => costs[first[k]!]!
  const places = ties.flatMap((t, k) => (t.contact ? [] : [k]))
  return places.sort((a, b) => (cost(a) === cost(b) ? a - b : cost(a) < cost(b) ? -1 : 1))
}

/**
 * A smallest reason why the target is stuck: everything else is let go as far as it goes while the target stays
 * stuck, many ties at once where that changes nothing. Null if it is stuck with everything let go.
 */
function smallestReason(
  ground: Ground,
  { top, free }: Learnt,
  order: readonly number[],
  target: number,
  from: Levels,
): Atom[] | null {
  if (!free[target]) return null
  const pursuit = pursue(ground, target)
  const levels = Uint8Array.from(from)
  pursuit.tries(levels)
  const raisedTo = (some: readonly number[], level: (k: number) => number) => {
    const trial = Uint8Array.from(levels)
    for (const k of some) trial[k] = level(k)
    return trial
  }
  const accept = (trial: Levels) => levels.set(trial)
  const critical: number[] = []
  const grow = (some: readonly number[]): void => {
    const body = new Set(pursuit.inBody())
    const still = some.filter(k => body.has(k) && levels[k]! < top[k]!)
    if (still.length === 0) return
    const trial = raisedTo(still, k => top[k]!)
    if (!pursuit.tries(trial)) return accept(trial)
    if (still.length === 1) {
      critical.push(still[0]!)
      return
    }
    grow(still.slice(0, still.length >> 1))
    grow(still.slice(still.length >> 1))
  }
  grow(order)
  for (const k of critical) {
    for (let level = top[k]! - 1; level > levels[k]!; level--) {
      const trial = raisedTo([k], () => level)
      if (!pursuit.tries(trial)) {
        accept(trial)
        break
      }
    }
  }
  return critical.map(k => ({ tie: k, level: levels[k]! + 1 }))
}
