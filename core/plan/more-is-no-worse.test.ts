import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arbitraryDamaged } from '../../tests/fixtures/damage'
import { FAMILIES } from '../piece/families'
import type { Piece } from '../piece/schema'
import type { Shop } from '../reference/shop-settings'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '.'

const plan = (piece: Piece, shop: Shop = USUAL_SHOP) => planPiece(piece, shop, shop.climate, '2026-03-05T09:00')
const RUNS = Number(process.env.MORE ?? 12)
const SOME = FAMILIES.filter(f => ['framed-chair', 'post-and-rung', 'table', 'stool'].includes(f.id))
const damaged = fc.constantFrom(...SOME).chain(f => arbitraryDamaged(f))

describe('more to work with is never worse', () => {
  it('the same piece, shop and hour give the same plan', () => {
    fc.assert(
      fc.property(damaged, (piece) => {
        expect(plan(structuredClone(piece))).toEqual(plan(piece))
      }),
      { numRuns: RUNS },
    )
  }, 120_000)
  it('another pair of hands, or more clamps, never makes it later', () => {
    fc.assert(
      fc.property(damaged, (piece) => {
        const now = plan(piece)
        if (now.returnMin === null) return
        const hands = plan(piece, { ...USUAL_SHOP, hands: USUAL_SHOP.hands + 1 })
        const clamps = plan(piece, { ...USUAL_SHOP, rack: USUAL_SHOP.rack.map(r => ({ ...r, count: r.count * 2 })) })
        for (const more of [hands, clamps]) {
          expect(more.returnMin).not.toBeNull()
          expect(more.returnMin!).toBeLessThanOrEqual(now.returnMin + 1)
        }
      }),
      { numRuns: RUNS },
    )
  }, 120_000)
  it('freeing what was set to stay shut never makes taking apart dearer', () => {
    fc.assert(
      fc.property(damaged, (piece) => {
        const shut = plan(piece).takeApart
        const free = plan({ ...piece, choices: { ...piece.choices, leaveShut: [] } }).takeApart
        // What could not be mended at all before costs nothing, and now something.
        if (shut.problems.length > 0 || shut.decisions.some(d => d.decision === 'undecided')) return
        expect(free.expectedMin).toBeLessThanOrEqual(shut.expectedMin + 0.01)
      }),
      { numRuns: RUNS },
    )
  }, 120_000)
})
