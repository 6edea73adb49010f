import { defineStore } from 'pinia'
import { ref } from 'vue'

/** What was done last, for whoever looks or listens. */
export const useMessages = defineStore('messages', () => {
  const lastDone = ref('')
  return { lastDone }
})
