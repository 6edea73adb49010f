import type { BenchPage } from '#shared/bench'
import { askedOf } from '../../bench/asked'
import { benchPage } from '../../bench/list'
import { madeWithNow, useBackground } from '../../bench/use-background'
import { readShop } from '../../pieces/shop-settings'

/** A page of pieces; those of them that are stale are planned anew next. */
export default defineEventHandler(async (event): Promise<BenchPage> => {
  const shop = await readShop()
  const page = await benchPage(askedOf(event), shop, madeWithNow(shop))
  useBackground().want(page.rows.filter(r => r.isStale).map(r => r.id))
  return page
})
