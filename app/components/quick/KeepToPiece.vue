<script setup lang="ts">
import { memberWords } from '#core/piece/sets'
import type { BenchRow } from '#shared/bench'

/** Any piece by title or customer, found as one types: there may be thousands. */
const { label } = defineProps<{ label: string }>()
const emit = defineEmits<{ keep: [piece: Pick<BenchRow, 'id' | 'title'>] }>()
const id = useId()
const open = ref(false)
const term = ref('')
const { pieces } = usePiecesFound(term, open)
const items = computed(() =>
  pieces.value.map(p => ({ label: p.set ? `${p.title}, ${memberWords(p)}` : p.title, piece: p })),
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
      v-model:open="open"
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
