import { loadQueue } from '~/composables/useQueue'

const ON_A_PIECE = /^\/(piece|bench|sheet)\//

/** A screen on which something is told of a piece opens once the queue it is told to is there. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (!ON_A_PIECE.test(to.path)) return
  try {
    await loadQueue()
  }
  catch (error) {
    await useNuxtApp().callHook('app:chunkError', { error })
    return abortNavigation()
  }
})
