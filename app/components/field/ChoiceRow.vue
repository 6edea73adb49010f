<script setup lang="ts">
/** One of a few, side by side: one stop for Tab, the arrow keys choose. */
type Value = string | number
const {
  label,
  items,
  modelValue,
  tone = 'plain',
} = defineProps<{
  label: string
  items: readonly { readonly label: string, readonly value: Value }[]
  modelValue: Value | null
  tone?: 'plain' | 'fault'
}>()
const emit = defineEmits<{ 'update:modelValue': [value: Value] }>()
const row = useTemplateRef<HTMLDivElement>('row')
const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }
function move(e: KeyboardEvent): void {
  const step = STEPS[e.key]
  if (step === undefined) return
  e.preventDefault()
  e.stopPropagation()
  const at = items.findIndex(i => i.value === modelValue)
  const next = items[(at + step + items.length) % items.length]!
  emit('update:modelValue', next.value)
  void nextTick(() => row.value?.querySelectorAll<HTMLElement>('[role="radio"]')[items.indexOf(next)]?.focus())
}
const stops = (i: number) =>
  modelValue === null || !items.some(x => x.value === modelValue) ? i === 0 : items[i]!.value === modelValue
</script>

<template>
  <div class="choice">
    <span class="name" aria-hidden="true">{{ label }}</span>
    <div ref="row" class="chips" role="radiogroup" :aria-label="label" @keydown="move">
      <FieldChipButton
        v-for="(item, i) in items"
        :key="item.value"
        :label="item.label"
        role="radio"
        :class="tone"
        :aria-checked="item.value === modelValue"
        :tabindex="stops(i) ? 0 : -1"
        @click="emit('update:modelValue', item.value)"
      />
    </div>
  </div>
</template>

<style scoped>
.choice {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 4px 12px;
  align-items: center;
}
.chip.plain[aria-checked='true'] {
  border-color: var(--ink);
  box-shadow: inset 0 0 0 1px var(--ink);
}
.chip.fault[aria-checked='true'] {
  border-color: var(--red);
  color: var(--red);
  font-weight: 600;
}
@media (max-width: 640px) {
  .choice {
    grid-template-columns: 1fr;
  }
}
</style>
