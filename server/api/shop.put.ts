import { Shop } from '#core/reference/shop-settings'
import { tell } from '../live/hub'
import { bodyOf } from '../pieces/answers'
import { writeShop } from '../pieces/shop-settings'

export default defineEventHandler(async (event) => {
  const shop = await bodyOf(event, Shop)
  await writeShop(shop)
  tell({ piece: 'shop', version: 0 })
  return shop
})
