<script setup lang="ts">
import { planeOf } from '#core/bodies'
import { reachMm } from '#core/geometry'
import type { Design } from '#core/mend'
import { add, cross, dot, negate, scale, subtract, unit, type Vec } from '#core/measure/vec'
import { axisLengthMm, frameOfSegment, pointAtShare } from '#core/piece/geometry'
import type { Fault, Part } from '#core/piece/schema'

/** A stretch of a part round a break, to scale: its outline, the break in red, what goes in in blue with its sizes. */
const { part, fault, design } = defineProps<{ part: Part, fault: Extract<Fault, { kind: 'break' }>, design: Design }>()
const { len } = useUnits()
const id = useId()
const STEPS = 48
/** Wood drawn past what is cut, and room for the sizes under it, millimetres. */
const [PAST_MM, BELOW_MM] = [36, 24]

/** Along the part and across it, in the plane in which it is bored. */
const view = computed(() => {
  const total = axisLengthMm(part)
  const plane = planeOf(part, fault)
  const { tangent } = frameOfSegment(part, pointAtShare(part, fault.along).segment)
  const first = design.bores[0]
  const way = first ? subtract(first.to, first.from) : plane.normal
  const aside = subtract(way, scale(tangent, dot(way, tangent)))
  const across = Math.hypot(...aside) > 1 ? unit(aside) : unit(cross(tangent, Math.abs(tangent[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]))
  const breakMm = fault.along * total
  const flat = (p: Vec) => ({ x: breakMm + dot(subtract(p, plane.at), tangent), y: -dot(subtract(p, plane.at), across) })
  const ends = design.bores.flatMap(b => [flat(b.from).x, flat(b.to).x])
  const from = Math.max(0, Math.min(breakMm, ...ends) - PAST_MM)
  const to = Math.min(total, Math.max(breakMm, ...ends) + PAST_MM)
  return { total, plane, across, breakMm, flat, from, to, isWhole: { start: from === 0, end: to === total } }
})
const outline = computed(() => {
  const { total, across, from, to } = view.value
  const at = Array.from({ length: STEPS + 1 }, (_, i) => from + (to - from) * i / STEPS)
  const edge = (way: Vec, sign: number) => at.map(x => `${x.toFixed(1)},${(sign * reachMm(part, pointAtShare(part, x / total).point, way)).toFixed(1)}`)
  return [...edge(across, -1), ...edge(negate(across), 1).reverse()].join(' ')
})
const half = computed(() => reachMm(part, view.value.plane.at, view.value.across))
/** The break as a zigzag along its slope. */
const crack = computed(() => {
  const { breakMm } = view.value
  const slope = half.value / Math.tan(fault.angleDeg.value * Math.PI / 180)
  return Array.from({ length: 9 }, (_, i) => { const t = i / 4 - 1; return `${(breakMm - t * slope + (i % 2 ? 1.6 : -1.6)).toFixed(1)},${(-t * half.value).toFixed(1)}` }).join(' ')
})
const dowels = computed(() => design.newWood.map((wood) => {
  const [a, b] = [view.value.flat(wood.axis[0]!), view.value.flat(wood.axis[1]!)]
  const d = wood.section.stations[0]!.widthMm
  const lengthMm = Math.hypot(...subtract(wood.axis[1]!, wood.axis[0]!))
  const n = { x: -(b.y - a.y), y: b.x - a.x }
  const l = Math.hypot(n.x, n.y) || 1
  const shift = (p: { x: number, y: number }, s: number) => `${(p.x + s * d / 2 * n.x / l).toFixed(1)},${(p.y + s * d / 2 * n.y / l).toFixed(1)}`
  return { points: [shift(a, 1), shift(b, 1), shift(b, -1), shift(a, -1)].join(' '), from: Math.min(a.x, b.x), to: Math.max(a.x, b.x), d, lengthMm }
}))
const one = computed(() => dowels.value[0])
const tallest = computed(() => Math.max(...outline.value.split(' ').map(p => Math.abs(Number(p.split(',')[1])))))
const low = computed(() => tallest.value + 8)
const box = computed(() => ({ x: view.value.from - 6, y: -tallest.value - 9, w: view.value.to - view.value.from + 12, h: 2 * tallest.value + 9 + BELOW_MM }))
/** Letters as high on the screen however long the stretch is. */
const letterMm = computed(() => Math.min(5, box.value.w / 42))
const saws = computed(() => design.sawnAtMm ?? [])
const spoken = computed(() => `${len(view.value.breakMm)} from its first end the break${one.value ? `; a dowel ${len(one.value.d)} thick, ${len(one.value.lengthMm)} long` : ''}`)
const direction = computed(() => add([0, 0, 0], view.value.plane.tangent)[1])
</script>

<template>
  <svg class="cut" :viewBox="`${box.x} ${box.y} ${box.w} ${box.h}`" role="img" :aria-label="spoken" :style="{ '--letter': `${letterMm}px` }">
    <defs><pattern :id="`${id}-grain`" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><line x1="0" y1="0" x2="0" y2="5" stroke="var(--rule)" stroke-width="0.7" /></pattern></defs>
    <polygon :points="outline" :fill="`url(#${id}-grain)`" class="wood" />
    <polygon v-for="(d, i) in dowels" :key="i" :points="d.points" class="new" />
    <polyline :points="crack" class="crack" />
    <template v-for="at in saws" :key="at">
      <line :x1="at" :x2="at" :y1="-tallest - 2" :y2="tallest + 2" class="saw" />
      <text :x="at" :y="-tallest - 3.5" text-anchor="middle" class="blue">saw here, all round</text>
    </template>
    <text :x="view.from" :y="-tallest - 3.5" class="word">{{ view.isWhole.start ? (direction > 0.5 ? 'foot' : 'first end') : '' }}</text>
    <text :x="view.to" :y="-tallest - 3.5" text-anchor="end" class="word">grain →</text>
    <template v-if="one">
      <g class="size">
        <path :d="`M${one.from} ${low - 6}V${low + 2}M${one.to} ${low - 6}V${low + 2}M${one.from} ${low}H${one.to}`" />
        <text :x="(one.from + one.to) / 2" :y="low - 2" text-anchor="middle">{{ len(one.to - one.from) }}</text>
      </g>
      <g class="size">
        <path :d="`M${one.from} ${low + 8}V${low + 16}M${view.breakMm} ${low - 6}V${low + 16}M${one.from} ${low + 14}H${view.breakMm}`" />
        <text :x="(one.from + view.breakMm) / 2" :y="low + 12" text-anchor="middle">{{ len(view.breakMm - one.from) }}</text>
      </g>
    </template>
  </svg>
</template>

<style scoped>
.cut { width: 100%; max-height: 230px; background: var(--ground); }
.wood { stroke: var(--ink); stroke-width: 1.4; }
.new { fill: var(--blue-wash); fill-opacity: 0.8; stroke: var(--blue); stroke-width: 1.4; }
.crack { fill: none; stroke: var(--red); stroke-width: 2; }
.size path { fill: none; stroke: var(--soft); stroke-width: 0.8; }
text { font: var(--letter) var(--font-mono); fill: var(--ink); }
.saw { stroke: var(--blue); stroke-width: 1.4; stroke-dasharray: 3 2; }
.blue { fill: var(--blue); }
path, line, polyline, polygon { vector-effect: non-scaling-stroke; }
.word { fill: var(--soft); }
</style>
