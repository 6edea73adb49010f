import { fetchQueue, tellsOfPieces } from '~/composables/useQueue'

/**
 * What the first screen needs is fetched while the server is asked whether this device is let in, not after. What
 * cannot be fetched says so when it is used.
 */
export default defineNuxtPlugin(() => {
  const { pathname } = window.location
  void preloadRouteComponents(pathname).catch(() => undefined)
  if (tellsOfPieces(pathname)) void fetchQueue().catch(() => undefined)
})
