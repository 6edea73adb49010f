import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arbitraryDamaged } from '../../tests/fixtures/damage'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { faultsOfPlan } from '../../tests/fixtures/validate-plan'
import { faultsOfWood } from '../../tests/fixtures/validate-wood'
import { measured } from '../measure/measured'
import { reachToSurfaceMm } from '../piece/geometry'
import { partOf } from '../piece/facts'
import { FAMILIES } from '../piece/families'
import type { Command } from '../piece/commands'
import type { Piece } from '../piece/schema'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '.'

const shop = { ...USUAL_SHOP, rooms: [{ id: 'kitchen', name: 'Kitchen', dayC: 21, nightC: 19 }] }
const plan = (piece: Piece) => planPiece(piece, shop, shop.climate, '2026-03-05T09:00')

describe('pieces badly treated', () => {
  it.each(FAMILIES.map(f => [f.label, f] as const))(
    '%s: breaks, splits, lost parts, metal, bolts, pins and shared holes; the validator finds nothing wrong with the plan',
    (_label, family) => {
      fc.assert(
        fc.property(arbitraryDamaged(family), (piece) => {
          const made = plan(piece)
          expect([...faultsOfPlan(piece, made), ...faultsOfWood(piece, made)]).toEqual([])
        }),
        { numRuns: Number(process.env.DAMAGED ?? 10) },
      )
    },
    240_000,
  )
})

describe('cases that were found so', () => {
  it('a leg that goes into a part along that part’s own axis has a clamp line that ends somewhere', () => {
    const top = partOf(newPiece('table'), 'top')
    expect(reachToSurfaceMm(top, 0, 0.25, [1, 0, 0])).toBeCloseTo(0.75 * 900, 6)
  })

  it('a joint set to stay shut whose part is lost stops nothing and breaks nothing', () => {
    const table = newPiece('table')
    const joint = table.joints.find(j => j.enters === 'back-apron')!.id
    const others = table.joints.filter(j => j.id !== joint)
    const piece = applyAll(table, [
      ...others.flatMap((j): Command[] => [
        { do: 'test-joint', joint: j.id, state: 'swings' },
        { do: 'leave-shut', joint: j.id, on: true },
      ]),
      { do: 'leave-shut', joint, on: true },
      { do: 'edit-frame', edit: { do: 'describe-part', part: 'back-apron', missing: true } },
    ])
    expect(faultsOfPlan(piece, plan(piece))).toEqual([])
  })

  it('a glue picked by hand that never sets in the cold has no dates, and the way out is one press', () => {
    const RAIL = 'left-side-rail--left-back-post'
    const chair = applyAll(newChair(), [
      ...newChair().joints.map((j): Command => ({
        do: 'test-joint',
        joint: j.id,
        state: j.id === RAIL ? 'gives' : 'solid',
      })),
      { do: 'measure-clearance', joint: RAIL, where: 'cheek', measure: measured(0.1) },
      { do: 'set-old-glue', joint: RAIL, glue: 'pva' },
      { do: 'choose-glue', glue: 'urea' },
    ])
    const cold = planPiece(chair, shop, { nowC: 12, nowRhPct: 50, tonightC: 4 }, '2026-03-05T09:00')
    expect(cold.stages).toEqual([])
    expect(cold.returnMin).toBeNull()
    expect(faultsOfPlan(chair, cold)).toEqual([])
    const stop = cold.stops.find(s => s.id === 'never-sets')!
    expect(stop.remedies.map(r => r.id)).toContain('own-judgement')
    const freed = applyAll(chair, [stop.remedies.find(r => r.id === 'own-judgement')!.command!])
    expect(
      planPiece(freed, shop, { nowC: 12, nowRhPct: 50, tonightC: 4 }, '2026-03-05T09:00').stages.length,
    ).toBeGreaterThan(0)
  })
})
