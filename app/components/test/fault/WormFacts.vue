<script setup lang="ts">
import { wormAdvice } from '#core/condition/fault-words'
import type { Fault } from '#core/piece/schema'
import { LIVE } from '#core/piece/words'

/** Worm: how far it goes, how much wood it took, whether it lives. */
const { fault } = defineProps<{ fault: Extract<Fault, { kind: 'worm' }> }>()
const { put, take, lift } = useFault(() => fault)
</script>

<template>
  <div class="fields">
    <slot />
    <LengthField dense label="Over a length of" :value="fault.lengthMm" :take="take('lengthMm')" />
    <LengthField
      dense
      label="Section lost"
      unit="%"
      :value="fault.lostPct"
      :take="take('lostPct')"
      :clear="lift('lostPct')"
      hint="by probing, per cent"
    />
  </div>
  <ChoiceRow
    label="Live or old"
    tone="fault"
    :items="wordItems(LIVE)"
    :model-value="fault.live"
    @update:model-value="put({ live: $event })"
  />
  <p class="says">
    <template v-if="fault.live !== 'old'"
    >
      Watch it over paper for a month; a live case is treated or kept apart before anything else.
    </template>
    <template v-if="fault.lostPct">At this loss: {{ wormAdvice(fault.lostPct.value) }}.</template>
  </p>
</template>

<style scoped>
.says {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
</style>
