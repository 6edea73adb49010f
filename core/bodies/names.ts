import type { Piece } from '../piece/schema'
import { nameOf } from '../piece/names'
import { partOfBody, placeOfBody } from './standing'

/** How a body is called: by its part’s name, and by which stretch of it where the part is in two or more. */
export function bodyName(piece: Piece, body: string): string {
  const place = placeOfBody(piece, body)
  const label = nameOf(piece, partOfBody(body))
  if (place === null) return label
  if (place.upright && place.of === 2) return `${place.nth === 1 ? 'lower' : 'upper'} half of the ${label}`
  return `piece ${place.nth} of ${place.of} of the ${label}`
}
