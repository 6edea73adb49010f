import { findingOf } from '#core/piece/facts'
import type { Piece } from '#core/piece/schema'
import { deviceName, newId, nowIso } from './useDevice'
import { errorsOf } from './useApi'

/** Gives what was found at a joint to the same joint of the set's other members. */
export function useSetCopy(jointId: () => string | undefined) {
  const { piece } = storeToRefs(usePiece())
  const copying = ref(false)
  const copied = ref('')
  watch(jointId, () => { copied.value = '' })

  async function copyToOthers(): Promise<void> {
    const [own, joint] = [piece.value, jointId()]
    if (!own?.set || !joint) return
    copying.value = true
    try {
      const { pieces } = await $fetch<{ pieces: { piece: Piece, version: number }[] }>('/api/pieces')
      const others = pieces.filter(p => p.piece.set?.id === own.set!.id && p.piece.id !== own.id && p.piece.joints.some(j => j.id === joint))
      for (const { piece: { id }, version } of others) {
        await $fetch(`/api/pieces/${id}/entries`, { method: 'POST', retry: 0, body: { seenVersion: version, entries: [{ id: newId(), at: nowIso(), by: deviceName(), command: { do: 'copy-finding', joint, finding: findingOf(own, joint) } }] } })
      }
      copied.value = `Copied to ${others.length} others.`
    }
    catch (error) { copied.value = Object.values(errorsOf(error)).join(' ') }
    copying.value = false
  }
  return { copyToOthers, copying, copied }
}
