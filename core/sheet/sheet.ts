import type { Phrase } from '../measure/phrase'

/**
 * How a line of a cut sheet is drawn: wood as it is, an edge that is hidden, new wood that goes in, a cut that is
 * made in the old, a middle line, a break.
 */
export type Pencil = 'wood' | 'hidden' | 'new' | 'cut' | 'middle' | 'break'

/** A point of a view, millimetres: x along the joint out of the receiving part, y across it, upward. */
export type Flat = readonly [x: number, y: number]

export type Shape
  = | {
    readonly kind: 'rectangle'
    readonly from: Flat
    readonly to: Flat
    readonly pencil: Pencil
    readonly hatched: boolean
    readonly grain: 'x' | 'y' | null
  }
  | { readonly kind: 'polygon', readonly points: readonly Flat[], readonly pencil: Pencil, readonly hatched: boolean }
  | { readonly kind: 'circle', readonly middle: Flat, readonly radiusMm: number, readonly pencil: Pencil }
  | { readonly kind: 'line', readonly from: Flat, readonly to: Flat, readonly pencil: Pencil }

/**
 * A size between two points of a view: its line lies so far off them, below where it runs along x, left where along
 * y; of one that runs as its two points lie, to the right of the way from the first to the second.
 */
export interface Dimension {
  readonly from: Flat
  readonly to: Flat
  readonly offMm: number
  readonly words: string
  readonly slanted?: boolean
}

export interface View {
  readonly id: 'along' | 'end' | 'side' | 'face'
  readonly title: string
  readonly shapes: readonly Shape[]
  readonly dimensions: readonly Dimension[]
}

/**
 * What one saws, bores and pares from: views at 1:1, what they are measured from, how tools are set, and what to try
 * first.
 */
export interface Sheet {
  readonly title: string
  readonly views: readonly View[]
  /** What lengths are measured from. */
  readonly datum: Phrase
  /** Bit, stop, angle and fence for each cut. */
  readonly settings: readonly Phrase[]
  /** What is tried in scrap first, and what is measured on it. */
  readonly scrap: Phrase | null
}

const place = (a: Flat, b: Flat): { from: Flat, to: Flat } => ({
  from: [Math.min(a[0], b[0]), Math.min(a[1], b[1])],
  to: [Math.max(a[0], b[0]), Math.max(a[1], b[1])],
})

/** A rectangle between two corners. */
export const rectangle = (
  pencil: Pencil,
  a: Flat,
  b: Flat,
  { hatched = false, grain = null }: { hatched?: boolean, grain?: 'x' | 'y' | null } = {},
): Shape => ({ kind: 'rectangle', ...place(a, b), pencil, hatched, grain })

/** A band round the middle line, from one x to another. */
export const band = (
  fromX: number,
  toX: number,
  thickMm: number,
  pencil: Pencil,
  more: { hatched?: boolean, grain?: 'x' | 'y' | null } = {},
  middleY = 0,
): Shape => rectangle(pencil, [fromX, middleY - thickMm / 2], [toX, middleY + thickMm / 2], more)

export const polygon = (pencil: Pencil, points: readonly Flat[], hatched = false): Shape => ({
  kind: 'polygon',
  points,
  pencil,
  hatched,
})

/** A bar of some thickness between two points, as its four corners. */
export function bar(pencil: Pencil, from: Flat, to: Flat, thickMm: number): Shape {
  const long = Math.hypot(to[0] - from[0], to[1] - from[1])
  const [nx, ny] = [((-(to[1] - from[1]) / long) * thickMm) / 2, (((to[0] - from[0]) / long) * thickMm) / 2]
  return polygon(pencil, [
    [from[0] + nx, from[1] + ny],
    [to[0] + nx, to[1] + ny],
    [to[0] - nx, to[1] - ny],
    [from[0] - nx, from[1] - ny],
  ])
}

export const circle = (middle: Flat, diameterMm: number, pencil: Pencil): Shape => ({
  kind: 'circle',
  middle,
  radiusMm: diameterMm / 2,
  pencil,
})

/** A size along x between two places, under or over the view. */
export const along = (fromX: number, toX: number, atY: number, offMm: number, words: string): Dimension => ({
  from: [fromX, atY],
  to: [toX, atY],
  offMm,
  words,
})
/** A size across, beside the view. */
export const across = (atX: number, thickMm: number, offMm: number, words: string, middleY = 0): Dimension => ({
  from: [atX, middleY - thickMm / 2],
  to: [atX, middleY + thickMm / 2],
  offMm,
  words,
})

/** A size as its two points lie. */
export const slanted = (from: Flat, to: Flat, offMm: number, words: string): Dimension => ({
  from,
  to,
  offMm,
  words,
  slanted: true,
})

/** How long a dimension is, millimetres. */
export const lengthOf = ({ from, to }: Dimension): number => Math.hypot(to[0] - from[0], to[1] - from[1])

function cornersOf(s: Shape): readonly Flat[] {
  if (s.kind === 'polygon') return s.points
  if (s.kind !== 'circle') return [s.from, s.to]
  const [x, y] = s.middle
  return [
    [x - s.radiusMm, y - s.radiusMm],
    [x + s.radiusMm, y + s.radiusMm],
  ]
}

/** The box that holds a view with its dimensions, millimetres. */
export function boxOf({ shapes, dimensions }: View): { from: Flat, to: Flat } {
  const points: Flat[] = [...shapes.flatMap(cornersOf), ...dimensions.flatMap(d => lineOf(d))]
  const [xs, ys] = [points.map(p => p[0]), points.map(p => p[1])]
  return { from: [Math.min(...xs), Math.min(...ys)], to: [Math.max(...xs), Math.max(...ys)] }
}

/**
 * Where a dimension's own line runs: below what runs along x, left of what runs along y, beside what runs as it
 * likes.
 */
export function lineOf({ from, to, offMm, slanted: isSlanted }: Dimension): [Flat, Flat] {
  if (isSlanted) {
    const long = Math.hypot(to[0] - from[0], to[1] - from[1])
    const [nx, ny] = [((to[1] - from[1]) / long) * offMm, (-(to[0] - from[0]) / long) * offMm]
    return [
      [from[0] + nx, from[1] + ny],
      [to[0] + nx, to[1] + ny],
    ]
  }
  const isAlong = Math.abs(to[0] - from[0]) >= Math.abs(to[1] - from[1])
  return isAlong
    ? [
        [from[0], from[1] - offMm],
        [to[0], to[1] - offMm],
      ]
    : [
        [from[0] - offMm, from[1]],
        [to[0] - offMm, to[1]],
      ]
}
