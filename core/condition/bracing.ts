import type { Joint, Piece } from '../piece/schema'
import { isTable, partOf } from '../piece/facts'

/**
 * Flat rails that meet at the corners of a seat: where there are none there is no corner to block, and nothing to
 * web.
 */
const CORNER_ROLES = ['front-rail', 'side-rail', 'back-rail']
/** Parts above the seat: that blocks under it are gone does not loosen them. */
const ABOVE = new Set([
  'crest-rail',
  'slat',
  'back-slat',
  'spindle',
  'stick',
  'bow',
  'arm',
  'arm-post',
  'top',
  'leaf',
  'fly-rail',
  'gate-rail',
])

/** What of its bracing a piece has a place for, so that it is asked after: corner blocks, webbing. */
export function bracingAsked(piece: Piece): { readonly blocks: boolean, readonly webbing: boolean } {
  const hasCorners
    = !isTable(piece)
      && CORNER_ROLES.filter(role => piece.parts.some(p => p.role === role && p.section.shape === 'rectangle')).length >= 2
  return { blocks: hasCorners, webbing: hasCorners }
}

/** Whether a part is a rail of the seat frame. */
export const isCornerRail = (piece: Piece, part: string): boolean =>
  CORNER_ROLES.includes(partOf(piece, part).role) && partOf(piece, part).section.shape === 'rectangle'

/** Whether blocks are drawn as parts of their own, so that each is told by itself. */
export const drawsBlocks = (piece: Piece): boolean => piece.parts.some(p => p.role === 'corner-block')

/** Whether the bracing of the frame has to do with a joint. */
export const isBraced = (piece: Piece, joint: Joint): boolean =>
  !ABOVE.has(partOf(piece, joint.enters).role) && !ABOVE.has(partOf(piece, joint.receives).role)
