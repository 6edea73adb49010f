<script setup lang="ts">
import { partOfBody } from '#core/bodies'
import { useElementSize } from '@vueuse/core'
import { sharePointedAt, type Point } from '#core/drawing'
import { isSeenFromBefore } from '#core/piece/names'
import { handOf } from '#core/piece/sides'
import { pointAtShare } from '#core/piece/geometry'
import FlatLayer from './FlatLayer.vue'
import StandControls from './StandControls.vue'
import StandMarks from './StandMarks.vue'
import StandTags from './StandTags.vue'
import { svgPoints } from './svg-points'
import { useStandDrawing } from './useStandDrawing'
import { useStandPointer, type ScreenPoint } from './useStandPointer'

/** The piece in front of you: turned by dragging or arrow keys, moved with shift, a tag on every joint. */
const { planned = false } = defineProps<{ planned?: boolean }>()
const flat = ref(false)
/** Where the program that draws in depth cannot be fetched, the flat drawing stays: nothing else is missing. */
const layer = shallowRef<typeof import('./WebglLayer.vue').default>()
import('./WebglLayer.vue').then(
  (program) => {
    layer.value = program.default
  },
  () => {
    flat.value = true
  },
)
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
const ready = ref(false)
const { dragging, down, move, up, letGo } = useStandPointer(host, press)
const { hasHinges, dots, marks, added, clamps, unput, parts, drawing, pegs, offsets, fit, put, tags, pickedParts }
  = useStandDrawing(
    width,
    height,
    () => planned,
    () => flat.value || !ready.value,
    () => dragging.value,
  )
const path = (points: readonly Point[]) => svgPoints(points, put)
const present = computed(() => parts.value.filter(p => !p.missing))
/** Left and right are said from where one sits, or stands before what nobody leans on. */
const handWords = computed(() => {
  if (!piece.value?.parts.some(p => handOf(p.id) !== 'none')) return ''
  return isSeenFromBefore(piece.value) ? 'left and right as one stands before it' : 'left and right as one sits in it'
})

function press(at: ScreenPoint, onScreen: ScreenPoint): void {
  const drawn = document
    .elementsFromPoint(onScreen.x, onScreen.y)
    .find(el => el instanceof SVGElement && el.dataset.part) as SVGElement | undefined
  const part = drawn?.dataset.part ?? webgl.value?.partAt(at.x, at.y) ?? ghostAt(at)
  if (part) pickPart(part, at)
}

/** How near to the line of a missing part one has to point, pixels. */
const GHOST_PX = 14
/** The missing part whose outline is pointed at, where no wood is. */
function ghostAt(at: ScreenPoint): string | null {
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
function pickPart(body: string, at: ScreenPoint): void {
  const id = partOfBody(body)
  if (stand.placing) {
    const part = piece.value!.parts.find(p => p.id === id)!
    place(stand.placing, id, sharePointedAt(part, drawing.value!.camera, unput(at)))
    stand.placing = null
    return
  }
  const own = piece.value?.joints.filter(j => j.enters === id || j.receives === id) ?? []
  const now = own.findIndex(j => j.id === picked.value)
  const next = own[(now + 1) % Math.max(1, own.length)]
  if (next && index.value > 0) selection.choose('joint', next.id)
  else selection.choose('part', id)
}

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
      <component
        :is="layer"
        v-if="layer && drawing && piece && !flat"
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
      <StandMarks
        v-if="drawing"
        class="over"
        :width="width"
        :height="height"
        :drawing="drawing"
        :present="present"
        :put="put"
        :xray="stand.xray && !flat"
        :marks="marks"
        :added="added"
        :clamps="clamps"
        :dots="dots"
        :tags="tags"
        :picked-fault="pickedFault"
      />
      <StandTags :tags="tags" />
    </div>
    <p v-if="handWords" class="hands small soft">{{ handWords }}</p>
    <StandControls :narrow="isNarrow" :has-hinges="hasHinges" />
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
.sheet.placing {
  cursor: crosshair;
}
.hands {
  position: absolute;
  left: 12px;
  top: 8px;
  pointer-events: none;
}
</style>
