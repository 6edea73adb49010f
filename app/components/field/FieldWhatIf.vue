<script setup lang="ts">
import { apply } from '#core/piece/apply'
import type { Command } from '#core/piece/commands'
import type { Phrase } from '#core/measure/phrase'
import { changesInWords, type Plan } from '#core/plan'
import type { Piece } from '#core/piece/schema'
import { planInWorker } from '~/composables/usePlanner'
import { wallNow } from '~/composables/useDevice'

/** What a choice would change, without making it: the whole plan again with it, beside the one there is. */
const {
  piece,
  plan,
  command,
  joint = '',
  label,
  spoken = '',
} = defineProps<{ piece: Piece, plan: Plan, command: Command, joint?: string, label: string, spoken?: string }>()
const shop = useShop()
const busy = ref(false)
const answer = shallowRef<Phrase | null>(null)
const failed = ref('')
watch(
  () => plan,
  () => {
    answer.value = null
  },
)

async function ask(): Promise<void> {
  if (answer.value) {
    answer.value = null
    return
  }
  const told = apply(piece, command)
  if (!told.ok) return
  busy.value = true
  try {
    answer.value = changesInWords(piece, plan, await planInWorker(told.value, shop.settings, wallNow()), joint)
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
      variant="link"
      class="what-if"
      :loading="busy"
      :label="answer ? 'never mind' : label"
      :aria-label="spoken || label"
      :aria-expanded="answer !== null"
      @click="ask"
    />
    <p v-if="answer" class="small" role="status"><PhraseText :phrase="answer" /></p>
    <p v-if="failed" class="field-error" role="alert">{{ failed }}</p>
  </div>
</template>

<style scoped>
.what-if {
  min-height: 32px;
  padding: 0;
  font: 400 13px var(--font-sans);
  text-decoration: underline;
  text-underline-offset: 3px;
  white-space: normal;
  text-align: left;
}
.ask {
  display: grid;
  justify-items: start;
  gap: 2px;
}
</style>
