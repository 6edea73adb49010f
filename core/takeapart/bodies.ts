import { motionsOf, type Motion } from './motions'
import { strongGroups } from './strong-groups'
import { waysOf, type Tie } from './tie'

/**
 * What does not change while one piece is tried open in many ways: which motions there are, and what each asks of
 * every tie.
 */
export interface Ground {
  readonly parts: readonly string[]
  readonly ties: readonly Tie[]
  /** The parts each tie lies between, by their places. */
  readonly enters: readonly number[]
  readonly receives: readonly number[]
  /** The ties each one waits for: not before it, or not while it is shut; -1 for none. */
  readonly waitsFor: readonly number[]
  readonly sharesWith: readonly number[]
  readonly motions: readonly Motion[]
  /** The ties of each part. */
  readonly tiesOf: readonly (readonly number[])[]
}

/** For each tie how far it is let go: 0 shut, otherwise its way counted from 1. */
export type Levels = Uint8Array

export function groundOf(parts: readonly string[], ties: readonly Tie[]): Ground {
  const place = new Map(parts.map((p, i) => [p, i]))
  const nth = new Map(ties.map((t, k) => [t.id, k]))
  const at = (part: string): number => {
    const i = place.get(part)
    if (i === undefined) throw new Error(`There is no part “${part}”.`)
    return i
  }
  const [enters, receives] = [ties.map(t => at(t.enters)), ties.map(t => at(t.receives))]
  const other = (id: string | undefined) => (id === undefined ? -1 : (nth.get(id) ?? -1))
  return {
    parts,
    ties,
    enters,
    receives,
    waitsFor: ties.map(t => other(t.waitsFor)),
    sharesWith: ties.map(t => other(t.sharesWith)),
    motions: motionsOf(ties),
    tiesOf: parts.map((_, i) => ties.flatMap((_t, k) => (enters[k] === i || receives[k] === i ? [k] : []))),
  }
}

/** Nothing let go but what only touches. */
export const shutLevels = ({ ties }: Ground): Levels => Uint8Array.from(ties, t => (t.contact ? waysOf(t).length : 0))

/** How a piece stands while it comes apart: which ties are still together. */
export interface State {
  readonly together: Uint8Array
}

/**
 * Every tie that comes apart with these let go; `gone` are apart already. Which motion comes first never decides
 * whether a later one is possible.
 */
export function partedWith(ground: Ground, levels: Levels, gone: readonly number[] = []): boolean[] {
  const state = fresh(ground, gone)
  const frame = frameOf(ground, levels)
  const bodies = bodiesAmong(ground, frame, state, null)
  for (let body = bodies.pop(); body; body = bodies.pop()) {
    if (partOnce(ground, levels, frame, state, body)) bodies.push(...bodiesAmong(ground, frame, state, body))
  }
  return ground.ties.map((_, k) => state.together[k] === 0)
}

/**
 * One tie followed while more and more is let go, so that each trial goes on from the last. What a trial with `open`
 * parted stays parted until `undo`.
 */
export interface Pursuit {
  /**
   * Whether the tie comes apart with these let go; if not, only what still holds its body together is looked at next
   * time.
   */
  tries(levels: Levels): boolean
  /** The ties of the body that still holds it, by their places. */
  inBody(): readonly number[]
}

export function pursue(ground: Ground, target: number): Pursuit {
  let held: readonly number[] = ground.ties.map((_, k) => k)
  return {
    tries(levels) {
      let ties = held
      for (;;) {
        const frame = frameOf(ground, levels, ties)
        const start = frame.nodeOf[ground.enters[target]!]!
        if (start === frame.nodeOf[ground.receives[target]!]) {
          held = ties
          return false
        }
        const own = bodyAround(ground, frame, start)
        const crossing = firstCrossing(ground, levels, own)
        if (!crossing) {
          held = ties.filter(k => own.isIn[frame.nodeOf[ground.enters[k]!]!] === 1)
          return false
        }
        if (crossing.includes(target)) return true
        const isCrossing = new Set(crossing)
        ties = ties.filter(k => own.isIn[frame.nodeOf[ground.enters[k]!]!] === 1 && !isCrossing.has(k))
      }
    },
    inBody: () => held,
  }
}

/** The loose ties among the nodes that hang together with one of them. */
function bodyAround(
  { ties, enters, receives }: Ground,
  { nodeOf, nodes, loose }: Frame,
  start: number,
): Own & { readonly isIn: Uint8Array } {
  const leader = Int32Array.from({ length: nodes }, (_, n) => n)
  for (const k of loose) {
    if (!ties[k]!.contact) leader[topOf(leader, nodeOf[enters[k]!]!)] = topOf(leader, nodeOf[receives[k]!]!)
  }
  const top = topOf(leader, start)
  const isIn = new Uint8Array(nodes)
  const place = new Int32Array(nodes).fill(-1)
  let count = 0
  for (let n = 0; n < nodes; n++) {
    if (topOf(leader, n) === top) {
      isIn[n] = 1
      place[n] = count++
    }
  }
  const own: number[] = []
  const ends: number[] = []
  for (const k of loose) {
    const [a, b] = [place[nodeOf[enters[k]!]!]!, place[nodeOf[receives[k]!]!]!]
    if (a < 0 || b < 0) continue
    own.push(k)
    ends.push(a, b)
  }
  return { ties: own, ends, nodes: count, isIn }
}

/** The one that stands for all that is joined with it; ways to it are shortened as they are gone. */
function topOf(leader: Int32Array, i: number): number {
  while (leader[i] !== i) {
    leader[i] = leader[leader[i]!]!
    i = leader[i]!
  }
  return i
}

export const fresh = (ground: Ground, gone: readonly number[]): State => ({
  together: Uint8Array.from(ground.ties, (_, k) => (gone.includes(k) ? 0 : 1)),
})

/** Parts that shut ties hold together move as one: the node of each part, and how many there are. */
export interface Frame {
  readonly nodeOf: Int32Array
  readonly nodes: number
  readonly loose: readonly number[]
}

export function frameOf(
  ground: Ground,
  levels: Levels,
  among: readonly number[] = ground.ties.map((_, k) => k),
): Frame {
  const { parts, ties, enters, receives, waitsFor, sharesWith } = ground
  const leader = Int32Array.from(parts, (_, i) => i)
  const find = (i: number): number => topOf(leader, i)
  const isShut = (k: number) => k >= 0 && levels[k] === 0 && !ties[k]!.contact
  const loose: number[] = []
  for (const k of among) {
    if (isShut(k) || isShut(waitsFor[k]!) || isShut(sharesWith[k]!)) leader[find(enters[k]!)] = find(receives[k]!)
    else loose.push(k)
  }
  // What waits for a tenon whose own parts are held together otherwise waits for ever.
  const waits = loose.filter(k => waitsFor[k]! >= 0)
  const isStuck = (k: number) =>
    find(enters[k]!) !== find(receives[k]!) && find(enters[waitsFor[k]!]!) === find(receives[waitsFor[k]!]!)
  for (let k = waits.find(isStuck); k !== undefined; k = waits.find(isStuck)) {
    leader[find(enters[k]!)] = find(receives[k]!)
  }
  const nodeOf = new Int32Array(parts.length).fill(-1)
  let nodes = 0
  const number = new Int32Array(parts.length).fill(-1)
  for (let i = 0; i < parts.length; i++) {
    const top = find(i)
    if (number[top] === -1) number[top] = nodes++
    nodeOf[i] = number[top]!
  }
  return { nodeOf, nodes, loose: loose.filter(k => nodeOf[enters[k]!] !== nodeOf[receives[k]!]) }
}

/** Nodes that what is not parted holds together. */
export type Body = readonly number[]

export function bodiesAmong(ground: Ground, frame: Frame, state: State, within: Body | null): Body[] {
  const next = neighbours(ground, frame, state)
  const left = new Set(within ?? Array.from({ length: frame.nodes }, (_, i) => i))
  const bodies: Body[] = []
  for (const node of left) {
    const body = reach(next, node)
    for (const n of body) left.delete(n)
    if (body.length > 1) bodies.push(body)
  }
  return bodies
}

function neighbours(
  { ties, enters, receives }: Ground,
  { nodeOf, nodes, loose }: Frame,
  { together }: State,
): number[][] {
  const next: number[][] = Array.from({ length: nodes }, () => [])
  for (const k of loose) {
    if (together[k] === 0 || ties[k]!.contact) continue
    next[nodeOf[enters[k]!]!]!.push(nodeOf[receives[k]!]!)
    next[nodeOf[receives[k]!]!]!.push(nodeOf[enters[k]!]!)
  }
  return next
}

function reach(next: readonly (readonly number[])[], from: number): number[] {
  const seen = new Set([from])
  for (const n of seen) for (const m of next[n]!) seen.add(m)
  return [...seen]
}

/**
 * Parts a body along the first motion that parts it at all, into everything that motion can part. False where none
 * does.
 */
function partOnce(ground: Ground, levels: Levels, frame: Frame, state: State, body: Body): boolean {
  const crossing = body.length < 2 ? null : firstCrossing(ground, levels, tiesWithin(ground, frame, state, body))
  for (const k of crossing ?? []) state.together[k] = 0
  return crossing !== null
}

/** The ties of a body that come apart along the first motion that parts any. */
function firstCrossing(ground: Ground, levels: Levels, own: Own): number[] | null {
  for (const motion of ground.motions) {
    const groups = groupsAlong(ground, levels, own, motion)
    if (!groups) continue
    const crossing = own.ties.filter(
      (k, i) => groups[own.ends[2 * i]!] !== groups[own.ends[2 * i + 1]!] && motion.stays?.[k] !== 1,
    )
    if (crossing.some(k => !ground.ties[k]!.contact)) return crossing
  }
  return null
}

/** The loose ties of one body, and the places of their ends among its nodes. */
export interface Own {
  readonly ties: readonly number[]
  readonly ends: readonly number[]
  readonly nodes: number
}

export function tiesWithin(
  { enters, receives }: Ground,
  { nodeOf, nodes, loose }: Frame,
  { together }: State,
  body: Body,
): Own {
  const place = new Int32Array(nodes).fill(-1)
  body.forEach((node, i) => {
    place[node] = i
  })
  const ties: number[] = []
  const ends: number[] = []
  for (const k of loose) {
    const [a, b] = [place[nodeOf[enters[k]!]!]!, place[nodeOf[receives[k]!]!]!]
    if (together[k] === 0 || a < 0 || b < 0) continue
    ties.push(k)
    ends.push(a, b)
  }
  return { ties, ends, nodes: body.length }
}

/** For each node of a body the group it moves with along a motion; null where all of it moves as one. */
export function groupsAlong(ground: Ground, levels: Levels, own: Own, motion: Motion): Int32Array | null {
  if (own.nodes <= MOST_BITS && movesAsOne(levels, own, motion)) return null
  return groupsOf(ground, arcsOf(levels, own, motion), own)
}

/** Nodes that are told apart by the bits of one number. */
const MOST_BITS = 31
const [LED, LEADING] = [new Int32Array(MOST_BITS), new Int32Array(MOST_BITS)]

/** Whether every node drags every other along: then nothing leaves. Most motions end here, so it is done in bits. */
function movesAsOne(levels: Levels, { ties, ends, nodes }: Own, { entering, receiving }: Motion): boolean {
  LED.fill(0, 0, nodes)
  LEADING.fill(0, 0, nodes)
  for (let i = 0; i < ties.length; i++) {
    const k = ties[i]!
    const [a, b] = [ends[2 * i]!, ends[2 * i + 1]!]
    if (entering[k]! > levels[k]!) {
      LED[a]! |= 1 << b
      LEADING[b]! |= 1 << a
    }
    if (receiving[k]! > levels[k]!) {
      LED[b]! |= 1 << a
      LEADING[a]! |= 1 << b
    }
  }
  const all = nodes === MOST_BITS ? 0x7fffffff : (1 << nodes) - 1
  return reachesAll(LED, all) && reachesAll(LEADING, all)
}

function reachesAll(next: Int32Array, all: number): boolean {
  let [seen, fresh] = [1, 1]
  while (fresh !== 0) {
    const node = 31 - Math.clz32(fresh & -fresh)
    fresh &= fresh - 1
    const found = next[node]! & ~seen
    seen |= found
    fresh |= found
    if (seen === all) return true
  }
  return seen === all
}

function arcsOf(levels: Levels, { ties, ends, nodes }: Own, { entering, receiving }: Motion): number[][] {
  const arcs: number[][] = Array.from({ length: nodes }, () => [])
  for (const [i, k] of ties.entries()) {
    const [a, b] = [ends[2 * i]!, ends[2 * i + 1]!]
    if (entering[k]! > levels[k]!) arcs[a]!.push(b)
    if (receiving[k]! > levels[k]!) arcs[b]!.push(a)
  }
  return arcs
}

function groupsOf({ waitsFor }: Ground, arcs: number[][], { ties, ends }: Own): Int32Array | null {
  for (;;) {
    const groups = strongGroups(arcs)
    if (groups.count < 2) return null
    // Of two tenons in one hole the one beneath cannot leave where the one that passes it cannot.
    const parts = (n: number) => groups.of[ends[2 * n]!] !== groups.of[ends[2 * n + 1]!]
    const held = ties.findIndex((k, i) => {
      const over = waitsFor[k]! < 0 ? -1 : ties.indexOf(waitsFor[k]!)
      return over >= 0 && parts(i) && !parts(over)
    })
    if (held < 0) return groups.of
    arcs[ends[2 * held]!]!.push(ends[2 * held + 1]!)
    arcs[ends[2 * held + 1]!]!.push(ends[2 * held]!)
  }
}
