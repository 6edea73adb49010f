import { parseWallTime } from '#core/measure/wall-time'
import type { BenchSums } from '#shared/bench'
import { benchSums } from './list'

let known: { readonly at: string, readonly sums: Promise<BenchSums> } | undefined

/** Something changed: what was counted before does not hold any more. */
export const forgetSums = (): void => {
  known = undefined
}

/** What stands beside the list at a wall-clock time, counted once for all pages that ask after the same change. */
export function sumsAt(at: string): Promise<BenchSums> {
  if (known?.at === at) return known.sums
  const counted = { at, sums: benchSums(parseWallTime(at)) }
  known = counted
  counted.sums.catch(() => {
    if (known === counted) forgetSums()
  })
  return counted.sums
}
