import { defineStore } from 'pinia'
import { ref } from 'vue'

/** What is picked on the piece in front of one; picked in one place it is picked everywhere. */
export const useSelection = defineStore('selection', () => {
  const picked = ref<string | null>(null)
  const pickedFault = ref<string | null>(null)
  const pickedPart = ref<string | null>(null)
  function clear(): void {
    picked.value = pickedFault.value = pickedPart.value = null
  }
  return { picked, pickedFault, pickedPart, clear }
})
