import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { phraseText, say } from '../measure/phrase'
import { add, negate, unit, type Vec } from '../measure/vec'
import type { Command } from '../piece/commands'
import { newHold } from '../piece/new-hold'
import { giveNeededMm, groundOf, partedBy, separate, type Tie } from './bodies'
import { cheapestHittingSet } from './hitting-set'
import { methodFor } from '../glue/methods'
import { cheapestOpening, type Fault, type Problem } from './search'
import { takeApart } from './index'
import { before } from '../work'

const AXES: Vec[] = [[1, 0, 0], [0, 1, 0], [0, 0, 1], [-1, 0, 0], [0, -1, 0], [0, 0, -1], unit([1, 0, 0.08]), unit([-1, 0, 0.08])]

/** Up to five parts in a row of up to seven joints, any directions: most of them no furniture, all of them geometry. */
const smallProblem = (): fc.Arbitrary<Problem> => fc.record({
  parts: fc.integer({ min: 2, max: 5 }), ties: fc.array(fc.tuple(fc.nat(), fc.nat(), fc.constantFrom(...AXES), fc.constantFrom(12, 25, 30), fc.integer({ min: 1, max: 9 })), { minLength: 1, maxLength: 7 }),
  faults: fc.array(fc.tuple(fc.nat(), fc.boolean(), fc.integer({ min: 1, max: 12 })), { minLength: 1, maxLength: 3 }),
}).map(({ parts, ties: raw, faults }) => {
  const names = Array.from({ length: parts }, (_, i) => `p${i}`)
  const ties: Tie[] = raw.flatMap(([a, b, withdraw, depthMm], i) => (a % parts === b % parts ? [] : [{ id: `j${i}`, enters: names[a % parts]!, receives: names[b % parts]!, withdraw, depthMm, playMm: 0 }]))
  const costs = new Map(raw.map(([, , , , c], i) => [`j${i}`, c]))
  const seen = new Set<string>()
  const list: Fault[] = faults.flatMap(([n, inPlace, cost]) => {
    const joint = ties.length > 0 ? ties[n % ties.length]!.id : ''
    if (joint === '' || seen.has(joint)) return []
    seen.add(joint)
    return [{ joint, mayOpen: true, inPlaceCost: inPlace ? cost : null }]
  })
  return { parts: names, ties, faults: list, apart: new Set<string>(), openCost: (j: string) => costs.get(j)!, flexMm: 3 }
})

/** Every group of parts tried as a move in every direction, until nothing parts any more. Written without the planner's code. */
function partedByBruteForce(parts: readonly string[], ties: readonly Tie[], open: ReadonlySet<string>, flexMm: number): Set<string> {
  const lines = ties.filter(t => open.has(t.id)).flatMap(t => [t.withdraw, negate(t.withdraw)])
  const directions = [...lines, ...lines.flatMap(a => lines.filter(b => a[0] * b[0] + a[1] * b[1] + a[2] * b[2] > 0.5).map(b => unit(add(a, b))))]
  let held = [...ties]
  for (let moved = true; moved;) {
    moved = false
    for (let mask = 1; mask < 2 ** parts.length - 1 && !moved; mask++) {
      const inGroup = (p: string) => Math.floor(mask / 2 ** parts.indexOf(p)) % 2 === 1
      const crossing = held.filter(t => inGroup(t.enters) !== inGroup(t.receives))
      if (crossing.length === 0 || crossing.some(t => !open.has(t.id))) continue
      moved = directions.some(d => crossing.every(t => giveNeededMm(t, inGroup(t.enters) ? d : negate(d)) <= flexMm))
      if (moved) held = held.filter(t => !crossing.includes(t))
    }
  }
  return new Set(ties.filter(t => !held.includes(t)).map(t => t.id))
}

function cheapestByBruteForce(p: Problem): number {
  const ids = p.ties.map(t => t.id)
  let best = Infinity
  for (let mask = 0; mask < 2 ** ids.length; mask++) {
    const open = new Set(ids.filter((_, i) => Math.floor(mask / 2 ** i) % 2 === 1))
    const parted = partedByBruteForce(p.parts, p.ties, open, p.flexMm)
    const faults = p.faults.map(f => Math.min(open.has(f.joint) && parted.has(f.joint) ? 0 : Infinity, open.has(f.joint) ? Infinity : f.inPlaceCost ?? Infinity))
    best = Math.min(best, [...open].reduce((sum, j) => sum + p.openCost(j), 0) + faults.reduce((a, b) => a + b, 0))
  }
  return best
}

describe('what a frame lets go', () => {
  it('a joint leaves along its line, at a slight angle with spring, and never against it', () => {
    const tie = { withdraw: [1, 0, 0] as Vec, depthMm: 30, playMm: 0.5 }
    expect(giveNeededMm(tie, [1, 0, 0])).toBe(0)
    expect(giveNeededMm(tie, unit([1, 0, Math.tan(5 * Math.PI / 180)]))).toBeCloseTo(30 * Math.sin(5 * Math.PI / 180) - 0.5, 9)
    expect(giveNeededMm(tie, [-1, 0, 0])).toBe(Infinity)
  })
  it('agrees with trying every group of parts, on small pieces of any kind', () => {
    fc.assert(fc.property(smallProblem(), fc.nat(), (p, seed) => {
      const open = new Set(p.ties.filter((_, i) => Math.floor(seed / 2 ** i) % 2 === 1).map(t => t.id))
      expect([...partedBy(separate(groundOf(p.parts, p.ties, p.flexMm), open))].sort()).toEqual([...partedByBruteForce(p.parts, p.ties, open, p.flexMm)].sort())
    }), { numRuns: 300 })
  })
})

/** Directions all round, evenly strewn. */
const STREWN: Vec[] = Array.from({ length: 4000 }, (_, i) => {
  const [y, turn] = [1 - 2 * (i + 0.5) / 4000, i * Math.PI * (3 - Math.sqrt(5))]
  const r = Math.sqrt(1 - y * y)
  return [r * Math.cos(turn), y, r * Math.sin(turn)]
})

/** What its mend asks of a joint here: only that it is open. */
const work = {
  sizes: [],
  stock: [],
  steps: [before('clean', 20, say`cleaned`)],
  cautions: [],
  leavesGapMm: 0.1,
  removedCm3: 0,
  hold: { low: 0.7, high: 0.9 },
}

describe('what lies flat on another part', () => {
  const flat = (id: string, receives: string, withdraw: Vec): Tie => ({ id, enters: 'block', receives, withdraw, depthMm: 0.5, playMm: 0, flat: true })
  it('comes off any way but into it, and slides along it', () => {
    const tie = flat('a', 'rail', [0, 0, -1])
    expect(([[0, 0, -1], [1, 0, 0], [0, -1, 0], [0.6, 0, -0.8]] as Vec[]).map(d => giveNeededMm(tie, d))).toEqual([0, 0, 0, 0])
    expect(giveNeededMm(tie, unit([1, 0, 0.01]))).toBe(Infinity)
  })
  it('a block comes out of its corner, whatever angle its two faces stand at, wherever strewing directions finds a way', () => {
    // Up to four faces: between two that look at each other it slides, boxed in by three it stays, unless they lean.
    const face = fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: 0, max: 6.28, noNaN: true })).map(([y, t]): Vec => [Math.sqrt(1 - y * y) * Math.cos(t), y, Math.sqrt(1 - y * y) * Math.sin(t)])
    fc.assert(fc.property(fc.array(face, { minLength: 1, maxLength: 4 }), (faces) => {
      const ties = faces.map((n, i) => flat(`f${i}`, 'rails', n))
      const found = partedBy(separate(groundOf(['block', 'rails'], ties, 3), new Set(ties.map(t => t.id)))).size > 0
      const isClear = STREWN.some(d => faces.every(n => n[0] * d[0] + n[1] * d[1] + n[2] * d[2] > 0.02))
      if (isClear) expect(found).toBe(true)
      if (found && faces.length > 2) expect(STREWN.some(d => faces.every(n => n[0] * d[0] + n[1] * d[1] + n[2] * d[2] > -0.08))).toBe(true)
    }), { numRuns: 300 })
  })
  it('a chair with screwed blocks opens at a loose rail: the blocks’ screws come out first, and no more than two blocks open', () => {
    const chair = newChair({ blocks: 'screwed' })
    const rail = chair.joints.find(j => j.enters === 'left-side-rail')!.id
    const blocks = new Set(chair.joints.filter(j => j.form.kind === 'butt').map(j => j.id))
    expect(blocks.size).toBe(8)
    const piece = applyAll(chair, chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: j.id === rail ? 'swings' : 'solid' })))
    const made = takeApart(piece, [{ joint: rail, opens: work, inPlace: null }])
    const opened = made.moves.flatMap(m => m.joints)
    expect(opened).toContain(rail)
    expect(opened.filter(id => blocks.has(id))).toHaveLength(2)
    expect(made.moves.flatMap(m => m.locksFirst).filter(l => l.kind === 'screw').map(l => l.joint).sort()).toEqual(opened.filter(id => blocks.has(id)).sort())
  })
})

describe('the cheapest opening', () => {
  it('costs the same as brute force over every set of open joints', () => {
    fc.assert(fc.property(smallProblem(), (p) => {
      const found = cheapestOpening(p)
      expect(found?.cost ?? Infinity).toBe(cheapestByBruteForce(p))
    }), { numRuns: 150 })
  })
  it('more flex never makes it dearer', () => {
    fc.assert(fc.property(smallProblem(), p => (cheapestOpening({ ...p, flexMm: 8 })?.cost ?? Infinity) <= (cheapestOpening(p)?.cost ?? Infinity)), { numRuns: 80 })
  })
  it('hitting set, by hand: {a,b} {b,c} {c,d} with costs 2,3,2,9 is a and c for 4', () => {
    const cost = { a: 2, b: 3, c: 2, d: 9 } as Record<string, number>
    expect(cheapestHittingSet([['a', 'b'], ['b', 'c'], ['c', 'd']], e => cost[e]!)).toMatchObject({ cost: 4 })
    expect(cheapestHittingSet([['a'], []], () => 1)).toBeNull()
  })
})

describe('a framed chair with a loose side rail', () => {
  const J = 'left-side-rail--left-back-post'
  const chair = newChair()
  const solid = applyAll(chair, [...chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: 'solid' })), { do: 'test-joint', joint: J, state: 'gives' }])

  it('comes forward with the right rail’s back joint, and leaves the slats shut with their thickness as the reason', () => {
    const t = takeApart(solid, [{ joint: J, opens: work, inPlace: null }])
    expect(t.moves).toHaveLength(1)
    expect(phraseText(t.moves[0]!.words)).toMatch(/forward, sprung 2\.\d mm: J4, J6$/)
    expect(t.decisions.find(d => d.joint === 'right-side-rail--right-back-post')).toMatchObject({ decision: 'in-the-way' })
    expect(phraseText(t.decisions.find(d => d.joint === 'slat--left-back-post' || d.joint === 'slat-1--left-back-post')!.why)).toBe('solid, and the lowest slat is 11 mm thin; opening it would free nothing you need')
  })
  it('a joint set to stay shut is gone round, or the fault is mended in place', () => {
    const shut = applyAll(solid, [{ do: 'leave-shut', joint: 'right-side-rail--right-back-post', on: true }])
    const t = takeApart(shut, [{ joint: J, opens: work, inPlace: null }])
    expect(t.moves.flatMap(m => m.joints)).not.toContain('right-side-rail--right-back-post')
    const inPlace = takeApart(solid, [{ joint: J, opens: work, inPlace: { ...work, steps: [before('syringe', 5, say`glue in`)], hold: { low: 0.9, high: 1 } } }])
    expect(inPlace.decisions.find(d => d.joint === J)).toMatchObject({ decision: 'mend-in-place' })
  })
  it('metal in the way is out before the mallet', () => {
    const screwed = applyAll(solid, [{ do: 'add-hold', hold: newHold('screw', 'screw', J, { hidden: true }) }])
    expect(takeApart(screwed, [{ joint: J, opens: work, inPlace: null }]).moves[0]!.locksFirst).toHaveLength(1)
  })
  it('an untested joint is never called solid', () => {
    const d = takeApart(applyAll(chair, [{ do: 'test-joint', joint: J, state: 'gives' }]), [{ joint: J, opens: work, inPlace: null }]).decisions.find(x => x.joint === 'crest-rail--left-back-post')!
    expect(phraseText(d.why)).toContain('not tested yet')
  })
})

describe('undoing old glue', () => {
  it('keeps heat and water off shellac, and vinegar off oak', () => {
    expect(phraseText(methodFor('protein', 'shellac', 'Beech, European').how)).toContain('dry')
    expect(phraseText(methodFor('protein', 'varnish', 'Beech, European').how)).toContain('spirit')
    expect(phraseText(methodFor('pva', 'lacquer', 'Beech, European').how)).toContain('vinegar')
    expect(phraseText(methodFor('pva', 'lacquer', 'Oak, European').how)).not.toContain('vinegar')
    expect(methodFor('polyurethane', 'bare', 'Beech, European').cautions).toContain('polyurethane-heat')
  })
})
