import { parseWallTime } from '#core/measure/wall-time'
import { smallPicture, type SmallPicture } from '#core/drawing'
import type { Piece } from '#core/piece/schema'
import { planPiece } from '#core/plan'
import type { Shop } from '#core/reference/shop-settings'
import { outlookOf, type Outlook } from '#core/shop/outlook'

/** What a list shows of a piece, worked out from its whole plan. */
export interface Made {
  readonly outlook: Outlook
  readonly picture: SmallPicture
}

export interface PlanRequest {
  readonly document: string
  readonly shop: Shop
  readonly startAt: string
}

/**
 * Plans a piece for work that begins at a wall-clock time and keeps what a list shows of it. @throws what planning
 * throws
 */
export function makeOutlook({ document, shop, startAt }: PlanRequest): Made {
  const piece = JSON.parse(document) as Piece
  const plan = planPiece(piece, shop, shop.climate, startAt)
  return { outlook: outlookOf(piece, plan, shop, parseWallTime(startAt)), picture: smallPicture(piece) }
}
