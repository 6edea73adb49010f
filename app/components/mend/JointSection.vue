<script setup lang="ts">
import { sectionAt } from '#core/piece/geometry'
import { pegShapeOf } from '#core/piece/joint-forms'
import type { MendId, SizeId, Work } from '#core/mend'
import { partOf } from '#core/piece/facts'
import type { Joint, Piece } from '#core/piece/schema'
import { nameOf } from '#core/piece/names'

/**
 * A section through the joint with its sizes: receiving part cut and hatched, entering part with its grain, what is
 * added in blue.
 */
const { joint, piece, mend, work } = defineProps<{ joint: Joint, piece: Piece, mend: MendId, work: Work }>()
const { len } = useUnits()
const id = useId()

/** Wedges are seen from the side, along the receiving part's grain; everything else from above. */
const fromSide = computed(() => mend === 'kerf-and-wedge' || mend === 'shims-and-wedge')
const g = computed(() => {
  const rail = sectionAt(partOf(piece, joint.enters), 0)
  const post = sectionAt(partOf(piece, joint.receives), 0)
  const { form } = joint
  const height = fromSide.value ? rail.depthMm : rail.widthMm
  const size = (id: SizeId) => work.sizes.find(s => s.id === id)?.figure.value
  const own = pegShapeOf(form)
  const peg = size('dowel') ?? (fromSide.value ? own?.widthMm : own?.thicknessMm) ?? 0
  const depth = form.kind === 'dowel' ? (size('stop-receiving') ?? joint.depthMm.value + 1) - 1 : joint.depthMm.value
  const deeper = form.kind === 'dowel' ? 1 : 'deeperMm' in form ? form.deeperMm.value : 0
  return {
    height,
    post: post.widthMm,
    peg,
    depth,
    deeper,
    inRail: form.kind === 'dowel' ? (size('dowel-length') ?? 0) - depth : 0,
    shim: size('shim') ?? 0,
    kerf: size('kerf-depth') ?? 0,
    wedge: size('wedge-thickness') ?? 0,
    wedgeLength: size('wedge-length') ?? 0,
    kerfs: work.stock.find(s => s.id === 'wedge')?.count ?? 0,
  }
})
const RAIL_MM = 62
/** Gaps and thin things are drawn this many times their size, or they would not be seen. */
const THIN = 5
const box = computed(() => {
  const { post, height } = g.value
  const tall = Math.max(height, 36) + 30
  return { minX: -post - 40, minY: -tall / 2 - 6, w: post + RAIL_MM + 80, h: tall + 22, half: tall / 2 - 4 }
})
const kerfAt = computed(() => (g.value.kerfs === 2 ? [-g.value.peg / 2 + 6, g.value.peg / 2 - 6] : [0]))
const shims = computed(() => (mend === 'shims' ? (work.stock[0]?.count === 2 ? [-1, 1] : [-1]) : []))
/** What is drawn thicker than it is says so. */
const thinNote = computed(() => (shims.value.length > 0 || fromSide.value ? '; what is thin is drawn thicker' : ''))
</script>

<template>
  <svg
    class="section"
    :viewBox="`${box.minX} ${box.minY} ${box.w} ${box.h}`"
    role="img"
    :aria-label="`Section through the joint: tenon or dowel ${len(g.peg)}, ${len(g.depth)} deep in ${len(g.post)}`"
  >
    <defs>
      <pattern :id="`${id}-hatch`" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="4" stroke="var(--rule)" stroke-width="0.8" />
      </pattern>
    </defs>
    <rect :x="-g.post" :y="-box.half" :width="g.post" :height="2 * box.half" :fill="`url(#${id}-hatch)`" class="line" />
    <rect x="0" :y="-g.height / 2" :width="RAIL_MM" :height="g.height" class="line wood" />
    <line
      v-for="k in 5"
      :key="k"
      x1="3"
      :x2="RAIL_MM - 3"
      :y1="-g.height / 2 + (k * g.height) / 6"
      :y2="-g.height / 2 + (k * g.height) / 6"
      class="grain"
    />
    <rect
      :x="-g.depth - g.deeper"
      :y="-g.peg / 2 - (shims.length ? g.shim * THIN : 0)"
      :width="g.depth + g.deeper"
      :height="g.peg + g.shim * THIN * shims.length"
      class="line hole"
    />
    <rect v-if="g.inRail" x="0" :y="-g.peg / 2" :width="g.inRail + 1" :height="g.peg" class="line hole" />
    <rect
      :x="-g.depth"
      :y="-g.peg / 2"
      :width="g.depth + g.inRail"
      :height="g.peg"
      class="line wood"
      :class="{ blue: mend === 'new-dowel' }"
    />
    <rect
      v-for="side in shims"
      :key="side"
      :x="-g.depth + 1"
      :y="side < 0 ? -g.peg / 2 - g.shim * THIN : g.peg / 2"
      :width="g.depth - 2"
      :height="g.shim * THIN"
      class="added"
    />
    <template v-if="fromSide">
      <g v-for="y in kerfAt" :key="y">
        <line :x1="-g.depth" :x2="-g.depth + g.kerf" :y1="y" :y2="y" class="line" />
        <polygon
          :points="`${-g.depth},${y - g.wedge} ${-g.depth},${y + g.wedge} ${-g.depth + g.wedgeLength},${y}`"
          class="added"
        />
      </g>
    </template>
    <g class="dim">
      <line :x1="-g.depth" x2="0" :y1="box.half + 5" :y2="box.half + 5" />
      <path :d="`M${-g.depth - 1.2} ${box.half + 6.2}l2.4 -2.4M-1.2 ${box.half + 6.2}l2.4 -2.4`" />
      <text :x="-g.depth / 2" :y="box.half + 11">{{ len(g.depth) }}</text>
      <line :x1="RAIL_MM + 5" :x2="RAIL_MM + 5" :y1="-g.height / 2" :y2="g.height / 2" />
      <path :d="`M${RAIL_MM + 3.8} ${-g.height / 2 + 1.2}l2.4 -2.4M${RAIL_MM + 3.8} ${g.height / 2 + 1.2}l2.4 -2.4`" />
      <text :x="RAIL_MM + 8" y="1.5" text-anchor="start">{{ len(g.height) }}</text>
      <line :x1="-g.post - 6" :x2="-g.post - 6" :y1="-g.peg / 2" :y2="g.peg / 2" />
      <path :d="`M${-g.post - 7.2} ${-g.peg / 2 + 1.2}l2.4 -2.4M${-g.post - 7.2} ${g.peg / 2 + 1.2}l2.4 -2.4`" />
      <line :x1="-g.post - 8" :x2="-g.depth" :y1="-g.peg / 2" :y2="-g.peg / 2" class="thin" />
      <line :x1="-g.post - 8" :x2="-g.depth" :y1="g.peg / 2" :y2="g.peg / 2" class="thin" />
      <text :x="-g.post - 9" y="1.5" text-anchor="end">{{ len(g.peg) }}</text>
      <text :x="-g.post" :y="-box.half - 2.5" text-anchor="start">{{ nameOf(piece, joint.receives) }}</text>
      <text :x="RAIL_MM" :y="g.height / 2 + 6" text-anchor="end">{{ nameOf(piece, joint.enters) }}, grain →</text>
    </g>
  </svg>
  <p class="small soft">
    {{ fromSide ? 'Seen from the side' : 'Seen from above' }}, to scale{{ thinNote }}.
  </p>
</template>

<style scoped>
.section {
  width: 100%;
  max-height: 300px;
  background: var(--ground);
}
.line {
  stroke: var(--ink);
  stroke-width: 0.7;
  fill: none;
}
.wood {
  fill: var(--sheet);
}
.hole {
  fill: var(--ground);
  stroke-width: 0.5;
}
.grain {
  stroke: var(--rule);
  stroke-width: 0.4;
}
.added {
  fill: var(--blue-wash);
  stroke: var(--blue);
  stroke-width: 0.5;
}
.blue {
  stroke: var(--blue);
  fill: var(--blue-wash);
}
.dim line,
.dim path {
  stroke: var(--soft);
  stroke-width: 0.4;
}
.dim .thin {
  stroke: var(--rule);
  stroke-width: 0.3;
}
.dim text {
  font: 4.6px var(--font-mono);
  fill: var(--ink);
  text-anchor: middle;
}
.dim text[text-anchor='start'] {
  text-anchor: start;
}
.dim text[text-anchor='end'] {
  text-anchor: end;
}
</style>
