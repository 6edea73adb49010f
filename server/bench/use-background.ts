import { tellPlanned } from '../live/hub'
import { Background } from './background'
import { madeWith } from './outlooks'
import { PlanningThread } from './planning-thread'
import { forgetSums } from './sums'
import { wallMinNow } from './wall-clock'
import type { Shop } from '#core/reference/shop-settings'

/** Whoever enters something has the machine to themselves for so long, milliseconds. */
const QUIET_MS = 4000

let background: Background | undefined
let thread: PlanningThread | undefined

/** Which program this is, by the sources plans are made with. */
const program = (): string => useRuntimeConfig().coreHash

/** What an outlook has to be made with to be good today. */
export const madeWithNow = (shop: Shop): string => madeWith(shop, program())

/** The one queue of plans for lists. */
export function useBackground(): Background {
  // Beside the server's own entry, wherever that was copied to.
  thread ??= new PlanningThread(new URL('./planning-worker.mjs', import.meta.url))
  const planner = thread
  background ??= new Background({
    program: program(),
    plan: request => planner.plan(request),
    quietMs: QUIET_MS,
    nowMin: wallMinNow,
    tell: planned,
  })
  return background
}

function planned(pieceId: string): void {
  forgetSums()
  tellPlanned(pieceId)
}

/** Ends it with the server. */
export async function endBackground(): Promise<void> {
  await Promise.all([background?.end(), thread?.end()])
  background = thread = undefined
}
