import { formatLength } from '../measure/length'
import { pegShapeOf } from '../piece/joint-forms'
import {
  across,
  along,
  band,
  circle,
  polygon,
  rectangle,
  type Dimension,
  type Flat,
  type Shape,
  type View,
} from '../sheet'
import type { Pattern, PatternBore, PatternStation } from './pattern'

const written = (mm: number): string => formatLength(mm, 'mm')
const RAD = Math.PI / 180
/** Thicknesses that differ by less are written once, millimetres. */
const ALIKE_MM = 0.2
/** So many stations and holes are written along a part before its drawing is only lines. */
const MOST_WRITTEN = 8

/**
 * Sizes stand off a long part as far as they can be told apart where it is seen whole: this share of its length, a
 * row each.
 */
const OFF_SHARE = 0.028

type Side = 'front' | 'side'
const thickOf = (s: PatternStation, isRound: boolean, side: Side): number =>
  isRound ? Math.max(s.widthMm, s.depthMm) : side === 'front' ? s.widthMm : s.depthMm

/**
 * A part by its stations, with its tenons and what is bored into it: once where it is round, from two sides where it
 * is not.
 */
export function patternViews(pattern: Pattern): View[] {
  const front = viewFrom(pattern, 'front')
  return pattern.isRound ? [front] : [front, viewFrom(pattern, 'side')]
}

function viewFrom(pattern: Pattern, side: Side): View {
  const {
    lengthMm,
    stations,
    ends: [first, last],
  } = pattern
  const sizes = stations.map(s => ({ atMm: s.atMm, thickMm: thickOf(s, pattern.isRound, side) }))
  const upper = sizes.map((s): Flat => [s.atMm, s.thickMm / 2])
  const lower = [...sizes].reverse().map((s): Flat => [s.atMm, -s.thickMm / 2])
  const mostMm = Math.max(...sizes.map(s => s.thickMm)) / 2
  const shown = sizes
    .filter((s, i) => i === 0 || Math.abs(s.thickMm - sizes[i - 1]!.thickMm) > ALIKE_MM)
    .slice(0, MOST_WRITTEN)
  const bores = side === 'front' ? pattern.bores : []
  const tenons = (
    [
      ['first', first],
      ['last', last],
    ] as const
  ).filter(([, e]) => e.tenonMm > 0)
  const rowMm = Math.max(10, OFF_SHARE * lengthMm)
  return {
    id: side === 'front' ? 'along' : 'side',
    title: pattern.isRound
      ? 'The part, by its stations'
      : side === 'front'
        ? 'Its broad face or front'
        : 'From its side',
    shapes: [
      polygon('new', [...upper, ...lower]),
      ...tenons.map(([end, e]) =>
        end === 'first'
          ? band(-e.tenonMm, 0, e.tenonThickMm, 'new')
          : band(lengthMm, lengthMm + e.tenonMm, e.tenonThickMm, 'new'),
      ),
      ...bores.map(b => mouthOf(b, mostMm)),
      { kind: 'line', from: [-12 - first.tenonMm, 0], to: [lengthMm + 12 + last.tenonMm, 0], pencil: 'middle' },
    ],
    dimensions: [
      along(0, lengthMm, -mostMm, rowMm, written(lengthMm)),
      ...tenons.flatMap(([end, e]): Dimension[] =>
        end === 'first'
          ? [
              along(-e.tenonMm, 0, -mostMm, rowMm, written(e.tenonMm)),
              across(-e.tenonMm, e.tenonThickMm, 0.8 * rowMm, written(e.tenonThickMm)),
            ]
          : [along(lengthMm, lengthMm + e.tenonMm, -mostMm, rowMm, written(e.tenonMm))],
      ),
      ...shown.map(s => across(s.atMm, s.thickMm, -0.8 * rowMm, written(s.thickMm))),
      ...shown.slice(1).map((s, i) => along(0, s.atMm, -mostMm, rowMm * (2 + i), written(s.atMm))),
      ...bores.slice(0, MOST_WRITTEN).map((b, i) => along(0, b.atMm, mostMm, -rowMm * (1 + i), written(b.atMm))),
    ],
  }
}

/**
 * Where something enters it, seen from the front: round by its bit, square by its mortise; what is bored from behind
 * is hidden.
 */
function mouthOf(b: PatternBore, halfMm: number): Shape {
  const peg = pegShapeOf(b.joint.form)
  const middle: Flat = [b.atMm, halfMm * Math.sin(b.turnDeg * RAD)]
  const pencil = Math.abs(b.turnDeg) > 90 ? 'hidden' : 'cut'
  if (peg?.shape !== 'rectangle') return circle(middle, peg?.thicknessMm ?? 0, pencil)
  const [long, thick] = [peg.widthMm / 2, peg.thicknessMm / 2]
  return rectangle(pencil, [middle[0] - long, middle[1] - thick], [middle[0] + long, middle[1] + thick])
}
