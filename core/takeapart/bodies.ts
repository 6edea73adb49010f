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
export function giveNeededMm(tie: Pick<Tie, 'withdraw' | 'depthMm' | 'playMm' | 'flat'>, direction: Vec): number {
  const [ux, uy, uz] = tie.withdraw
  const cos = ux * direction[0] + uy * direction[1] + uz * direction[2]
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
}

/** @param flexMm how far the frame gives sideways, millimetres */
export function groundOf(parts: readonly string[], ties: readonly Tie[], flexMm: number): Ground {
  const directions = candidateDirections(ties)
  const held = (way: (d: Vec) => Vec) => directions.map(d => ties.map(t => giveNeededMm(t, way(d)) > flexMm))
  return { parts, ties, directions, holdsEntering: held(d => d), holdsReceiving: held(negate) }
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
    const group = firstGroup(ground, body, open)
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
  const moves = ground.directions.flatMap((direction, d) => groupsAlong(ground, body, open, d).map(group => asMove(group, body, own, direction)))
  return moves.sort((a, b) => a.springMm - b.springMm || a.parts.length - b.parts.length || a.joints.length - b.joints.length)[0]
}

function firstGroup(ground: Ground, body: readonly string[], open: ReadonlySet<string>): Set<string> | undefined {
  for (let d = 0; d < ground.directions.length; d++) {
    const [group] = groupsAlong(ground, body, open, d)
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

/** The lines in which two flat faces of one part meet. */
function edgesOf(flat: readonly Tie[]): Vec[] {
  const sameBody = (a: Tie, b: Tie) => a.enters === b.enters || a.receives === b.receives || a.enters === b.receives || a.receives === b.enters
  return flat.flatMap((a, i) => flat.slice(i + 1).filter(b => sameBody(a, b)).map(b => cross(a.withdraw, b.withdraw)))
    .filter(edge => length(edge) > 1e-3).map(unit)
}

/** The smallest groups of a body's parts that can leave it along a direction. */
function groupsAlong({ ties, holdsEntering, holdsReceiving }: Ground, body: readonly string[], open: ReadonlySet<string>, direction: number): Set<string>[] {
  const indexOf = new Map(body.map((p, i) => [p, i]))
  const arcs: number[][] = body.map(() => [])
  const waiting: Tie[] = []
  const inside = new Set<string>()
  ties.forEach((t, k) => {
    const [enters, receives] = [indexOf.get(t.enters), indexOf.get(t.receives)]
    if (enters === undefined || receives === undefined) return
    inside.add(t.id)
    if (t.waitsFor !== undefined) waiting.push(t)
    const shut = !open.has(t.id) || isShut(open, t.waitsFor) || isShut(open, t.sharesWith)
    if (shut || holdsEntering[direction]![k]) arcs[enters]!.push(receives)
    if (shut || holdsReceiving[direction]![k]) arcs[receives]!.push(enters)
  })
  const groups = closedGroups(arcs).map(group => new Set(group.map(i => body[i]!)))
  if (waiting.length === 0) return groups
  const crosses = (group: ReadonlySet<string>, t: Tie) => group.has(t.enters) !== group.has(t.receives)
  const byId = new Map(ties.map(t => [t.id, t]))
  return groups.filter(group => waiting.every(t => !crosses(group, t) || !inside.has(t.waitsFor!) || crosses(group, byId.get(t.waitsFor!)!)))
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

function components(parts: readonly string[], ties: readonly Tie[]): string[][] {
  const left = new Set(parts)
  const found: string[][] = []
  for (const start of parts) {
    if (!left.delete(start)) continue
    const body = [start]
    for (const p of body) {
      for (const t of ties) {
        const next = t.enters === p ? t.receives : t.receives === p ? t.enters : undefined
        if (next !== undefined && left.delete(next)) body.push(next)
      }
    }
    found.push(body)
  }
  return found
}
