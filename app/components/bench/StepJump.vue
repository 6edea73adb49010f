<script setup lang="ts">
import type { Plan } from '#core/plan'

/** Every step that is left, by number and words; choosing one brings it into view. */
const { steps, first } = defineProps<{ steps: Plan['tasks'], first: number }>()
const chosen = defineModel<string | undefined>({ required: true })
const { text } = useUnits()
const items = computed(() =>
  steps.map((s, i) => ({ label: `${first + i}. ${text(s.title)}`, value: s.id })),
)
</script>

<template>
  <USelectMenu
    v-model="chosen"
    value-key="value"
    :items="items"
    :search-input="{ placeholder: 'words of a step' }"
    aria-label="Go to step"
    class="w-72"
  />
</template>
