import { add, cross, dot, length, negate, unit, type Vec } from '../measure/vec'
import { closedGroups } from './closed-groups'

/** A joint as the geometry of taking apart sees it: who leaves whom, which way, how deep. */
export interface Tie {
  readonly id: string
  readonly enters: string
  readonly receives: string
  readonly withdraw: Vec
  readonly depthMm: number
  /** Looseness that lets it leave at a slight angle, millimetres. */
  readonly playMm: number
  /** Two flat faces with nothing in each other: it parts any way off the face, and slides along it. */
  readonly flat?: boolean | undefined
  /** Of a mitre the way square to its frame’s plane; one that is tongued stays in that plane. */
  readonly square?: Vec | undefined
  readonly tongued?: boolean | undefined
  /** The tie whose tenon passes this one in a hole they share: it has to be out first, or come out in the same move. */
  readonly waitsFor?: string | undefined
  /** The tie it shares a hole with, where nobody has seen which passes which: neither comes out while the other is shut. */
  readonly sharesWith?: string | undefined
}

/** One group of parts leaving the rest in one direction, and the open joints that part in it. */
export interface Separation {
  readonly parts: readonly string[]
  readonly from: readonly string[]
  readonly direction: Vec
  readonly joints: readonly string[]
  /** How far the frame has to be sprung sideways for it, millimetres. */
  readonly springMm: number
}

/** Sideways give a joint asks for when it leaves along `direction`, millimetres; Infinity against its line. */
export function giveNeededMm(tie: Pick<Tie, 'withdraw' | 'depthMm' | 'playMm' | 'flat' | 'square' | 'tongued'>, direction: Vec): number {
  const [ux, uy, uz] = tie.withdraw
  const cos = ux * direction[0] + uy * direction[1] + uz * direction[2]
  if (tie.tongued && tie.square && Math.abs(dot(tie.square, direction)) > 1e-6) return Infinity
  if (tie.flat) return cos >= -1e-9 ? 0 : Infinity
  if (cos <= 1e-9) return Infinity
  return Math.max(0, tie.depthMm * Math.sqrt(Math.max(0, 1 - cos * cos)) - tie.playMm)
}

/** What does not change while one piece is tried open in many ways: directions, and which ties hold whom along each. */
export interface Ground {
  readonly parts: readonly string[]
  readonly ties: readonly Tie[]
  readonly directions: readonly Vec[]
  /** For each direction, by tie: whether the entering part is held when it moves that way, and whether the receiving one is. */
  readonly holdsEntering: readonly (readonly boolean[])[]
  readonly holdsReceiving: readonly (readonly boolean[])[]
  /** Of directions that hold the same ties, the first: for when it only matters whether something moves at all. */
  readonly distinct: readonly number[]
}

/** @param flexMm how far the frame gives sideways, millimetres */
export function groundOf(parts: readonly string[], ties: readonly Tie[], flexMm: number): Ground {
  const directions = candidateDirections(ties)
  const held = (way: (d: Vec) => Vec) => directions.map(d => ties.map(t => giveNeededMm(t, way(d)) > flexMm))
  const [holdsEntering, holdsReceiving] = [held(d => d), held(negate)]
  const firsts = new Map<string, number>()
  directions.forEach((_, d) => {
    const key = [...holdsEntering[d]!, ...holdsReceiving[d]!].map(Number).join('')
    if (!firsts.has(key)) firsts.set(key, d)
  })
  return { parts, ties, directions, holdsEntering, holdsReceiving, distinct: [...firsts.values()] }
}

/**
 * Takes a frame apart as far as its open joints let it: again and again some group of parts leaves the rest along one
 * direction. Which move comes first never decides whether a later one is possible, so taking the easiest is exact.
 * Twisting and tilting out are left out (docs/limits.md#taking-apart).
 */
export function separate(ground: Ground, open: ReadonlySet<string>): Separation[] {
  const moves: Separation[] = []
  const bodies = components(ground.parts, ground.ties)
  while (bodies.length > 0) {
    const body = bodies.pop()!
    const move = easiestMove(ground, body, open)
    if (!move) continue
    moves.push(move)
    const held = ground.ties.filter(t => !move.joints.includes(t.id))
    bodies.push(...components(move.parts, held), ...components(move.from, held))
  }
  return moves
}

/** Whether a joint comes apart at all with these open: the same moves, followed only in the body that holds it, the first that offers itself taken. */
export function comesApart(ground: Ground, open: ReadonlySet<string>, target: string): boolean {
  const tie = ground.ties.find(t => t.id === target)!
  let body = components(ground.parts, ground.ties).find(b => b.includes(tie.enters))!
  for (;;) {
    const group = firstGroup(ground, body, open, tie)
    if (!group) return false
    if (group.has(tie.enters) !== group.has(tie.receives)) return true
    const side = body.filter(p => group.has(p) === group.has(tie.enters))
    body = components(side, ground.ties.filter(t => group.has(t.enters) === group.has(t.receives))).find(b => b.includes(tie.enters))!
  }
}

/** Joints of `open` that have come apart. */
export const partedBy = (moves: readonly Separation[]): Set<string> => new Set(moves.flatMap(m => m.joints))

function easiestMove(ground: Ground, body: readonly string[], open: ReadonlySet<string>): Separation | undefined {
  const inside = new Set(body)
  const own = ground.ties.filter(t => inside.has(t.enters) && inside.has(t.receives))
  if (!own.some(t => open.has(t.id))) return undefined
  const graph = graphOf(ground, body, open)
  const moves = ground.directions.flatMap((direction, d) => groupsAlong(ground, graph, d).map(group => asMove(group, body, own, direction)))
  return moves.sort((a, b) => a.springMm - b.springMm || a.parts.length - b.parts.length || a.joints.length - b.joints.length)[0]
}

function firstGroup(ground: Ground, body: readonly string[], open: ReadonlySet<string>, target: Tie): Set<string> | undefined {
  const graph = graphOf(ground, body, open)
  // What shut joints hold to one another never parts, along no direction.
  if (graph.nodes.length < 2 || graph.nodeOf.get(target.enters) === graph.nodeOf.get(target.receives)) return undefined
  for (const d of ground.distinct) {
    const [group] = groupsAlong(ground, graph, d)
    if (group) return group
  }
  return undefined
}

/** Midways closer together than this tell nothing new: 1.8 degrees. */
const SAME_MIDWAY = 0.9995

/**
 * Both ways along every line of withdrawal, midway between lines that nearly agree, as the side rails of a tapering seat
 * do, and along the edge where the flat faces of one part meet, as a block slides out of its corner.
 */
function candidateDirections(ties: readonly Tie[]): Vec[] {
  const lines: Vec[] = []
  const put = (d: Vec) => [d, negate(d)].forEach((way) => { if (!lines.some(l => dot(l, way) > 0.99999)) lines.push(way) })
  // A side between two mitres goes straight out, not along either.
  for (const between of betweenOf(ties.filter(t => t.square))) put(between)
  for (const t of ties) put(t.withdraw)
  for (const edge of edgesOf(ties.filter(t => t.flat))) put(edge)
  const midways: Vec[] = []
  for (const [i, a] of lines.entries()) {
    for (const b of lines.slice(i + 1)) {
      if (dot(a, b) <= 0.5) continue
      const m = unit(add(a, b))
      if (![...lines, ...midways].some(d => dot(d, m) > SAME_MIDWAY)) midways.push(m)
    }
  }
  return [...lines, ...midways]
}

/** Midway between the two mitres of one side. */
function betweenOf(mitres: readonly Tie[]): Vec[] {
  return mitres.flatMap((a, i) => mitres.slice(i + 1).filter(b => a.enters === b.enters).map(b => add(a.withdraw, b.withdraw)))
    .filter(way => length(way) > 1e-3).map(unit)
}

/** The lines in which two flat faces of one part meet. */
function edgesOf(flat: readonly Tie[]): Vec[] {
  const sameBody = (a: Tie, b: Tie) => a.enters === b.enters || a.receives === b.receives || a.enters === b.receives || a.receives === b.enters
  return flat.flatMap((a, i) => flat.slice(i + 1).filter(b => sameBody(a, b)).map(b => cross(a.withdraw, b.withdraw)))
    .filter(edge => length(edge) > 1e-3).map(unit)
}

/**
 * A body while some of its joints are open: what shut joints hold together moves as one, whichever way, so that only open ones
 * are looked at along each direction.
 */
interface Graph {
  /** Parts that move as one. */
  readonly nodes: readonly (readonly string[])[]
  readonly nodeOf: ReadonlyMap<string, number>
  /** Open ties between two of them, by their place among all ties. */
  readonly open: readonly { readonly tie: number, readonly enters: number, readonly receives: number }[]
  /** Open ties that wait for another one of this body. */
  readonly waiting: readonly { readonly tie: Tie, readonly other: Tie }[]
}

function graphOf({ ties }: Ground, body: readonly string[], open: ReadonlySet<string>): Graph {
  const inside = new Set(body)
  const own = ties.flatMap((tie, k) => (inside.has(tie.enters) && inside.has(tie.receives) ? [{ tie, k }] : []))
  const isHeld = (t: Tie) => !open.has(t.id) || isShut(open, t.waitsFor) || isShut(open, t.sharesWith)
  const nodes = components(body, own.flatMap(({ tie }) => (isHeld(tie) ? [tie] : [])))
  const nodeOf = new Map(nodes.flatMap((parts, n) => parts.map(p => [p, n] as const)))
  const byId = new Map(own.map(({ tie }) => [tie.id, tie]))
  return {
    nodes,
    nodeOf,
    open: own.flatMap(({ tie, k }) => (isHeld(tie) ? [] : [{ tie: k, enters: nodeOf.get(tie.enters)!, receives: nodeOf.get(tie.receives)! }])),
    waiting: own.flatMap(({ tie }) => (tie.waitsFor !== undefined && byId.has(tie.waitsFor) ? [{ tie, other: byId.get(tie.waitsFor)! }] : [])),
  }
}

/** The smallest groups of a body's parts that can leave it along a direction. */
function groupsAlong({ holdsEntering, holdsReceiving }: Ground, { nodes, nodeOf, open, waiting }: Graph, direction: number): Set<string>[] {
  if (nodes.length < 2) return []
  const [entering, receiving] = [holdsEntering[direction]!, holdsReceiving[direction]!]
  // Where every open joint holds both ways nothing leaves.
  if (open.every(({ tie }) => entering[tie] && receiving[tie])) return []
  const arcs: number[][] = nodes.map(() => [])
  for (const { tie, enters, receives } of open) {
    if (entering[tie]) arcs[enters]!.push(receives)
    if (receiving[tie]) arcs[receives]!.push(enters)
  }
  const groups = closedGroups(arcs)
  const crosses = (group: ReadonlySet<number>, t: Tie) => group.has(nodeOf.get(t.enters)!) !== group.has(nodeOf.get(t.receives)!)
  const mayGo = (group: readonly number[]) => {
    const members = new Set(group)
    return waiting.every(({ tie, other }) => !crosses(members, tie) || crosses(members, other))
  }
  return (waiting.length === 0 ? groups : groups.filter(mayGo)).map(group => new Set(group.flatMap(n => nodes[n]!)))
}

const isShut = (open: ReadonlySet<string>, other: string | undefined): boolean => other !== undefined && !open.has(other)

/** The smaller side is the one that is moved; the same move seen from the other side runs the other way. */
function asMove(group: ReadonlySet<string>, body: readonly string[], ties: readonly Tie[], direction: Vec): Separation {
  const rest = body.filter(p => !group.has(p))
  const crossing = ties.filter(t => group.has(t.enters) !== group.has(t.receives))
  const springMm = Math.max(0, ...crossing.map(t => giveNeededMm(t, group.has(t.enters) ? direction : negate(direction))))
  const joints = crossing.map(t => t.id)
  return group.size <= rest.length ? { parts: [...group], from: rest, direction, joints, springMm } : { parts: rest, from: [...group], direction: negate(direction), joints, springMm }
}

/** Parts that ties hold together, each group in the order of the parts, groups by their first part. */
function components(parts: readonly string[], ties: readonly Tie[]): string[][] {
  const leader = new Map(parts.map(p => [p, p]))
  const find = (p: string): string => {
    let top = p
    for (let up = leader.get(top)!; up !== top; up = leader.get(top)!) top = up
    leader.set(p, top)
    return top
  }
  for (const t of ties) {
    if (!leader.has(t.enters) || !leader.has(t.receives)) continue
    const [a, b] = [find(t.enters), find(t.receives)]
    if (a !== b) leader.set(a, b)
  }
  const groups = new Map<string, string[]>()
  for (const p of parts) {
    const top = find(p)
    const group = groups.get(top)
    if (group) group.push(p)
    else groups.set(top, [p])
  }
  return [...groups.values()]
}
