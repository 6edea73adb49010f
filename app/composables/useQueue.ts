import type { Entry } from '#core/piece/commands'

/** Written into the key, so that entries of another version are left alone instead of misread. */
const VERSION = 1
const keyFor = (pieceId: string) => `arreglo-queue-${VERSION}-${pieceId}`

/** Entries given on this device and not yet acknowledged; they outlive a reload. The server checks every one of them. */
export const readQueue = (pieceId: string): Entry[] => JSON.parse(localStorage.getItem(keyFor(pieceId)) ?? '[]') as Entry[]

export function writeQueue(pieceId: string, entries: readonly Entry[]): void {
  if (entries.length === 0) localStorage.removeItem(keyFor(pieceId))
  else localStorage.setItem(keyFor(pieceId), JSON.stringify(entries))
}
