import { figureOf, input, type Figure, type FigureInput } from '../measure/figure'
import { assumed, type Measured } from '../measure/measured'
import type { Phrase } from '../measure/phrase'
import { findingOf, isFaulty, partOf } from '../piece/facts'
import { FORMS } from '../piece/joint-forms'
import type { Finding, Joint, Part, Piece } from '../piece/schema'
import type { ClearanceKey, Finish, JointState, OldGlue, School } from '../piece/words'
import { isMetal, locksOf } from '../hardware'
import { METRIC_BITS_MM } from '../reference/bits'
import type { CautionId } from '../reference/cautions'
import type { ToolId } from '../reference/tools'
import type { View } from '../sheet'
import type { Design } from './design'
import type { Setting } from './setting'
import { nameOf } from '../piece/names'
import { minutesOf, type Step } from '../work'

/** All a mend needs to know about the joint it is asked about. */
export interface JointCase {
  readonly joint: Joint
  readonly finding: Finding
  readonly entering: Part
  readonly receiving: Part
  /** What the receiving part is called, for words. */
  readonly receivingName: string
  readonly school: School
  readonly age: Piece['intake']['age']
  /** The old pins through it, thickest first, millimetres; empty where nobody measured one. */
  readonly pinsMm: readonly Measured[]
  readonly pinned: boolean
  /** The old wedges at their outer end, millimetres; empty where nobody measured one. */
  readonly wedgesMm: readonly Measured[]
  readonly metal: boolean
  /** Largest clearance the glue in view bridges, millimetres. */
  readonly glueGapMm: number
  /** Old glues that the glue in view holds over; null while it is not known which glue it is. */
  readonly glueBondsOver: readonly OldGlue[] | null
  readonly clearance: Readonly<Record<'cheek' | 'edge' | 'round', TwoEnds>>
  /** It holds, but out of its old line; and by how much, where the repair that did it was recorded with its step. */
  readonly stepped: boolean
  readonly steppedMm: Measured | null
  /** The finish near it. */
  readonly finish: Finish
  /** Bits in the shop’s drawer, millimetres. */
  readonly bitsMm: readonly number[]
  /** What of it is new wood, made to fit: nothing on it is scraped. */
  readonly fresh: 'none' | 'entering' | 'receiving' | 'both'
  /** Its dowels are sawn through at the seam to open it, whole as they are. */
  readonly sawn?: boolean
}

/** A clearance at the mouth and, where it was measured, at the bottom. */
export interface TwoEnds {
  readonly mouth: Measured
  readonly bottom: Measured | null
}

/** What a size on the cut sheet is the size of. */
export type SizeId
  = | 'kerf-depth'
    | 'wedge-thickness'
    | 'wedge-length'
    | 'wedge-proud'
    | 'wedge-taper'
    | 'root-strain'
    | 'shim'
    | 'shim-bottom'
    | 'shim-length'
    | 'shim-width'
    | 'dowel'
    | 'dowel-length'
    | 'stop-receiving'
    | 'stop-entering'
    | 'wall'
    | 'glue-face'
    | 'drill-slope'
    | 'saw-line'
    | 'bit'
    | 'end-slope'
    | 'spacing'
    | 'core'
    | 'collar'
    | 'plug'
    | 'bore'
    | 'tenon-thickness'
    | 'tenon-width'
    | 'tenon-length'
    | 'offset'
    | 'turns'
    | 'slot'
    | 'travel'
    | 'play'
    | 'length'
    | 'width'
    | 'thickness'
    | 'pilot'
    | 'clearance-hole'
    | 'pin-depth'
    | 'spring'
    | 'moves-back'
    | 'first-part'
/** A size on the cut sheet. */
export interface Size {
  readonly id: SizeId
  readonly label: string
  readonly figure: Figure
}
/**
 * Something to cut or buy, by its finished sizes, the length last. `serves` says whether each mend takes its own or
 * one does for all.
 */
export interface Stock {
  readonly id:
    | 'wedge'
    | 'shim'
    | 'dowel'
    | 'syringe'
    | 'patch'
    | 'part'
    | 'block'
    | 'plug'
    | 'screw'
    | 'pin'
    | 'cloth'
    | 'collar'
    | 'peg'
    | 'tenon'
  readonly what: string
  readonly serves: 'each' | 'all'
  readonly count: number
  readonly sizesMm: readonly number[]
  readonly wood: string
  readonly note: string
}

export type Verdict
  /** `wants`: it may do, but for something that nobody has looked at. */
  = | { readonly fits: false, readonly reason: Phrase, readonly wants?: boolean }
    | ({ readonly fits: true, readonly reason: Phrase } & Work)

export interface Work {
  readonly sizes: readonly Size[]
  readonly stock: readonly Stock[]
  readonly steps: readonly Step[]
  readonly cautions: readonly CautionId[]
  /** Clearance left for the glue, millimetres. */
  readonly leavesGapMm: number
  readonly removedCm3: number
  /** Expected to hold: 0 to 1, low confidence, for comparison only. */
  readonly hold: { readonly low: number, readonly high: number }
  /** Where the mend is more than a joint closed again. */
  readonly design?: Design
  /** How tools are set, cut by cut; left out where nothing is bored, sawn or planed to a size. */
  readonly settings?: readonly Setting[]
  /** What is tried in scrap first, and what is measured on it. */
  readonly scrap?: Phrase
}

export type MendId = string

/** One way to answer a trouble. A new one is a new file and a line in index.ts. */
export interface Mend<Case> {
  readonly id: MendId
  readonly label: string
  /** The figures that decide whether it will do, in words for the catalogue. */
  readonly decides: string
  /** What any of its steps may take up. */
  readonly tools: readonly ToolId[]
  /** A few words for the tag on the drawing. */
  readonly short: string
  /** Whether the joint has to come apart for it. */
  readonly opens: boolean
  readonly undo: 'yes' | 'partly' | 'no'
  /** When each school tries it among those that fit, lowest first (docs/sources.md#schools). */
  readonly place: Readonly<Record<School, number>>
  /** Whether something is fitted while the glue is open, which takes hands. */
  readonly fittedWet?: boolean
  /** It is for a joint that holds, but out of its old line. */
  readonly setsInLine?: boolean
  /** Whether it is thought of at all in a case; where it is not said, always. */
  isFor?(c: Case): boolean
  consider(c: Case): Verdict
  /** What the lengths on its sheet are measured from, where it is not what they usually are. */
  readonly datum?: Phrase
  /** What is sawn and bored for it, as views one can measure from; left out where its sizes say it all. */
  draw?(c: Case, work: Work): View[]
}

/** A size of a mend by its id. @throws RangeError if the mend has none of that id */
export function sizeOf(work: Work, id: SizeId): number {
  const size = work.sizes.find(s => s.id === id)
  if (!size) throw new RangeError(`There is no size “${id}” on this sheet.`)
  return size.figure.value
}

export const no = (reason: Phrase): Verdict => ({ fits: false, reason })

/** What a loose joint usually measures when nobody has measured it; low confidence, shown as assumed. */
const USUAL_CLEARANCE_MM: Readonly<Record<JointState, number>> = {
  'not-tested': 0.05,
  'solid': 0.05,
  'ticks': 0.08,
  'gives': 0.14,
  'swings': 0.4,
  'apart': 0.3,
}

const NOTHING: ReadonlySet<string> = new Set()
const freshOf = (enters: boolean, receives: boolean): JointCase['fresh'] =>
  enters && receives ? 'both' : enters ? 'entering' : receives ? 'receiving' : 'none'

export function jointCase(
  piece: Piece,
  joint: Joint,
  school: School,
  glueGapMm: number,
  glueBondsOver: readonly OldGlue[] | null = null,
  bitsMm: readonly number[] = METRIC_BITS_MM,
  remade: ReadonlySet<string> = NOTHING,
): JointCase {
  const finding = findingOf(piece, joint.id)
  const ends = (key: 'cheek' | 'edge' | 'round'): TwoEnds => ({
    mouth: finding.clearance[key] ?? assumed(USUAL_CLEARANCE_MM[finding.state]),
    bottom: finding.clearance[`${key}-bottom` as ClearanceKey] ?? null,
  })
  return {
    joint,
    finding,
    school,
    glueGapMm,
    glueBondsOver,
    bitsMm,
    entering: partOf(piece, joint.enters),
    receiving: partOf(piece, joint.receives),
    receivingName: nameOf(piece, joint.receives),
    age: piece.intake.age,
    ...pinsIn(piece, joint),
    metal: locksOf(piece, joint).some(h => isMetal(h.kind)),
    clearance: { cheek: ends('cheek'), edge: ends('edge'), round: ends('round') },
    finish: partOf(piece, joint.enters).finish ?? piece.intake.finish,
    fresh: freshOf(remade.has(joint.enters), remade.has(joint.receives)),
    stepped: !isFaulty(finding.state) && finding.signs['step-in-line'] === 'seen',
    steppedMm:
      piece.faults.flatMap(f => (f.kind === 'earlier-repair' && f.joint === joint.id && f.offMm ? [f.offMm] : []))[0]
      ?? null,
  }
}

/**
 * Wooden pins and wedges in a joint: whether there are pins, and how thick those are that somebody measured, thickest
 * first.
 */
function pinsIn(piece: Piece, joint: Joint): Pick<JointCase, 'pinned' | 'pinsMm' | 'wedgesMm'> {
  const held = (kind: 'wooden-pin' | 'wedge') =>
    piece.holds.filter(h => h.on.kind === 'joint' && h.on.id === joint.id && h.kind === kind)
  const sizes = (kind: 'wooden-pin' | 'wedge') =>
    held(kind)
      .flatMap(h => (h.diameterMm ? [h.diameterMm] : []))
      .sort((a, b) => b.value - a.value)
  const pinned = held('wooden-pin').length > 0 || (joint.form.kind === 'mortise-and-tenon' && joint.form.pinned)
  return { pinned, pinsMm: sizes('wooden-pin'), wedgesMm: sizes('wedge') }
}

/** Less than this is what a scraper takes, cubic centimetres. */
const NO_WOOD_CM3 = 0.005
/** Whether a mend takes nothing of the piece’s own wood that one would speak of. `removedCm3`: cubic centimetres. */
export const losesNoWood = (removedCm3: number): boolean => removedCm3 < NO_WOOD_CM3

/** Time and wood lost of a mend, with how they came about. */
export function workFigures(work: Work): { minutes: Figure, removed: Figure } {
  return {
    minutes: figureOf(
      minutesOf(work.steps),
      'min',
      'A usual time for this mend, without opening and clamping; the shop’s own log is to replace it.',
      [],
      'working-rates',
      'low',
    ),
    removed: figureOf(
      work.removedCm3,
      'cm3',
      'Volume of what is sawn or bored away of the piece’s own wood, from the sizes on the cut sheet.',
      work.sizes.map(s => input(s.label, s.figure.value, s.figure.unit)),
      'mends',
    ),
  }
}

export const widest = (ends: TwoEnds): number => Math.max(ends.mouth.value, ends.bottom?.value ?? 0)
/** A mouth and bottom that differ by more than this are a tapered hole, millimetres. */
export const TAPER_MM = 0.1
export const isTapered = (ends: TwoEnds): boolean =>
  ends.bottom !== null && Math.abs(ends.mouth.value - ends.bottom.value) > TAPER_MM

/** The clearance over the faces that hold the glue: a tenon's cheeks, or all around a dowel or round tenon. */
export const glueFaces = (c: JointCase): TwoEnds =>
  FORMS[c.joint.form.kind].fit === 'round' ? c.clearance.round : c.clearance.cheek
/** The widest fit that glue alone still holds, whatever it fills, millimetres (docs/sources.md#fit-classes, medium). */
export const EASY_FIT_MM = 0.3
/**
 * Above this a tenon rocks in its mortise however well its cheeks are glued, millimetres
 * (docs/sources.md#fit-classes, medium).
 */
const EDGE_ROCKS_MM = 0.3
/** Whether a tenon is too loose up and down for glue at its cheeks to hold it still. */
export const rocksAtEdges = (c: JointCase): boolean =>
  FORMS[c.joint.form.kind].fit === 'cheeks' && widest(c.clearance.edge) > EDGE_ROCKS_MM
/**
 * Wider than this no shim, wedge or glue fills it, millimetres: a new tenon, a sleeve, or a plug
 * (docs/sources.md#fit-classes).
 */
export const LOST_FIT_MM = 0.8
/** A dowel in two is the one thing no gluing mends. */
export const dowelSnapped = (c: JointCase): boolean => c.sawn === true || c.finding.signs['dowel-stub'] === 'seen'

export const sizeMm = (
  id: SizeId,
  label: string,
  value: number,
  rule: string,
  inputs: readonly FigureInput[],
  source = 'mends',
  unit: 'mm' | 'fit-mm' | 'deg' = 'mm',
): Size => ({ id, label, figure: { value, unit, derivation: { rule, inputs, source, confidence: 'medium' } } })
