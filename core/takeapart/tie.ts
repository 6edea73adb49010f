import { dot, type Vec } from '../measure/vec'
import { capOf, type Cap } from './cap'

/**
 * How far a tie may be let go: straight along its line, with the frame sprung to it, or with one part bent so far
 * that it comes out whichever way. Each frees all that the one before it frees.
 */
export type WayId = 'open' | 'sprung' | 'sprung-far' | 'bent-out'
export interface Way {
  readonly id: WayId
  /** How far the frame gives sideways for it, millimetres. */
  readonly flexMm: number
}

/**
 * A frame gives so much without harm, so much at the cost of some care, and so much at the risk of harm, millimetres
 * (low):
 * the ways of a tie that names none of its own.
 */
export const USUAL_WAYS: readonly Way[] = [
  { id: 'open', flexMm: 3 },
  { id: 'sprung', flexMm: 6 },
  { id: 'sprung-far', flexMm: 12 },
]

/** A joint as the geometry of taking apart sees it: who leaves whom, which way, how deep. */
export interface Tie {
  readonly id: string
  readonly enters: string
  readonly receives: string
  readonly withdraw: Vec
  readonly depthMm: number
  /** Looseness that lets it leave at a slight angle, millimetres. */
  readonly playMm: number
  /** Two flat faces with nothing in each other: it parts any way off the face, and slides along it. */
  readonly flat?: boolean | undefined
  /** Of a mitre the way square to its frame’s plane; one that is tongued stays in that plane. */
  readonly square?: Vec | undefined
  readonly tongued?: boolean | undefined
  /** The tie whose tenon passes this one in a hole they share: it has to be out first, or come out in the same move. */
  readonly waitsFor?: string | undefined
  /**
   * The tie it shares a hole with, where nobody has seen which passes which: neither comes out while the other is
   * shut.
   */
  readonly sharesWith?: string | undefined
  /** The parts only touch: one cannot go through the other, and nothing holds them together. */
  readonly contact?: boolean | undefined
  /** A point of its line. Where it is named and the tenon is round, a part may turn about that line. */
  readonly at?: Vec | undefined
  readonly round?: boolean | undefined
  /** How far it may be let go at all, the gentlest first. */
  readonly ways?: readonly Way[] | undefined
}

export const waysOf = (tie: Tie): readonly Way[] => tie.ways ?? USUAL_WAYS

/**
 * Over this length a flat face is taken to bear when something slides along it a little into the face, millimetres
 * (low).
 */
const FACE_MM = 30

/**
 * Tilted further than this a tenon crushes its mouth however far the frame gives: it would have to be bent right out
 * (low).
 */
const MOST_TILT = Math.PI / 6

/** The angle at which a joint’s bottom has gone so far aside. */
const angleFor = ({ depthMm }: Leaving, asideMm: number): number =>
  depthMm > asideMm ? Math.asin(asideMm / depthMm) : Math.PI / 2

type Leaving = Pick<Tie, 'withdraw' | 'depthMm' | 'playMm' | 'flat' | 'square' | 'tongued'>

/** The directions in which the entering part may leave with so much give; in all of these caps at once. */
export function capsOf(tie: Leaving, { id, flexMm }: Way): Cap[] {
  if (id === 'bent-out') return []
  const giveMm = tie.playMm + flexMm
  const pastSquare = Math.PI / 2 + Math.asin(Math.min(1, giveMm / FACE_MM))
  if (!tie.flat) {
    return [capOf(tie.withdraw, Math.max(angleFor(tie, tie.playMm), Math.min(angleFor(tie, giveMm), MOST_TILT)))]
  }
  const { square } = tie
  const inPlane
    = tie.tongued && square
      ? [square, square.map(c => 0 - c) as unknown as Vec].map(axis => capOf(axis, pastSquare))
      : []
  return [capOf(tie.withdraw, pastSquare), ...inPlane]
}

/**
 * Sideways give a joint asks for when it leaves along `direction`, millimetres; Infinity against its line or tilted
 * too far off it.
 */
export function giveNeededMm(tie: Leaving, direction: Vec): number {
  const cos = dot(tie.withdraw, direction)
  if (tie.flat) {
    const outOfPlane = tie.tongued && tie.square ? Math.abs(dot(tie.square, direction)) : 0
    return cos <= -1 + 1e-9 ? Infinity : Math.max(0, FACE_MM * Math.max(-cos, outOfPlane) - tie.playMm)
  }
  if (cos < -1e-9) return Infinity
  if (cos < Math.cos(Math.max(MOST_TILT, angleFor(tie, tie.playMm))) - 1e-6) return Infinity
  return Math.max(0, tie.depthMm * Math.sqrt(Math.max(0, 1 - cos * cos)) - tie.playMm)
}
