/**
 * How a line of a cut sheet is drawn: wood as it is, an edge that is hidden, new wood that goes in, a cut that is made in the
 * old, a middle line.
 */
export type Pencil = 'wood' | 'hidden' | 'new' | 'cut' | 'middle'

/** A point of a view, millimetres: x along the joint out of the receiving part, y across it, upward. */
export type Flat = readonly [x: number, y: number]

export type Shape
  = | { readonly kind: 'rectangle', readonly from: Flat, readonly to: Flat, readonly pencil: Pencil, readonly hatched: boolean, readonly grain: 'x' | 'y' | null }
    | { readonly kind: 'circle', readonly middle: Flat, readonly radiusMm: number, readonly pencil: Pencil }
    | { readonly kind: 'line', readonly from: Flat, readonly to: Flat, readonly pencil: Pencil }

/** A size between two points of a view: its line lies so far off them, across (below where it runs along x, left where along y). */
export interface Dimension {
  readonly from: Flat
  readonly to: Flat
  readonly offMm: number
  readonly words: string
}

export interface View { readonly id: 'along' | 'end' | 'side', readonly title: string, readonly shapes: readonly Shape[], readonly dimensions: readonly Dimension[] }

/** What one saws, bores and pares from: views at 1:1, and what to try first. */
export interface Sheet { readonly title: string, readonly views: readonly View[] }

const place = (a: Flat, b: Flat): { from: Flat, to: Flat } => ({ from: [Math.min(a[0], b[0]), Math.min(a[1], b[1])], to: [Math.max(a[0], b[0]), Math.max(a[1], b[1])] })

/** A rectangle between two corners. */
export const rectangle = (pencil: Pencil, a: Flat, b: Flat, { hatched = false, grain = null }: { hatched?: boolean, grain?: 'x' | 'y' | null } = {}): Shape =>
  ({ kind: 'rectangle', ...place(a, b), pencil, hatched, grain })

/** A band round the middle line, from one x to another. */
export const band = (fromX: number, toX: number, thickMm: number, pencil: Pencil, more: { hatched?: boolean, grain?: 'x' | 'y' | null } = {}, middleY = 0): Shape =>
  rectangle(pencil, [fromX, middleY - thickMm / 2], [toX, middleY + thickMm / 2], more)

export const circle = (middle: Flat, diameterMm: number, pencil: Pencil): Shape => ({ kind: 'circle', middle, radiusMm: diameterMm / 2, pencil })

/** A size along x between two places, under or over the view. */
export const along = (fromX: number, toX: number, atY: number, offMm: number, words: string): Dimension => ({ from: [fromX, atY], to: [toX, atY], offMm, words })
/** A size across, beside the view. */
export const across = (atX: number, thickMm: number, offMm: number, words: string, middleY = 0): Dimension =>
  ({ from: [atX, middleY - thickMm / 2], to: [atX, middleY + thickMm / 2], offMm, words })

/** How long a dimension is, millimetres. */
export const lengthOf = ({ from, to }: Dimension): number => Math.hypot(to[0] - from[0], to[1] - from[1])

/** The box that holds a view with its dimensions, millimetres. */
export function boxOf({ shapes, dimensions }: View): { from: Flat, to: Flat } {
  const points: Flat[] = [
    ...shapes.flatMap((s): Flat[] => (s.kind === 'circle'
      ? [[s.middle[0] - s.radiusMm, s.middle[1] - s.radiusMm], [s.middle[0] + s.radiusMm, s.middle[1] + s.radiusMm]]
      : [s.from, s.to])),
    ...dimensions.flatMap(d => lineOf(d)),
  ]
  const [xs, ys] = [points.map(p => p[0]), points.map(p => p[1])]
  return { from: [Math.min(...xs), Math.min(...ys)], to: [Math.max(...xs), Math.max(...ys)] }
}

/** Where a dimension's own line runs: below what runs along x, left of what runs along y. */
export function lineOf({ from, to, offMm }: Dimension): [Flat, Flat] {
  const isAlong = Math.abs(to[0] - from[0]) >= Math.abs(to[1] - from[1])
  return isAlong
    ? [[from[0], from[1] - offMm], [to[0], to[1] - offMm]]
    : [[from[0] - offMm, from[1]], [to[0] - offMm, to[1]]]
}
