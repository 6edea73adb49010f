import { defineStore } from 'pinia'
import { ref } from 'vue'

/** What was done last, for whoever looks or listens. */
export const useMessages = defineStore('messages', () => {
  const lastDone = ref('')
  /** How often anything was said: the same words twice are two messages. */
  const times = ref(0)
  function say(words: string): void {
    lastDone.value = words
    times.value++
  }
  return { lastDone, times, say }
})
