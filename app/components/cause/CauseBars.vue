<script setup lang="ts">
/** What a bar shows of a cause; of a joint or of a fault in the wood alike. */
interface Ranked {
  readonly cause: string
  readonly label: string
  readonly probability: number
  readonly low: number
  readonly high: number
  readonly wholePiece?: boolean
}

/**
 * Causes as bars with the ends of their band marked; the figures stand beside, so colour and length say nothing
 * alone.
 */
const { causes } = defineProps<{ causes: readonly Ranked[] }>()
const { quantity } = useUnits()
const pct = (p: number) => `${(p * 100).toFixed(1)}%`
</script>

<template>
  <ul class="bars">
    <li v-for="c in causes" :key="c.cause">
      <span>{{ c.label }}<span v-if="c.wholePiece" class="soft"> (whole piece)</span></span>
      <span class="track" aria-hidden="true">
        <span class="fill" :style="{ width: pct(c.probability) }" /><span
          class="end"
          :style="{ left: pct(c.low) }" /><span class="end" :style="{ left: pct(c.high) }"
          /></span>
      <span class="measure">{{ quantity({ value: c.low, high: c.high, unit: 'share' }) }}</span>
    </li>
  </ul>
</template>

<style scoped>
.bars {
  display: grid;
}
li {
  display: grid;
  grid-template-columns: minmax(120px, 34%) 1fr 104px;
  gap: 14px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  min-height: 34px;
}
.track {
  position: relative;
  height: 9px;
  background: var(--ink-wash);
}
.fill {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--ink);
}
.end {
  position: absolute;
  top: -4px;
  bottom: -4px;
  width: 1.5px;
  background: var(--soft);
}
.measure {
  text-align: right;
}
@media (max-width: 640px) {
  li {
    grid-template-columns: 1fr auto;
  }
  .track {
    display: none;
  }
}
</style>
