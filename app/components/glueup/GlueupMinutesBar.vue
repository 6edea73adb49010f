<script setup lang="ts">
import type { Plan } from '#core/plan'

/**
 * The minutes of one stage as they go, against the line past which the first joint spread is at risk, and the one
 * where it sets.
 */
const { stage, usableMin, openMin } = defineProps<{
  stage: Plan['stages'][number]
  usableMin: number
  openMin: number
}>()
const { quantity } = useUnits()
const min = (value: number) => quantity({ value, unit: 'min' })
const PARTS = [
  ['spread', 'spread'],
  ['close', 'close'],
  ['clamp', 'clamps, wiping'],
  ['check', 'check'],
] as const
const parts = computed(() =>
  PARTS.map(([key, label]) => ({ key, label, value: stage.minutes[key] })).filter(p => p.value > 0),
)
/** All of it fits on the line, with room for the words at its end. */
const whole = computed(() => Math.max(openMin, stage.working.value) * 1.12)
const share = (value: number) => `${100 * Math.min(1, value / whole.value)}%`
const isOver = computed(() => stage.working.value > usableMin)
const spoken = computed(
  () =>
    `${parts.value.map(p => `${p.label} ${min(p.value)}`).join(', ')}: ${min(stage.working.value)} of ${min(usableMin)} that may be used${isOver.value ? ', too long' : ''}; it sets at ${min(openMin)}`,
)
</script>

<template>
  <div class="minutes" role="img" :aria-label="spoken">
    <div class="line">
      <span
        v-for="part in parts"
        :key="part.key"
        class="part"
        :class="{ over: isOver }"
        :style="{ width: share(part.value) }">
        <span v-if="part.value / whole > 0.09" class="word">{{ part.label }}</span>
      </span>
      <span class="mark usable" :style="{ left: share(usableMin) }">
        <span class="small measure">{{ min(usableMin) }} usable</span>
      </span>
      <span class="mark sets" :style="{ left: share(openMin) }">
        <span class="small measure">{{ min(openMin) }} sets</span>
      </span>
    </div>
    <p class="small measure end">{{ min(stage.working.value) }}</p>
  </div>
</template>

<style scoped>
.minutes {
  padding-top: 18px;
}
.line {
  position: relative;
  display: flex;
  gap: 2px;
  height: 20px;
  border-block: 1px solid var(--rule);
}
.part {
  position: relative;
  background: var(--ink);
}
.part.over {
  background: repeating-linear-gradient(135deg, var(--ink), var(--ink) 7px, var(--soft) 7px, var(--soft) 9px);
}
.word {
  position: absolute;
  left: 0;
  top: -19px;
  font-size: 12px;
  color: var(--soft);
  white-space: nowrap;
}
.mark {
  position: absolute;
  top: -9px;
  bottom: -9px;
  width: 0;
  border-left: 2px solid var(--amber);
}
.mark .small {
  position: absolute;
  bottom: -18px;
  right: 4px;
  white-space: nowrap;
  color: var(--amber);
}
.mark.sets {
  border-left: 1px solid var(--rule);
}
.mark.sets .small {
  top: -16px;
  bottom: auto;
  right: -34px;
  color: var(--soft);
}
.end {
  min-height: 20px;
}
</style>
