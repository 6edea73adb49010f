<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { drawPiece, placeTags, VIEWS, type View, type ViewName } from '#core/drawing'
import { spokenJoint } from '#core/condition/survey'
import { findingOf, isFaulty, tagOf } from '#core/piece/facts'
import type { Joint } from '#core/piece/schema'
import { mendShort } from '#core/plan'

/** The piece in front of you: drawn, turned by dragging or arrow keys, a tag on every joint. */
const { planned = false } = defineProps<{ planned?: boolean }>()
const pieceStore = usePiece()
const { piece, picked } = storeToRefs(pieceStore)
const { plan } = storeToRefs(usePlan())
const host = useTemplateRef<HTMLDivElement>('host')
const { width, height } = useElementSize(host)
const view = ref<View>({ ...VIEWS.bench })
const zoom = ref(1)

const drawing = computed(() => (piece.value && piece.value.parts.length > 0 ? drawPiece(piece.value.parts, piece.value.joints, view.value) : null))
const MARGIN_PX = 46
const fit = computed(() => {
  const d = drawing.value
  if (!d || width.value === 0) return { scale: 1, x: 0, y: 0 }
  const [w, h] = [d.box.maxX - d.box.minX, d.box.maxY - d.box.minY]
  const scale = Math.min((width.value - 2 * MARGIN_PX) / w, (height.value - 2 * MARGIN_PX) / h) * zoom.value
  return { scale, x: width.value / 2 - scale * (d.box.minX + d.box.maxX) / 2, y: height.value / 2 - scale * (d.box.minY + d.box.maxY) / 2 }
})
const put = (p: { x: number, y: number }) => ({ x: p.x * fit.value.scale + fit.value.x, y: p.y * fit.value.scale + fit.value.y })
const path = (points: readonly { x: number, y: number }[]) => points.map((p) => { const s = put(p); return `${s.x.toFixed(1)},${s.y.toFixed(1)}` }).join(' ')
const pickedParts = computed(() => { const j = piece.value?.joints.find(x => x.id === picked.value); return new Set(j ? [j.enters] : []) })

interface StandTag { joint: Joint, at: { x: number, y: number }, centre: { x: number, y: number }, widthPx: number, faulty: boolean, short: string | null, shut: boolean, spoken: string }
const TAG_PX = { height: 26, bare: 62, perLetter: 7.2 }
const tags = computed<StandTag[]>(() => {
  const p = piece.value
  if (!p || !drawing.value || width.value === 0) return []
  const described = drawing.value.spots.map((spot) => {
    const joint = p.joints.find(j => j.id === spot.joint)!
    const mend = planned ? plan.value?.mends.find(m => m.joint === joint.id) : undefined
    const short = mend ? mendShort(mend) : null
    const decision = planned ? plan.value?.takeApart.decisions.find(d => d.joint === joint.id)?.decision : undefined
    const faulty = isFaulty(findingOf(p, joint.id).state)
    return { joint, at: put(spot.at), faulty, short: short ?? (decision === 'in-the-way' ? 'open' : null), shut: decision === 'leave-shut', spoken: spokenJoint(p, joint) }
  })
  const requests = described.map(d => ({ id: d.joint.id, at: d.at, widthPx: TAG_PX.bare + (d.short ? d.short.length * TAG_PX.perLetter + 8 : 0), heightPx: TAG_PX.height }))
  const placed = placeTags(requests, { x: width.value / 2, y: height.value / 2 }, { widthPx: width.value, heightPx: height.value })
  return described.map((d, i) => ({ ...d, centre: placed[i]!.centre, widthPx: requests[i]!.widthPx }))
})
const stateOf = (j: Joint) => findingOf(piece.value!, j.id).state

const drag = ref<{ x: number, y: number, from: View } | null>(null)
function startDrag(e: PointerEvent): void {
  if ((e.target as Element).closest('button')) return
  drag.value = { x: e.clientX, y: e.clientY, from: view.value }
  host.value?.setPointerCapture(e.pointerId)
}
const clampRaise = (deg: number) => Math.max(-60, Math.min(88, deg))
function moveDrag(e: PointerEvent): void {
  if (!drag.value) return
  view.value = { turnDeg: drag.value.from.turnDeg - (e.clientX - drag.value.x) * 0.5, raiseDeg: clampRaise(drag.value.from.raiseDeg + (e.clientY - drag.value.y) * 0.4) }
}
function turnByKey(e: KeyboardEvent): void {
  const steps: Record<string, [number, number]> = { ArrowLeft: [10, 0], ArrowRight: [-10, 0], ArrowUp: [0, 8], ArrowDown: [0, -8] }
  const step = steps[e.key]
  if (!step) return
  e.preventDefault()
  view.value = { turnDeg: view.value.turnDeg + step[0], raiseDeg: clampRaise(view.value.raiseDeg + step[1]) }
}
const onWheel = (e: WheelEvent) => { zoom.value = Math.max(0.6, Math.min(4, zoom.value * (e.deltaY < 0 ? 1.1 : 1 / 1.1))) }
const VIEW_NAMES = Object.keys(VIEWS) as ViewName[]
function show(name: ViewName): void { view.value = { ...VIEWS[name] }; zoom.value = 1 }
const tone = (light: number) => `color-mix(in srgb, var(--wood-light) ${Math.round(25 + light * 75)}%, var(--wood-shade))`
</script>

<template>
  <section class="stand" aria-label="The piece">
    <div
      ref="host" class="sheet" tabindex="0" role="group" aria-label="Drawing; turn it with the arrow keys" @pointerdown="startDrag" @pointermove="moveDrag" @pointerup="drag = null" @pointercancel="drag = null"
      @keydown="turnByKey" @wheel.prevent="onWheel">
      <svg v-if="drawing" :width="width" :height="height" aria-hidden="true">
        <polyline v-for="(line, i) in drawing.floor" :key="`g${i}`" :points="path(line)" class="grid" />
        <g v-for="(face, i) in drawing.faces" :key="`f${i}`" :class="{ picked: pickedParts.has(face.part) }">
          <polygon :points="path(face.outline)" :style="{ fill: tone(face.light) }" class="face" :data-part="face.part" />
          <polyline v-for="(edge, k) in face.edges" :key="k" :points="path(edge)" class="edge" />
        </g>
        <g v-for="tag in tags" :key="tag.joint.id" :class="{ red: tag.faulty && !tag.short, blue: tag.short }">
          <line :x1="tag.at.x" :y1="tag.at.y" :x2="tag.centre.x" :y2="tag.centre.y" class="leader" />
          <circle :cx="tag.at.x" :cy="tag.at.y" r="3" class="dot" />
        </g>
      </svg>
      <button
        v-for="tag in tags" :key="tag.joint.id" type="button" class="tag" :class="{ red: tag.faulty && !tag.short, blue: tag.short, shut: tag.shut, picked: tag.joint.id === picked }" :aria-pressed="tag.joint.id === picked" :aria-label="tag.spoken"
        :style="{ left: `${tag.centre.x}px`, top: `${tag.centre.y}px`, width: `${tag.widthPx}px` }" :data-joint="tag.joint.id" @click="picked = tag.joint.id">
        <span class="tag-number">{{ tagOf(tag.joint) }}</span><JointMark :state="stateOf(tag.joint)" :planned="Boolean(tag.short)" /><span v-if="tag.short">{{ tag.short }}</span>
      </button>
    </div>
    <div class="views no-print" role="group" aria-label="Views">
      <button v-for="name in VIEW_NAMES" :key="name" type="button" class="view" @click="show(name)">{{ name }}</button>
    </div>
  </section>
</template>

<style scoped>
.stand { position: relative; min-height: 0; height: 100%; overflow: hidden; }
.sheet { position: absolute; inset: 0; touch-action: none; cursor: grab; }
.sheet:active { cursor: grabbing; }
svg { position: absolute; inset: 0; display: block; }
.grid { fill: none; stroke: var(--grid); stroke-width: 1; }
.face { stroke: none; }
.edge { fill: none; stroke: var(--ink); stroke-width: 1.1; stroke-linecap: round; stroke-linejoin: round; }
.picked .face { fill: color-mix(in srgb, var(--ink) 24%, var(--wood-shade)) !important; }
.leader { stroke: var(--soft); stroke-width: 1; }
.dot { fill: var(--soft); }
.red .leader, .blue .leader { stroke: currentColor; }
.red .dot, .blue .dot { fill: currentColor; }
.tag { position: absolute; transform: translate(-50%, -50%); height: 26px; display: flex; align-items: center; justify-content: center; gap: 5px; border: 1px solid var(--rule); border-radius: 4px; background: var(--sheet); color: var(--ink); font-size: 13px; padding: 0; cursor: pointer; white-space: nowrap; }
.tag :deep(svg) { position: static; width: 26px; height: 16px; }
.tag.red { color: var(--red); border-color: var(--red); }
.tag.blue { color: var(--blue); border-color: var(--blue); }
.tag.shut { border-bottom: 3px solid var(--ink); }
.tag.picked { outline: 2px solid var(--ink); outline-offset: 1px; z-index: 2; }
.tag-number { font-weight: 700; }
.views { position: absolute; left: 8px; bottom: 8px; display: flex; gap: 2px; }
.view { font-size: 13px; color: var(--soft); background: color-mix(in srgb, var(--ground) 80%, transparent); border: 0; border-radius: 4px; padding: 6px 9px; cursor: pointer; }
.view:hover { color: var(--ink); background: var(--ink-wash); }
</style>
