import type { ListedPiece } from '#shared/wire'
import { useKeeping } from './useQueue'

/** Every piece of the workshop: as the server lists them, or with it gone as this device last had the list. @throws what the request threw where neither is there */
export async function listPieces(): Promise<{ readonly pieces: readonly ListedPiece[], readonly isKept: boolean }> {
  try {
    const { pieces } = await $fetch<{ pieces: ListedPiece[] }>('/api/pieces')
    void useKeeping().keepList(pieces).catch(() => undefined)
    return { pieces, isKept: false }
  }
  catch (error) {
    const kept = await useKeeping().list().catch(() => undefined)
    if (!kept) throw error
    return { pieces: kept, isKept: true }
  }
}
