import { say, type Phrase } from '../measure/phrase'
import { CORNER_MARK_MM, cornerKey, cornersOf } from '../mend/corner-block'
import { isTable, tagOf } from '../piece/facts'
import { nameOf } from '../piece/names'
import type { Piece } from '../piece/schema'
import type { ClearanceKey } from '../piece/words'
import type { Plan } from './plan'

/** Something that can only be measured while the frame stands together dry, and where the figure goes. */
export type MeasureNow = { readonly id: string, readonly label: Phrase, readonly why: Phrase } & (
  | { readonly kind: 'shoulders', readonly part: string }
  | { readonly kind: 'reading', readonly key: string }
  | { readonly kind: 'clearance', readonly joint: string, readonly clearance: ClearanceKey }
)

/** All that is wanted now, in the order in which it decides something. */
export function measureNow(piece: Piece, plan: Pick<Plan, 'tasks' | 'woodMends' | 'readings'>): MeasureNow[] {
  const shoulders = [...new Set(plan.tasks.flatMap(t => (t.shouldersOf ? [t.shouldersOf] : [])))].map((part): MeasureNow => ({
    kind: 'shoulders',
    id: `shoulders-${part}`,
    part,
    label: say`${nameOf(piece, part)}, shoulder to shoulder`,
    why: say`No drawing gives it: it is cut to this.`,
  }))
  const again = plan.readings.flatMap((r): MeasureNow[] => (r.of === 'old-glue'
    ? []
    : [{ kind: 'clearance', id: `clearance-${r.joint}-${r.clearance}`, joint: r.joint, clearance: r.clearance, label: say`${tagOf(piece.joints.find(j => j.id === r.joint)!)}, clearance`, why: say`It is only assumed, and decides ${r.decides === 'cut' ? 'what is cut' : 'the glue'}.` }]))
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
export const OVERHANG_PLACES = ['frontLeft', 'frontRight', 'rightFront', 'rightBack', 'backRight', 'backLeft', 'leftBack', 'leftFront'] as const
export const hasOverhangs = (piece: Piece): boolean => isTable(piece)
