import { asFound } from '../bodies'
import type { Piece } from '../piece/schema'
import type { View } from './camera'
import { drawPiece, type Drawing, type DrawOptions } from './draw'
import { movedPiece } from './explode'

/** The piece drawn as it stands before it is mended: what is in two lies apart. */
export function drawAsFound(piece: Piece, view: View, options: DrawOptions = {}): Drawing {
  const { parts, joints, offsets } = asFound(piece)
  const moved = movedPiece(parts, joints, offsets)
  return drawPiece(moved.parts, moved.joints, view, options)
}
