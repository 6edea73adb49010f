<script setup lang="ts">
/** How the grain runs out of a part with a slope of 1 in so many: a stick, its grain lines, and their rise. */
const { oneIn } = defineProps<{ oneIn: number | null }>()
const [LONG, HIGH] = [120, 30]
const STEP = 9
const rise = computed(() => (oneIn ? LONG / oneIn : 0))
/** Lines from below the stick to above it, so that it is filled whatever the slope. */
const lines = computed(() =>
  Array.from({ length: Math.ceil((HIGH + rise.value) / STEP) + 1 }, (_, i) => ({ from: HIGH + rise.value - i * STEP })),
)
const words = computed(() => (oneIn ? `grain rising 1 in ${oneIn}` : 'grain along it'))
</script>

<template>
  <svg class="grain-picture" :viewBox="`0 0 ${LONG} ${HIGH}`" role="img" :aria-label="words">
    <rect x="0.5" y="0.5" :width="LONG - 1" :height="HIGH - 1" class="stick" />
    <line v-for="l in lines" :key="l.from" x1="0" :y1="l.from" :x2="LONG" :y2="l.from - rise" class="line" />
  </svg>
</template>

<style scoped>
.grain-picture {
  width: 120px;
  height: 30px;
  overflow: hidden;
}
.stick {
  fill: var(--sheet);
  stroke: var(--ink);
}
.line {
  stroke: var(--soft);
  stroke-width: 0.8;
}
</style>
