/**
 * A piece small enough for a list, as SVG paths in a square of `SMALL_SIDE`. Later faces lie in front of earlier
 * ones.
 */
export interface SmallPicture {
  /** Outline, tone from 25 in shade to 100 in the light, edges. */
  readonly faces: readonly (readonly [outline: string, tonePct: number, edges: string])[]
  /** Edges of what the piece has lost. */
  readonly lost: string
  /** Strokes of breaks, splits and repairs. */
  readonly strokes: string
  readonly dots: readonly SmallDot[]
  /** Where its loose joints are. */
  readonly loose: readonly (SmallDot & { readonly joint: string })[]
}
export interface SmallDot {
  readonly x: number
  readonly y: number
}

/** The side of the square, in the picture's own units: two to a pixel of the largest list it stands in. */
export const SMALL_SIDE = 200
