<script setup lang="ts">
import type { Drawing, FaultMark, Point } from '#core/drawing'
import type { Part } from '#core/piece/schema'
import { svgPoint, svgPoints } from './svg-points'
import type { StandClamp, StandTag } from './useStandDrawing'

/** What lies over the wood: what is lost, broken, added and clamped, and lines from the tags to their places. */
const { drawing, present, put, xray, marks, added, clamps, dots, tags } = defineProps<{
  drawing: Drawing
  present: readonly Part[]
  put: (p: Point) => Point
  /** Whether round wood is seen by its outline. */
  xray: boolean
  marks: readonly FaultMark[]
  added: readonly (readonly Point[])[]
  clamps: readonly StandClamp[]
  dots: readonly Point[]
  tags: readonly StandTag[]
  pickedFault: string | null
}>()
const path = (points: readonly Point[]) => svgPoints(points, put)
/** All of it as one path. */
const outline = computed(() => {
  if (!xray) return ''
  const round = new Set(present.filter(p => p.section.shape === 'round').map(p => p.id))
  return drawing.faces
    .filter(f => round.has(f.part))
    .flatMap(f => f.edges)
    .map(([a, b]) => `M${svgPoint(put(a))}L${svgPoint(put(b))}`)
    .join('')
})
const ghosts = computed(() => drawing.faces.filter(f => f.missing).flatMap(f => f.edges))
</script>

<template>
  <svg aria-hidden="true">
    <path v-if="outline" :d="outline" class="through" />
    <polyline v-for="(edge, i) in ghosts" :key="`m${i}`" :points="path(edge)" class="ghost" />
    <polyline v-for="(line, i) in added" :key="`n${i}`" :points="path(line)" class="added" data-testid="new-wood" />
    <g
      v-for="mark in marks"
      :key="mark.fault"
      class="fault"
      :class="{ thick: mark.fault === pickedFault }"
      data-testid="fault-mark"
    >
      <polyline v-for="(stroke, i) in mark.strokes" :key="i" :points="path(stroke)" />
      <circle v-for="(dot, i) in mark.dots" :key="`d${i}`" :cx="put(dot).x" :cy="put(dot).y" r="1.7" />
    </g>
    <g
      v-for="clamp in clamps"
      :key="`c${clamp.nth}`"
      class="clamp"
      :class="{ strap: clamp.isStrap }"
      data-testid="clamp-mark"
    >
      <polyline v-for="(stroke, i) in clamp.strokes" :key="i" :points="path(stroke)" />
      <circle :cx="put(clamp.at).x" :cy="put(clamp.at).y" r="10" />
      <text :x="put(clamp.at).x" :y="put(clamp.at).y + 4.5">{{ clamp.nth }}</text>
    </g>
    <circle v-for="(dot, i) in dots" :key="`o${i}`" :cx="dot.x" :cy="dot.y" r="3" class="dot" />
    <g v-for="tag in tags" :key="tag.id" :class="{ red: tag.faulty && !tag.short, blue: tag.short }">
      <line :x1="tag.at.x" :y1="tag.at.y" :x2="tag.centre.x" :y2="tag.centre.y" class="leader" />
      <circle :cx="tag.at.x" :cy="tag.at.y" r="3" class="dot" />
      <rect v-if="tag.pictured" :x="tag.at.x + 5" :y="tag.at.y - 11" width="9" height="7" class="pictured" />
      <circle v-if="tag.metal" :cx="tag.at.x" :cy="tag.at.y" r="7" class="metal" :class="{ unseen: tag.hidden }" />
    </g>
  </svg>
</template>

<style scoped>
.leader {
  stroke: var(--soft);
  stroke-width: 1;
}
.dot {
  fill: var(--soft);
}
.fault polyline {
  fill: none;
  stroke: var(--red);
  stroke-width: 2;
  stroke-linejoin: round;
}
.fault circle {
  fill: var(--red);
}
.fault.thick polyline {
  stroke-width: 3.4;
}
.added {
  fill: none;
  stroke: var(--blue);
  stroke-width: 1.3;
  stroke-linejoin: round;
}
.clamp polyline {
  fill: none;
  stroke: var(--blue);
  stroke-width: 2.2;
  stroke-linejoin: round;
}
.clamp.strap polyline {
  stroke-width: 3.4;
  stroke-opacity: 0.55;
}
.clamp circle {
  fill: var(--sheet);
  stroke: var(--blue);
  stroke-width: 1.5;
}
.clamp text {
  fill: var(--blue);
  font-size: 13px;
  text-anchor: middle;
}
.through {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
  stroke-opacity: 0.32;
}
.ghost {
  fill: none;
  stroke: var(--red);
  stroke-width: 1.1;
  stroke-dasharray: 5 4;
}
.pictured {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.metal {
  fill: none;
  stroke: var(--red);
  stroke-width: 1.8;
}
.metal.unseen {
  stroke-dasharray: 3 2.4;
}
.red .leader,
.blue .leader {
  stroke: currentColor;
}
.red .dot,
.blue .dot {
  fill: currentColor;
}
</style>
