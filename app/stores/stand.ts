import { defineStore } from 'pinia'
import type { FaultKind } from '#core/piece/words'
import { VIEWS, type View, type ViewName } from '#core/drawing'

export const VIEW_NAMES = Object.keys(VIEWS) as ViewName[]

/** How the piece is looked at. It stays as it is from step to step, so that the piece stays in front of you. */
export const useStand = defineStore('stand', () => {
  const view = ref<View>({ ...VIEWS.bench })
  const zoom = ref(1)
  const pan = ref({ x: 0, y: 0 })
  /** 0 together, 1 drawn apart. */
  const apart = ref(0)
  const xray = ref(false)
  /** How far hinges are turned: 0 as the piece is drawn, 1 at their stops. */
  const swung = ref(0)
  /** How many moves of the take-apart are shown as made. */
  const movesShown = ref(0)
  /** The stage of the glue-up whose clamps are drawn. */
  const stageShown = ref<number | null>(null)
  /** The fault that the next press on the drawing places. */
  const placing = ref<FaultKind | null>(null)
  let nextView = 1

  function show(name: ViewName): void {
    view.value = { ...VIEWS[name] }
    fit()
  }
  function fit(): void {
    zoom.value = 1
    pan.value = { x: 0, y: 0 }
  }
  function cycleView(): void {
    show(VIEW_NAMES[nextView++ % VIEW_NAMES.length]!)
  }
  const toggleApart = () => {
    apart.value = apart.value > 0 ? 0 : 1
  }
  const turn = (byDeg: number, raiseByDeg: number) => {
    view.value = {
      turnDeg: view.value.turnDeg + byDeg,
      raiseDeg: Math.max(-60, Math.min(88, view.value.raiseDeg + raiseByDeg)),
    }
  }
  const zoomBy = (factor: number) => {
    zoom.value = Math.max(0.5, Math.min(5, zoom.value * factor))
  }
  function reset(): void {
    show('bench')
    apart.value = 0
    xray.value = false
    swung.value = 0
    movesShown.value = 0
    stageShown.value = null
    placing.value = null
  }
  return {
    view,
    zoom,
    pan,
    apart,
    xray,
    swung,
    movesShown,
    stageShown,
    placing,
    show,
    fit,
    cycleView,
    toggleApart,
    turn,
    zoomBy,
    reset,
  }
})
