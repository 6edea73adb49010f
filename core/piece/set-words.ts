import type { Piece } from './document-schema'

/** `2 of 4`, or nothing for a piece that stands alone. */
export const memberWords = (piece: Pick<Piece, 'set'>): string =>
  piece.set ? `${piece.set.member} of ${piece.set.of}` : ''
