<script setup lang="ts">
import type { Drawing, Point } from '#core/drawing'
import type { Part } from '#core/piece/schema'
import { svgPoints } from './svg-points'

/** The same drawing as SVG: shown at once, while WebGL is fetched, and for good where there is none. */
const { drawing, pegs, put, picked, xray } = defineProps<{
  drawing: Drawing
  pegs: readonly Part[]
  put: (p: Point) => Point
  picked: ReadonlySet<string>
  xray: boolean
}>()
const path = (points: readonly Point[]) => svgPoints(points, put)
const tone = (light: number) =>
  `color-mix(in srgb, var(--wood-light) ${Math.round(25 + light * 75)}%, var(--wood-shade))`
/** Pegs are drawn over the wood, as the lines they run along: they are what x-ray is for. */
const there = computed(() => drawing.faces.filter(f => !f.missing))
const outlines = computed(() => pegs.map(p => p.axis.map(a => put(drawing.camera.project(a)))))
</script>

<template>
  <g data-testid="flat">
    <g v-for="(face, i) in there" :key="i" :class="{ picked: picked.has(face.part), thin: xray }">
      <polygon :points="path(face.outline)" :style="{ fill: tone(face.light) }" class="face" :data-part="face.part" />
      <polyline v-for="(edge, k) in face.edges" :key="k" :points="path(edge)" class="edge" />
    </g>
    <line
      v-for="(o, i) in outlines"
      :key="`p${i}`"
      :x1="o[0]!.x"
      :y1="o[0]!.y"
      :x2="o[1]!.x"
      :y2="o[1]!.y"
      class="peg"
    />
  </g>
</template>

<style scoped>
.edge {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.1;
  stroke-linecap: round;
  stroke-linejoin: round;
  pointer-events: none;
}
.picked .face {
  fill: color-mix(in srgb, var(--ink) 24%, var(--wood-shade)) !important;
}
.thin .face {
  fill-opacity: 0.25;
}
.thin .edge {
  stroke-opacity: 0.4;
}
.peg {
  stroke: var(--ink);
  stroke-width: 5;
  stroke-opacity: 0.75;
}
</style>
