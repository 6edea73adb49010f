<script setup lang="ts">
import { partsOf, type Phrase } from '#core/measure/phrase'

/** A sentence of the core, its figures in the shop's units and in the measuring face. */
const { phrase } = defineProps<{ phrase: Phrase }>()
const { quantity } = useUnits()
const parts = computed(() => partsOf(phrase))
</script>

<template>
  <span>
    <template v-for="(part, i) in parts" :key="i">
      <template v-if="typeof part === 'string'">{{ part }}</template>
      <span v-else class="measure">{{ quantity(part) }}</span></template>
  </span
  >
</template>
