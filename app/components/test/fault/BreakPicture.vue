<script setup lang="ts">
/** A break seen from its side: how steep it runs through the part, and how it lies to the grain. */
const { angleDeg, fibreDeg } = defineProps<{ angleDeg: number, fibreDeg: number | null }>()
const [LONG, HIGH] = [150, 44]
const STEP = 8
/** Flatter than this it would run out of the picture, degrees. */
const FLATTEST_DEG = 16
const RAD = Math.PI / 180
const shown = computed(() => Math.max(FLATTEST_DEG, angleDeg))
const reach = computed(() => HIGH / Math.tan(shown.value * RAD) / 2)
/** The grain leans off the break by what was seen; along the part where nobody looked. */
const grainDeg = computed(() => (fibreDeg === null ? 0 : shown.value - fibreDeg))
const rise = computed(() => Math.tan(Math.max(-40, Math.min(40, grainDeg.value)) * RAD) * LONG)
/** Where the grain lines begin at the left, so that the part is filled whichever way they rise. */
const lines = computed(() => {
  const [first, last] = [Math.min(0, rise.value), HIGH + Math.max(0, rise.value)]
  return Array.from({ length: Math.ceil((last - first) / STEP) + 1 }, (_, i) => first + i * STEP)
})
const words = computed(
  () =>
    `break ${Math.round(angleDeg)}° to the part${fibreDeg === null ? '' : `, ${Math.round(fibreDeg)}° across its grain`}`,
)
</script>

<template>
  <svg class="break-picture" :viewBox="`0 0 ${LONG} ${HIGH}`" role="img" :aria-label="words">
    <rect x="0.5" y="0.5" :width="LONG - 1" :height="HIGH - 1" class="stick" />
    <line v-for="y in lines" :key="y" x1="0" :y1="y" :x2="LONG" :y2="y - rise" class="line" />
    <line :x1="LONG / 2 - reach" :y1="HIGH" :x2="LONG / 2 + reach" y2="0" class="broken" />
  </svg>
</template>

<style scoped>
.break-picture {
  width: 150px;
  height: 44px;
  overflow: hidden;
}
.stick {
  fill: var(--sheet);
  stroke: var(--ink);
}
.line {
  stroke: var(--rule);
}
.broken {
  stroke: var(--red);
  stroke-width: 2.2;
}
</style>
