import { describe, expect, it } from 'vitest'
import { orThrow } from '../measure/result'
import { changeShop, ShopChange } from './shop-change'
import { USUAL_SHOP } from './usual-shop'

describe('the shop, told by field', () => {
  it('two devices that tell different things both have their say, whichever comes first', () => {
    const [warmer, hands] = [
      { do: 'set-climate', climate: { tonightC: 15 } },
      { do: 'set', field: 'hands', value: 2 },
    ] as const
    const there = orThrow(changeShop(orThrow(changeShop(USUAL_SHOP, warmer)), hands))
    expect(there).toEqual(orThrow(changeShop(orThrow(changeShop(USUAL_SHOP, hands)), warmer)))
    expect(there).toMatchObject({ hands: 2, climate: { nowC: USUAL_SHOP.climate.nowC, tonightC: 15 } })
  })

  it('names the field of what cannot be, and leaves the shop as it was', () => {
    expect(ShopChange.safeParse({ do: 'set', field: 'hands', value: 0 }).success).toBe(false)
    expect(ShopChange.safeParse({ do: 'set', field: 'units', value: 'in' }).success).toBe(false)
    expect(changeShop(USUAL_SHOP, { do: 'set', field: 'closesMin', value: 60 })).toMatchObject({
      ok: false,
      issues: [{ path: 'closesMin', message: 'must be later than opening' }],
    })
    const empty = USUAL_SHOP.shelf
      .slice(1)
      .reduce((shop, glue) => orThrow(changeShop(shop, { do: 'shelve', glue, on: false })), USUAL_SHOP)
    expect(changeShop(empty, { do: 'shelve', glue: empty.shelf[0]!, on: false })).toMatchObject({
      ok: false,
      issues: [{ path: 'shelf' }],
    })
  })

  it('clamps are added, changed and taken off by name; changing what somebody took off says so', () => {
    const row = { id: 'long', type: 'screw-bar-heavy', count: 2, openingMm: 1500 } as const
    const more = orThrow(changeShop(USUAL_SHOP, { do: 'add-clamps', row }))
    expect(changeShop(more, { do: 'add-clamps', row })).toMatchObject({ ok: false })
    expect(orThrow(changeShop(more, { do: 'change-clamps', id: 'long', change: { count: 3 } })).rack.at(-1)).toEqual({
      ...row,
      count: 3,
    })
    const fewer = orThrow(changeShop(more, { do: 'remove-clamps', id: 'long' }))
    expect(fewer).toEqual(USUAL_SHOP)
    expect(changeShop(fewer, { do: 'change-clamps', id: 'long', change: { count: 3 } })).toMatchObject({
      ok: false,
      issues: [{ code: 'no_such_clamps' }],
    })
  })
})
