import { defineStore, storeToRefs } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { planFacts, type Plan } from '#core/plan'
import { planInWorker, stopPlanning } from '~/composables/usePlanner'
import { Stopped } from '~/logic/worker-calls'
import { wallNow } from '~/composables/useDevice'
import { usePiece } from './piece'
import { useShop } from './shop'

/** A busy sign is shown only when a plan takes longer than this. */
const BUSY_AFTER_MS = 200
/** A plan that takes longer than this can be stopped, and is ended by itself once something newer is to be planned. */
const LONG_AFTER_MS = 1000

/**
 * The plan for the piece on screen: worked out again when something it is made from changes; late answers are
 * dropped.
 */
export const usePlan = defineStore('plan', () => {
  const plan = shallowRef<Plan | null>(null)
  const busy = ref(false)
  /** An answer is on its way, however short. */
  const isAwaited = ref(false)
  /** It takes so long that one may want to stop it. */
  const isLong = ref(false)
  const failed = ref('')
  const wasStopped = ref(false)
  const { piece } = storeToRefs(usePiece())
  const { settings } = storeToRefs(useShop())
  let latest = 0

  async function work(): Promise<void> {
    const request = ++latest
    if (isLong.value) stopPlanning()
    isLong.value = wasStopped.value = isAwaited.value = false
    if (!piece.value) {
      plan.value = null
      return
    }
    isAwaited.value = true
    const timers = [
      setTimeout(() => {
        busy.value = true
      }, BUSY_AFTER_MS),
      setTimeout(() => {
        isLong.value = true
      }, LONG_AFTER_MS),
    ]
    try {
      const made = await planInWorker(piece.value, settings.value, wallNow())
      if (request === latest) [plan.value, failed.value] = [made, '']
    }
    catch (error) {
      if (request === latest) fail(error)
    }
    for (const timer of timers) clearTimeout(timer)
    if (request === latest) busy.value = isLong.value = isAwaited.value = false
  }
  function fail(error: unknown): void {
    wasStopped.value = error instanceof Stopped
    failed.value = wasStopped.value ? '' : error instanceof Error ? error.message : String(error)
  }

  /** As text, so that a document that only came back from the server, or was only renamed, plans nothing anew. */
  const facts = computed(() => (piece.value ? JSON.stringify(planFacts(piece.value, settings.value)) : ''))
  watch(facts, work, { immediate: true })
  /** The plan, but only while it belongs to the piece on screen. */
  const current = computed(() => (plan.value && plan.value.piece === piece.value?.id ? plan.value : null))
  return { plan: current, busy, isAwaited, isLong, failed, wasStopped, stop: stopPlanning, again: work }
})
