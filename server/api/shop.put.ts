import { Shop } from '#core/reference/shop-settings'
import { bodyOf } from '../pieces/answers'
import { writeShop } from '../pieces/shop-settings'

export default defineEventHandler(async (event) => {
  const shop = await bodyOf(event, Shop)
  await writeShop(shop)
  return shop
})
