import type { Finding, Joint, Part, Piece } from './schema'

/** A joint nobody has touched yet: no finding is stored for it. */
export const UNTESTED: Finding = { state: 'not-tested', directions: [], signs: {}, clearance: {}, oldGlue: 'unknown' }
export const findingOf = (piece: Piece, jointId: string): Finding => piece.findings[jointId] ?? UNTESTED

const FAULTY = new Set<Finding['state']>(['ticks', 'gives', 'swings', 'apart'])
/** Joints that move, tick or have come apart, in walking order. */
export const faultyJoints = (piece: Piece): Joint[] => piece.joints.filter(j => FAULTY.has(findingOf(piece, j.id).state))
export const isFaulty = (state: Finding['state']): boolean => FAULTY.has(state)
export const tagOf = (joint: Pick<Joint, 'number'>): string => `J${joint.number}`
export const partOf = (piece: Piece, partId: string): Part => {
  const part = piece.parts.find(p => p.id === partId)
  if (!part) throw new Error(`There is no part “${partId}” on this piece.`)
  return part
}
