import type { ListedPiece } from '#shared/wire'
import { keptLists } from './keptHere'

/**
 * The members of a set: as the server has them, or with it gone as this device last had them. @throws what the
 * request threw where neither is there
 */
export async function membersOfSet(setId: string): Promise<readonly ListedPiece[]> {
  try {
    const { members } = await $fetch<{ members: ListedPiece[] }>(`/api/sets/${setId}`)
    void keptLists
      .keepSet(setId, members)
      .catch(() => undefined)
    return members
  }
  catch (error) {
    const kept = await keptLists
      .set(setId)
      .catch(() => undefined)
    if (!kept) throw error
    return kept
  }
}
