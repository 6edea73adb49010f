import { USUAL_SHOP } from '#core/reference/usual-shop'
import { Shop } from '#core/reference/shop-settings'
import { useDatabase } from '../db/database'

const KEY = 'shop'

/** The shop's settings, or the usual ones until somebody saves their own. */
export async function readShop(): Promise<Shop> {
  const row = await useDatabase().selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst()
  const parsed = row ? Shop.safeParse(JSON.parse(row.value)) : undefined
  return parsed?.success ? parsed.data : USUAL_SHOP
}

export async function writeShop(shop: Shop): Promise<void> {
  const value = JSON.stringify(shop)
  await useDatabase().insertInto('setting').values({ key: KEY, value }).onConflict(c => c.column('key').doUpdateSet({ value })).execute()
}
