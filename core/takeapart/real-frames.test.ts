import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SlowFrame, TOUCH_RAD, type SlowTie } from '../../tests/fixtures/brute-apart'
import { arbitraryDamaged } from '../../tests/fixtures/damage'
import { standingOf } from '../bodies'
import { FAMILIES } from '../piece/families'
import type { Piece } from '../piece/schema'
import { problemFor } from './problem'
import { searchOn, type Fault } from './search'
import { USUAL_WAYS, waysOf } from './tie'

/** The slow way takes minutes on a whole chair: a corner of it with so many parts and joints. */
const [MOST_PARTS, MOST_JOINTS] = [6, Number(process.env.MOST_JOINTS ?? 7)]

/** A corner of a piece: a part and what hangs on it, as long as it stays small. */
function cornerOf(piece: Piece, nth: number): Piece {
  const parts = new Set([piece.parts[nth % piece.parts.length]!.id])
  const within = () => piece.joints.filter(j => parts.has(j.enters) && parts.has(j.receives))
  for (const part of parts) {
    for (const j of piece.joints.filter(x => x.enters === part || x.receives === part)) {
      const other = j.enters === part ? j.receives : j.enters
      if (parts.has(other) || parts.size >= MOST_PARTS) continue
      parts.add(other)
      if (within().length > MOST_JOINTS) parts.delete(other)
    }
  }
  return {
    ...piece,
    parts: piece.parts.filter(p => parts.has(p.id)),
    joints: within(),
    faults: piece.faults.filter(f => parts.has(f.part)),
    holds: piece.holds.filter(h =>
      h.on.kind === 'joint' ? within().some(j => j.id === h.on.id) : h.on.kind !== 'part' || parts.has(h.on.id),
    ),
  }
}

describe('corners of real pieces', () => {
  it.each(FAMILIES.filter(f => f.id !== 'flat-frame').map(f => [f.label, f] as const))(
    '%s: never dearer than trying everything, and never without a way where there is one',
    (_label, family) => {
      const wanted = fc.tuple(
        fc.nat(),
        fc.array(fc.tuple(fc.nat(), fc.boolean(), fc.integer({ min: 20, max: 150 })), { minLength: 1, maxLength: 3 }),
      )
      fc.assert(
        fc.property(arbitraryDamaged(family), wanted, (piece, [nth, some]) => {
          const corner = cornerOf(piece, nth)
          if (corner.joints.length === 0) return
          const faults = new Map(
            some.map(([n, inPlace, cost]): [string, Fault] => {
              const joint = corner.joints[n % corner.joints.length]!.id
              return [
                joint,
                { joint, mayOpen: !corner.choices.leaveShut.includes(joint), inPlaceCost: inPlace ? cost : null },
              ]
            }),
          )
          const problem = problemFor(
            standingOf(corner),
            [...faults.values()].filter(f => f.mayOpen || f.inPlaceCost !== null),
          )
          const found = searchOn(problem.parts, problem.ties).cheapest(problem.faults, problem.wayCost)
          const slow = problem.ties.map(
            (t): SlowTie =>
              ({ ...t, flexMm: waysOf(t).map(w => (w.id === 'bent-out' ? Infinity : w.flexMm)) }) as SlowTie,
          )
          const frame = new SlowFrame(problem.parts, slow)
          const cost = found?.cost ?? Infinity
          // Everything that costs less is tried; a touch may be taken either way.
          frame.slackRad = -TOUCH_RAD
          expect(frame.cheapest(problem.faults, problem.wayCost, cost - 1e-6)).toBe(Infinity)
          frame.slackRad = TOUCH_RAD
          if (found) expect(frame.cheapest(problem.faults, problem.wayCost, cost + 1e-6)).toBeCloseTo(cost, 6)
        }),
        { numRuns: Number(process.env.CORNERS ?? 6) },
      )
    },
    120_000,
  )
  it('the ways of a joint each let go what the one before does', () => {
    expect(USUAL_WAYS.map(w => w.flexMm)).toEqual([...USUAL_WAYS.map(w => w.flexMm)].sort((a, b) => a - b))
  })
})
