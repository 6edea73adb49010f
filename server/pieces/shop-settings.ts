import type { Result } from '#core/measure/result'
import { succeed } from '#core/measure/result'
import { USUAL_SHOP } from '#core/reference/usual-shop'
import { changeShop, type ShopChange } from '#core/reference/shop-change'
import { Shop, ShopFields } from '#core/reference/shop-settings'
import { useDatabase } from '../db/database'

const KEY = 'shop'

/** As last read or told, by the connection it was read through: every list asks for it. */
const known = new WeakMap<object, Shop>()

/** The shop's settings, or the usual ones until somebody saves their own. */
export async function readShop(): Promise<Shop> {
  const db = useDatabase()
  const read = known.get(db) ?? (await readKept())
  // What was told while it was read is newer.
  if (!known.has(db)) known.set(db, read)
  return known.get(db) ?? read
}

async function readKept(): Promise<Shop> {
  const row = await useDatabase().selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst()
  return row ? asShop(JSON.parse(row.value)) : USUAL_SHOP
}

/** What an older program kept may hold more than a shop has now, and less: what is known is kept. */
function asShop(kept: unknown): Shop {
  const known = ShopFields.partial().strip().safeParse(kept)
  const parsed = Shop.safeParse({ ...USUAL_SHOP, ...(known.success ? known.data : {}) })
  return parsed.success ? parsed.data : USUAL_SHOP
}

/** Changes the shop, all or nothing. */
export async function tellShop(changes: readonly ShopChange[]): Promise<Result<Shop>> {
  const told = await tell(changes)
  if (told.ok) known.set(useDatabase(), told.value)
  return told
}

const tell = (changes: readonly ShopChange[]): Promise<Result<Shop>> =>
  useDatabase()
    .transaction()
    .execute(async (trx) => {
      const row = await trx.selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst()
      let shop = row ? asShop(JSON.parse(row.value)) : USUAL_SHOP
      for (const change of changes) {
        const next = changeShop(shop, change)
        if (!next.ok) return next
        shop = next.value
      }
      const value = JSON.stringify(shop)
      await trx
        .insertInto('setting')
        .values({ key: KEY, value })
        .onConflict(c => c.column('key').doUpdateSet({ value }))
        .execute()
      return succeed(shop)
    })
