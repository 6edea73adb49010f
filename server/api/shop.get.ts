import { readShop } from '../pieces/shop-settings'

export default defineEventHandler(() => readShop())
