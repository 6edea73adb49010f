<script setup lang="ts">
import { SMALL_SIDE, smallPicture, type SmallPicture } from '#core/drawing'
import type { Piece } from '#core/piece/schema'

/**
 * A piece as a small picture with its red and, once glued, blue dots; for lists and print. Given whole, or as a
 * picture somebody drew.
 */
const {
  piece = undefined,
  picture = undefined,
  title = '',
  size = 92,
  blueJoints = [],
} = defineProps<{
  piece?: Piece | undefined
  picture?: SmallPicture | undefined
  title?: string
  size?: number
  blueJoints?: readonly string[]
}>()
const drawn = computed(() => picture ?? (piece ? smallPicture(piece) : undefined))
const tone = (pct: number) => ({ fill: `color-mix(in srgb, var(--wood-light) ${pct}%, var(--wood-shade))` })
</script>

<template>
  <svg
    v-if="drawn"
    :viewBox="`0 0 ${SMALL_SIDE} ${SMALL_SIDE}`"
    :width="size"
    :height="size"
    role="img"
    :aria-label="`${piece?.title ?? title}, drawn`"
    class="small-drawing"
  >
    <g v-for="([outline, pct, edges], i) in drawn.faces" :key="i">
      <path :d="outline" :style="tone(pct)" />
      <path v-if="edges" :d="edges" class="edge" />
    </g>
    <path v-if="drawn.lost" :d="drawn.lost" class="lost" />
    <path v-if="drawn.strokes" :d="drawn.strokes" class="fault" />
    <circle v-for="(d, i) in drawn.dots" :key="`d${i}`" :cx="d.x" :cy="d.y" r="2" fill="var(--red)" />
    <circle
      v-for="s in drawn.loose"
      :key="s.joint"
      :cx="s.x"
      :cy="s.y"
      r="4.5"
      :fill="blueJoints.includes(s.joint) ? 'var(--blue)' : 'var(--red)'"
    />
  </svg>
</template>

<style scoped>
.small-drawing path {
  vector-effect: non-scaling-stroke;
}
.edge {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.9;
}
.lost {
  fill: none;
  stroke: var(--red);
  stroke-width: 0.9;
  stroke-dasharray: 3 2;
}
.fault {
  fill: none;
  stroke: var(--red);
  stroke-width: 1.8;
}
</style>
