import { loadQueue, tellsOfPieces } from '~/composables/useQueue'

/** A screen on which something is told of a piece opens once the queue it is told to is there: the server may go. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (!tellsOfPieces(to.path)) return
  const nuxt = useNuxtApp()
  try {
    await loadQueue()
  }
  catch (error) {
    await nuxt.callHook('app:chunkError', { error })
    return abortNavigation()
  }
})
