import { defineStore } from 'pinia'
import { computed, ref } from 'vue'

/** What can be picked on a piece: a joint, what is wrong in the wood, a part, or a trouble that is at none of them. */
export type PickKind = 'joint' | 'fault' | 'part' | 'trouble'
export interface Pick {
  readonly kind: PickKind
  readonly id: string
}

/** The one thing picked on the piece in front of one; picked in one place it is picked everywhere. */
export const useSelection = defineStore('selection', () => {
  const pick = ref<Pick | null>(null)
  /** The joint picked last: where one goes on from once something else was looked at. */
  const atJoint = ref<string | null>(null)

  function choose(kind: PickKind, id: string): void {
    pick.value = { kind, id }
    if (kind === 'joint') atJoint.value = id
  }
  /** The joint or the place in the wood that a trouble is at, or the trouble itself where it is at neither. */
  function chooseTrouble(trouble: { readonly id: string }): void {
    const [kind, ...rest] = trouble.id.split(':')
    const at = rest.join(':')
    if (kind === 'joint' || kind === 'fault' || kind === 'part') choose(kind, at)
    else choose('trouble', trouble.id)
  }
  /** What is picked, as the handle of the trouble at it. */
  const troubleId = computed(() => {
    if (pick.value === null) return null
    return pick.value.kind === 'trouble' ? pick.value.id : `${pick.value.kind}:${pick.value.id}`
  })
  /** Back to the joint picked last. */
  function release(): void {
    pick.value = atJoint.value === null ? null : { kind: 'joint', id: atJoint.value }
  }
  function clear(): void {
    pick.value = atJoint.value = null
  }
  const of = (kind: PickKind) =>
    computed({
      get: () => (pick.value?.kind === kind ? pick.value.id : null),
      set: (id: string | null) => {
        if (id !== null) choose(kind, id)
        else if (pick.value?.kind === kind) release()
      },
    })
  const [picked, pickedFault, pickedPart] = [of('joint'), of('fault'), of('part')]
  return { pick, atJoint, picked, pickedFault, pickedPart, troubleId, choose, chooseTrouble, release, clear }
})
