import type { Joint, Part } from './frame-schema'
import { handOf, twinId, type Hand } from './sides'

interface Frame {
  readonly parts: readonly Part[]
}

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth']
/**
 * Kinds that are counted by their place among the like, from below or from the seat: the second rung, the lowest
 * slat.
 */
const BY_PLACE: Readonly<Record<string, string>> = { rung: 'seat', slat: 'lowest' }
const SIDES = new Set(['left', 'right', 'front', 'back'])

/**
 * The name a part has by what it is: its side, its kind and its number, read from its id and role, such as
 * `left-rung-2`. `mirrored` names its side as somebody sees it who stands before the piece.
 */
export function nameByKind({ id, role }: Pick<Part, 'id' | 'role'>, mirrored = false): string {
  const words = id.split('-')
  const last = words[words.length - 1]!
  const nth = /^\d+$/.test(last) && words.length > 1 ? Number(last) : 0
  const plain = (nth > 0 ? words.slice(0, -1) : words).map(w => (mirrored ? twinId(w) : w))
  // A leg on one side that stands in front is told so, though its stool has no other on that side.
  if (plain.length === 2 && plain[1] === 'leg' && role === 'front-leg' && plain[0] !== 'front') {
    plain.splice(1, 0, 'front')
  }
  if (nth === 0) return plain.join(' ')
  const kind = plain[plain.length - 1]!
  const first = BY_PLACE[kind]
  if (first === undefined || nth >= ORDINALS.length) return `${plain.join(' ')} ${nth}`
  const place = nth === 1 ? first : ORDINALS[nth]!
  const side = plain.slice(0, -1).filter(w => SIDES.has(w))
  return [...side, place, ...plain.slice(0, -1).filter(w => !SIDES.has(w)), kind].join(' ')
}

/**
 * Parts that make a back: what has one is seen by whoever sits in it; a table, bench or stool by whoever stands
 * before it.
 */
const BACK_ROLES = new Set(['back-post', 'crest-rail', 'slat', 'back-slat', 'spindle'])
const known = new WeakMap<readonly Part[], boolean>()
export function isSeenFromBefore({ parts }: Frame): boolean {
  const before = known.get(parts)
  if (before !== undefined) return before
  const isSo = !parts.some(p => BACK_ROLES.has(p.role))
  known.set(parts, isSo)
  return isSo
}

/** The side a part stands on, as it is named: left or right, or neither. */
export function handSeen(piece: Frame, id: string): Hand {
  const hand = handOf(id)
  return isSeenFromBefore(piece) && hand !== 'none' ? (twinId(hand) as Hand) : hand
}

/** What a part is called: its own name where somebody gave it one. */
export const partName = (piece: Frame, part: Part): string => part.label ?? nameByKind(part, isSeenFromBefore(piece))
/** The same by its id; the id where it is gone. */
export const nameOf = (piece: Frame, id: string): string => {
  const part = piece.parts.find(p => p.id === id)
  return part ? partName(piece, part) : id
}
/** `left side rail to left back post`. */
export const jointName = (piece: Frame, joint: Pick<Joint, 'enters' | 'receives'>): string =>
  `${nameOf(piece, joint.enters)} to ${nameOf(piece, joint.receives)}`
