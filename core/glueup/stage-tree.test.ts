import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SlowFrame, TOUCH_RAD, type SlowTie } from '../../tests/fixtures/brute-apart'
import { closingFrame } from '../takeapart/closing-frame'
import { groundOf } from '../takeapart/bodies'
import type { Tie } from '../takeapart/tie'
import { bestTree, type Judgement } from './stage-tree'

type Way = Tie['withdraw']
const AXES: Way[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
  [-1, 0, 0],
  [0, -1, 0],
  [0, 0, -1],
]
const WAYS = [{ id: 'open' as const, flexMm: 3 }]

/** Up to seven bodies hanging together, of joints along the axes, each with its minutes. */
const sample = fc
  .record({
    bodies: fc.integer({ min: 2, max: 7 }),
    more: fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 4 }),
    ways: fc.array(fc.constantFrom(...AXES), { minLength: 10, maxLength: 10 }),
    minutes: fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 10, maxLength: 10 }),
    usable: fc.integer({ min: 4, max: 16 }),
  })
  .map(({ bodies, more, ways, minutes, usable }) => {
    const pairs = [
      ...Array.from({ length: bodies - 1 }, (_, i) => [i + 1, (i * 7 + more.length) % (i + 1)] as const),
      ...more.map(([a, b]) => [a % bodies, b % bodies] as const).filter(([a, b]) => a !== b),
    ]
    const ties = pairs.map(([a, b], i): Tie => ({
      id: `j${i}`,
      enters: `p${a}`,
      receives: `p${b}`,
      withdraw: ways[i % ways.length]!,
      depthMm: 25,
      playMm: 0,
      ways: WAYS,
    }))
    return {
      parts: Array.from({ length: bodies }, (_, i) => `p${i}`),
      ties,
      minutes: new Map(ties.map((t, i) => [t.id, minutes[i % minutes.length]!])),
      usable,
    }
  })

/**
 * Every order in which blocks can be put together, a stage at a time, by trying every set of blocks for the next one.
 */
function bruteForce(
  parts: readonly string[],
  ties: readonly Tie[],
  judge: (ids: readonly string[]) => Judgement,
): { over: number, stages: number } | null {
  const slow = ties.map((t): SlowTie => ({ ...t, flexMm: [3] }) as SlowTie)
  const known = new Map<string, { over: number, stages: number } | null>()
  const go = (blocks: readonly (readonly string[])[]): { over: number, stages: number } | null => {
    if (blocks.length === 1) return { over: 0, stages: 0 }
    const key = blocks
      .map(b => [...b].sort().join('+'))
      .sort()
      .join(' ')
    if (known.has(key)) return known.get(key)!
    let best: { over: number, stages: number } | null = null
    for (let mask = 3; mask < 2 ** blocks.length; mask++) {
      const chosen = blocks.filter((_, i) => Math.floor(mask / 2 ** i) % 2 === 1)
      if (chosen.length < 2) continue
      const inside = new Set(chosen.flat())
      const blockOf = (p: string) => chosen.findIndex(b => b.includes(p))
      const own = slow.filter(t => inside.has(t.enters) && inside.has(t.receives))
      const across = own.filter(t => blockOf(t.enters) !== blockOf(t.receives))
      const reach = new Set([0])
      for (const at of reach) {
        for (const t of across) {
          if (blockOf(t.enters) === at) reach.add(blockOf(t.receives))
          if (blockOf(t.receives) === at) reach.add(blockOf(t.enters))
        }
      }
      if (reach.size < chosen.length) continue
      const frame = new SlowFrame([...inside], own)
      frame.slackRad = TOUCH_RAD
      const parted = frame.parted(new Map(own.map(t => [t.id, across.includes(t) ? 1 : 0])))
      if (across.some(t => !parted.has(t.id))) continue
      const rest = go([...blocks.filter(b => !chosen.includes(b)), [...inside]])
      if (!rest) continue
      const { over } = judge(across.map(t => t.id))
      const made = { over: rest.over + over, stages: rest.stages + 1 }
      if (
        !best
        || made.over < best.over - 1e-9
        || (Math.abs(made.over - best.over) < 1e-9 && made.stages < best.stages)
      ) { best = made }
    }
    known.set(key, best)
    return best
  }
  return go(parts.map(p => [p]))
}

describe('stages over every tree', () => {
  it('run over no more and are no more than the best of all orders in which blocks can be put together', () => {
    fc.assert(
      fc.property(sample, ({ parts, ties, minutes, usable }) => {
        const judge = (ids: readonly string[]): Judgement => {
          const sum = ids.reduce((total, id) => total + minutes.get(id)!, 0)
          return { over: Math.max(0, sum - usable), share: sum / usable }
        }
        const ground = groundOf(parts, ties)
        const frame = closingFrame(
          ground,
          Uint8Array.from(ties, () => 1),
        )
        const brute = bruteForce(parts, ties, judge)
        const tree = frame.ties.length === ties.length ? (bestTree(frame, judge)?.tree ?? null) : null
        if (!brute || !tree) {
          // What does not come apart altogether cannot be put together either.
          expect(tree === null).toBe(brute === null)
          return
        }
        let [over, stages] = [0, 0]
        const count = (t: typeof tree): Set<number> => {
          const blocks = t.blocks.map(b => (typeof b === 'number' ? new Set([b]) : count(b)))
          const across = frame.ties
            .filter(
              ({ between: [a, b] }) =>
                blocks.some(x => x.has(a) && !x.has(b)) && blocks.some(x => x.has(b) && !x.has(a)),
            )
            .map(x => x.id)
          over += judge(across).over
          stages++
          return new Set(blocks.flatMap(b => [...b]))
        }
        count(tree)
        expect(over).toBeCloseTo(brute.over, 9)
        expect(stages).toBe(brute.stages)
        // The moves that go with it part every tie, each once.
        expect(
          frame
            .movesOf(tree)
            .flatMap(m => m.joints)
            .sort(),
        ).toEqual(ties.map(t => t.id).sort())
      }),
      { numRuns: Number(process.env.TREES ?? 80) },
    )
  }, 120_000)
  it('by hand: four posts in a row of three rails, 6 minutes a rail: with 12 usable two stages, with 18 one, with 6 three', () => {
    const ties = [0, 1, 2].map((i): Tie => ({
      id: `j${i}`,
      enters: `p${i}`,
      receives: `p${i + 1}`,
      withdraw: [-1, 0, 0],
      depthMm: 25,
      playMm: 0,
      ways: WAYS,
    }))
    const frame = closingFrame(
      groundOf(['p0', 'p1', 'p2', 'p3'], ties),
      Uint8Array.from(ties, () => 1),
    )
    const stagesWith = (usable: number) => {
      const tree = bestTree(frame, ids => ({
        over: Math.max(0, 6 * ids.length - usable),
        share: (6 * ids.length) / usable,
      }))!.tree
      const count = (t: typeof tree): number =>
        1 + t.blocks.reduce<number>((sum, b) => sum + (typeof b === 'number' ? 0 : count(b)), 0)
      return count(tree)
    }
    expect([18, 12, 6].map(stagesWith)).toEqual([1, 2, 3])
  })
})
