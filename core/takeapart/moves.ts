import { bodyName, partOfBody, type Standing } from '../bodies'
import { locksOf, offFirst, type HeldBy } from '../hardware'
import { mm, say, type Phrase } from '../measure/phrase'
import { dot, type Vec } from '../measure/vec'
import { findingOf, isGlued, partOf, tagOf } from '../piece/facts'
import { faultTag } from '../piece/faults'
import type { Finding, Hold, Joint, Piece } from '../piece/schema'
import { twinId } from '../piece/sides'
import type { CautionId } from '../reference/cautions'
import type { Separation } from './separate'
import { frailtiesOf } from './costs'
import { whyMove } from './explain'
import { faultOfTie, jointOfTie } from './problem'
import { isSeenFromBefore } from '../piece/names'

/** One group of bodies that leaves the rest along one line, with all that has to be done before it does. */
export interface Move {
  readonly parts: readonly string[]
  /** What stays behind of the body they leave. */
  readonly from: readonly string[]
  readonly words: Phrase
  readonly joints: readonly string[]
  /** Breaks whose halves part in it, by their faults’ ids: to be joined again when it is run backward. */
  readonly breaks: readonly string[]
  /**
   * Of its joints those that are still together: none where it has all come apart already and only the way home is
   * told.
   */
  readonly opens: readonly string[]
  readonly direction: Vec
  readonly springMm: number
  /** A point of the line it is turned about, with `direction` along that line; null where it goes straight. */
  readonly about: Vec | null
  /** Of its joints those whose stick or post is bent until they come out, whichever way the rest goes. */
  readonly bentOut: readonly string[]
  /** What sits on the moving parts, or on those they leave, and comes off before anything is struck. */
  readonly offFirst: readonly Hold[]
  /** Pins, wedges, screws, bolts: all that locks a joint of this move, out before it. */
  readonly locksFirst: readonly HeldBy[]
  /** Joints where somebody saw signs of metal and nobody has found it yet. */
  readonly findMetal: readonly string[]
  /** Joints whose old glue has to let go first. */
  readonly undo: readonly string[]
  readonly cautions: readonly CautionId[]
  /** Why it is made as it is, where that is not plain. */
  readonly why: Phrase | null
  /** Shut joints in the line of pull that are looser than those meant to open, and could let go instead. */
  readonly watch: readonly string[]
  /** What is wrong in the wood that is struck or sprung here, by the faults’ ids: held closed while it is moved. */
  readonly frail: readonly string[]
}

const jointOf = (piece: Piece, id: string): Joint => piece.joints.find(j => j.id === id)!

const AXES: readonly [Vec, seated: string, before: string][] = [
  [[1, 0, 0], 'to the sitter’s left', 'to the right'],
  [[-1, 0, 0], 'to the sitter’s right', 'to the left'],
  [[0, 1, 0], 'upward', 'upward'],
  [[0, -1, 0], 'downward', 'downward'],
  [[0, 0, 1], 'forward', 'to the front'],
  [[0, 0, -1], 'backward', 'to the back'],
]

/** A direction in words, as the sitter has it, or as somebody does who stands before a piece without a back. */
export function directionWords(piece: Piece, direction: Vec): string {
  const [, seated, before] = AXES.reduce((best, a) => (dot(a[0], direction) > dot(best[0], direction) ? a : best))
  return isSeenFromBefore(piece) ? before : seated
}

/**
 * A separation of the search as a move for the bench. `parted` holds all joints that come apart in the whole
 * take-apart.
 */
export function describeMove(
  standing: Standing,
  original: Piece,
  moves: readonly Separation[],
  at: number,
  { parted, wanted }: { readonly parted: ReadonlySet<string>, readonly wanted: ReadonlySet<string> },
): Move {
  const { piece, breaks } = standing
  const move = moves[at]!
  const halves = move.joints.flatMap(tie => faultOfTie(tie) ?? [])
  const joints = [...new Set(move.joints.filter(tie => faultOfTie(tie) === null).map(jointOfTie))].map(id =>
    jointOf(piece, id),
  )
  const stuck = joints.filter(j => findingOf(piece, j.id).state !== 'apart')
  const undo = stuck.filter(j => isGlued(piece, j)).map(j => j.id)
  // What is only known by a joint’s make went with it when it came apart.
  const locks = joints.flatMap(j =>
    locksOf(piece, j).filter(l => !(l.made && findingOf(piece, j.id).state === 'apart')),
  )
  const touched = new Set([...move.parts, ...joints.flatMap(j => [j.enters, j.receives])].map(partOfBody))
  const bentOut = [...new Set(move.bentOut.map(jointOfTie))]
  const spring = move.springMm > 0.5 ? say`, sprung ${mm(move.springMm)}` : say``
  const bent
    = bentOut.length > 0 ? say`, bent until ${bentOut.map(id => tagOf(jointOf(piece, id))).join(', ')} slips out` : say``
  const way = move.about === null ? directionWords(original, move.direction) : 'turned on its own tenon'
  const watch = inLineOfPull(piece, move, stuck, parted)
  return {
    parts: move.parts,
    from: move.from,
    joints: joints.map(j => j.id),
    breaks: halves,
    opens: stuck.map(j => j.id),
    direction: move.direction,
    springMm: move.springMm,
    about: move.about,
    bentOut,
    offFirst: [...touched].flatMap(part => offFirst(piece, part)),
    locksFirst: locks,
    findMetal: joints.filter(j => hasUnfoundMetal(piece, j, locks)).map(j => j.id),
    undo,
    words: say`${namesOf(original, move.parts, breaks.length > 0)} ${way}${spring}${bent}: ${[
      ...(stuck.length > 0 ? stuck : joints).map(tagOf),
      ...halves.map(id =>
        faultTag(
          piece,
          piece.faults.find(f => f.id === id)!,
        ),
      ),
    ].join(', ')}`,
    cautions: undo.length > 0 ? ['spreader'] : [],
    why: whyMove(standing, original, moves, at, wanted),
    watch: watch.map(j => j.id),
    frail: [...new Set(joints.flatMap(j => frailtiesOf(piece, j)))],
  }
}

/** A joint this near to the line of a pull takes it as well: the cosine. */
const IN_LINE = 0.85
/** From what holds to what has come apart. */
const LOOSENESS: Readonly<Record<Finding['state'], number>> = {
  'solid': 0,
  'not-tested': 1,
  'ticks': 2,
  'gives': 3,
  'swings': 4,
  'apart': 5,
}

/**
 * Shut joints of the parts that are pulled on, along the pull, that hold less than the tightest of those meant to
 * open.
 */
function inLineOfPull(piece: Piece, move: Separation, stuck: readonly Joint[], parted: ReadonlySet<string>): Joint[] {
  if (move.about !== null || stuck.length === 0) return []
  const loose = (j: Joint) => LOOSENESS[findingOf(piece, j.id).state]
  const tightest = Math.min(...stuck.map(loose))
  const pulled = new Set(stuck.flatMap(j => [j.enters, j.receives]))
  return piece.joints.filter((j) => {
    const isBeside = pulled.has(j.enters) || pulled.has(j.receives)
    const isOneBody = move.parts.includes(j.enters) === move.parts.includes(j.receives)
    return (
      !parted.has(j.id)
      && j.form.kind !== 'rest'
      && isBeside
      && isOneBody
      && loose(j) > Math.max(1, tightest)
      && Math.abs(dot(j.withdraw, move.direction)) > IN_LINE
    )
  })
}

/** A sign of metal that was seen stays a warning until something at that joint was recorded. */
export const hasUnfoundMetal = (piece: Piece, joint: Joint, locks: readonly HeldBy[]): boolean =>
  findingOf(piece, joint.id).signs['hidden-metal'] === 'seen'
  && !locks.some(l => l.joint === joint.id && !l.made)
  && !piece.holds.some(h => h.on.kind === 'joint' && h.on.id === joint.id)

/**
 * `Both front legs and the front rail together`: a part and its counterpart are named once, so that a whole side
 * stays readable.
 */
function namesOf(piece: Piece, bodies: readonly string[], isBroken: boolean): string {
  const left = new Set(bodies)
  const pairs = new Map<string, number>()
  const single: string[] = []
  for (const id of bodies) {
    if (!left.delete(id)) continue
    const twin = twinId(id)
    const isPair = !isBroken && twin !== id && left.delete(twin)
    if (isPair) pairs.set(partOf(piece, id).role, (pairs.get(partOf(piece, id).role) ?? 0) + 1)
    else single.push(`the ${bodyName(piece, id)}`)
  }
  const names = [
    ...[...pairs].map(([role, n]) => `${n === 1 ? 'both' : `${2 * n}`} ${role.replaceAll('-', ' ')}s`),
    ...single,
  ]
  const words = names.length === 1 ? names[0]! : `${names.slice(0, -1).join(', ')} and ${names.at(-1)} together`
  return words[0]!.toUpperCase() + words.slice(1)
}
