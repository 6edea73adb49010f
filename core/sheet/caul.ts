import { formatLength } from '../measure/length'
import { say, type Phrase } from '../measure/phrase'
import { along, circle, polygon, slanted, type Flat, type Sheet, type View } from './sheet'

/**
 * A caul: as long under the jaw, as thick at its thin end or under its notch, millimetres
 * (docs/sources.md#clamp-forces, low).
 */
const LONG_MM = 60
const THIN_MM = 12
/** A notch goes so far past where the round part touches it, and has as much wood beside it, millimetres. */
const PAST_TOUCH_MM = 4
const BESIDE_MM = 10
/** No wedge steeper than this stays where it is put, degrees: then the clamp wants another place. */
export const STEEPEST_CAUL_DEG = 25
/** Points along a drawn arc. */
const ARC_STEPS = 32

/**
 * What a jaw stands on: a face that is not square to the pull, a round part, a part bent in the plane of the pull, or
 * several of these.
 */
export interface CaulFor {
  /** Between the pull and the face’s normal, degrees. */
  readonly offSquareDeg: number
  /** How thick a round part is there. */
  readonly roundMm?: number | undefined
  /** The radius its middle is bent to, and how thick it is in that plane. */
  readonly curve?: { readonly radiusMm: number, readonly thickMm: number } | undefined
}

/** Whether a jaw wants a caul of its own there. `slipDeg`: from where a flat pad slips. */
export const wantsCaul = ({ offSquareDeg, roundMm, curve }: CaulFor, slipDeg: number): boolean =>
  offSquareDeg <= STEEPEST_CAUL_DEG && (offSquareDeg > slipDeg || roundMm !== undefined || curve !== undefined)

/**
 * What is sawn to lie between a jaw and what it presses: its base on the wood, its top square to the clamp; notched
 * for a round part, hollowed and rounded for the two sides of a bend.
 * @throws RangeError for a slope outside 0 to 25 degrees, or where a flat pad does
 */
export function caulSheet(on: CaulFor, title: string): Sheet {
  const { offSquareDeg, roundMm, curve } = on
  const isSloped = offSquareDeg > 0
  if (!(offSquareDeg >= 0 && offSquareDeg <= STEEPEST_CAUL_DEG)) {
    throw new RangeError(`A caul of ${offSquareDeg} degrees does not stay: 0 to ${STEEPEST_CAUL_DEG}.`)
  }
  if (!isSloped && !roundMm && !curve) throw new RangeError('A flat pad does there.')
  const views = [
    ...(isSloped ? [slopedView(offSquareDeg)] : []),
    ...(roundMm ? [notchView(roundMm)] : []),
    ...(curve ? [hollowView(curve.radiusMm + curve.thickMm / 2), roundedView(curve.radiusMm - curve.thickMm / 2)] : []),
  ]
  return {
    title,
    views,
    datum: datumOf(on),
    settings: [],
    scrap: say`Hold it under the jaw dry: the clamp goes on straight, and nothing creeps or rolls when it is nipped up.`,
  }
}

const written = (mm: number) => formatLength(mm, 'mm')

const datumOf = ({ roundMm, curve }: CaulFor): Phrase =>
  roundMm
    ? say`The notch is square, 90 degrees, and runs along the part; leather or cork in it. Its other face is for the jaw.`
    : curve
      ? say`The hollow one goes on the outside of the bend, the rounded one inside; cork on both. Their flat faces are for the jaws.`
      : say`Its base lies on the face, grit paper or cork under it; its top is square to the pull.`

function slopedView(offSquareDeg: number): View {
  const riseMm = LONG_MM * Math.tan((offSquareDeg * Math.PI) / 180)
  return {
    id: 'side',
    title: 'From the side, its base on the wood',
    shapes: [
      { kind: 'line', from: [-20, 0], to: [LONG_MM + 20, 0], pencil: 'wood' },
      polygon('new', [
        [0, 0],
        [LONG_MM, 0],
        [LONG_MM, THIN_MM + riseMm],
        [0, THIN_MM],
      ]),
    ],
    dimensions: [
      along(0, LONG_MM, 0, 8, written(LONG_MM)),
      { from: [0, 0], to: [0, THIN_MM], offMm: 8, words: written(THIN_MM) },
      { from: [LONG_MM, 0], to: [LONG_MM, THIN_MM + riseMm], offMm: -8, words: written(THIN_MM + riseMm) },
      slanted(
        [0, THIN_MM],
        [LONG_MM, THIN_MM + riseMm],
        -4,
        written(LONG_MM / Math.cos((offSquareDeg * Math.PI) / 180)),
      ),
    ],
  }
}

/** A round part touches a square notch at 0.71 of its radius to each side; the notch goes a little past that. */
function notchView(roundMm: number): View {
  const radiusMm = roundMm / 2
  const deepMm = Math.ceil(radiusMm / Math.SQRT2 + PAST_TOUCH_MM)
  const half = deepMm + BESIDE_MM
  const bottom = THIN_MM
  const top = THIN_MM + deepMm
  return {
    id: 'end',
    title: 'From its end, the round part in its notch',
    shapes: [
      polygon('new', [
        [-half, 0],
        [half, 0],
        [half, top],
        [deepMm, top],
        [0, bottom],
        [-deepMm, top],
        [-half, top],
      ]),
      circle([0, bottom + radiusMm * Math.SQRT2], roundMm, 'wood'),
    ],
    dimensions: [
      along(-half, half, 0, 8, written(2 * half)),
      along(-deepMm, deepMm, top, -radiusMm - 16, written(2 * deepMm)),
      { from: [-half, 0], to: [-half, top], offMm: 8, words: written(top) },
      { from: [half, 0], to: [half, bottom], offMm: -8, words: written(bottom) },
    ],
  }
}

/** A flat-backed block whose face is hollowed to lie on the outside of a bend. */
function hollowView(radiusMm: number): View {
  const riseMm = riseOf(radiusMm)
  return {
    id: 'along',
    title: 'Outside the bend, hollowed',
    shapes: [polygon('new', [[0, 0], [LONG_MM, 0], ...arc(radiusMm, THIN_MM + riseMm, -1)])],
    dimensions: [
      along(0, LONG_MM, 0, 8, written(LONG_MM)),
      { from: [0, 0], to: [0, THIN_MM + riseMm], offMm: 8, words: written(THIN_MM + riseMm) },
      { from: [LONG_MM / 2, 0], to: [LONG_MM / 2, THIN_MM], offMm: -4, words: written(THIN_MM) },
    ],
  }
}

/** The same, rounded to lie inside it. */
function roundedView(radiusMm: number): View {
  const riseMm = riseOf(radiusMm)
  return {
    id: 'face',
    title: 'Inside the bend, rounded',
    shapes: [polygon('new', [[0, 0], [LONG_MM, 0], ...arc(radiusMm, THIN_MM, 1)])],
    dimensions: [
      along(0, LONG_MM, 0, 8, written(LONG_MM)),
      { from: [0, 0], to: [0, THIN_MM], offMm: 8, words: written(THIN_MM) },
      { from: [LONG_MM / 2, 0], to: [LONG_MM / 2, THIN_MM + riseMm], offMm: -4, words: written(THIN_MM + riseMm) },
    ],
  }
}

/**
 * How far an arc of a radius stands off its chord over a caul’s length; of a bend tighter than half of it, its
 * radius.
 */
function riseOf(radiusMm: number): number {
  const half = LONG_MM / 2
  return radiusMm <= half ? radiusMm : radiusMm - Math.sqrt(radiusMm ** 2 - half ** 2)
}

/** Points of an arc from the right end back to the left, its ends so high; it sinks (−1) or rises (1) between them. */
function arc(radiusMm: number, endsMm: number, way: 1 | -1): Flat[] {
  const half = LONG_MM / 2
  const r = Math.max(radiusMm, half)
  const drop = (x: number) => Math.sqrt(r ** 2 - x ** 2) - Math.sqrt(r ** 2 - half ** 2)
  return Array.from({ length: ARC_STEPS + 1 }, (_, i): Flat => {
    const x = LONG_MM * (1 - i / ARC_STEPS)
    return [x, endsMm + way * drop(x - half)]
  })
}
