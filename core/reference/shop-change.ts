import { z } from 'zod'
import { fail, succeed, type Result } from '../measure/result'
import { GLUE_IDS } from './glues'
import { Climate, Prices, RackRow, Room, Shop, ShopFields, StoreRow } from './shop-settings'

const field = <K extends keyof typeof ShopFields.shape>(key: K) =>
  z.strictObject({
    do: z.literal('set'),
    field: z.literal(key),
    value: ShopFields.shape[key],
  })

/** One thing told about the shop. Two devices that change different things do not undo each other's. */
export const ShopChange = z.union([
  field('name'),
  field('school'),
  field('hands'),
  field('opensMin'),
  field('closesMin'),
  field('daysOff'),
  field('roundsLeftOut'),
  field('bitsMm'),
  z.strictObject({ do: z.literal('set-prices'), prices: Prices.partial() }),
  z.strictObject({ do: z.literal('add-store'), row: StoreRow }),
  z.strictObject({
    do: z.literal('change-store'),
    id: StoreRow.shape.id,
    change: StoreRow.omit({ id: true }).partial(),
  }),
  z.strictObject({ do: z.literal('remove-store'), id: StoreRow.shape.id }),
  z.strictObject({ do: z.literal('set-climate'), climate: Climate.partial() }),
  z.strictObject({ do: z.literal('add-room'), room: Room }),
  z.strictObject({ do: z.literal('change-room'), id: Room.shape.id, change: Room.omit({ id: true }).partial() }),
  z.strictObject({ do: z.literal('remove-room'), id: Room.shape.id }),
  z.strictObject({ do: z.literal('shelve'), glue: z.enum(GLUE_IDS), on: z.boolean() }),
  z.strictObject({ do: z.literal('add-clamps'), row: RackRow }),
  z.strictObject({
    do: z.literal('change-clamps'),
    id: RackRow.shape.id,
    change: RackRow.omit({ id: true }).partial(),
  }),
  z.strictObject({ do: z.literal('remove-clamps'), id: RackRow.shape.id }),
])
export type ShopChange = z.infer<typeof ShopChange>

/** The shop after a change, or why it cannot be, by the path of the field. Pure. */
export function changeShop(shop: Shop, change: ShopChange): Result<Shop> {
  const next = changed(shop, change)
  if (!next.ok) return next
  const parsed = Shop.safeParse(next.value)
  if (parsed.success) return succeed(parsed.data)
  return {
    ok: false,
    issues: parsed.error.issues.map(i => ({ path: i.path.join('.'), code: i.code, message: i.message })),
  }
}

function changed(shop: Shop, change: ShopChange): Result<Shop> {
  switch (change.do) {
    case 'set':
      return succeed({ ...shop, [change.field]: change.value })
    case 'set-climate':
      return succeed({ ...shop, climate: { ...shop.climate, ...change.climate } })
    case 'set-prices':
      return succeed({ ...shop, prices: { ...shop.prices, ...change.prices } })
    case 'add-store':
      return shop.store.some(r => r.id === change.row.id)
        ? fail('twice', 'This wood is in the store already.', 'store')
        : succeed({ ...shop, store: [...shop.store, change.row] })
    case 'change-store':
      return shop.store.some(r => r.id === change.id)
        ? succeed({ ...shop, store: shop.store.map(r => (r.id === change.id ? { ...r, ...change.change } : r)) })
        : fail('no_such_wood', 'This wood is no longer in the store: somebody took it off.', 'store')
    case 'remove-store':
      return succeed({ ...shop, store: shop.store.filter(r => r.id !== change.id) })
    case 'add-room':
      return shop.rooms.some(r => r.id === change.room.id)
        ? fail('twice', 'This room is there already.', 'rooms')
        : succeed({ ...shop, rooms: [...shop.rooms, change.room] })
    case 'change-room':
      return shop.rooms.some(r => r.id === change.id)
        ? succeed({ ...shop, rooms: shop.rooms.map(r => (r.id === change.id ? { ...r, ...change.change } : r)) })
        : fail('no_such_room', 'This room is no longer there: somebody took it off.', 'rooms')
    case 'remove-room':
      return succeed({ ...shop, rooms: shop.rooms.filter(r => r.id !== change.id) })
    case 'shelve':
      return succeed({
        ...shop,
        shelf: [...shop.shelf.filter(g => g !== change.glue), ...(change.on ? [change.glue] : [])],
      })
    case 'add-clamps':
      return shop.rack.some(r => r.id === change.row.id)
        ? fail('twice', 'These clamps are on the rack already.', 'rack')
        : succeed({
            ...shop,
            rack: [...shop.rack, change.row],
          })
    case 'change-clamps':
      return shop.rack.some(r => r.id === change.id)
        ? succeed({ ...shop, rack: shop.rack.map(r => (r.id === change.id ? { ...r, ...change.change } : r)) })
        : fail('no_such_clamps', 'These clamps are no longer on the rack: somebody took them off.', 'rack')
    case 'remove-clamps':
      return succeed({ ...shop, rack: shop.rack.filter(r => r.id !== change.id) })
  }
}
