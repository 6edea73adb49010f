import { defineStore } from 'pinia'

/** What was done last, for whoever looks or listens. */
export const useMessages = defineStore('messages', () => {
  const lastDone = ref('')
  return { lastDone }
})
