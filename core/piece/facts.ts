import type { Finding, Joint, Part, Piece } from './document-schema'
import { FORMS } from './joint-forms'

/** A joint nobody has touched yet: no finding is stored for it. */
export const UNTESTED: Finding = { state: 'not-tested', directions: [], signs: {}, clearance: {}, oldGlue: 'unknown' }
export const findingOf = (piece: Piece, jointId: string): Finding =>
  Object.hasOwn(piece.findings, jointId) ? piece.findings[jointId]! : UNTESTED

const FAULTY = new Set<Finding['state']>(['ticks', 'gives', 'swings', 'apart'])
/** Joints that move, tick or have come apart, in walking order. */
export const faultyJoints = (piece: Piece): Joint[] => presentJoints(piece).filter(j => isLoose(piece, j))
/** Whether a joint does what it should not: one that is meant to move is loose only when it has come apart. */
export function isLoose(piece: Piece, joint: Joint): boolean {
  const { state } = findingOf(piece, joint.id)
  if (joint.form.kind === 'rest') return false
  return FORMS[joint.form.kind].moves ? state === 'apart' : FAULTY.has(state)
}
/** Whether glue is what holds a joint: not where its make has none, nor where somebody saw that it is dry. */
export const isGlued = (piece: Piece, joint: Joint): boolean =>
  FORMS[joint.form.kind].glued && findingOf(piece, joint.id).oldGlue !== 'none'

/** Joints a hand goes round: all but those that only lie where they are. */
export const joinedJoints = (piece: Piece): Joint[] => presentJoints(piece).filter(j => j.form.kind !== 'rest')
export const isFaulty = (state: Finding['state']): boolean => FAULTY.has(state)
/** Parts the piece has lost; they stay on the drawing, so that their place and size are known. */
export const missingParts = (piece: Piece): Part[] => piece.parts.filter(p => p.missing)

/** Joints with wood on both sides: what can be tried, opened and glued. */
export function presentJoints(piece: Piece): Joint[] {
  const gone = new Set(missingParts(piece).map(p => p.id))
  return gone.size === 0 ? piece.joints : piece.joints.filter(j => !gone.has(j.enters) && !gone.has(j.receives))
}

/** The piece as it stands there, without what it has lost. */
export function withoutMissing(piece: Piece): Piece {
  if (missingParts(piece).length === 0) return piece
  const joints = presentJoints(piece)
  const there = new Set(joints.map(j => j.id))
  return {
    ...piece,
    parts: piece.parts.filter(p => !p.missing),
    joints,
    holds: piece.holds.filter(h => h.on.kind !== 'joint' || there.has(h.on.id)),
  }
}

/** A table is used, not sat in. */
export const isTable = (piece: Piece): boolean => piece.parts.some(p => p.role === 'top')
/** A frame lies in one plane and hangs or leans: it has no feet. */
export const isFlatFrame = (piece: Piece): boolean => piece.parts.some(p => p.role === 'stile')
export const isSatIn = (piece: Piece): boolean => !isTable(piece) && !isFlatFrame(piece)

export const tagOf = (joint: Pick<Joint, 'number'>): string => `J${joint.number}`
export const partOf = (piece: Piece, partId: string): Part => {
  const part = piece.parts.find(p => p.id === partId)
  if (!part) throw new Error(`There is no part “${partId}” on this piece.`)
  return part
}
