import { boundsOf } from '#core/piece/geometry'
import type { Piece } from '#core/piece/schema'

/** So high over it one looks at the part that faces one, degrees. */
const RAISE_DEG = 14
/** A little beside it, so that depth is seen, degrees. */
const ASIDE_DEG = 18
/** Nearer to the middle than this a joint has no side of its own, millimetres. */
const MIDDLE_MM = 20

/** Turns the drawing so that the joints in question face one, and picks the first of them. */
export function useFacing(piece: Ref<Piece | null>, joints: () => readonly string[]): void {
  const stand = useStand()
  const selection = useSelection()
  watch(
    () => [piece.value?.id, ...joints()].join(),
    () => {
      const p = piece.value
      const own = p?.joints.filter(j => joints().includes(j.id)) ?? []
      if (!p || own.length === 0) return
      selection.choose('joint', own[0]!.id)
      const { min, max } = boundsOf(p.parts)
      const middle = (k: 0 | 2) => (min[k] + max[k]) / 2
      const mean = (k: 0 | 2) => own.reduce((sum, j) => sum + j.at[k], 0) / own.length
      const [x, z] = [mean(0) - middle(0), mean(2) - middle(2)]
      if (Math.hypot(x, z) < MIDDLE_MM) return
      stand.view = { turnDeg: (Math.atan2(x, z) * 180) / Math.PI + ASIDE_DEG, raiseDeg: RAISE_DEG }
    },
    { immediate: true },
  )
}
