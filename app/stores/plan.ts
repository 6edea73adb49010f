import { defineStore, storeToRefs } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { planFacts, type Plan } from '#core/plan'
import { planInWorker } from '~/composables/usePlanner'
import { wallNow } from '~/composables/useDevice'
import { usePiece } from './piece'
import { useShop } from './shop'

/** A busy sign is shown only when a plan takes longer than this. */
const BUSY_AFTER_MS = 200

/**
 * The plan for the piece on screen: worked out again when something it is made from changes; late answers are
 * dropped.
 */
export const usePlan = defineStore('plan', () => {
  const plan = shallowRef<Plan | null>(null)
  const busy = ref(false)
  const failed = ref('')
  const { piece } = storeToRefs(usePiece())
  const { settings } = storeToRefs(useShop())
  let latest = 0

  async function work(): Promise<void> {
    const request = ++latest
    if (!piece.value) {
      plan.value = null
      return
    }
    const timer = setTimeout(() => {
      busy.value = true
    }, BUSY_AFTER_MS)
    try {
      const made = await planInWorker(piece.value, settings.value, wallNow())
      if (request === latest) [plan.value, failed.value] = [made, '']
    }
    catch (error) {
      if (request === latest) failed.value = error instanceof Error ? error.message : String(error)
    }
    clearTimeout(timer)
    if (request === latest) busy.value = false
  }

  /** As text, so that a document that only came back from the server, or was only renamed, plans nothing anew. */
  const facts = computed(() => (piece.value ? JSON.stringify(planFacts(piece.value, settings.value)) : ''))
  watch(facts, work, { immediate: true })
  /** The plan, but only while it belongs to the piece on screen. */
  const current = computed(() => (plan.value && plan.value.piece === piece.value?.id ? plan.value : null))
  return { plan: current, busy, failed }
})
