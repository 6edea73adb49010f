import { findingOf } from '#core/piece/facts'
import { errorsOf } from './useApi'
import { useQueue } from './useQueue'

/** Gives what was found at a joint to the same joint of the set's other members. */
export function useSetCopy(jointId: () => string | undefined) {
  const { piece } = storeToRefs(usePiece())
  const copying = ref(false)
  const copied = ref('')
  watch(jointId, () => {
    copied.value = ''
  })

  async function copyToOthers(): Promise<void> {
    const [own, joint] = [piece.value, jointId()]
    if (!own?.set || !joint) return
    copying.value = true
    try {
      const members = await membersOfSet(own.set.id)
      const others = members.filter(p => p.piece.id !== own.id && p.piece.joints.some(j => j.id === joint))
      for (const { piece: other, version } of others) {
        useQueue().giveBlind(other, version, { do: 'copy-finding', joint, finding: findingOf(own, joint) })
      }
      copied.value = `Copied to ${others.length} others.`
    }
    catch (error) {
      copied.value = Object.values(errorsOf(error)).join(' ')
    }
    copying.value = false
  }
  return { copyToOthers, copying, copied }
}
