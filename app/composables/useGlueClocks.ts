import { useLocalStorage, useNow } from '@vueuse/core'

/** A clock that runs down to when glue may not be worked any more, kept on this device from page to page. */
export interface GlueClock {
  readonly pieceId: string
  readonly taskId: string
  /** What it runs for, in words: the piece, as it was called when it was started. */
  readonly words: string
  readonly endsAtMs: number
}

const MS_PER_MIN = 60_000
const SEC_PER_MIN = 60
/** So long after its end a clock still tells how long it is over, minutes. */
const FORGOTTEN_AFTER_MIN = 120

/** `06:40`, and `−00:12` once it is over. */
export function clockWords(leftSec: number): string {
  const sec = Math.abs(leftSec)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${leftSec < 0 ? '−' : ''}${two(Math.floor(sec / SEC_PER_MIN))}:${two(sec % SEC_PER_MIN)}`
}

/** Every glue clock that runs on this device, the one that ends first in front. */
export function useGlueClocks() {
  const kept = useLocalStorage<GlueClock[]>('arreglo-glue-clocks', [])
  const now = useNow({ interval: 500 })
  const clocks = computed(() =>
    kept.value
      .filter(c => c.endsAtMs > now.value.getTime() - FORGOTTEN_AFTER_MIN * MS_PER_MIN)
      .map(c => ({ ...c, leftSec: Math.round((c.endsAtMs - now.value.getTime()) / 1000) }))
      .sort((a, b) => a.leftSec - b.leftSec),
  )
  const others = (pieceId: string, taskId: string) =>
    kept.value.filter(c => c.pieceId !== pieceId || c.taskId !== taskId)

  function start(clock: Omit<GlueClock, 'endsAtMs'>, minutes: number): void {
    kept.value = [
      ...others(clock.pieceId, clock.taskId),
      { ...clock, endsAtMs: Date.now() + minutes * MS_PER_MIN },
    ]
  }
  /** Gives a running one more minutes. */
  function extend(pieceId: string, taskId: string, minutes: number): void {
    kept.value = kept.value.map(c =>
      c.pieceId === pieceId && c.taskId === taskId ? { ...c, endsAtMs: c.endsAtMs + minutes * MS_PER_MIN } : c,
    )
  }
  function stop(pieceId: string, taskId: string): void {
    kept.value = others(pieceId, taskId)
  }
  return { clocks, start, extend, stop }
}
