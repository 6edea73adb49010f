<script setup lang="ts">
import type { JointState } from '#core/piece/words'

/** A peg in its socket: how it sits says how the joint is, without colour. */
const { state, planned = false } = defineProps<{ state: JointState, planned?: boolean }>()

const PEGS: Record<JointState, { x: number, turn: number, y: number }> = {
  'not-tested': { x: 6, turn: 0, y: 0 },
  'solid': { x: 6, turn: 0, y: 0 },
  'ticks': { x: 6, turn: 0, y: 0 },
  'gives': { x: 10, turn: 0, y: 0 },
  'swings': { x: 10, turn: 20, y: 1 },
  'apart': { x: 18, turn: 0, y: 0 },
}
const peg = computed(() => PEGS[state])
const dotted = computed(() => state === 'not-tested')
</script>

<template>
  <svg viewBox="0 0 34 20" width="34" height="20" aria-hidden="true" class="mark" :class="{ dotted, planned }">
    <path d="M14 2.5H3v15h11v-4H8.5v-7H14z" class="socket" />
    <g :transform="`rotate(${peg.turn} 12 10)`">
      <rect :x="peg.x + 2.5" :y="7 + peg.y" :width="state === 'apart' ? 12 : 21 - (peg.x - 6)" height="6" class="peg" />
    </g>
    <path v-if="state === 'ticks'" d="M18.5 1v4M23 1v4" class="hair" />
    <path v-if="state === 'gives'" d="M17 17.5h9m-3-2.5l3 2.5-3 2.5" class="hair" />
  </svg>
</template>

<style scoped>
.mark {
  display: block;
  overflow: visible;
}
.socket {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.8;
  stroke-linejoin: round;
}
.peg {
  fill: currentColor;
}
.hair {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.6;
}
.dotted .socket,
.dotted .peg {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.4;
  stroke-dasharray: 2 2;
}
.planned .peg {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.8;
}
</style>
