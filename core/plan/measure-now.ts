import { mm, q, say, type Phrase } from '../measure/phrase'
import { CORNER_MARK_MM, cornerKey, cornersOf } from '../mend/corner-block'
import { isTable, partOf, tagOf } from '../piece/facts'
import { nameOf } from '../piece/names'
import { isUpright } from '../piece/places'
import type { Piece } from '../piece/schema'
import type { ClearanceKey } from '../piece/words'
import { betweenPosts, postOf } from '../truing'
import type { Plan } from './plan'

/** Something that can only be measured while the frame stands together dry, and where the figure goes. */
export type MeasureNow = { readonly id: string, readonly label: Phrase, readonly why: Phrase } & (
  | { readonly kind: 'shoulders', readonly part: string }
  | { readonly kind: 'reading', readonly key: string }
  | { readonly kind: 'clearance', readonly joint: string, readonly clearance: ClearanceKey }
)

/** All that is wanted now, in the order in which it decides something. */
export function measureNow(piece: Piece, plan: Pick<Plan, 'tasks' | 'woodMends' | 'readings'>): MeasureNow[] {
  const shoulders = [...new Set(plan.tasks.flatMap(t => (t.shouldersOf ? [t.shouldersOf] : [])))].map(
    (part): MeasureNow => ({
      kind: 'shoulders',
      id: `shoulders-${part}`,
      part,
      label: say`${nameOf(piece, part)}, shoulder to shoulder`,
      why: say`No drawing gives it: it is cut to this.`,
    }),
  )
  const again = plan.readings.flatMap((r): MeasureNow[] =>
    r.of === 'old-glue'
      ? []
      : [
          {
            kind: 'clearance',
            id: `clearance-${r.joint}-${r.clearance}`,
            joint: r.joint,
            clearance: r.clearance,
            label: say`${tagOf(piece.joints.find(j => j.id === r.joint)!)}, clearance`,
            why: say`It is only assumed, and decides ${r.decides === 'cut' ? 'what is cut' : 'the glue'}.`,
          },
        ],
  )
  return [...shoulders, ...blockAngles(piece, plan), ...again]
}

function blockAngles(piece: Piece, { woodMends }: Pick<Plan, 'woodMends'>): MeasureNow[] {
  if (!woodMends.some(m => m.chosen === 'corner-block')) return []
  return cornersOf(piece).map((corner): MeasureNow => ({
    kind: 'reading',
    id: `corner-${corner.leg}`,
    key: cornerKey(corner.leg),
    label: say`Corner at the ${nameOf(piece, corner.leg)}, across`,
    why: say`A mark ${CORNER_MARK_MM} mm from the corner on each rail; the way between them gives the block its angle.`,
  }))
}

/** Where a top’s overhangs are read, by the names the answer gives them; empty for what has no top. */
export const OVERHANG_PLACES = [
  'frontLeft',
  'frontRight',
  'rightFront',
  'rightBack',
  'backRight',
  'backLeft',
  'leftBack',
  'leftFront',
] as const
export const hasOverhangs = (piece: Piece): boolean => isTable(piece)

/** What is left at both ends together for glue and chips, millimetres. */
const ROOM_MM = 1
/** A shoulder this near to square is cut square, degrees. */
const SQUARE_DEG = 0.5

/**
 * What a part between two upright posts is cut to once its shoulders were measured in the dry frame: its length with
 * both tenons, its bevels and bores from the posts’ own axes. Null before it was measured, and for what stands
 * otherwise.
 */
export function cutBetween(piece: Piece, part: string): Phrase | null {
  const shouldersMm = piece.dryFit?.[part]?.value
  const [first, second] = piece.joints.filter(j => j.enters === part)
  if (shouldersMm === undefined || !first || !second) return null
  const [a, b] = [partOf(piece, first.receives), partOf(piece, second.receives)]
  if (!isUpright(a) || !isUpright(b)) return null
  const tenons = [first, second].map(j => (j.form.kind === 'dowel' ? 0 : j.depthMm.value)) as [number, number]
  const made = betweenPosts(postOf(a, first.at[1]), postOf(b, second.at[1]), tenons)
  if (!made.ok) return null
  const length = say`Cut it ${mm(shouldersMm + tenons[0] + tenons[1] - ROOM_MM)}: ${mm(shouldersMm)} and tenons of ${mm(tenons[0])} and ${mm(tenons[1])}, less ${mm(ROOM_MM)}`
  const [p, r] = made.value.ends
  if (Math.max(p.bevelDeg, r.bevelDeg) < SQUARE_DEG) return say`${length}; both shoulders square.`
  return say`${length}; shoulders bevelled ${q(p.bevelDeg, 'deg')} and ${q(r.bevelDeg, 'deg')}, and so are the bores off square.`
}
