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
const draft = useLocalStorage<string | null>(`arreglo-draft-${draftKey}`, null, {
  serializer: { read: v => v, write: v => v ?? '' },
})
const isKept = computed(() => draft.value !== null && draft.value.trim() !== value)
const shown = computed(() => draft.value ?? value)

function commit(): void {
  if (draft.value === null) return
  const text = draft.value.trim()
  if (text === value || take(text)) draft.value = null
}
</script>

<template>
  <FieldLine :label="label" :note="isKept ? 'kept on this device, not yet in the record' : ''">
    <UTextarea
      v-if="rows > 1"
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
      class="text"
      :maxlength="most"
      :model-value="shown"
      autocomplete="off"
      @update:model-value="text => (draft = String(text))"
      @blur="commit"
      @keydown.enter.stop="commit"
    />
  </FieldLine>
</template>

<style scoped>
.text {
  width: 100%;
  max-width: 420px;
}
</style>
