<script setup lang="ts">
import type { Fault } from '#core/piece/schema'

/** What is told of one kind of fault; what every kind has goes before it. */
const { fault } = defineProps<{ fault: Fault }>()
</script>

<template>
  <BreakFacts v-if="fault.kind === 'break'" :fault="fault"><slot /></BreakFacts>
  <SplitFacts v-else-if="fault.kind === 'split'" :fault="fault"><slot /></SplitFacts>
  <WormFacts v-else-if="fault.kind === 'worm'" :fault="fault"><slot /></WormFacts>
  <LossFacts v-else-if="fault.kind === 'loss'" :fault="fault"><slot /></LossFacts>
  <RepairFacts v-else :fault="fault"><slot /></RepairFacts>
</template>
