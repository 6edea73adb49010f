import { shareNear } from '#core/piece/places'
import { newFault } from '#core/piece/faults'
import type { Result } from '#core/measure/result'
import type { Piece } from '#core/piece/schema'
import type { FaultKind } from '#core/piece/words'
import { newId } from './useDevice'

/** Puts a fault where somebody pointed: on a part, so far along it. A split starts at the part's nearest joint. */
export function useFaults() {
  const store = usePiece()
  const { piece } = storeToRefs(store)
  const { atJoint, pickedFault } = storeToRefs(useSelection())

  function place(kind: FaultKind, partId: string, along: number): Result<Piece> {
    const part = piece.value?.parts.find(p => p.id === partId)
    const own = piece.value?.joints.filter(j => j.enters === partId || j.receives === partId) ?? []
    if (!part) return { ok: false, issues: [{ path: '', code: 'no_part', message: 'Point at a part of the piece.' }] }
    const near = [...own].sort(
      (a, b) => Math.abs(shareNear(part, a.at) - along) - Math.abs(shareNear(part, b.at) - along),
    )[0]
    const joint = own.some(j => j.id === atJoint.value) && kind === 'split' ? atJoint.value : (near?.id ?? null)
    const fault = newFault(
      kind,
      `${kind}-${newId().slice(0, 8)}`,
      partId,
      Math.round(along * 1000) / 1000,
      kind === 'split' ? joint : null,
    )
    const result = store.tell({ do: 'add-fault', fault })
    if (result.ok) pickedFault.value = fault.id
    return result
  }
  return { place }
}
