<script setup lang="ts">
import { drawAsFound, markFaults, VIEWS } from '#core/drawing'
import { isLoose } from '#core/piece/facts'
import type { Piece } from '#core/piece/schema'

/** The piece as a small picture with its red and, once planned, blue dots; for lists and print. */
const { piece, size = 92, blueJoints = [] } = defineProps<{ piece: Piece, size?: number, blueJoints?: readonly string[] }>()
const drawing = computed(() => drawAsFound(piece, VIEWS.bench, { sides: 8 }))
const faults = computed(() => markFaults(piece, drawing.value.camera).map(f => f.mark))
const ghosts = computed(() => drawing.value.faces.filter(f => f.missing).flatMap(f => f.edges))
const box = computed(() => { const { minX, minY, maxX, maxY } = drawing.value.box; const pad = 30; return `${minX - pad} ${minY - pad} ${maxX - minX + 2 * pad} ${maxY - minY + 2 * pad}` })
const path = (points: readonly { x: number, y: number }[]) => points.map(p => `${p.x.toFixed(0)},${p.y.toFixed(0)}`).join(' ')
const marks = computed(() => drawing.value.spots.filter(s => isLoose(piece, piece.joints.find(j => j.id === s.joint)!)))
</script>

<template>
  <svg :viewBox="box" :width="size" :height="size" role="img" :aria-label="`${piece.title}, drawn`">
    <g v-for="(face, i) in drawing.faces.filter(f => !f.missing)" :key="i">
      <polygon :points="path(face.outline)" :style="{ fill: `color-mix(in srgb, var(--wood-light) ${Math.round(25 + face.light * 75)}%, var(--wood-shade))` }" />
      <polyline v-for="(edge, k) in face.edges" :key="k" :points="path(edge)" fill="none" stroke="var(--ink)" stroke-width="0.9" vector-effect="non-scaling-stroke" />
    </g>
    <polyline v-for="(edge, i) in ghosts" :key="`m${i}`" :points="path(edge)" fill="none" stroke="var(--red)" stroke-width="0.9" stroke-dasharray="3 2" vector-effect="non-scaling-stroke" />
    <g v-for="m in faults" :key="m.fault"><polyline v-for="(stroke, i) in m.strokes" :key="i" :points="path(stroke)" fill="none" stroke="var(--red)" stroke-width="1.8" vector-effect="non-scaling-stroke" /><circle v-for="(d, i) in m.dots" :key="`d${i}`" :cx="d.x" :cy="d.y" r="6" fill="var(--red)" /></g>
    <circle v-for="s in marks" :key="s.joint" :cx="s.at.x" :cy="s.at.y" r="22" :fill="blueJoints.includes(s.joint) ? 'var(--blue)' : 'var(--red)'" />
  </svg>
</template>
