import { expose } from 'comlink'
import type { Piece } from '#core/piece/schema'
import { planPiece, type Plan } from '#core/plan'
import type { Climate, Shop } from '#core/reference/shop-settings'

const api = {
  plan: (piece: Piece, shop: Shop, climate: Climate, startAt: string): Plan => planPiece(piece, shop, climate, startAt),
}
export type PlanWorker = typeof api
expose(api)
