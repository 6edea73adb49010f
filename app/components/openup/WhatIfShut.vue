<script setup lang="ts">
import { apply } from '#core/piece/apply'
import type { Phrase } from '#core/measure/phrase'
import { changesInWords, type Plan } from '#core/plan'
import type { Piece } from '#core/piece/schema'
import { planInWorker } from '~/composables/usePlanner'
import { wallNow } from '~/composables/useDevice'

/** The price of keeping a joint shut: the whole plan again without it, beside the one there is. */
const { piece, plan, joint, tag } = defineProps<{ piece: Piece, plan: Plan, joint: string, tag: string }>()
const shop = useShop()
const busy = ref(false)
const answer = shallowRef<Phrase | null>(null)
const failed = ref('')
watch(() => plan, () => { answer.value = null })

async function ask(): Promise<void> {
  if (answer.value) { answer.value = null; return }
  const shut = apply(piece, { do: 'leave-shut', joint, on: true })
  if (!shut.ok) return
  busy.value = true
  try {
    answer.value = changesInWords(piece, plan, await planInWorker(shut.value, shop.settings, wallNow()), joint)
    failed.value = ''
  }
  catch (error) {
    failed.value = error instanceof Error ? error.message : String(error)
  }
  busy.value = false
}
</script>

<template>
  <div class="ask">
    <UButton
      color="neutral"
      variant="ghost"
      size="sm"
      :loading="busy"
      :label="answer ? 'never mind' : 'what if it stays shut?'"
      :aria-label="`What if ${tag} stays shut?`"
      :aria-expanded="answer !== null"
      @click="ask"
    />
    <p v-if="answer" class="small" role="status"><PhraseText :phrase="answer" /></p>
    <p v-if="failed" class="field-error" role="alert">{{ failed }}</p>
  </div>
</template>

<style scoped>
.ask { display: grid; justify-items: start; gap: 2px; }
</style>
