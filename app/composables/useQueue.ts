import { computed, shallowRef } from 'vue'
import type { Sync } from '~/logic/sync'

const queue = shallowRef<Sync>()
let coming: Promise<Sync> | undefined
/** Screens on which something is told of a piece; a quick answer is kept to one. */
const TELLS = /^\/(piece|bench|sheet)\/|^\/quick\/?$/
export const tellsOfPieces = (path: string): boolean => TELLS.test(path)

/** The program alone, not started. */
export const fetchQueue = () => import('./startQueue')

/**
 * The device's queue, its program fetched and started once a page: a screen on which nothing is told of a piece goes
 * without. @throws what the browser says that cannot fetch it; it is tried again at the next call
 */
export function loadQueue(): Promise<Sync> {
  // By its module: a bare name of a composable is imported by itself, and with it all that was to come later.
  coming ??= fetchQueue().then(program => (queue.value = program.startQueue()))
  coming.catch(() => {
    coming = undefined
  })
  return coming
}

/** The device's queue, where it has been fetched before. @throws Error where it has not */
export function useQueue(): Sync {
  if (!queue.value) throw new Error('The queue is used before it was fetched.')
  return queue.value
}

export const isQueueHere = computed(() => queue.value !== undefined)
