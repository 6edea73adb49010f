import { succeed, type Result } from '../measure/result'
import type { Piece } from '../piece/schema'
import { pullToDrawing, type Pull } from './against-drawing'
import { feetOf, type Foot } from './feet'
import { levelFeet, type FeetAim, type Levelling, type Slope } from './feet-heights'
import {
  misreadByMark,
  misreadBySecond,
  pairsOf,
  shapeFromTapes,
  tapeKey,
  type Drawn,
  type Misread,
  type Reading,
  type TapeShape,
} from './feet-tapes'
import type { Ground } from './ground'

/** Readings of a piece by the check they belong to; a foot’s by its part, a tape’s by both. */
export const TAPES = 'feet-tapes'
export const TAPES_AGAIN = 'feet-again'
export const TO_MARK = 'feet-mark'
export const HEIGHTS = 'feet-heights'
export const FLOOR = 'floor-heights'
export const SEAT = 'seat-heights'

const readAt = (piece: Piece, check: string, place: string): number | null =>
  piece.trueReadings?.[`${check}/${place}`]?.value ?? null

/** The feet of a piece as points to lay tapes between. */
export const drawnFeet = (piece: Piece): Drawn[] => feetOf(piece).map(f => ({ id: f.part, xMm: f.xMm, zMm: f.zMm }))

/** The tapes between its feet that were read, first or again. */
export function tapesOn(piece: Piece, check: typeof TAPES | typeof TAPES_AGAIN): Reading[] {
  return pairsOf(drawnFeet(piece)).flatMap(([a, b]) => {
    const mm = readAt(piece, check, tapeKey(a.id, b.id))
    return mm === null ? [] : [{ a: a.id, b: b.id, mm }]
  })
}

/** Where a mark is made for four more tapes: half a depth in front of the front feet, off both diagonals. */
export function markFor(feet: readonly Ground[]): Ground {
  const [front, back] = [Math.max(...feet.map(f => f.zMm)), Math.min(...feet.map(f => f.zMm))]
  return {
    xMm: (Math.max(...feet.map(f => f.xMm)) - Math.min(...feet.map(f => f.xMm))) / 8,
    zMm: front + (front - back) / 2,
  }
}

/** Where the feet land by their tapes, which tape was misread where more readings tell it, and what to pull. */
export interface FeetLand {
  readonly shape: TapeShape
  readonly pull: Pull
  readonly misread: Misread | null
}

/** Null while no tape was read. A reading that is missing, or cannot be, is named by its tape in the issue’s path. */
export function feetLand(piece: Piece): Result<FeetLand> | null {
  const drawn = drawnFeet(piece)
  const first = tapesOn(piece, TAPES)
  if (drawn.length !== 4 || first.length === 0) return null
  const shape = shapeFromTapes(drawn, first)
  if (!shape.ok) return shape
  const misread = shape.value.isMisread ? namedMisread(piece, drawn, first) : succeed(null)
  if (!misread.ok) return misread
  // What was found out replaces the reading it is about.
  const found = misread.value
  const right = found ? first.map(r => (r.a === found.a && r.b === found.b ? { ...r, mm: found.isMm } : r)) : first
  const laid = found ? shapeFromTapes(drawn, right) : shape
  return laid.ok ? succeed({ shape: laid.value, pull: pullToDrawing(laid.value.feet, drawn), misread: found }) : laid
}

function namedMisread(piece: Piece, drawn: readonly Drawn[], first: readonly Reading[]): Result<Misread | null> {
  const second = tapesOn(piece, TAPES_AGAIN)
  if (second.length === first.length) return misreadBySecond(drawn, first, second)
  const toMark = drawn.flatMap((d) => {
    const mm = readAt(piece, TO_MARK, d.id)
    return mm === null ? [] : [{ id: d.id, mm }]
  })
  return toMark.length === drawn.length ? misreadByMark(drawn, first, markFor(drawn), toMark) : succeed(null)
}

/** How deep and how wide the feet stand, millimetres: over these a seat’s slope is told. */
export function standOver(feet: readonly Ground[]): { readonly deepMm: number, readonly wideMm: number } {
  const span = (of: (f: Ground) => number) => {
    const middle = feet.reduce((s, f) => s + of(f), 0) / feet.length
    const mean = (some: readonly Ground[]) => some.reduce((s, f) => s + of(f), 0) / Math.max(1, some.length)
    return mean(feet.filter(f => of(f) >= middle)) - mean(feet.filter(f => of(f) < middle))
  }
  return { deepMm: span(f => f.zMm), wideMm: span(f => f.xMm) }
}

/**
 * What to take off the feet, by their heights over a board; null while not one was read. A foot without a reading is
 * named.
 */
export function levelled(piece: Piece): Result<Levelling> | null {
  const feet = feetOf(piece)
  const read = feet.map(f => readAt(piece, HEIGHTS, f.part))
  if (read.every(r => r === null)) return null
  const missing = feet[read.indexOf(null)]
  if (missing) {
    return {
      ok: false,
      issues: [
        { path: missing.part, code: 'missing', message: 'Every foot’s height over the board, 0 where it touches.' },
      ],
    }
  }
  const heights = feet.map((f, i) => ({
    ...f,
    id: f.part,
    heightMm: read[i]!,
    floorMm: readAt(piece, FLOOR, f.part) ?? 0,
  }))
  return levelFeet(heights, aimOf(piece, feet))
}

function aimOf(piece: Piece, feet: readonly Foot[]): FeetAim {
  const aim = piece.feetAim ?? { kind: 'as-held' as const, riseMm: null }
  if (aim.kind !== 'slope') return { kind: aim.kind }
  const { deepMm, wideMm } = standOver(feet)
  const seat = (place: string) => readAt(piece, SEAT, place)
  const per = (far: number | null, near: number | null, overMm: number) =>
    far === null || near === null ? 0 : (far - near) / overMm
  const heldPer: Slope = {
    perX: per(seat('left'), seat('right'), wideMm),
    perZ: per(seat('front'), seat('back'), deepMm),
  }
  return { kind: 'slope', heldPer, wantedPer: { perX: 0, perZ: (aim.riseMm?.value ?? 0) / deepMm } }
}
