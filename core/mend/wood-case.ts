import { pegsOf } from '../drawing'
import { toSolidMm, type Bore } from '../geometry'
import type { Trouble } from '../condition/troubles'
import type { Phrase } from '../measure/phrase'
import { partOf } from '../piece/facts'
import type { Break, Fault, Hold, Joint, Part, Piece } from '../piece/schema'
import type { School } from '../piece/words'
import type { Verdict } from './mend'

/** All a mend needs to know about a trouble that is not a loose joint. */
export interface WoodCase {
  /** As it was recorded, with what it has lost. */
  readonly piece: Piece
  readonly trouble: Trouble
  readonly school: School
  /** Largest clearance the glue in view bridges, millimetres. */
  readonly glueGapMm: number
}

export const faultOf = (c: WoodCase): Fault => c.piece.faults.find(f => f.id === c.trouble.fault)!
export const breakOf = (c: WoodCase): Break => faultOf(c) as Break
export const partIn = (c: WoodCase): Part => partOf(c.piece, c.trouble.part!)
export const jointIn = (c: WoodCase): Joint => c.piece.joints.find(j => j.id === c.trouble.joint)!
export const holdIn = (c: WoodCase): Hold => c.piece.holds.find(h => `hold:${h.id}` === c.trouble.id)!

/** Would do, but for something nobody has looked at. */
export const notYet = (reason: Phrase): Verdict => ({ fits: false, reason, wants: true })

/** The joint whose tenon, dowel or bolt a bore comes nearest to, and the wood between them, millimetres; null where the part has none. */
export function nearestJoint(piece: Piece, bore: Bore): { readonly joint: Joint, readonly wallMm: number } | null {
  const own = piece.joints.filter(j => j.enters === bore.part || j.receives === bore.part)
  const near = own.flatMap(joint => pegsOf(joint, partOf(piece, joint.enters)).map(peg => ({ joint, wallMm: toSolidMm(bore, peg.part) })))
  return near.reduce<{ joint: Joint, wallMm: number } | null>((best, n) => (best === null || n.wallMm < best.wallMm ? n : best), null)
}
