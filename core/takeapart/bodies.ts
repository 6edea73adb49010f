import { add, dot, negate, unit, type Vec } from '../measure/vec'
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
export function giveNeededMm(tie: Pick<Tie, 'withdraw' | 'depthMm' | 'playMm'>, direction: Vec): number {
  const [ux, uy, uz] = tie.withdraw
  const cos = ux * direction[0] + uy * direction[1] + uz * direction[2]
  if (cos <= 1e-9) return Infinity
  return Math.max(0, tie.depthMm * Math.sqrt(Math.max(0, 1 - cos * cos)) - tie.playMm)
}

/**
 * Takes a frame apart as far as its open joints let it: again and again some group of parts leaves the rest along one
 * direction. Which move comes first never decides whether a later one is possible, so taking the easiest is exact.
 * Twisting and tilting out are left out (docs/limits.md#taking-apart).
 */
export function separate(parts: readonly string[], ties: readonly Tie[], open: ReadonlySet<string>, flexMm: number): Separation[] {
  const moves: Separation[] = []
  const bodies = components(parts, ties)
  while (bodies.length > 0) {
    const body = bodies.pop()!
    const move = easiestMove(body, ties, open, flexMm)
    if (!move) continue
    moves.push(move)
    const held = ties.filter(t => !move.joints.includes(t.id))
    bodies.push(...components(move.parts, held), ...components(move.from, held))
  }
  return moves
}

/** Joints of `open` that have come apart. */
export const partedBy = (moves: readonly Separation[]): Set<string> => new Set(moves.flatMap(m => m.joints))

function easiestMove(body: readonly string[], ties: readonly Tie[], open: ReadonlySet<string>, flexMm: number): Separation | undefined {
  const inside = new Set(body)
  const own = ties.filter(t => inside.has(t.enters) && inside.has(t.receives))
  const opened = own.filter(t => open.has(t.id))
  const moves = candidateDirections(opened).flatMap(direction => movesAlong(body, own, open, direction, flexMm))
  return moves.sort((a, b) => a.springMm - b.springMm || a.parts.length - b.parts.length || a.joints.length - b.joints.length)[0]
}

/** Both ways along every line of withdrawal, and midway between lines that nearly agree, as the side rails of a tapering seat do. */
function candidateDirections(ties: readonly Tie[]): Vec[] {
  const directions: Vec[] = []
  const put = (v: Vec) => { if (!directions.some(d => dot(d, v) > 0.99999)) directions.push(v) }
  const lines: Vec[] = []
  for (const t of ties) for (const d of [t.withdraw, negate(t.withdraw)]) if (!lines.some(l => dot(l, d) > 0.99999)) lines.push(d)
  lines.forEach(put)
  for (const a of lines) for (const b of lines) if (dot(a, b) > 0.5) put(unit(add(a, b)))
  return directions
}

function movesAlong(body: readonly string[], ties: readonly Tie[], open: ReadonlySet<string>, direction: Vec, flexMm: number): Separation[] {
  const indexOf = new Map(body.map((p, i) => [p, i]))
  const arcs: number[][] = body.map(() => [])
  const back = negate(direction)
  for (const t of ties) {
    const [enters, receives] = [indexOf.get(t.enters)!, indexOf.get(t.receives)!]
    const isOpen = open.has(t.id)
    if (!isOpen || giveNeededMm(t, direction) > flexMm) arcs[enters]!.push(receives)
    if (!isOpen || giveNeededMm(t, back) > flexMm) arcs[receives]!.push(enters)
  }
  return closedGroups(arcs).map(group => asMove(new Set(group.map(i => body[i]!)), body, ties, direction))
}

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
