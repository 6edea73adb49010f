import { z } from 'zod'
import { ShopChange } from '#core/reference/shop-change'
import { tell } from '../live/hub'
import { bodyOf, defineWrite, refusal } from '../pieces/answers'
import { tellShop } from '../pieces/shop-settings'

const Body = z.strictObject({ changes: z.array(ShopChange).min(1).max(100) })

/** Changes the shop by what was told, not as a whole: two devices do not undo each other's changes. */
export default defineWrite(async (event) => {
  const { changes } = await bodyOf(event, Body)
  const shop = await tellShop(changes)
  if (!shop.ok) throw refusal(400, shop.issues[0]!.message, shop.issues)
  tell({ piece: 'shop', version: 0 })
  return shop.value
})
