<script setup lang="ts">
import { useEventListener } from '@vueuse/core'

/**
 * `/` finds anything; the list is fetched when it is first asked for. What is typed until its field is there goes into
 * it all the same.
 */
const nuxt = useNuxtApp()
const open = ref(false)
const asked = ref(false)
const term = ref('')
/** When the first key came to the field itself; the dialog selects what stands in it as it opens. */
let inFieldSinceMs = 0
const SETTLED_AFTER_MS = 400
function show(): void {
  term.value = ''
  inFieldSinceMs = 0
  open.value = true
  void loadQueue().then(
    () => {
      asked.value = true
    },
    (error: unknown) => {
      open.value = false
      void nuxt.callHook('app:chunkError', { error })
    },
  )
}
useKeys({ '/': show })

/** From here on the field takes its keys itself. */
function isSettled(e: KeyboardEvent): boolean {
  if (!(e.target instanceof HTMLInputElement)) return false
  inFieldSinceMs ||= e.timeStamp
  return e.timeStamp - inFieldSinceMs > SETTLED_AFTER_MS
}
useEventListener(
  document,
  'keydown',
  (e: KeyboardEvent) => {
    if (!open.value || e.ctrlKey || e.altKey || e.metaKey || isSettled(e)) return
    if (e.key === 'Backspace') term.value = term.value.slice(0, -1)
    else if (e.key.length === 1) term.value += e.key
    else return
    e.preventDefault()
    e.stopPropagation()
  },
  { capture: true },
)
</script>

<template>
  <FieldBarButton label="find" press="/" aria-label="Find a piece, a joint or an action" @click="show" />
  <LazyFinderDialog v-if="asked" v-model:open="open" v-model:term="term" />
</template>
