import { partOf } from '#core/piece/facts'
import type { Measured } from '#core/measure/measured'
import { jointName } from '#core/piece/names'
import type { Fault } from '#core/piece/schema'

/** What can be told of one thing wrong in the wood: a fact put, a size taken, one taken back. */
export function useFault(given: () => Fault) {
  const store = usePiece()
  const { piece } = storeToRefs(store)
  const part = computed(() => partOf(piece.value!, given().part))
  /** As it is now: two fields may be left in one breath, before this is drawn anew. */
  const latest = (): Fault => piece.value!.faults.find(f => f.id === given().id) ?? given()
  const change = (next: Fault) => store.tell({ do: 'change-fault', fault: next })
  /** A change of one fact; the kind of fault stays what it is. */
  const put = (facts: Partial<Record<string, unknown>>) => change({ ...latest(), ...facts } as Fault)
  const take = (key: string) => (m: Measured) => put({ [key]: m })
  const lift = (key: string) => () => {
    put({ [key]: null })
  }
  /** For what is left out where nobody has looked. */
  const drop = (key: string) => () => {
    const { [key as never]: _dropped, ...rest } = latest()
    change(rest as Fault)
  }
  const joints = computed(() =>
    piece.value!.joints.filter(j => j.enters === given().part || j.receives === given().part),
  )
  /** Joints whose tenon sits in this part: what a break can run through, and a split cross. */
  const sockets = computed(() => piece.value!.joints.filter(j => j.receives === given().part))
  /** One of some joints, or none of them. */
  const jointItems = (of: typeof joints.value, none: string) => [
    { label: none, value: '' },
    ...of.map(j => ({ label: `J${j.number} ${jointName(piece.value!, j)}`, value: j.id })),
  ]
  return { piece, part, latest, put, take, lift, drop, joints, sockets, jointItems }
}

/** Words as the items of a choice. */
export const wordItems = (ids: readonly string[]): { label: string, value: string }[] =>
  ids.map(value => ({ label: value === 'pva' ? 'PVA' : value.replaceAll('-', ' '), value }))
