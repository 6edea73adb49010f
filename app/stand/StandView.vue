<script setup lang="ts">
import { partOfBody } from '#core/bodies'
import { useElementSize } from '@vueuse/core'
import { sharePointedAt } from '#core/drawing'
import { findingOf } from '#core/piece/facts'
import { isSeenFromBefore } from '#core/piece/names'
import { handOf } from '#core/piece/sides'
import { pointAtShare } from '#core/piece/geometry'
import type { Joint } from '#core/piece/schema'
import { VIEW_NAMES } from '~/stores/stand'
import FlatLayer from './FlatLayer.vue'
import { useStandDrawing } from './useStandDrawing'

/** The piece in front of you: turned by dragging or arrow keys, moved with shift, a tag on every joint. */
const { planned = false } = defineProps<{ planned?: boolean }>()
const WebglLayer = defineAsyncComponent(() => import('./WebglLayer.vue'))
const { piece } = storeToRefs(usePiece())
const selection = useSelection()
const { picked, pickedFault } = storeToRefs(selection)
/** Where a press on the wood picks the part itself; elsewhere it picks one of its joints. */
const { index } = useStep()
const { place } = useFaults()
const stand = useStand()
const host = useTemplateRef<HTMLDivElement>('host')
const webgl = useTemplateRef<{ partAt: (x: number, y: number) => string | null }>('webgl')
const { width, height } = useElementSize(host)
/** Too narrow for every view’s name: they come one after the other. */
const NARROW_PX = 440
const isNarrow = computed(() => width.value > 0 && width.value < NARROW_PX)
const flat = ref(false)
const ready = ref(false)
const dragging = ref(false)
const { hasHinges, dots, marks, added, clamps, unput, parts, drawing, pegs, offsets, fit, put, tags, pickedParts }
  = useStandDrawing(
    width,
    height,
    () => planned,
    () => flat.value || !ready.value,
    () => dragging.value,
  )
const path = (points: readonly { x: number, y: number }[]) =>
  points
    .map((p) => {
      const s = put(p)
      return `${s.x.toFixed(1)},${s.y.toFixed(1)}`
    })
    .join(' ')
const present = computed(() => parts.value.filter(p => !p.missing))
const stateOf = (j: Joint) => findingOf(piece.value!, j.id).state

/** Left and right are said from where one sits, or stands before what nobody leans on. */
const handWords = computed(() => {
  if (!piece.value?.parts.some(p => handOf(p.id) !== 'none')) return ''
  return isSeenFromBefore(piece.value) ? 'left and right as one stands before it' : 'left and right as one sits in it'
})

const CLICK_PX = 5
/** Pointers on the sheet: one turns, one with shift moves, two pinch. */
const pointers = new Map<number, { x: number, y: number }>()
let travelled = 0
let pressed = { x: 0, y: 0 }
function down(e: PointerEvent): void {
  if ((e.target as Element).closest('button, input')) return
  pointers.set(e.pointerId, { x: e.clientX, y: e.clientY })
  travelled = 0
  host.value?.setPointerCapture(e.pointerId)
}
function move(e: PointerEvent): void {
  const from = pointers.get(e.pointerId)
  if (!from) return
  const [dx, dy] = [e.clientX - from.x, e.clientY - from.y]
  travelled += Math.hypot(dx, dy)
  dragging.value = travelled > CLICK_PX
  const other = [...pointers].find(([id]) => id !== e.pointerId)?.[1]
  if (other) {
    const span = (x: number, y: number) => Math.max(10, Math.hypot(x - other.x, y - other.y))
    stand.zoomBy(span(e.clientX, e.clientY) / span(from.x, from.y))
    stand.pan = { x: stand.pan.x + dx / 2, y: stand.pan.y + dy / 2 }
  }
  else if (e.shiftKey) { stand.pan = { x: stand.pan.x + dx, y: stand.pan.y + dy } }
  else { stand.turn(-dx * 0.5, dy * 0.4) }
  pointers.set(e.pointerId, { x: e.clientX, y: e.clientY })
}
function letGo(e: PointerEvent): void {
  pointers.delete(e.pointerId)
  dragging.value = false
}

function up(e: PointerEvent): void {
  dragging.value = false
  if (!pointers.delete(e.pointerId) || travelled > CLICK_PX) return
  const box = host.value!.getBoundingClientRect()
  pressed = { x: e.clientX - box.left, y: e.clientY - box.top }
  const drawn = document
    .elementsFromPoint(e.clientX, e.clientY)
    .find(el => el instanceof SVGElement && el.dataset.part) as SVGElement | undefined
  const part = drawn?.dataset.part ?? webgl.value?.partAt(pressed.x, pressed.y) ?? ghostAt(pressed)
  if (part) pickPart(part)
}

/** How near to the line of a missing part one has to point, pixels. */
const GHOST_PX = 14
/** The missing part whose outline is pointed at, where no wood is. */
function ghostAt(at: { x: number, y: number }): string | null {
  const camera = drawing.value?.camera
  const near = piece.value?.parts
    .filter(p => p.missing)
    .map((p) => {
      const on = put(camera!.project(pointAtShare(p, sharePointedAt(p, camera!, unput(at))).point))
      return { id: p.id, off: Math.hypot(on.x - at.x, on.y - at.y) }
    })
    .sort((a, b) => a.off - b.off)[0]
  return near && near.off < GHOST_PX ? near.id : null
}

/**
 * Picking a part picks one of its joints, and the next one at the next press; while a fault is being placed, it is
 * placed there.
 */
function pickPart(body: string): void {
  const id = partOfBody(body)
  if (stand.placing) {
    const part = piece.value!.parts.find(p => p.id === id)!
    place(stand.placing, id, sharePointedAt(part, drawing.value!.camera, unput(pressed)))
    stand.placing = null
    return
  }
  const own = piece.value?.joints.filter(j => j.enters === id || j.receives === id) ?? []
  const at = own.findIndex(j => j.id === picked.value)
  const next = own[(at + 1) % Math.max(1, own.length)]
  if (next && index.value > 0) selection.choose('joint', next.id)
  else selection.choose('part', id)
}

function pickTag(tag: { joint: Joint | null, fault: string | null }): void {
  if (tag.joint) selection.choose('joint', tag.joint.id)
  else if (tag.fault) selection.choose('fault', tag.fault)
}
const isPicked = (tag: { id: string, fault: string | null }) =>
  tag.fault ? tag.fault === pickedFault.value : tag.id === picked.value
/** In x-ray round wood is seen by its outline, as one path. */
const outline = computed(() => {
  if (!stand.xray || !drawing.value) return ''
  const round = new Set(present.value.filter(p => p.section.shape === 'round').map(p => p.id))
  return drawing.value.faces
    .filter(f => round.has(f.part))
    .flatMap(f => f.edges)
    .map(([a, b]) => {
      const [p, q] = [put(a), put(b)]
      return `M${p.x.toFixed(1)} ${p.y.toFixed(1)}L${q.x.toFixed(1)} ${q.y.toFixed(1)}`
    })
    .join('')
})
const ghosts = computed(() => drawing.value?.faces.filter(f => f.missing).flatMap(f => f.edges) ?? [])

function byKey(e: KeyboardEvent): void {
  const steps: Record<string, () => void> = {
    'ArrowLeft': () => stand.turn(10, 0),
    'ArrowRight': () => stand.turn(-10, 0),
    'ArrowUp': () => stand.turn(0, 8),
    'ArrowDown': () => stand.turn(0, -8),
    '+': () => stand.zoomBy(1.15),
    '-': () => stand.zoomBy(1 / 1.15),
  }
  const act = steps[e.key]
  if (!act || e.target !== host.value) return
  e.preventDefault()
  act()
}
</script>

<template>
  <section class="stand" aria-label="The piece">
    <div
      ref="host"
      class="sheet"
      :class="{ placing: stand.placing }"
      tabindex="0"
      role="group"
      aria-label="Drawing; turn it with the arrow keys, plus and minus bring it nearer"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="letGo"
      @keydown="byKey"
      @wheel.prevent="stand.zoomBy($event.deltaY < 0 ? 1.1 : 1 / 1.1)"
    >
      <svg v-if="drawing" :width="width" :height="height" aria-hidden="true">
        <polyline v-for="(line, i) in drawing.floor" :key="`g${i}`" :points="path(line)" class="grid" />
        <FlatLayer
          v-if="flat || !ready"
          :drawing="drawing"
          :pegs="pegs"
          :put="put"
          :picked="pickedParts"
          :xray="stand.xray"
        />
      </svg>
      <WebglLayer
        v-if="drawing && piece && !flat"
        ref="webgl"
        :parts="present"
        :pegs="pegs"
        :drawing="drawing"
        :fit="fit"
        :width-px="width"
        :height-px="height"
        :offsets="offsets"
        :picked="pickedParts"
        :xray="stand.xray"
        @missing="flat = true"
        @ready="ready = true"
      />
      <svg v-if="drawing" :width="width" :height="height" aria-hidden="true" class="over">
        <path v-if="outline && !flat" :d="outline" class="through" />
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
      <button
        v-for="tag in tags"
        :key="tag.id"
        type="button"
        tabindex="-1"
        class="tag"
        :class="{ red: tag.faulty && !tag.short, blue: tag.short, shut: tag.shut, picked: isPicked(tag) }"
        :aria-pressed="isPicked(tag)"
        :aria-label="tag.spoken"
        :style="{ left: `${tag.centre.x}px`, top: `${tag.centre.y}px`, width: `${tag.widthPx}px` }"
        :data-joint="tag.joint?.id"
        @click="pickTag(tag)"
      >
        <span class="tag-number">{{ tag.written }}</span><JointMark
          v-if="tag.joint"
          :state="stateOf(tag.joint)"
          :planned="Boolean(tag.short)"
        /><span v-if="tag.short">{{ tag.short }}</span>
      </button>
    </div>
    <p v-if="handWords" class="hands small soft">{{ handWords }}</p>
    <div class="views no-print" role="group" aria-label="How it is shown">
      <UButton v-if="isNarrow" variant="ghost" color="neutral" class="view" label="turn" @click="stand.cycleView()" />
      <template v-else>
        <UButton
          v-for="name in VIEW_NAMES"
          :key="name"
          variant="ghost"
          color="neutral"
          class="view"
          :label="name"
          @click="stand.show(name)"
        />
      </template>
      <UButton variant="ghost" color="neutral" class="view" label="fit" @click="stand.fit()" />
      <span class="view slide">
        <span aria-hidden="true">apart</span>
        <USlider
          v-model="stand.apart"
          :min="0"
          :max="1"
          :step="0.05"
          size="sm"
          color="neutral"
          class="w-20"
          aria-label="Draw the piece apart"
        />
      </span>
      <span v-if="hasHinges" class="view slide">
        <span aria-hidden="true">swing</span>
        <USlider
          v-model="stand.swung"
          :min="0"
          :max="1"
          :step="0.05"
          size="sm"
          color="neutral"
          class="w-20"
          aria-label="Swing its hinges to their stops"
        />
      </span>
      <UButton
        variant="ghost"
        color="neutral"
        class="view"
        label="x-ray"
        :aria-pressed="stand.xray"
        @click="stand.xray = !stand.xray"
      />
    </div>
  </section>
</template>

<style scoped>
.stand {
  position: relative;
  min-height: 0;
  height: 100%;
  overflow: hidden;
}
.sheet {
  position: absolute;
  inset: 0;
  touch-action: none;
  cursor: grab;
}
.sheet:active {
  cursor: grabbing;
}
svg {
  position: absolute;
  inset: 0;
  display: block;
}
.over {
  pointer-events: none;
}
.grid {
  fill: none;
  stroke: var(--grid);
  stroke-width: 1;
}
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
.metal.unseen {
  stroke-dasharray: 3 2.4;
}
.sheet.placing {
  cursor: crosshair;
}
.metal {
  fill: none;
  stroke: var(--red);
  stroke-width: 1.8;
}
.red .leader,
.blue .leader {
  stroke: currentColor;
}
.red .dot,
.blue .dot {
  fill: currentColor;
}
.tag {
  position: absolute;
  transform: translate(-50%, -50%);
  height: 26px;
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 5px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 13px;
  padding: 0;
  cursor: pointer;
  white-space: nowrap;
}
.tag :deep(svg) {
  position: static;
  width: 26px;
  height: 16px;
}
.tag.red {
  color: var(--red);
  border-color: var(--red);
}
.tag.blue {
  color: var(--blue);
  border-color: var(--blue);
}
.tag.shut {
  border-bottom: 3px solid var(--ink);
}
.tag.picked {
  outline: 2px solid var(--ink);
  outline-offset: 1px;
  z-index: 2;
}
.tag-number {
  font-weight: 700;
}
.hands {
  position: absolute;
  left: 12px;
  top: 8px;
  pointer-events: none;
}
.views {
  position: absolute;
  left: 8px;
  bottom: 6px;
  right: 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}
.view {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  font: 400 13px var(--font-sans);
  min-height: 32px;
  color: var(--soft);
  background: color-mix(in srgb, var(--ground) 80%, transparent);
  border: 0;
  border-radius: 4px;
  padding: 4px 9px;
  cursor: pointer;
}
.view:hover {
  color: var(--ink);
  background: var(--ink-wash);
}
.view[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 700;
  text-decoration: underline;
  text-underline-offset: 4px;
}
@media (pointer: coarse) {
  .view {
    min-height: 44px;
  }
}
</style>
