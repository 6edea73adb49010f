import { presentJoints } from '#core/piece/facts'

/** The joints of the piece in front, in walking order, and steps from the one picked last. */
export function useJointWalk() {
  const { piece } = storeToRefs(usePiece())
  const selection = useSelection()
  const walk = computed(() => (piece.value ? [...presentJoints(piece.value)] : []).sort((a, b) => a.number - b.number))
  function step(by: 1 | -1): void {
    const at = walk.value.findIndex(j => j.id === selection.atJoint)
    const next = walk.value[(at + by + walk.value.length) % walk.value.length]
    if (next) selection.choose('joint', next.id)
  }
  return { walk, step }
}
