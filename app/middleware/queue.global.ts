import { loadQueue } from '~/composables/useQueue'

/** Screens on which something is told of a piece; a quick answer is kept to one. */
const TELLS = /^\/(piece|bench|sheet)\/|^\/quick\/?$/

/** A screen on which something is told of a piece opens once the queue it is told to is there: the server may go. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (!TELLS.test(to.path)) return
  try {
    await loadQueue()
  }
  catch (error) {
    await useNuxtApp().callHook('app:chunkError', { error })
    return abortNavigation()
  }
})
