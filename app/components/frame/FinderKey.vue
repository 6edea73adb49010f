<script setup lang="ts">
import { useEventListener } from '@vueuse/core'

/**
 * `/` finds anything; the list is fetched when it is first asked for. What is typed until its field is there goes into
 * it all the same.
 */
const open = ref(false)
const asked = ref(false)
const term = ref('')
function show(): void {
  term.value = ''
  asked.value = open.value = true
}
useKeys({ '/': show })

const isField = (e: KeyboardEvent) => e.target instanceof HTMLInputElement
useEventListener(
  document,
  'keydown',
  (e: KeyboardEvent) => {
    if (!open.value || isField(e) || e.ctrlKey || e.altKey || e.metaKey) return
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
