import { figureOf, input, inputOf, type FigureInput } from '../measure/figure'
import { mm, q, say, type Phrase } from '../measure/phrase'
import { cross, distance, length, subtract, unit } from '../measure/vec'
import { tagOf } from '../piece/facts'
import { axisLengthMm } from '../piece/geometry'
import { pegShapeOf } from '../piece/joint-forms'
import { nameOf, partName } from '../piece/names'
import { isUpright } from '../piece/places'
import { twinId } from '../piece/sides'
import type { Part } from '../piece/schema'
import type { View } from '../sheet'
import { before, using, type Step } from '../work'
import { no, sizeMm, type Mend, type Size, type Verdict } from './mend'
import { mirrored, patternOf, type Pattern, type PatternBore } from './pattern'
import { patternViews } from './pattern-views'
import type { Setting } from './setting'
import { partIn, type WoodCase } from './wood-case'

/** A straight part that is lost, made again after its twin; its joints close as new ones. */
export const copyPart: Mend<WoodCase> = {
  id: 'copy-part',
  decides: 'a twin to measure, or its sockets; shoulder to shoulder from the frame fitted dry',
  tools: ['pencil', 'square', 'caliper', 'shaping', 'bevel', 'drill', 'bit', 'depth-stop', 'chisel', 'strap'],
  label: 'Made again',
  short: 'made again',
  opens: false,
  undo: 'yes',
  place: { conserve: 1, everyday: 1, strength: 1 },
  consider,
  datum: say`Lengths are from its first shoulder or its foot; tenons stand on beyond. Angles are to its own line, ways round it from its front or its top, as one looks along it.`,
  draw,
}

/** Off the straight by more than this a part is bent or sawn to a curve, millimetres. */
const STRAIGHT_MM = 3
/** Parts that are no sticks: a seat or a top is a made-up panel. */
const PANELS = new Set(['seat', 'top', 'leaf'])
/** Both ends of what stands between two others, and not only lies against them. */
const isBetween = ({ ends }: Pattern): boolean => ends.every(e => e.joint !== null && e.joint.form.kind !== 'butt')

function consider(c: WoodCase): Verdict {
  const part = partIn(c)
  if (PANELS.has(part.role)) {
    return no(say`a ${part.role} is a panel, not a bar: its boards, joints and movement are not worked out here yet`)
  }
  if (isBent(part)) return no(say`it is bent: sawn to its curve, bent in steam, or built up of layers`)
  const { pattern, twin, isMirrored } = copied(c)
  const tenonsMm = pattern.ends.reduce((sum, e) => sum + e.tenonMm, 0)
  const longMm = pattern.lengthMm + tenonsMm
  const thick = Math.max(...pattern.stations.map(s => Math.min(s.widthMm, s.depthMm)))
  const wide = Math.max(...pattern.stations.map(s => Math.max(s.widthMm, s.depthMm)))
  return {
    fits: true,
    reason: reasonOf(c, twin, pattern),
    sizes: [
      ...lengths(c, pattern, tenonsMm),
      size(
        'thickness',
        pattern.isRound ? 'largest diameter' : 'thickness',
        pattern.isRound ? wide : thick,
        'as its twin, at its thickest',
        [],
      ),
      ...(pattern.isRound ? [] : [size('width', 'width', wide, 'as its twin, at its widest', [])]),
      ...shoulders(pattern),
    ],
    stock: [
      {
        id: 'part',
        serves: 'each',
        what: `blank for the ${nameOf(c.piece, part.id)}`,
        count: 1,
        sizesMm: [thick, wide, longMm],
        wood: part.species,
        note: 'straight grain end to end, 1 in 15 or better',
      },
    ],
    steps: stepsOf(c, pattern, twin, isMirrored),
    settings: pattern.bores.map(settingOf),
    scrap: say`Make it once in cheap wood first: it has to go into both sockets and stand in line before the good wood is cut.`,
    cautions: ['blade', ...(pattern.bores.length > 0 ? ['drill' as const] : [])],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.8, high: 0.95 },
    design: { newWood: [part], bores: [], glueLines: [], pressing: [], closingMin: 0, strength: 'nearly-whole' },
  }
}

const size = (id: Size['id'], label: string, value: number, rule: string, inputs: readonly FigureInput[]): Size =>
  sizeMm(id, label, value, rule, inputs, 'drawing')
const dryMm = (c: WoodCase) => c.piece.dryFit?.[partIn(c).id] ?? null

function reasonOf(c: WoodCase, twin: Part | null, pattern: Pattern): Phrase {
  const after = twin
    ? say`straight, and the ${partName(c.piece, twin)} is there to measure`
    : say`straight; nothing like it is left, so its shape is read from its sockets and from the drawing`
  const isOpen = isBetween(pattern) && dryMm(c) === null
  return isOpen ? say`${after}; its length is provisional until the frame is fitted dry` : after
}

/**
 * What it is cut from: its twin’s shape where it has one, turned over for the other hand, and its own length as
 * measured.
 */
function copied(c: WoodCase): { pattern: Pattern, twin: Part | null, isMirrored: boolean } {
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

/** How the drill is set for one of its own holes. */
function settingOf(b: PatternBore): Setting {
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

function stepsOf(c: WoodCase, pattern: Pattern, twin: Part | null, isMirrored: boolean): Step[] {
  const part = partIn(c)
  const isTenoned = pattern.ends.some(e => e.tenonMm > 0)
  const other = !isMirrored
    ? ''
    : pattern.bores.length > 0
      ? ', and make this one of the other hand: what is bored on its left comes on the right'
      : ', and make this one of the other hand'
  return [
    using(
      before(
        'measure',
        10,
        twin
          ? say`Measure the ${partName(c.piece, twin)} at every change of shape; mark which end is which${other}.`
          : say`Read its ends from the sockets, its shape from the parts next to it.`,
      ),
      'caliper',
      'pencil',
    ),
    ...(isBetween(pattern)
      ? [
          {
            ...using(
              before(
                'shoulders',
                10,
                say`Close the frame dry without it, square and strapped. Measure from socket to socket where its shoulders will stand, a bevel at each, and write the length down at the piece: the drawing’s is only near it.`,
              ),
              'strap',
              'caliper',
              'bevel',
            ),
            shouldersOf: part.id,
          },
        ]
      : [
          using(
            before(
              'long',
              3,
              say`${isUpright(part) ? 'Leave its foot long until all feet stand on the board.' : 'Offer it up where it will sit, and mark it from there.'}`,
            ),
            'pencil',
            'square',
          ),
        ]),
    using(
      before(
        'make',
        makingMin(part, pattern),
        isTenoned
          ? say`Make it, its tenons to a hand fit in the old sockets. The sockets are not enlarged for it.`
          : say`Make it; its faces bear along their whole length before anything draws them up.`,
      ),
      'shaping',
      'caliper',
    ),
    ...(pattern.bores.length > 0
      ? [
          using(
            before(
              'holes',
              5 + 8 * pattern.bores.length,
              say`Bore and chop what enters it, as the sheet sets them; the angle from the bevel, not by eye. Try each with its own tenon.`,
            ),
            'drill',
            'bit',
            'depth-stop',
            'bevel',
            'chisel',
          ),
        ]
      : []),
  ]
}

/** Usual minutes at the lathe or the bench; a block is three saw cuts (docs/sources.md#working-rates, low). */
const makingMin = (part: Part, { isRound }: Pattern): number => (part.role === 'corner-block' ? 15 : isRound ? 60 : 45)

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

/**
 * Its stations from one shoulder to the other, its tenons and what is bored into it; of what is not round from two
 * sides.
 */
function draw(c: WoodCase): View[] {
  return patternViews(copied(c).pattern)
}
