import { figureOf, input, inputOf, type FigureInput } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import { cross, distance, length, subtract, unit } from '../measure/vec'
import { tagOf } from '../piece/facts'
import { axisLengthMm } from '../piece/geometry'
import { pegShapeOf } from '../piece/joint-forms'
import { nameOf, partName } from '../piece/names'
import { twinId } from '../piece/sides'
import type { Part } from '../piece/schema'
import { before, using, type Step } from '../work'
import { no, sizeMm, type Size, type Stock, type Verdict } from './mend'
import { mirrored, patternOf, type Pattern, type PatternBore } from './pattern'
import type { Setting } from './setting'
import { partIn, type WoodCase } from './wood-case'

/** What a part that is made again is made after, and what is common to every way of making it. */

/** Off the straight by more than this a part is bent or sawn to a curve, millimetres. */
const STRAIGHT_MM = 3
/** Parts that are no sticks: a seat or a top is a made-up panel. */
const PANELS = new Set(['seat', 'top', 'leaf'])
/** Both ends of what stands between two others, and not only lies against them. */
export const isBetween = ({ ends }: Pattern): boolean => ends.every(e => e.joint !== null && e.joint.form.kind !== 'butt')

/** Why a part is not copied as a straight bar; null where it is. */
export function noBar(part: Part): Verdict | null {
  if (PANELS.has(part.role)) {
    return no(say`a ${part.role} is a panel, not a bar: its boards, joints and movement are not worked out here yet`)
  }
  return isBent(part) ? no(say`it is bent: sawn to its curve, bent in steam, or built up of layers`) : null
}

const size = (id: Size['id'], label: string, value: number, rule: string, inputs: readonly FigureInput[]): Size =>
  sizeMm(id, label, value, rule, inputs, 'drawing')
/** Its length between shoulders as somebody measured it in the frame, millimetres; null where nobody has. */
export const dryMm = (c: WoodCase) => c.piece.dryFit?.[partIn(c).id] ?? null

export interface Copied {
  readonly pattern: Pattern
  readonly twin: Part | null
  /** The twin is of the other hand. */
  readonly isMirrored: boolean
}

/**
 * What it is cut from: its twin’s shape where it has one, turned over for the other hand, and its own length as
 * measured.
 */
export function copied(c: WoodCase): Copied {
  const part = partIn(c)
  const twin = twinOf(c, part)
  const own = patternOf(c.piece, part)
  const isMirrored = twin !== null && twin.id === twinId(part.id) && twin.id !== part.id
  if (!twin) return { pattern: withLength(own, dryMm(c)?.value ?? own.lengthMm), twin, isMirrored }
  const theirs = patternOf(c.piece, twin)
  const other = isMirrored ? mirrored(theirs) : theirs
  const bores = isMirrored ? own.bores.map(b => boreAfter(other, b)) : own.bores
  const pattern = { ...own, stations: withLength(other, own.lengthMm).stations, bores }
  return { pattern: withLength(pattern, dryMm(c)?.value ?? own.lengthMm), twin, isMirrored }
}

/** A bore as its twin has it, under its own joint. */
function boreAfter(other: Pattern, own: PatternBore): PatternBore {
  const found = other.bores.find(b => twinId(b.joint.id) === own.joint.id)
  return found ? { ...found, joint: own.joint } : own
}

/** The same part of another length: all along it moves in proportion. */
function withLength(pattern: Pattern, lengthMm: number): Pattern {
  const scale = lengthMm / pattern.lengthMm
  return {
    ...pattern,
    lengthMm,
    stations: pattern.stations.map(s => ({ ...s, atMm: s.atMm * scale })),
    bores: pattern.bores.map(b => ({ ...b, atMm: b.atMm * scale })),
  }
}

function lengths(c: WoodCase, pattern: Pattern, tenonsMm: number): Size[] {
  const measured = dryMm(c)
  const between = measured
    ? inputOf('between shoulders, fitted dry', measured, 'mm')
    : input('between shoulders, drawn', pattern.lengthMm, 'mm', 'assumed')
  return [
    size(
      'length',
      measured ? 'finished length' : isBetween(pattern) ? 'finished length, provisional' : 'finished length',
      pattern.lengthMm + tenonsMm,
      'shoulder to shoulder, with its tenons',
      [between, input('tenons', tenonsMm, 'mm')],
    ),
  ]
}

/** Shoulders that are not square, by the angle a bevel is set to. */
const shoulders = ({ ends }: Pattern): Size[] =>
  ends.flatMap((e, i): Size[] =>
    e.shoulderDeg === 90
      ? []
      : [
          {
            id: 'end-slope',
            label: `shoulder at its ${i === 0 ? 'first' : 'last'} end`,
            figure: figureOf(
              e.shoulderDeg,
              'deg',
              'between its line and the line of what it meets there',
              [],
              'drawing',
              'medium',
            ),
          },
        ],
  )

/** How long and how thick it becomes, and how its shoulders are set. */
export function copySizes(c: WoodCase, pattern: Pattern): Size[] {
  const { thickMm, wideMm, tenonsMm } = outerOf(pattern)
  return [
    ...lengths(c, pattern, tenonsMm),
    size(
      'thickness',
      pattern.isRound ? 'largest diameter' : 'thickness',
      pattern.isRound ? wideMm : thickMm,
      'as its twin, at its thickest',
      [],
    ),
    ...(pattern.isRound ? [] : [size('width', 'width', wideMm, 'as its twin, at its widest', [])]),
    ...shoulders(pattern),
  ]
}

/** What it is turned or planed from, so much longer than it becomes. */
export function blankFor(c: WoodCase, pattern: Pattern, overMm = 0): Stock {
  const part = partIn(c)
  const { thickMm, wideMm, tenonsMm } = outerOf(pattern)
  return {
    id: 'part',
    serves: 'each',
    what: `blank for the ${nameOf(c.piece, part.id)}`,
    count: 1,
    sizesMm: [thickMm, wideMm, pattern.lengthMm + tenonsMm + overMm],
    wood: part.species,
    note: 'straight grain end to end, 1 in 15 or better',
  }
}

function outerOf({ stations, ends }: Pattern): { thickMm: number, wideMm: number, tenonsMm: number } {
  return {
    thickMm: Math.max(...stations.map(s => Math.min(s.widthMm, s.depthMm))),
    wideMm: Math.max(...stations.map(s => Math.max(s.widthMm, s.depthMm))),
    tenonsMm: ends.reduce((sum, e) => sum + e.tenonMm, 0),
  }
}

/** How the drill is set for one of its own holes. */
export function settingOf(b: PatternBore): Setting {
  const peg = pegShapeOf(b.joint.form)
  const way = Math.round(Math.abs(b.turnDeg))
  const round
    = way === 0
      ? say`from the front`
      : way === 180
        ? say`from the back`
        : say`${q(way, 'deg')} round to the ${b.turnDeg > 0 ? 'left' : 'right'}`
  return {
    what: say`${tagOf(b.joint)}, ${mm(b.atMm)} along, ${round}${peg?.shape === 'rectangle' ? say`, a mortise of ${mm(peg.thicknessMm)} × ${mm(peg.widthMm)}` : say``}`,
    ...(peg?.shape === 'round' ? { bitMm: peg.thicknessMm } : {}),
    stopMm: b.deepMm,
    angleDeg: b.angleDeg,
  }
}

/** What it is made after is written down before any wood is cut. */
export function measuring(c: WoodCase, { pattern, twin, isMirrored }: Copied): Step {
  const other = !isMirrored
    ? ''
    : pattern.bores.length > 0
      ? ', and make this one of the other hand: what is bored on its left comes on the right'
      : ', and make this one of the other hand'
  const words = twin
    ? say`Measure the ${partName(c.piece, twin)} at every change of shape; mark which end is which${other}.`
    : say`Read its ends from the sockets, its shape from the parts next to it.`
  return using(before('measure', 10, words), 'caliper', 'pencil')
}

/** What enters it is bored and chopped in the new wood. */
export const boring = ({ bores }: Pattern): Step[] =>
  bores.length === 0
    ? []
    : [
        using(
          before(
            'holes',
            5 + 8 * bores.length,
            say`Bore and chop what enters it, as the sheet sets them; the angle from the bevel, not by eye. Try each with its own tenon.`,
          ),
          'drill',
          'bit',
          'depth-stop',
          'bevel',
          'chisel',
        ),
      ]

/** Usual minutes at the lathe or the bench; a block is three saw cuts (docs/sources.md#working-rates, low). */
export const makingMin = (part: Part, { isRound }: Pattern): number => (part.role === 'corner-block' ? 15 : isRound ? 60 : 45)

/** Its counterpart on the other side; failing that another of its kind and length. */
function twinOf(c: WoodCase, part: Part): Part | null {
  const there = c.piece.parts.filter(p => !p.missing && p.id !== part.id)
  const longMm = axisLengthMm(part)
  return (
    there.find(p => p.id === twinId(part.id))
    ?? there.find(p => p.role === part.role && Math.abs(axisLengthMm(p) - longMm) < 0.1 * longMm)
    ?? null
  )
}

function isBent(part: Part): boolean {
  const [a, b] = [part.axis[0]!, part.axis[part.axis.length - 1]!]
  if (distance(a, b) < 1) return true
  const line = unit(subtract(b, a))
  return part.axis.some(p => length(cross(line, subtract(p, a))) > STRAIGHT_MM)
}
