<script setup lang="ts">
import { SMALL_SIDE, type SmallPicture } from '#core/drawing'

/** A piece as a small picture with its red and, once glued, blue dots; for lists and print. */
const { picture, title, size = 92, blueJoints = [] } = defineProps<{
  picture: SmallPicture
  title: string
  size?: number
  blueJoints?: readonly string[]
}>()
const tone = (pct: number) => ({ fill: `color-mix(in srgb, var(--wood-light) ${pct}%, var(--wood-shade))` })
</script>

<template>
  <svg
    :viewBox="`0 0 ${SMALL_SIDE} ${SMALL_SIDE}`"
    :width="size"
    :height="size"
    role="img"
    :aria-label="`${title}, drawn`"
    class="small-drawing"
  >
    <g v-for="([outline, pct, edges], i) in picture.faces" :key="i">
      <path :d="outline" :style="tone(pct)" />
      <path v-if="edges" :d="edges" class="edge" />
    </g>
    <path v-if="picture.lost" :d="picture.lost" class="lost" />
    <path v-if="picture.strokes" :d="picture.strokes" class="fault" />
    <circle v-for="(d, i) in picture.dots" :key="`d${i}`" :cx="d.x" :cy="d.y" r="2" fill="var(--red)" />
    <circle
      v-for="s in picture.loose"
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
