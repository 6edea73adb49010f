<script setup lang="ts">
import { spanMm, type FeetLand } from '#core/truing'

/**
 * Where the feet stand and where they are drawn, from above with the front below, to scale; the pull is the one
 * arrow.
 */
const { land, names } = defineProps<{ land: FeetLand, names: Readonly<Record<string, string>> }>()
const { len } = useUnits()
const [WIDE, EDGE] = [340, 46]

const laid = computed(() =>
  land.pull.kind === 'true' ? land.shape.feet.map(f => ({ id: f.id, is: f, drawn: f })) : land.pull.laid,
)
const box = computed(() => {
  const all = laid.value.flatMap(l => [l.is, l.drawn])
  const [x0, x1] = [Math.min(...all.map(p => p.xMm)), Math.max(...all.map(p => p.xMm))]
  const [z0, z1] = [Math.min(...all.map(p => p.zMm)), Math.max(...all.map(p => p.zMm))]
  const scale = (WIDE - 2 * EDGE) / Math.max(1, x1 - x0)
  return { x0, z0, scale, high: (z1 - z0) * scale + 2 * EDGE }
})
/** From above, the front below: the sitter’s left is on the right. */
const at = (p: { xMm: number, zMm: number }) => ({
  x: EDGE + (p.xMm - box.value.x0) * box.value.scale,
  y: EDGE + (p.zMm - box.value.z0) * box.value.scale,
})
const line = (of: 'is' | 'drawn') =>
  laid.value
    .map((l) => {
      const { x, y } = at(l[of])
      return `${x.toFixed(1)},${y.toFixed(1)}`
    })
    .join(' ')
const off = computed(() => (land.pull.kind === 'one-foot' ? land.pull.foot : null))
/** An arrow one can see: in the true direction, its length told in words. */
const ARROW_PX = 34
const arrow = computed(() => {
  if (land.pull.kind !== 'one-foot') return null
  const foot = laid.value.find(l => l.id === off.value)!
  const from = at(foot.is)
  const [dx, dy] = [land.pull.toX * ARROW_PX, land.pull.toZ * ARROW_PX]
  const turn = (Math.atan2(dy, dx) * 180) / Math.PI
  return { from, to: { x: from.x + dx, y: from.y + dy }, turn }
})
const diagonals = computed(() =>
  [
    [0, 2],
    [1, 3],
  ].map(([i, j]) => {
    const [a, b] = [laid.value[i!]!, laid.value[j!]!]
    const share = i === 0 ? 0.32 : 0.68
    const [p, q] = [at(a.is), at(b.is)]
    return {
      p,
      q,
      words: len(spanMm(a.is, b.is)),
      x: p.x + (q.x - p.x) * share,
      y: p.y + (q.y - p.y) * share,
      isPulled: land.pull.kind === 'racked' && land.pull.along.includes(a.id) && land.pull.along.includes(b.id),
    }
  }),
)
const sides = computed(() =>
  laid.value.map((l, i) => {
    const next = laid.value[(i + 1) % laid.value.length]!
    const [p, q] = [at(l.is), at(next.is)]
    const [mx, my] = [(p.x + q.x) / 2, (p.y + q.y) / 2]
    const [cx, cy] = [WIDE / 2, box.value.high / 2]
    const away = Math.hypot(mx - cx, my - cy) || 1
    return {
      key: l.id,
      words: len(spanMm(l.is, next.is)),
      x: mx + ((mx - cx) / away) * 20,
      y: my + ((my - cy) / away) * 14 + 4,
    }
  }),
)
const spoken = computed(
  () =>
    `Feet from above: ${sides.value.map((s, i) => `${names[laid.value[i]!.id]} to ${names[laid.value[(i + 1) % laid.value.length]!.id]} ${s.words}`).join(', ')}; diagonals ${diagonals.value.map(d => d.words).join(' and ')}`,
)
</script>

<template>
  <svg :viewBox="`0 0 ${WIDE} ${box.high}`" role="img" :aria-label="spoken" class="feet">
    <line
      v-for="d in diagonals"
      :key="d.words + d.x"
      :x1="d.p.x"
      :y1="d.p.y"
      :x2="d.q.x"
      :y2="d.q.y"
      class="diagonal"
      :class="{ pulled: d.isPulled }"
    />
    <polygon :points="line('drawn')" class="drawn" />
    <polygon :points="line('is')" class="is" />
    <text v-for="d in diagonals" :key="`t${d.x}`" :x="d.x" :y="d.y" class="word" :class="{ pulled: d.isPulled }">
      {{ d.words }}
    </text>
    <text v-for="s in sides" :key="`s${s.key}`" :x="s.x" :y="s.y" class="word">{{ s.words }}</text>
    <rect
      v-for="l in laid"
      :key="l.id"
      :x="at(l.is).x - 7"
      :y="at(l.is).y - 7"
      width="14"
      height="14"
      class="foot"
      :class="{ off: l.id === off }"
    />
    <g v-if="arrow" class="arrow">
      <line :x1="arrow.from.x" :y1="arrow.from.y" :x2="arrow.to.x" :y2="arrow.to.y" />
      <path d="M -9 -5 L 0 0 L -9 5" :transform="`translate(${arrow.to.x} ${arrow.to.y}) rotate(${arrow.turn})`" />
    </g>
    <text :x="WIDE / 2" :y="box.high - 6" class="word soft">front</text>
  </svg>
</template>

<style scoped>
.feet {
  width: 100%;
  max-width: 380px;
  font: 12px var(--font-mono);
}
.is {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
}
.drawn {
  fill: none;
  stroke: var(--blue);
  stroke-width: 1.4;
  stroke-dasharray: 6 4;
}
.diagonal {
  stroke: var(--rule);
  stroke-width: 1.2;
}
.diagonal.pulled {
  stroke: var(--blue);
  stroke-width: 2;
}
.foot {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.foot.off {
  stroke: var(--red);
  stroke-width: 2;
}
.arrow {
  stroke: var(--blue);
  stroke-width: 2;
  fill: none;
}
.word {
  fill: var(--ink);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4;
}
.word.soft {
  fill: var(--soft);
}
.word.pulled {
  fill: var(--blue);
  font-weight: 600;
}
</style>
