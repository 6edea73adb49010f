import { useLocalStorage, useNow } from '@vueuse/core'

/**
 * A clock that counts up and outlives leaving the page: the moment it was started is kept on the device, by what is
 * timed.
 */
export function useRehearsal(key: () => string) {
  const started = useLocalStorage<Record<string, number>>('arreglo-rehearsals', {})
  const now = useNow({ interval: 500 })
  const startedAt = computed(() => started.value[key()] ?? null)
  const seconds = computed(() =>
    startedAt.value === null ? null : Math.max(0, Math.round((now.value.getTime() - startedAt.value) / 1000)),
  )
  const shown = computed(() =>
    seconds.value === null ? '' : `${Math.floor(seconds.value / 60)}:${String(seconds.value % 60).padStart(2, '0')}`,
  )
  function start(): void {
    started.value = { ...started.value, [key()]: Date.now() }
  }
  /** Stops it and gives the minutes it ran. */
  function stop(): number {
    const min = (seconds.value ?? 0) / 60
    cancel()
    return min
  }
  function cancel(): void {
    const { [key()]: _ran, ...others } = started.value
    started.value = others
  }
  return { startedAt, seconds, shown, start, stop, cancel }
}
