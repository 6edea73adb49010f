<script setup lang="ts">
import { boxOf, lineOf, type Dimension, type Sheet, type View } from '#core/sheet'

/**
 * A cut sheet: views to scale, what is there in ink, what is put in and cut in blue, sizes beside it; and as a file
 * at 1:1.
 */
const { sheet, name, trouble = undefined } = defineProps<{ sheet: Sheet, name: string, trouble?: string | undefined }>()
const route = useRoute()
const onPaper = computed(() =>
  trouble ? `/sheet/${String(route.params.id)}?trouble=${encodeURIComponent(trouble)}` : null,
)
const { len } = useUnits()
const id = useId()
/**
 * White round a view, so that its figures are not cut off: at least so much, millimetres, and of a long one this
 * share.
 */
const [MARGIN_MM, MARGIN_SHARE] = [9, 0.05]
/** How large a view usually is on the screen, and how high its letters are there, pixels. */
const [VIEW_PX, LETTER_PX] = [280, 12]
const lettersMm = (view: View) =>
  Math.max(
    2.6,
    (LETTER_PX * Math.max(box(view).h, box(view).w))
    / (sheet.views.length === 1 || isLong(view) ? 2 * VIEW_PX : VIEW_PX),
  )
/** A stick takes a row of its own. */
const isLong = (view: View) => box(view).w > 4 * box(view).h

const box = (view: View) => {
  const { from, to } = boxOf(view)
  const [w, h] = [to[0] - from[0], to[1] - from[1]]
  const margin = Math.max(MARGIN_MM, MARGIN_SHARE * Math.max(w, h))
  return { x: from[0] - margin, y: -to[1] - margin, w: w + 2 * margin, h: h + 2 * margin }
}
/** Views share a row by their widths, so that all are about as large; on a phone they stand under each other. */
const share = (view: View) => Math.round(box(view).w)
/** A stroke across each end of a size’s line. */
const ticks = (d: Dimension) =>
  lineOf(d)
    .map(([x, y]) => `M${x - 1.2} ${-y + 1.2}l2.4 -2.4`)
    .join('')
const slopeOf = ([a, b]: ReturnType<typeof lineOf>) => {
  const deg = (Math.atan2(-(b[1] - a[1]), b[0] - a[0]) * 180) / Math.PI
  return deg > 90 ? deg - 180 : deg <= -90 ? deg + 180 : deg
}
const isAlong = (d: Dimension) => Math.abs(d.to[0] - d.from[0]) >= Math.abs(d.to[1] - d.from[1])
const textAt = (d: Dimension) => {
  const [a, b] = lineOf(d)
  const [x, y] = [(a[0] + b[0]) / 2, -(a[1] + b[1]) / 2]
  if (d.slanted) return { x, y: y - 1.2, transform: `rotate(${slopeOf([a, b]).toFixed(1)} ${x} ${y})` }
  return isAlong(d) ? { x, y: y - 1.2 } : { x: x - 1.2, y, transform: `rotate(-90 ${x - 1.2} ${y})` }
}
const figureOf = (d: Dimension) => len(Math.hypot(d.to[0] - d.from[0], d.to[1] - d.from[1]))
const lines = (d: Dimension) => {
  const [a, b] = lineOf(d)
  return `M${a[0]} ${-a[1]}L${b[0]} ${-b[1]}M${d.from[0]} ${-d.from[1]}L${a[0]} ${-a[1]}M${d.to[0]} ${-d.to[1]}L${b[0]} ${-b[1]}`
}
const spoken = (view: View) => `${view.title}: ${view.dimensions.map(figureOf).join(', ')}`

const { refused, save } = useFileOut()
const program = () => import('#core/sheet/export')
const saveSvg = () => save(`${name}.svg`, 'image/svg+xml', program, ({ sheetSvg }) => sheetSvg(sheet))
const saveDxf = () => save(`${name}.dxf`, 'application/dxf', program, ({ sheetDxf }) => sheetDxf(sheet))
</script>

<template>
  <div class="views">
    <figure
      v-for="view in sheet.views"
      :key="view.id"
      :style="{ flexGrow: share(view), ...(isLong(view) ? { flexBasis: '100%' } : {}) }"
    >
      <svg
        :viewBox="`${box(view).x} ${box(view).y} ${box(view).w} ${box(view).h}`"
        role="img"
        :aria-label="spoken(view)"
      >
        <defs>
          <pattern :id="`${id}-hatch`" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="5" stroke="var(--rule)" stroke-width="0.8" />
          </pattern>
        </defs>
        <template v-for="(s, i) in view.shapes" :key="i">
          <template v-if="s.kind === 'rectangle'">
            <rect
              :x="s.from[0]"
              :y="-s.to[1]"
              :width="s.to[0] - s.from[0]"
              :height="s.to[1] - s.from[1]"
              :class="s.pencil"
              :style="s.hatched ? { fill: `url(#${id}-hatch)` } : {}"
            />
            <path
              v-if="s.grain"
              class="grain"
              :class="s.pencil"
              :d="
                s.grain === 'x'
                  ? `M${s.from[0] + 2} ${-(s.from[1] + s.to[1]) / 2}H${s.to[0] - 2}`
                  : `M${(s.from[0] + s.to[0]) / 2} ${-s.from[1] - 2}V${-s.to[1] + 2}`
              "
            />
          </template>
          <polygon
            v-else-if="s.kind === 'polygon'"
            :points="s.points.map(p => `${p[0]},${-p[1]}`).join(' ')"
            :class="s.pencil"
            :style="s.hatched ? { fill: `url(#${id}-hatch)` } : {}"
          />
          <circle
            v-else-if="s.kind === 'circle'"
            :cx="s.middle[0]"
            :cy="-s.middle[1]"
            :r="s.radiusMm"
            :class="s.pencil"
          />
          <line v-else :x1="s.from[0]" :y1="-s.from[1]" :x2="s.to[0]" :y2="-s.to[1]" :class="s.pencil" />
        </template>
        <g v-for="(d, i) in view.dimensions" :key="`d${i}`" class="size">
          <path :d="lines(d)" />
          <path :d="ticks(d)" />
          <text v-bind="textAt(d)" text-anchor="middle" :font-size="lettersMm(view)">{{ figureOf(d) }}</text>
        </g>
      </svg>
      <figcaption class="small soft">{{ view.title }}, to scale</figcaption>
    </figure>
  </div>
  <dl class="sets small">
    <div v-for="(s, i) in sheet.settings" :key="i">
      <dt>Set</dt>
      <dd><PhraseText :phrase="s" /></dd>
    </div>
    <div v-if="sheet.scrap">
      <dt>In scrap first</dt>
      <dd><PhraseText :phrase="sheet.scrap" /></dd>
    </div>
    <div>
      <dt>From</dt>
      <dd class="soft"><PhraseText :phrase="sheet.datum" /></dd>
    </div>
  </dl>
  <div class="chips no-print">
    <NuxtLink v-if="onPaper" :to="onPaper" class="key-button slim">On paper, 1:1</NuxtLink>
    <FieldKeyButton slim label="Sheet 1:1, SVG" @click="saveSvg" />
    <FieldKeyButton slim label="Sheet 1:1, DXF" @click="saveDxf" />
    <FieldRefusal :text="refused" />
  </div>
</template>

<style scoped>
.views {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
  background: var(--ground);
  padding: 8px;
}

.sets div {
  display: grid;
  grid-template-columns: 104px 1fr;
  gap: 2px 12px;
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
}
.sets dt {
  color: var(--soft);
}
figure {
  flex: 1 1 0;
  min-width: 250px;
}
svg {
  width: 100%;
  max-height: 280px;
  display: block;
}
rect,
circle,
line,
path,
polygon {
  vector-effect: non-scaling-stroke;
}
.wood {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.4;
}
.hidden {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1;
  stroke-dasharray: 4 3;
}
.new {
  fill: var(--blue-wash);
  fill-opacity: 0.85;
  stroke: var(--blue);
  stroke-width: 1.4;
}
.cut {
  fill: none;
  stroke: var(--blue);
  stroke-width: 1.4;
  stroke-dasharray: 5 3;
}
.break {
  fill: none;
  stroke: var(--red);
  stroke-width: 1.8;
}
.middle {
  fill: none;
  stroke: var(--soft);
  stroke-width: 0.8;
  stroke-dasharray: 8 3 2 3;
}
.grain {
  fill: none;
  stroke-width: 0.8;
  stroke-dasharray: none;
}
.size path {
  fill: none;
  stroke: var(--soft);
  stroke-width: 0.8;
}
.size text {
  font-family: var(--font-mono);
  fill: var(--ink);
}
</style>
