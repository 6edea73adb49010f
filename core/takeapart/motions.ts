import { cross, distance, dot, length, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { directionsFor, isWithin, ON_RIM, type Cap } from './cap'
import { capsOf, waysOf, type Tie } from './tie'

/** Let go in no way that a tie has. */
export const NEVER = 255

/** One way in which parts may move: all along a direction, or all about a line. */
export interface Motion {
  readonly direction: Vec
  /**
   * A point of the line it turns about, with `direction` the way of a right-handed turn; null where it goes straight.
   */
  readonly about: Vec | null
  /** For each tie the least way, counted from 1, in which its entering part may go; `NEVER` where it may not. */
  readonly entering: Uint8Array
  /** The same for its receiving part. */
  readonly receiving: Uint8Array
  /** Ties that lie on the line it turns about: they turn and do not part. */
  readonly stays: Uint8Array | null
}

/**
 * The motions worth trying on a set of ties: every group of parts that can leave the rest along any direction can
 * leave it along one of these. Of a motion and its reverse one is enough, for what leaves is then what is left.
 * Motions that another one stands in for at every tie are left out.
 */
export function motionsOf(ties: readonly Tie[]): Motion[] {
  return [...straightOf(ties), ...turnsOf(ties)]
}

/**
 * Ties that lie along one line and give alike are asked once: their caps way by way, all of one axis where they are
 * simple.
 */
interface Class {
  readonly members: readonly number[]
  readonly caps: readonly (readonly Cap[])[]
  readonly simple: { readonly axis: Vec, readonly cos: readonly number[] } | null
}

function classesOf(ties: readonly Tie[]): Class[] {
  const classes = new Map<string, { members: number[], caps: readonly (readonly Cap[])[], simple: Class['simple'] }>()
  for (const [k, tie] of ties.entries()) {
    const caps = waysOf(tie).map(way => capsOf(tie, way))
    const key = caps.map(own => own.map(c => [...c.axis, c.cos].map(x => Math.round(x * 1e7))).join(';')).join('|')
    const known = classes.get(key)
    if (known) { known.members.push(k) }
    // Bent out it parts in every direction: no cosine is less than minus one.
    else {
      classes.set(key, {
        members: [k],
        caps,
        simple: caps.every(own => own.length < 2)
          ? { axis: tie.withdraw, cos: caps.map(own => own[0]?.cos ?? -2) }
          : null,
      })
    }
  }
  return [...classes.values()]
}

function straightOf(ties: readonly Tie[]): Motion[] {
  const classes = classesOf(ties)
  return leastOf(distinctLets(classes)).map(({ direction }) => {
    const [entering, receiving] = [new Uint8Array(ties.length), new Uint8Array(ties.length)]
    const back = negate(direction)
    for (const { members, caps } of classes) {
      for (const k of members) [entering[k], receiving[k]] = [leastOfCaps(caps, direction), leastOfCaps(caps, back)]
    }
    return { direction, about: null, entering, receiving, stays: null }
  })
}

/**
 * What a direction lets go: a bit for each class of ties and each of its ways, for entering parts in the first half
 * of the words and for receiving ones in the second.
 */
interface Lets {
  readonly direction: Vec
  readonly words: Int32Array
  readonly count: number
}

/** Bits in one word. */
const WORD = 32

/** Of the directions worth trying those that let different things go. */
function distinctLets(classes: readonly Class[]): Lets[] {
  const half = Math.ceil(classes.reduce((sum, c) => sum + c.caps.length, 0) / WORD)
  const words = new Int32Array(2 * half)
  const found = new Map<number, Lets[]>()
  for (const direction of directionsFor(distinctCaps(classes))) {
    fillWords(classes, direction, words, half)
    const hash = hashOf(words)
    const alike = found.get(hash)
    if (alike?.some(a => isSame(a.words, words))) continue
    const one = { direction, words: words.slice(), count: countBits(words) }
    if (alike) alike.push(one)
    else found.set(hash, [one])
  }
  return [...found.values()].flat()
}

function hashOf(words: Int32Array): number {
  let hash = 0
  for (let i = 0; i < words.length; i++) hash = (Math.imul(hash, 31) + words[i]!) | 0
  return hash
}

function isSame(a: Int32Array, b: Int32Array): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false
  return true
}

function countBits(words: Int32Array): number {
  let count = 0
  for (let i = 0; i < words.length; i++) for (let w = words[i]!; w !== 0; w &= w - 1) count++
  return count
}

/** Of a cap and its opposite one, for motions and their reverse are one. */
function distinctCaps(classes: readonly Class[]): Cap[] {
  const caps = new Map<string, Cap>()
  for (const cap of classes.flatMap(c => c.caps.flat())) {
    const first = cap.axis.find(x => Math.abs(x) > 1e-6) ?? 1
    const axis = first < 0 ? negate(cap.axis) : cap.axis
    caps.set([...axis, cap.cos].map(x => Math.round(x * 1e6)).join(' '), { axis, cos: cap.cos })
  }
  return [...caps.values()]
}

/** Writes what a direction, and behind it its reverse, lets go of every class. */
function fillWords(classes: readonly Class[], d: Vec, words: Int32Array, half: number): void {
  words.fill(0)
  const back = negate(d)
  let bit = 0
  for (let c = 0; c < classes.length; c++) {
    const { simple, caps } = classes[c]!
    if (simple === null) {
      for (const own of caps) {
        if (own.every(cap => isWithin(cap, d))) words[bit >> 5]! |= 1 << (bit & 31)
        if (own.every(cap => isWithin(cap, back))) words[half + (bit >> 5)]! |= 1 << (bit & 31)
        bit++
      }
      continue
    }
    const { axis, cos } = simple
    const along = axis[0] * d[0] + axis[1] * d[1] + axis[2] * d[2]
    for (let w = 0; w < cos.length; w++, bit++) {
      if (along >= cos[w]! - ON_RIM) words[bit >> 5]! |= 1 << (bit & 31)
      if (-along >= cos[w]! - ON_RIM) words[half + (bit >> 5)]! |= 1 << (bit & 31)
    }
  }
}

function leastOfCaps(caps: Class['caps'], d: Vec): number {
  const way = caps.findIndex(own => own.every(cap => isWithin(cap, d)))
  return way < 0 ? NEVER : way + 1
}

/** Those that no other one, or its reverse, stands in for. */
function leastOf(lets: readonly Lets[]): Lets[] {
  const kept: Lets[] = []
  for (const one of [...lets].sort((a, b) => b.count - a.count)) {
    if (!kept.some(k => standsIn(k.words, one.words))) kept.push(one)
  }
  return kept
}

/** Whether all that the second lets go the first does as well, forward or in reverse. */
function standsIn(a: Int32Array, b: Int32Array): boolean {
  const half = a.length / 2
  const isAll = (turn: number): boolean => {
    for (let i = 0; i < a.length; i++) if ((b[i]! & ~a[(i + turn) % a.length]!) !== 0) return false
    return true
  }
  return isAll(0) || isAll(half)
}

/**
 * A joint this many times nearer to the line than it is deep does not come clear by turning: its way would be too
 * round.
 */
const CLEAR_DEPTHS = 1.5
/** Shallow faces are taken to be so deep at least, millimetres. */
const LEAST_DEPTH_MM = 10
const ON_LINE_MM = 1
/** A face that is turned in its own plane, or nearly, slides round and stays where it is: the cosine off the plane. */
const SLIDES = 0.17

/** Turns about the lines of round tenons, of parts that something else holds off that line and lets go round it. */
function turnsOf(ties: readonly Tie[]): Motion[] {
  const lines = ties
    .filter(t => t.round && t.at && !t.flat)
    .filter((t, i, all) => !all.slice(0, i).some(o => isOnLine(o, t)))
  return lines.flatMap((line) => {
    const others = ties.flatMap((t, k) =>
      t !== line && (t.enters === line.enters || t.receives === line.enters) && !isOnLine(line, t) ? [k] : [],
    )
    if (others.length === 0) return []
    const turn = turnAbout(line, ties)
    return others.some(k => turn.stays![k] === 0 && (turn.entering[k] !== NEVER || turn.receiving[k] !== NEVER))
      ? [turn]
      : []
  })
}

const isOnLine = (line: Tie, other: Tie): boolean => {
  if (!other.at) return false
  const between = subtract(other.at, line.at!)
  return (
    Math.abs(dot(line.withdraw, other.withdraw)) > 1 - 1e-6
    && distance(between, scale(line.withdraw, dot(between, line.withdraw))) < ON_LINE_MM
  )
}

function turnAbout(line: Tie, ties: readonly Tie[]): Motion {
  const [entering, receiving, stays] = [
    new Uint8Array(ties.length),
    new Uint8Array(ties.length),
    new Uint8Array(ties.length),
  ]
  for (const [k, tie] of ties.entries()) {
    if (tie.at && tie.round && isOnLine(line, tie)) {
      stays[k] = 1
      entering[k] = receiving[k] = 1
      continue
    }
    const way = tie.at ? cross(line.withdraw, subtract(tie.at, line.at!)) : ([0, 0, 0] as Vec)
    // The length of this cross product is how far the joint stands from the line.
    const isClear = length(way) >= CLEAR_DEPTHS * Math.max(tie.depthMm, LEAST_DEPTH_MM)
    if (isClear && tie.flat && Math.abs(dot(unit(way), tie.withdraw)) < SLIDES) {
      stays[k] = 1
      entering[k] = receiving[k] = 1
      continue
    }
    entering[k] = isClear ? leastWay(tie, unit(way)) : NEVER
    receiving[k] = isClear ? leastWay(tie, negate(unit(way))) : NEVER
  }
  return { direction: line.withdraw, about: line.at!, entering, receiving, stays }
}

const leastWay = (tie: Tie, d: Vec): number =>
  leastOfCaps(
    waysOf(tie).map(way => capsOf(tie, way)),
    d,
  )
