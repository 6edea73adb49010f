import { pegsOf } from '../drawing'
import { toSolidMm, type Bore } from '../geometry'
import type { Trouble } from '../condition/troubles'
import type { Phrase } from '../measure/phrase'
import { standingOf } from '../bodies'
import { findingOf, partOf } from '../piece/facts'
import type { Break, Fault, Hold, Joint, Part, Piece } from '../piece/schema'
import type { School } from '../piece/words'
import { METRIC_BITS_MM } from '../reference/bits'
import type { Verdict } from './mend'

/** All a mend needs to know about a trouble that is not a loose joint. */
export interface WoodCase {
  /** As it was recorded, with what it has lost. */
  readonly piece: Piece
  readonly trouble: Trouble
  readonly school: School
  /** Largest clearance the glue in view bridges, millimetres. */
  readonly glueGapMm: number
  /** Bits in the shop’s drawer, millimetres; an ordinary metric one where it is not said. */
  readonly bitsMm?: readonly number[]
}

export const bitsIn = (c: WoodCase): readonly number[] => c.bitsMm ?? METRIC_BITS_MM

export const faultOf = (c: WoodCase): Fault => c.piece.faults.find(f => f.id === c.trouble.fault)!
export const breakOf = (c: WoodCase): Break => faultOf(c) as Break
export const partIn = (c: WoodCase): Part => partOf(c.piece, c.trouble.part!)
export const jointIn = (c: WoodCase): Joint => c.piece.joints.find(j => j.id === c.trouble.joint)!
export const holdIn = (c: WoodCase): Hold => c.piece.holds.find(h => `hold:${h.id}` === c.trouble.id)!

/** Would do, but for something nobody has looked at. */
export const notYet = (reason: Phrase): Verdict => ({ fits: false, reason, wants: true })

/**
 * Whether the halves of a break lie loose from each other as the piece is: no frame of joints that hold runs from one
 * to the other.
 */
export function halvesAreFree(piece: Piece, fault: Break): boolean {
  const { piece: standing, breaks } = standingOf(piece)
  const tie = breaks.find(b => b.fault === fault.id)
  if (!tie) return false
  const holding = standing.joints.filter(j => findingOf(piece, j.id).state !== 'apart' && j.form.kind !== 'rest')
  const reached = new Set([tie.first])
  for (const body of reached) {
    for (const j of holding) {
      if (j.enters === body) reached.add(j.receives)
      if (j.receives === body) reached.add(j.enters)
    }
  }
  return !reached.has(tie.second)
}

/**
 * The joint whose tenon, dowel or bolt a bore comes nearest to, and the wood between them, millimetres; null where
 * the part has none.
 */
export function nearestJoint(piece: Piece, bore: Bore): { readonly joint: Joint, readonly wallMm: number } | null {
  const own = piece.joints.filter(j => j.enters === bore.part || j.receives === bore.part)
  const near = own.flatMap(joint =>
    pegsOf(joint, partOf(piece, joint.enters)).map(peg => ({ joint, wallMm: toSolidMm(bore, peg.part) })),
  )
  return near.reduce<{ joint: Joint, wallMm: number } | null>(
    (best, n) => (best === null || n.wallMm < best.wallMm ? n : best),
    null,
  )
}
