/**
 * A screen whose code cannot be fetched stays closed, and says so; the one being worked on stays open with all that
 * was typed.
 */
export default defineNuxtPlugin((nuxt) => {
  nuxt.hook('app:chunkError', () => {
    useMessages().say('The server cannot be reached: that screen cannot be opened just now. What you did stays here.')
  })
})
