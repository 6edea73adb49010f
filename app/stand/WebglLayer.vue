<script setup lang="ts">
import { Color, Group, PerspectiveCamera, Raycaster, Scene, Vector2 } from 'three'
import type { Drawing } from '#core/drawing'
import type { Vec } from '#core/measure/vec'
import type { Part } from '#core/piece/schema'
import { outlineMm, partMesh, type Palette, type PartMesh } from './meshes'
import { sharedRenderer } from './renderer'

/**
 * The piece in WebGL, drawn only when something changed. It looks through the very camera of the flat drawing, so
 * tags and picking fit both. Geometry is made anew when parts change and disposed when they go.
 */
const props = defineProps<{
  parts: readonly Part[]
  pegs: readonly Part[]
  drawing: Drawing
  fit: { scale: number, x: number, y: number }
  widthPx: number
  heightPx: number
  offsets: ReadonlyMap<string, Vec>
  picked: ReadonlySet<string>
  xray: boolean
}>()
const emit = defineEmits<{ missing: [], ready: [] }>()
const host = useTemplateRef<HTMLDivElement>('host')
const mode = useColorMode()
const renderer = sharedRenderer()
const scene = new Scene()
const camera = new PerspectiveCamera()
const wood = new Group()
const sockets = new Group()
scene.add(wood, sockets)
let meshes = new Map<string, PartMesh>()
let pegMeshes: PartMesh[] = []
let waiting = 0
const OUTLINE_PX = 1.1

function palette(): Palette {
  const style = getComputedStyle(document.documentElement)
  const colour = (name: string) => new Color(style.getPropertyValue(name).trim())
  return { woodLight: colour('--wood-light'), woodShade: colour('--wood-shade'), ink: colour('--ink') }
}

function clear(group: Group, list: Iterable<PartMesh>): void {
  group.clear()
  for (const m of list) m.dispose()
}

function rebuildParts(): void {
  clear(wood, meshes.values())
  const colours = palette()
  meshes = new Map(props.parts.map(p => [p.id, partMesh(p, colours)]))
  for (const m of meshes.values()) wood.add(m.group)
  restyle()
}

function rebuildPegs(): void {
  clear(sockets, pegMeshes)
  const { woodLight, woodShade, ink } = palette()
  // What sits in the sockets is darker than the wood around it, so that x-ray shows it at a glance.
  const colours = { woodLight: woodLight.lerp(ink, 0.35), woodShade: woodShade.lerp(ink, 0.35), ink }
  pegMeshes = props.pegs.map(p => partMesh(p, colours))
  for (const m of pegMeshes) {
    m.faces.renderOrder = 2
    m.edges.renderOrder = 3
    sockets.add(m.group)
  }
  ask()
}

/** Offsets, the picked part and x-ray change how parts are shown, not what they are made of. */
function restyle(): void {
  for (const [id, m] of meshes) {
    const [x, y, z] = props.offsets.get(id) ?? [0, 0, 0]
    m.group.position.set(x, y, z)
    m.faces.material.color.setScalar(props.picked.has(id) ? 0.66 : 1)
    m.faces.material.transparent = props.xray
    m.faces.material.opacity = props.xray ? 0.16 : 1
    m.faces.material.depthWrite = !props.xray
    m.edges.material.transparent = props.xray
    m.edges.material.opacity = props.xray ? 0.35 : 1
    if (m.outline) m.outline.visible = !props.xray
  }
  ask()
}

/** Sets the camera to the flat drawing's: the same eye, and the sheet's scale and shift as a view offset. */
function aim(): void {
  const { centre, awayMm, eye } = props.drawing.camera
  const [w, h] = [props.widthPx, props.heightPx]
  camera.fov = (2 * Math.atan(h / 2 / props.fit.scale / awayMm) * 180) / Math.PI
  camera.aspect = w / h
  // The piece lies within half a distance of its middle: a short depth range keeps edges and faces apart.
  camera.near = awayMm * 0.5
  camera.far = awayMm * 2
  camera.position.set(...eye)
  camera.lookAt(...centre)
  outlineMm.value = OUTLINE_PX / props.fit.scale
  camera.setViewOffset(w, h, w / 2 - props.fit.x, h / 2 - props.fit.y, w, h)
}

function ask(): void {
  if (waiting || !renderer) return
  waiting = requestAnimationFrame(() => {
    waiting = 0
    draw()
  })
}

function draw(): void {
  if (!renderer || !host.value || props.widthPx === 0 || props.heightPx === 0) return
  renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
  renderer.setSize(props.widthPx, props.heightPx)
  aim()
  renderer.render(scene, camera)
  emit('ready')
}

const ray = new Raycaster()
/** The part under a point of the sheet, pixels. */
function partAt(x: number, y: number): string | null {
  ray.setFromCamera(new Vector2((x / props.widthPx) * 2 - 1, 1 - (y / props.heightPx) * 2), camera)
  const hit = ray.intersectObjects([...meshes.values()].map(m => m.faces))[0]
  return hit?.object.name ?? null
}
defineExpose({ partAt })

onMounted(() => {
  if (!renderer) {
    emit('missing')
    return
  }
  host.value!.appendChild(renderer.domElement)
  rebuildParts()
  rebuildPegs()
})
watch(() => props.parts, rebuildParts)
watch(() => props.pegs, rebuildPegs)
watch(
  mode,
  () =>
    nextTick(() => {
      rebuildParts()
      rebuildPegs()
    }),
  { deep: true },
)
watch(() => [props.offsets, props.picked, props.xray], restyle)
watch(() => [props.drawing, props.fit, props.widthPx, props.heightPx], ask)
onBeforeUnmount(() => {
  cancelAnimationFrame(waiting)
  clear(wood, meshes.values())
  clear(sockets, pegMeshes)
  renderer?.renderLists.dispose()
  renderer?.domElement.remove()
})
</script>

<template>
  <div ref="host" class="webgl" data-testid="webgl" />
</template>

<style scoped>
.webgl {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
</style>
