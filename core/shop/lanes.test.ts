import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseWallTime } from '../measure/wall-time'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import type { Command } from '../piece/commands'
import { planPiece } from '../plan'
import { USUAL_SHOP } from '../reference/usual-shop'
import { foldedAxis } from './lanes'
import { inWorkingOrder } from './order'

const hours = { opensMin: 480, closesMin: 1080 }
const noon = parseWallTime('2026-03-05T12:00')

describe('what to do now, in order', () => {
  const shop = USUAL_SHOP
  const row = (id: string, due: string | null, commands: Command[] = []) => {
    const piece = applyAll({ ...newChair(), id }, [{ do: 'describe', intake: { due } }, ...commands])
    return { piece, plan: planPiece(piece, shop, { nowC: 20, nowRhPct: 50, tonightC: 20 }, '2026-03-05T12:00') }
  }
  it('what hands can do comes before what waits, the sooner due first', () => {
    const rows = [row('late', '2026-03-20T12:00'), row('owner', '2026-03-06T12:00', [{ do: 'set-outcome', verdict: 'owner-decides', why: 'they think it over' }]), row('soon', '2026-03-07T12:00'), row('open-ended', null)]
    expect(inWorkingOrder(rows, noon).map(r => r.piece.id)).toEqual(['soon', 'late', 'open-ended', 'owner'])
  })
})

describe('a time axis with folded nights', () => {
  const axis = foldedAxis(hours, noon, 2)
  it('worked example: two days of 600 min and two nights of 150: noon is at 240/1500, next opening at 750/1500', () => {
    expect(axis.at(noon)).toBeCloseTo(240 / 1500, 9)
    expect(axis.at(parseWallTime('2026-03-06T08:00'))).toBeCloseTo(0.5, 9)
    expect(axis.at(parseWallTime('2026-03-06T01:00'))).toBeCloseTo((600 + 75) / 1500, 9)
  })
  it('never runs backward, and stays within its ends', () => {
    fc.assert(fc.property(fc.integer({ min: -2000, max: 6000 }), fc.integer({ min: 0, max: 500 }), (t, later) => {
      expect(axis.at(noon + t + later)).toBeGreaterThanOrEqual(axis.at(noon + t))
      expect(axis.at(noon + t) >= 0 && axis.at(noon + t) <= 1).toBe(true)
    }))
  })
})
