import { turnedAway } from '~/composables/useDoor'

/** Whatever is asked of the server: where it wants the passphrase first, the page that asks for it is opened. */
export default defineNuxtPlugin(() => {
  globalThis.$fetch = $fetch.create({
    onResponseError: ({ request, response }) => {
      if (response.status === 401 && !String(request).startsWith('/api/door')) turnedAway()
    },
  }) as typeof $fetch
})
