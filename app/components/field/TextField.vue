<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'

/**
 * A line or a few of text. What is typed is kept on this device with every key until it is taken, so that a crash
 * loses none of it.
 */
const {
  label,
  value,
  draftKey,
  take,
  rows = 1,
  most = 200,
} = defineProps<{
  label: string
  value: string
  draftKey: string
  take: (text: string) => boolean
  rows?: number
  most?: number
}>()
const id = useId()
const draft = useLocalStorage<string | null>(`arreglo-draft-${draftKey}`, null, {
  serializer: { read: v => v, write: v => v ?? '' },
})
const shown = computed(() => draft.value ?? value)

function commit(): void {
  if (draft.value === null) return
  const text = draft.value.trim()
  if (text === value || take(text)) draft.value = null
}
</script>

<template>
  <div class="line">
    <label :for="id">{{ label }}</label>
    <UTextarea
      v-if="rows > 1"
      :id="id"
      class="text"
      autoresize
      :rows="rows"
      :maxlength="most"
      :model-value="shown"
      @update:model-value="text => (draft = String(text))"
      @blur="commit"
    />
    <UInput
      v-else
      :id="id"
      class="text"
      :maxlength="most"
      :model-value="shown"
      autocomplete="off"
      @update:model-value="text => (draft = String(text))"
      @blur="commit"
      @keydown.enter.stop="commit"
    />
    <span v-if="draft !== null && draft.trim() !== value" class="small soft note"
    >kept on this device, not yet in the record</span
    >
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 4px 12px;
  align-items: center;
}
.text {
  width: 100%;
  max-width: 420px;
}
.note {
  grid-column: 2;
}
@media (max-width: 640px) {
  .line {
    grid-template-columns: 1fr;
  }
  .note {
    grid-column: 1;
  }
}
</style>
