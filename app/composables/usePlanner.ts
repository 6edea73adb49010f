import { wrap, type Remote } from 'comlink'
import type { Piece } from '#core/piece/schema'
import type { Plan } from '#core/plan'
import type { Shop } from '#core/reference/shop-settings'
import { PlanMemo } from '~/logic/plan-memo'
import { WorkerCalls } from '~/logic/worker-calls'
import type { PlanWorker } from '~/workers/plan.worker'

/** One planning worker for the app, started at the first plan. */
const planner = new WorkerCalls<Worker, Remote<PlanWorker>>(
  () => new Worker(new URL('../workers/plan.worker.ts', import.meta.url), { type: 'module', name: 'plan' }),
  worker => wrap<PlanWorker>(worker),
  'what works it out could not be loaded. Is the server there? What you entered is kept.',
)

const memo = new PlanMemo((piece, shop, startAt) =>
  planner.call(remote => remote.plan(piece, shop, shop.climate, startAt)),
)

/**
 * A plan made off the page's own thread; one just made of the same facts comes back at once.
 * @throws Stopped where it was stopped, or an Error with words where it could not be made
 */
export const planInWorker = (piece: Piece, shop: Shop, startAt: string): Promise<Plan> =>
  memo.planFor(piece, shop, startAt)

/** Ends whatever is being planned now. */
export const stopPlanning = (): void => planner.stop()
