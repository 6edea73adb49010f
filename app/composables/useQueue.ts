import { z } from 'zod'
import { Entry } from '#core/piece/commands'

const keyFor = (pieceId: string) => `arreglo-queue-${pieceId}`

/** Entries given on this device and not yet acknowledged; they outlive a reload. */
export function readQueue(pieceId: string): Entry[] {
  const text = localStorage.getItem(keyFor(pieceId))
  if (!text) return []
  try {
    return z.array(Entry).parse(JSON.parse(text))
  }
  catch {
    return [] // written by another version: nothing that can be replayed
  }
}

export function writeQueue(pieceId: string, entries: readonly Entry[]): void {
  if (entries.length === 0) localStorage.removeItem(keyFor(pieceId))
  else localStorage.setItem(keyFor(pieceId), JSON.stringify(entries))
}
