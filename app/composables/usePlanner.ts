import { wrap, type Remote } from 'comlink'
import type { Piece } from '#core/piece/schema'
import type { Plan } from '#core/plan'
import type { Shop } from '#core/reference/shop-settings'
import { PlanMemo } from '~/logic/plan-memo'
import type { PlanWorker } from '~/workers/plan.worker'

let remote: Remote<PlanWorker> | undefined

/** One planning worker for the app, started at the first plan. */
function planner(): Remote<PlanWorker> {
  remote ??= wrap<PlanWorker>(
    new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module', name: 'plan' }),
  )
  return remote
}

const memo = new PlanMemo((piece, shop, startAt) => planner().plan(piece, shop, shop.climate, startAt))

/** A plan made off the page's own thread; one just made of the same facts comes back at once. */
export const planInWorker = (piece: Piece, shop: Shop, startAt: string): Promise<Plan> =>
  memo.planFor(piece, shop, startAt)
