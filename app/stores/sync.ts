import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { SyncStatus } from '~/logic/sync'
import { useQueue } from '~/composables/useQueue'

/** How this device stands with the server, for all pieces: what waits, what clashes, what could not be kept. */
export const useSync = defineStore('sync', () => {
  const queue = useQueue()
  const status = shallowRef<SyncStatus>(queue.status())
  queue.listen((piece) => {
    if (piece === null) status.value = queue.status()
  })
  const waitingFor = (pieceId: string) => status.value.waiting.find(w => w.pieceId === pieceId)?.count ?? 0
  const keptFor = (pieceId: string) => status.value.waiting.find(w => w.pieceId === pieceId)?.kept ?? 0
  const clashesOf = (pieceId: string) => status.value.clashes.filter(c => c.waiting.pieceId === pieceId)
  const decide = (entryId: string, take: 'mine' | 'theirs') => {
    void queue.decide(entryId, take)
  }
  return { status, waitingFor, keptFor, clashesOf, decide }
})
