import type { Part } from '../document-schema'
import { axisLengthMm } from '../geometry'
import { buttFor, seatAlong, seatAt, type FrameBuilder } from './builder'
import { option, type OptionRow } from './family'

/** The four rails of a seat, front and back from left to right, the sides from front to back. */
export interface Rails {
  readonly front: Part
  readonly back: Part
  readonly left: Part
  readonly right: Part
}

export const cornerBlocks = (usual: 'none' | 'screwed'): OptionRow =>
  option('blocks', 'Corner blocks', usual, ['none', 'none'], ['glued', 'glued'], ['screwed', 'glued and screwed'])

/** How far from the corner a block reaches along both rails, at which height it lies, and its section, millimetres. */
interface BlockSizes {
  readonly inMm: number
  readonly yMm: number
  readonly thicknessMm: number
  readonly heightMm: number
}

/**
 * Blocks across the inside of the corners, each a part of its own; where the corner is bolted, the bolt pulls on
 * them.
 */
export function addCornerBlocks(
  b: FrameBuilder,
  rails: Rails,
  how: string,
  { inMm, yMm, thicknessMm, heightMm }: BlockSizes,
): void {
  if (how === 'none') return
  const joint = buttFor(thicknessMm, Math.round(heightMm), how === 'screwed' ? 2 : 0)
  const at = (rail: Part, share: number) => {
    const [x, , z] = seatAlong(rail, share).point
    return seatAt(rail, [x, yMm, z])
  }
  const share = (rail: Part) => Math.min(0.45, inMm / axisLengthMm(rail))
  const block = (corner: string, across: Part, acrossShare: number, side: Part, sideShare: number) =>
    b.bar(
      { id: `${corner}-block`, role: 'corner-block', thicknessMm, heightMm },
      at(across, acrossShare),
      at(side, sideShare),
      joint,
    )
  block('left-front', rails.front, share(rails.front), rails.left, share(rails.left))
  block('right-front', rails.front, 1 - share(rails.front), rails.right, share(rails.right))
  block('left-back', rails.back, share(rails.back), rails.left, 1 - share(rails.left))
  block('right-back', rails.back, 1 - share(rails.back), rails.right, 1 - share(rails.right))
}
