import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SlowFrame, TOUCH_RAD, type SlowTie } from '../../tests/fixtures/brute-apart'
import { unit, type Vec } from '../measure/vec'
import { cheapestHittingSet } from './hitting-set'
import { aim } from './aim'
import { cheapestOpening, searchOn, type Fault, type Problem } from './search'
import { giveNeededMm, type Tie, type Way } from './tie'

const WAYS: Way[] = [
  { id: 'open', flexMm: 3 },
  { id: 'sprung', flexMm: 8 },
]

/** Anything between square work and joints that splay every way. */
const direction = fc.oneof(
  fc.constantFrom<Vec>([1, 0, 0], [0, 1, 0], [0, 0, 1], [-1, 0, 0], [0, -1, 0], [0, 0, -1]),
  fc
    .tuple(
      fc.constantFrom(0, 1, 2),
      fc.constantFrom(1, -1),
      fc.double({ min: -0.3, max: 0.3, noNaN: true }),
      fc.double({ min: -0.3, max: 0.3, noNaN: true }),
    )
    .map(([k, sign, a, b]): Vec => {
      const v = [a, b]
      v.splice(k, 0, sign)
      return unit(v as unknown as Vec)
    }),
)

interface Sample {
  readonly problem: Problem
  readonly slow: readonly SlowTie[]
}

/**
 * Up to six parts and seven joints of any directions, with faces, contacts, shared holes and mends in place: most of
 * them no furniture.
 */
const sample = (): fc.Arbitrary<Sample> =>
  fc
    .record({
      parts: fc.integer({ min: 2, max: 6 }),
      ties: fc.array(
        fc.record({
          a: fc.nat(),
          b: fc.nat(),
          withdraw: direction,
          depthMm: fc.constantFrom(12, 20, 30),
          play: fc.constantFrom(0, 0.4),
          kind: fc.constantFrom('tenon', 'tenon', 'tenon', 'face', 'contact'),
          costs: fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 6 })),
          isFixed: fc.constantFrom(false, false, false, false, false, true),
        }),
        { minLength: 1, maxLength: 7 },
      ),
      faults: fc.array(fc.tuple(fc.nat(), fc.boolean(), fc.integer({ min: 1, max: 14 })), {
        minLength: 1,
        maxLength: 3,
      }),
      waits: fc.tuple(fc.constantFrom('none', 'none', 'waitsFor', 'sharesWith'), fc.nat()),
    })
    .map(({ parts, ties: raw, faults, waits }) => {
      const names = Array.from({ length: parts }, (_, i) => `p${i}`)
      const own = raw.flatMap((r, i) => (r.a % parts === r.b % parts ? [] : [{ ...r, id: `j${i}` }]))
      const joints = own.filter(r => r.kind !== 'contact')
      // Two that share a hole go into the same part.
      const [first, second] = [
        joints[waits[1] % Math.max(1, joints.length)],
        joints[(waits[1] + 1) % Math.max(1, joints.length)],
      ]
      const shared
        = waits[0] !== 'none' && first && second && first.id !== second.id && first.b % parts !== second.a % parts
          ? ({ [first.id]: waits[0], other: second.id } as Record<string, string>)
          : {}
      const receives = (r: (typeof own)[number]) =>
        second && r.id === second.id && shared.other === second.id ? first!.b % parts : r.b % parts
      const ties = own.map((r): Tie => ({
        id: r.id,
        enters: names[r.a % parts]!,
        receives: names[receives(r)]!,
        withdraw: r.withdraw,
        depthMm: r.depthMm,
        playMm: r.play,
        ways: WAYS,
        ...(r.kind === 'tenon' ? {} : { flat: true }),
        ...(r.kind === 'contact' ? { contact: true } : {}),
        ...(shared[r.id] === 'waitsFor'
          ? { waitsFor: shared.other }
          : shared[r.id] === 'sharesWith'
            ? { sharesWith: shared.other }
            : {}),
      }))
      const seen = new Set<string>()
      const list: Fault[] = faults.flatMap(([n, inPlace, cost]) => {
        const joint = joints.length > 0 ? joints[n % joints.length]!.id : ''
        if (joint === '' || seen.has(joint)) return []
        seen.add(joint)
        return [{ joint, mayOpen: true, inPlaceCost: inPlace ? cost : null }]
      })
      const costOf = new Map(own.map(r => [r.id, r]))
      const wayCost = (id: string, way: number) => {
        const r = costOf.get(id)!
        return r.isFixed ? Infinity : r.costs[0] + (way > 0 ? r.costs[1] : 0)
      }
      const slow = ties.map(({ ways, ...t }): SlowTie => ({ ...t, flexMm: ways!.map(w => w.flexMm) }) as SlowTie)
      return { problem: { parts: names, ties, faults: list, wayCost }, slow }
    })

describe('the cheapest opening', () => {
  it('costs what trying everything finds, and finds a way wherever there is one', () => {
    fc.assert(
      fc.property(sample(), ({ problem, slow }) => {
        const found = cheapestOpening(problem)
        const frame = new SlowFrame(problem.parts, slow)
        const [strict, kind] = [-TOUCH_RAD, TOUCH_RAD].map((slack) => {
          frame.slackRad = slack
          return frame.cheapest(problem.faults, problem.wayCost)
        }) as [number, number]
        // Where directions only just touch either answer is right.
        expect(found?.cost ?? Infinity).toBeLessThanOrEqual(strict)
        expect(found?.cost ?? Infinity).toBeGreaterThanOrEqual(kind)
        if (found) expect(found.proven).toBe(true)
      }),
      { numRuns: Number(process.env.APART ?? 200) },
    )
  })
})

describe('hitting sets', () => {
  it('by hand: {a,b} {b,c} {c,d} with costs 2,3,2,9 is a and c for 4', () => {
    expect(
      cheapestHittingSet(
        [
          [0, 1],
          [1, 2],
          [2, 3],
        ],
        [2, 3, 2, 9],
      ),
    ).toEqual({ chosen: [0, 2], cost: 4, boundCost: 4, proven: true })
    expect(cheapestHittingSet([[0], []], [1])).toBeNull()
    expect(cheapestHittingSet([[0, 1]], [Infinity, Infinity])).toBeNull()
  })
  it('costs what trying every choice finds', () => {
    const clauses = fc.array(fc.uniqueArray(fc.nat(9), { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 12 })
    fc.assert(
      fc.property(
        clauses,
        fc.array(fc.constantFrom(0, 1, 2, 2.5, 3, 5, Infinity), { minLength: 10, maxLength: 10 }),
        (some, costs) => {
          let best = Infinity
          for (let mask = 0; mask < 2 ** 10; mask++) {
            const isIn = (e: number) => ((mask >> e) & 1) === 1
            if (some.every(c => c.some(isIn))) {
              best = Math.min(
                best,
                costs.reduce((sum, c, e) => sum + (isIn(e) ? c : 0), 0),
              )
            }
          }
          const found = cheapestHittingSet(some, costs)
          expect(found?.cost ?? Infinity).toBeCloseTo(best, 9)
          if (found) expect(some.every(c => c.some(e => found.chosen.includes(e)))).toBe(true)
        },
      ),
      { numRuns: 500 },
    )
  })
  it('sixteen pairs that have nothing to do with one another are proven, each by itself', () => {
    // Of each pair the cheaper one.
    const pairs = Array.from({ length: 16 }, (_, i) => [2 * i, 2 * i + 1])
    const costs = pairs.flatMap((_, i) => [3 + i / 100, 3.5])
    const sum = pairs.reduce((total, _, i) => total + 3 + i / 100, 0)
    const found = cheapestHittingSet(pairs, costs)!
    expect(found.cost).toBeCloseTo(sum, 9)
    expect(found.proven).toBe(true)
  })
  it('where it is stopped it says so, and how much less there could be', () => {
    // Three of every four out of twelve: nothing reduces, and no price proves it.
    const all = Array.from({ length: 12 }, (_, i) => i)
    const clauses = all.flatMap(a => all.slice(a + 1).flatMap(b => all.slice(b + 1).map(c => [a, b, c])))
    const found = cheapestHittingSet(
      clauses,
      all.map(() => 1),
      3,
    )!
    expect(found.proven).toBe(false)
    expect(found.boundCost).toBeLessThan(10)
    expect(found.cost).toBeGreaterThanOrEqual(10)
    expect(clauses.every(c => c.some(e => found.chosen.includes(e)))).toBe(true)
    expect(
      cheapestHittingSet(
        clauses,
        all.map(() => 1),
      ),
    ).toMatchObject({ cost: 10, proven: true })
  })
})

const tenon = (id: string, enters: string, receives: string, withdraw: Vec, depthMm: number): Tie => ({
  id,
  enters,
  receives,
  withdraw,
  depthMm,
  playMm: 0,
})
const deg = (t: number) => (t * Math.PI) / 180

describe('which way it leaves', () => {
  it('three 20 mm tenons, each 10 degrees off a common line, come out together with 20 sin 10 = 3.473 mm of spring', () => {
    const round = [0, 120, 240].map((turn): Vec =>
      unit([Math.sin(deg(10)) * Math.cos(deg(turn)), Math.cos(deg(10)), Math.sin(deg(10)) * Math.sin(deg(turn))]),
    )
    const tripod = round.map((way, i) => tenon(`t${i}`, 'top', 'base', way, 20))
    const found = aim(tripod.map(tie => ({ tie, isEntering: true })))!
    expect(found.springMm).toBeCloseTo(3.473, 2)
    expect(found.direction[1]).toBeCloseTo(1, 4)
    const comesApart = (flexMm: number) => freeWith(tripod, flexMm).size === 3
    expect([3.46, 3.5].map(comesApart)).toEqual([false, true])
  })
  it('a 30 mm tenon and a 12 mm stub 25 degrees apart share the spring: 30 sin x = 12 sin (25 - x) at x = 7.07, 3.69 mm', () => {
    const pair = [
      tenon('deep', 'rail', 'post', [1, 0, 0], 30),
      tenon('stub', 'rail', 'post', [Math.cos(deg(25)), Math.sin(deg(25)), 0], 12),
    ]
    expect(aim(pair.map(tie => ({ tie, isEntering: true })))!.springMm).toBeCloseTo(3.69, 2)
    expect([3.6, 3.7, 4.1].map(flexMm => freeWith(pair, flexMm).size)).toEqual([0, 2, 2])
  })
  it('a rung between two posts leaves both at once in no direction, however far they are sprung', () => {
    expect(
      aim(
        [tenon('a', 'rung', 'post', [1, 0, 0], 20), tenon('b', 'rung', 'leg', [-1, 0, 0], 20)].map(tie => ({
          tie,
          isEntering: true,
        })),
      ),
    ).toBeNull()
  })
  it('a joint is tilted 30 degrees out of its socket and no further, unless it is so loose that it may', () => {
    const off = (t: number): Vec => [Math.cos(deg(t)), Math.sin(deg(t)), 0]
    const stub = { withdraw: [1, 0, 0] as Vec, depthMm: 6, playMm: 0 }
    expect([29, 31].map(t => giveNeededMm(stub, off(t)))).toEqual(
      [6 * Math.sin(deg(29)), Infinity].map(x => (x === Infinity ? x : expect.closeTo(x, 9))),
    )
    // 4 mm of play lets a 6 mm stub tilt to asin(4 / 6) = 41.8 degrees.
    expect([41, 43].map(t => giveNeededMm({ ...stub, playMm: 4 }, off(t)))).toEqual([0, Infinity])
  })
})

/** What comes free with everything open and so much spring. */
const freeWith = (ties: readonly Tie[], flexMm: number) => {
  const parts = [...new Set(ties.flatMap(t => [t.enters, t.receives]))]
  return searchOn(
    parts,
    ties.map(t => ({ ...t, ways: [{ id: 'open' as const, flexMm }] })),
  ).freeWith(() => 1)
}

describe('ways that are not straight', () => {
  const at = (tie: Tie, point: Vec): Tie => ({ ...tie, at: point })
  // An arm stands on a round post tenon at the origin and is hooked on its back post 300 mm behind, the hook’s tenon
  // lying across.
  const post = { ...at(tenon('post', 'arm', 'arm-post', [0, 1, 0], 20), [0, 0, 0]), round: true }
  const hook = (z: number) => at(tenon('hook', 'arm', 'back-post', [1, 0, 0], 20), [0, 0, z])
  const frame = tenon('frame', 'back-post', 'arm-post', [0, 0, 1], 30)
  const shutFrame = (id: string) => (id === 'frame' ? Infinity : 1)
  const free = (ties: readonly Tie[]) =>
    [...searchOn(['arm', 'arm-post', 'back-post'], ties).freeWith(shutFrame)].sort()
  it('a round tenon turns in its hole until the hook is clear, and then lifts out', () => {
    expect(free([post, hook(-300), frame])).toEqual(['hook', 'post'])
    const moves = searchOn(['arm', 'arm-post', 'back-post'], [post, hook(-300), frame]).cheapest(
      [{ joint: 'post', mayOpen: true, inPlaceCost: null }],
      shutFrame,
    )!.moves
    expect(moves.map(m => [m.joints, m.about !== null])).toEqual([
      [['hook'], true],
      [['post'], false],
    ])
  })
  it('not where the hook is too near the line to come clear, nor where the tenon is square', () => {
    expect(free([post, hook(-25), frame])).toEqual([])
    expect(free([{ ...post, round: false }, hook(-300), frame])).toEqual([])
  })
  it('what lies flat on the line it would turn about slides round and stays', () => {
    const foot = at({ ...tenon('foot', 'arm', 'back-post', [0, 1, 0], 0), flat: true }, [0, 0, -300])
    const top = at({ ...tenon('top', 'arm', 'back-post', [0, -1, 0], 0), flat: true }, [0, 20, -300])
    expect(free([post, foot, top, frame])).toEqual([])
  })
})

describe('least reasons and other costs', () => {
  const square: Tie[] = [
    tenon('a', 'rail', 'left', [1, 0, 0], 30),
    tenon('b', 'rail', 'right', [-1, 0, 0], 30),
    tenon('c', 'low', 'left', [1, 0, 0], 30),
    tenon('d', 'low', 'right', [-1, 0, 0], 30),
  ]
  const fault: Fault = { joint: 'a', mayOpen: true, inPlaceCost: 9 }
  const search = searchOn(['rail', 'left', 'right', 'low'], square)
  it('by hand: the left post comes off with both rails’ left ends for 2 x 4; in place costs 9; at 5 each in place is cheaper', () => {
    expect(search.cheapest([fault], () => 4)).toMatchObject({ cost: 8, proven: true })
    expect([...search.cheapest([fault], () => 4)!.open].sort()).toEqual(['a', 'c'])
    expect([...search.cheapest([fault], () => 5)!.inPlace]).toEqual(['a'])
    expect(
      search.cheapest([{ ...fault, inPlaceCost: null }], id => (id === 'c' || id === 'd' ? Infinity : 4)),
    ).toBeNull()
  })
})
