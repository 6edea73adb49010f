import type { ClosingFrame, StageTree } from '../takeapart'

/** How bad a stage is: minutes over what it has, and of that the share it uses. */
export interface Judgement {
  readonly over: number
  readonly share: number
}
/** What makes one tree better than another when neither runs over: fewer stages, or the shortest longest stage. */
export type Goal = 'fewest' | 'shortest'
interface Best extends Judgement {
  readonly stages: number
  readonly tree: StageTree | number
}

/** Up to so many bodies every tree of stages is looked at; a body more is about five times the work. */
export const MOST_BODIES = 7

/**
 * The best of all trees of stages: least overrun, then fewest stages, then the most spare time in the tightest. Every
 * block of bodies is built in the best way once, from every division of it into blocks that can be brought together
 * at once.
 * `share` is
 * that of its tightest stage.
 * Null where there are too many bodies, or they do not hang together.
 */
export function bestTree(
  frame: ClosingFrame,
  judge: (ties: readonly string[]) => Judgement,
  goal: Goal = 'fewest',
): { readonly tree: StageTree, readonly share: number } | null {
  if (frame.bodies > MOST_BODIES || frame.bodies < 2) return null
  const best = new Map<number, Best | null>()
  const tiesAcross = (blocks: readonly number[]) =>
    frame.ties
      .filter(
        ({ between: [a, b] }) => blocks.some(x => has(x, a) && !has(x, b)) && blocks.some(x => has(x, b) && !has(x, a)),
      )
      .map(t => t.id)
  const build = (set: number): Best | null => {
    if (isOne(set)) return { over: 0, share: 0, stages: 0, tree: bodiesIn(set)[0]! }
    const known = best.get(set)
    if (known !== undefined) return known
    let found: Best | null = null
    for (const blocks of divisions(set)) {
      if (blocks.length < 2) continue
      const parts = blocks.map(build)
      if (parts.some(p => p === null)) continue
      const ties = tiesAcross(blocks)
      if (!isLinked(blocks, frame, ties) || !frame.canClose(blocks.map(bodiesIn))) continue
      const own = judge(ties)
      const made: Best = {
        over: own.over + parts.reduce((sum, p) => sum + p!.over, 0),
        share: Math.max(own.share, ...parts.map(p => p!.share)),
        stages: 1 + parts.reduce((sum, p) => sum + p!.stages, 0),
        tree: { blocks: parts.map(p => p!.tree) },
      }
      if (!found || isBetter(made, found, goal)) found = made
    }
    best.set(set, found)
    return found
  }
  const whole = build(2 ** frame.bodies - 1)
  return whole && typeof whole.tree !== 'number' ? { tree: whole.tree, share: whole.share } : null
}

function isBetter(a: Best, b: Best, goal: Goal): boolean {
  const order
    = goal === 'fewest'
      ? [a.over - b.over, a.stages - b.stages, a.share - b.share]
      : [a.share - b.share, a.stages - b.stages, a.over - b.over]
  return (order.find(d => Math.abs(d) > 1e-9) ?? 0) < 0
}

const has = (set: number, body: number): boolean => ((set >> body) & 1) === 1
const isOne = (set: number): boolean => (set & (set - 1)) === 0
const bodiesIn = (set: number): number[] => Array.from({ length: 31 }, (_, i) => i).filter(i => has(set, i))

/** Every way of dividing a set into blocks, the set itself as one block among them. */
function* divisions(set: number): Generator<number[]> {
  if (set === 0) {
    yield []
    return
  }
  const first = set & -set
  const others = set ^ first
  // The block that holds the first body: every subset of the others with it.
  for (let sub = others; ; sub = (sub - 1) & others) {
    for (const rest of divisions(others ^ sub)) yield [first | sub, ...rest]
    if (sub === 0) return
  }
}

/** Whether what is brought together is one thing afterwards, and not two that only lie side by side. */
function isLinked(blocks: readonly number[], frame: ClosingFrame, ties: readonly string[]): boolean {
  const own = frame.ties
    .filter(t => ties.includes(t.id))
    .map(t => t.between.map(body => blocks.findIndex(x => has(x, body))) as [number, number])
  const seen = new Set([0])
  for (const at of seen) {
    for (const [a, b] of own) {
      if (a === at) seen.add(b)
      if (b === at) seen.add(a)
    }
  }
  return seen.size === blocks.length
}
