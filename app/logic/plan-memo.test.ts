import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planPiece, type Plan } from '#core/plan'
import { USUAL_SHOP } from '#core/reference/usual-shop'
import type { Piece } from '#core/piece/schema'
import { applyAll, arbitraryTestedChair, newPiece } from '../../tests/fixtures/pieces'
import { PlanMemo } from './plan-memo'

const stool = newPiece('stool')
const AT = '2026-03-05T09:00'

function counted() {
  const asked: string[] = []
  const memo = new PlanMemo((piece) => {
    asked.push(piece.id)
    return Promise.resolve({ piece: piece.id } as unknown as Plan)
  })
  return { asked, memo }
}

describe('plans by what they are made from', () => {
  it('are not made again for a new name, a note or a copy, nor within some minutes; for a finding, another night and another room they are', async () => {
    const { asked, memo } = counted()
    await memo.planFor(stool, USUAL_SHOP, AT)
    await memo.planFor(
      structuredClone({ ...stool, title: 'other' }),
      { ...USUAL_SHOP, name: 'other' },
      '2026-03-05T09:04',
    )
    expect(asked).toHaveLength(1)
    await memo.planFor(stool, USUAL_SHOP, '2026-03-05T09:05')
    await memo.planFor(
      applyAll(stool, [{ do: 'test-joint', joint: stool.joints[0]!.id, state: 'gives' }]),
      USUAL_SHOP,
      '2026-03-05T09:05',
    )
    await memo.planFor(stool, { ...USUAL_SHOP, climate: { ...USUAL_SHOP.climate, tonightC: 2 } }, '2026-03-05T09:05')
    await memo.planFor(
      stool,
      { ...USUAL_SHOP, rooms: [{ id: 'kitchen', name: 'Kitchen', dayC: 21, nightC: 19 }] },
      '2026-03-05T09:05',
    )
    expect(asked).toHaveLength(5)
  })

  it('that failed are tried again, and those not asked for lately are let go of', async () => {
    let isBroken = true
    const memo = new PlanMemo(piece =>
      isBroken ? Promise.reject(new Error('no worker')) : Promise.resolve({ piece: piece.id } as unknown as Plan),
    )
    await expect(memo.planFor(stool, USUAL_SHOP, AT)).rejects.toThrow('no worker')
    isBroken = false
    expect(await memo.planFor(stool, USUAL_SHOP, AT)).toEqual({ piece: stool.id })
    const { asked, memo: many } = counted()
    for (let i = 0; i < 80; i++) await many.planFor({ ...stool, id: `stool-${i}` }, USUAL_SHOP, AT)
    await many.planFor({ ...stool, id: 'stool-79' }, USUAL_SHOP, AT)
    await many.planFor({ ...stool, id: 'stool-0' }, USUAL_SHOP, AT)
    expect(asked).toHaveLength(81)
  })

  it('depend on nothing else: pieces that differ in all the rest have the same plan', () => {
    fc.assert(
      fc.property(arbitraryTestedChair(), (piece) => {
        const other: Piece = {
          ...piece,
          title: 'other',
          takenInAt: '2020-01-01T00:00',
          set: { id: 'some', member: 1, of: 2 },
          photos: [],
          notes: [],
          intake: { ...piece.intake, customer: 'somebody', ask: 'something else', due: '2026-04-01T12:00' },
        }
        const plan = (p: Piece, name: string) => planPiece(p, { ...USUAL_SHOP, name }, USUAL_SHOP.climate, AT)
        expect(plan(other, 'b')).toEqual(plan(piece, 'a'))
      }),
      { numRuns: 30 },
    )
  })
})
