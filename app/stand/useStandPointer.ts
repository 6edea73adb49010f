import type { Ref } from 'vue'

/** Farther than this a press is a drag, pixels. */
const CLICK_PX = 5
const LEAST_SPAN_PX = 10

export interface ScreenPoint {
  readonly x: number
  readonly y: number
}

/**
 * Fingers and mouse on the stand: one turns, one with shift moves, two pinch; a press that goes nowhere is told with
 * its place in the sheet and on the screen.
 */
export function useStandPointer(
  host: Readonly<Ref<HTMLElement | null>>,
  onPress: (inSheet: ScreenPoint, onScreen: ScreenPoint) => void,
) {
  const stand = useStand()
  const dragging = ref(false)
  const pointers = new Map<number, ScreenPoint>()
  let travelledPx = 0

  function down(e: PointerEvent): void {
    if ((e.target as Element).closest('button, input')) return
    pointers.set(e.pointerId, { x: e.clientX, y: e.clientY })
    travelledPx = 0
    host.value?.setPointerCapture(e.pointerId)
  }

  function move(e: PointerEvent): void {
    const from = pointers.get(e.pointerId)
    if (!from) return
    const to = { x: e.clientX, y: e.clientY }
    const [dx, dy] = [to.x - from.x, to.y - from.y]
    travelledPx += Math.hypot(dx, dy)
    dragging.value = travelledPx > CLICK_PX
    const other = [...pointers].find(([id]) => id !== e.pointerId)?.[1]
    if (other) {
      const span = (p: ScreenPoint) => Math.max(LEAST_SPAN_PX, Math.hypot(p.x - other.x, p.y - other.y))
      stand.zoomBy(span(to) / span(from))
      stand.pan = { x: stand.pan.x + dx / 2, y: stand.pan.y + dy / 2 }
    }
    else if (e.shiftKey) { stand.pan = { x: stand.pan.x + dx, y: stand.pan.y + dy } }
    else { stand.turn(-dx * 0.5, dy * 0.4) }
    pointers.set(e.pointerId, to)
  }

  function letGo(e: PointerEvent): void {
    pointers.delete(e.pointerId)
    dragging.value = false
  }

  function up(e: PointerEvent): void {
    dragging.value = false
    if (!pointers.delete(e.pointerId) || travelledPx > CLICK_PX) return
    const box = host.value!.getBoundingClientRect()
    onPress({ x: e.clientX - box.left, y: e.clientY - box.top }, { x: e.clientX, y: e.clientY })
  }

  return { dragging, down, move, up, letGo }
}
