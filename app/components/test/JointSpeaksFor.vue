<script setup lang="ts">
import { diagnose } from '#core/cause'
import type { Joint } from '#core/piece/schema'

/** What was found at a joint speaks for which causes, and what more would be learnt from. */
const { joint } = defineProps<{ joint: Joint }>()
const { piece } = storeToRefs(usePiece())
const { quantity } = useUnits()
const diagnosis = computed(() => diagnose(piece.value!, joint))
</script>

<template>
  <section>
    <div class="spread">
      <h2>What this speaks for</h2>
      <span class="small soft">after {{ diagnosis.observations }} observations</span>
    </div>
    <CauseBars :causes="diagnosis.causes.slice(0, 3)" />
    <p v-if="diagnosis.nextTest" class="small soft">
      Most would be learnt from looking for <strong>{{ diagnosis.nextTest.label }}</strong>,
      {{ quantity({ value: diagnosis.nextTest.minutes, unit: 'min' }) }}: {{ diagnosis.nextTest.hint }}.
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 7px;
}
.spread {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
</style>
