/** What the server answers that cannot write: its disk is full or not its own. */
const DISK_FULL = 507

/** Whether what was entered on the piece in front is saved, in a word or two; nothing without a piece. */
export function useSavedWords() {
  const { piece } = storeToRefs(usePiece())
  const sync = useSync()
  return computed(() => {
    const { isReady, reach, denied, notKept } = sync.status
    if (!piece.value || !isReady) return ''
    const waiting = sync.waitingFor(piece.value.id)
    if (reach === 'offline') {
      const kept = notKept > 0 ? `${waiting} in this tab` : `${sync.keptFor(piece.value.id)} kept here`
      return waiting > 0 ? `offline, ${kept}` : 'offline'
    }
    if (waiting > 0 && denied.get(piece.value.id) === DISK_FULL) return `${waiting} kept here: the server has no room`
    if (waiting > 0 && denied.has(piece.value.id)) return `${waiting} kept here, not taken yet`
    return waiting > 0 ? 'saving' : 'saved'
  })
}
