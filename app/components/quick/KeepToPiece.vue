<script setup lang="ts">
import { memberWords } from '#core/piece/set-words'
import type { BenchRow } from '#shared/bench'

/** Any piece by title or customer, found as one types: there may be thousands. */
const { label, pieces } = defineProps<{ label: string, pieces: readonly BenchRow[] }>()
const term = defineModel<string>('term', { required: true })
const emit = defineEmits<{ keep: [piece: Pick<BenchRow, 'id' | 'title'>] }>()
const id = useId()
const items = computed(() =>
  pieces.map(p => ({ label: p.set ? `${p.title}, ${memberWords(p)}` : p.title, piece: p })),
)
function keep(chosen: { piece: BenchRow } | undefined): void {
  if (chosen) emit('keep', chosen.piece)
}
</script>

<template>
  <span class="keep">
    <label class="small soft" :for="id">{{ label }}</label>
    <USelectMenu
      :id="id"
      v-model:search-term="term"
      :model-value="undefined"
      :items="items"
      ignore-filter
      :search-input="{ placeholder: 'title or customer' }"
      placeholder="a piece …"
      class="w-48"
      @update:model-value="keep"
    />
  </span>
</template>

<style scoped>
.keep {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}
</style>
