import type { Vec } from '../measure/vec'
import { aim, turnSpringOf, type Aim, type Parting } from './aim'
import {
  bodiesAmong,
  frameOf,
  fresh,
  groupsAlong,
  tiesWithin,
  type Body,
  type Frame,
  type Ground,
  type Levels,
  type Own,
  type State,
} from './bodies'
import type { Motion } from './motions'
import { waysOf } from './tie'

/** One group of parts leaving the rest in one motion, and the open joints that part in it. */
export interface Separation {
  readonly parts: readonly string[]
  readonly from: readonly string[]
  readonly direction: Vec
  /** A point of the line it turns about; null where it goes straight. */
  readonly about: Vec | null
  readonly joints: readonly string[]
  /** Of its joints those whose stick or post is bent until they come out. */
  readonly bentOut: readonly string[]
  /** How far the frame has to be sprung sideways for it, millimetres. */
  readonly springMm: number
}

/** Joints that have come apart. */
export const partedBy = (moves: readonly Separation[]): Set<string> => new Set(moves.flatMap(m => m.joints))

/**
 * Takes a frame apart as far as its ties are let go: again and again some group of parts leaves the rest. Of the
 * moves that offer themselves the one that forces and springs nothing, then of few joints and few parts. Sliding over
 * one another in ways that neither go straight nor turn about a tenon’s line is left out
 * (docs/limits.md#taking-apart).
 */
export function separate(ground: Ground, levels: Levels, gone: readonly number[] = []): Separation[] {
  const state = fresh(ground, gone)
  const frame = frameOf(ground, levels)
  const partsOf: string[][] = Array.from({ length: frame.nodes }, () => [])
  ground.parts.forEach((part, i) => partsOf[frame.nodeOf[i]!]!.push(part))
  const names = (nodes: readonly number[]) => nodes.flatMap(n => partsOf[n]!)
  const look = { ground, levels, frame, state, aims: new Map<string, Aim | null>(), partsOf }
  const moves: Separation[] = []
  const bodies = bodiesAmong(ground, frame, state, null)
  for (let body = bodies.pop(); body; body = bodies.pop()) {
    const best = easiest(look, body)
    if (!best) continue
    for (const k of best.crossing) state.together[k] = 0
    const rest = body.filter(n => !best.group.includes(n))
    if (best.joints.length > 0) {
      moves.push({
        parts: names(best.group),
        from: names(rest),
        direction: best.aim.direction,
        about: best.motion.about,
        joints: best.joints,
        bentOut: best.bentOut,
        springMm: best.aim.springMm,
      })
    }
    bodies.push(...bodiesAmong(ground, frame, state, body))
  }
  return moves
}

interface Look {
  readonly ground: Ground
  readonly levels: Levels
  readonly frame: Frame
  readonly state: State
  readonly aims: Map<string, Aim | null>
  readonly partsOf: readonly (readonly string[])[]
}

/** A group of nodes that may go, before it is known how much it is sprung. */
interface Candidate {
  readonly group: readonly number[]
  readonly motion: Motion
  /** Goes the motion’s way, or its reverse. */
  readonly isForward: boolean
  readonly crossing: readonly number[]
  readonly joints: readonly string[]
  readonly bentOut: readonly string[]
  readonly parts: number
}

function easiest(look: Look, body: Body): (Candidate & { aim: Aim }) | null {
  const own = tiesWithin(look.ground, look.frame, look.state, body)
  const found = new Map<string, Candidate>()
  for (const motion of look.ground.motions) {
    for (const candidate of groupsIn(look, body, own, motion)) {
      const key = `${candidate.crossing.join(' ')} ${motion.about?.join(' ') ?? ''}`
      if (!found.has(key)) found.set(key, candidate)
    }
  }
  const aimed = [...found].flatMap(([key, c]) => {
    const known = aimFor(look, key, c)
    return known ? [{ ...c, aim: known }] : []
  })
  return aimed.sort(byEase)[0] ?? null
}

/** Less than this is no springing, millimetres. */
const SPRUNG_MM = 0.5

function byEase(a: Candidate & { aim: Aim }, b: Candidate & { aim: Aim }): number {
  const sprung = (c: typeof a) => (c.aim.springMm > SPRUNG_MM ? 1 : 0)
  return (
    a.bentOut.length - b.bentOut.length
    || sprung(a) - sprung(b)
    || a.joints.length - b.joints.length
    || a.parts - b.parts
    || Math.round((a.aim.springMm - b.aim.springMm) * 100)
    || a.crossing[0]! - b.crossing[0]!
  )
}

/** The single groups that may go along a motion, or against it where the rest is what may go along it. */
function groupsIn({ ground, levels, partsOf }: Look, body: Body, own: Own, motion: Motion): Candidate[] {
  const groups = groupsAlong(ground, levels, own, motion)
  if (!groups) return []
  const count = Math.max(...groups) + 1
  const [leads, isLed] = [new Uint8Array(count), new Uint8Array(count)]
  for (const [i, k] of own.ties.entries()) {
    const [a, b] = [groups[own.ends[2 * i]!]!, groups[own.ends[2 * i + 1]!]!]
    if (a === b) continue
    if (motion.entering[k]! > levels[k]!) leads[a] = isLed[b] = 1
    if (motion.receiving[k]! > levels[k]!) leads[b] = isLed[a] = 1
  }
  return Array.from({ length: count }, (_, g) => g)
    .filter(g => leads[g] === 0 || isLed[g] === 0)
    .flatMap((g) => {
      const places = [...groups.keys()].filter(i => groups[i] === g)
      const isIn = new Set(places)
      const across = own.ties.filter(
        (k, i) => isIn.has(own.ends[2 * i]!) !== isIn.has(own.ends[2 * i + 1]!) && motion.stays?.[k] !== 1,
      )
      if (
        across.length === 0
        || across.some(k => own.ties.includes(ground.waitsFor[k]!) && !across.includes(ground.waitsFor[k]!))
      ) { return [] }
      const size = places.reduce((sum, i) => sum + partsOf[body[i]!]!.length, 0)
      const all = body.reduce((sum, n) => sum + partsOf[n]!.length, 0)
      const isSmall = 2 * size <= all
      const goes = leads[g] === 0
      return [
        {
          group: body.filter((_, i) => isIn.has(i) === isSmall),
          motion,
          isForward: goes === isSmall,
          crossing: across,
          joints: across.filter(k => !ground.ties[k]!.contact).map(k => ground.ties[k]!.id),
          bentOut: across.filter(k => isBentOut(ground, levels, k)).map(k => ground.ties[k]!.id),
          parts: isSmall ? size : all - size,
        },
      ]
    })
}

const isBentOut = ({ ties }: Ground, levels: Levels, k: number): boolean =>
  waysOf(ties[k]!)[levels[k]! - 1]?.id === 'bent-out'

function aimFor(
  { ground, levels, frame, aims }: Look,
  key: string,
  { crossing, group, motion, isForward }: Candidate,
): Aim | null {
  const moving = new Set(group)
  const sided = `${key} ${moving.has(frame.nodeOf[ground.enters[crossing[0]!]!]!)}`
  const known = aims.get(sided)
  if (known !== undefined) return known
  const partings = crossing.flatMap((k): Parting[] => {
    if (isBentOut(ground, levels, k)) return []
    return [{ tie: ground.ties[k]!, isEntering: moving.has(frame.nodeOf[ground.enters[k]!]!) }]
  })
  const way = isForward ? motion.direction : (motion.direction.map(c => 0 - c) as unknown as Vec)
  const made
    = motion.about !== null
      ? { direction: way, springMm: turnSpringOf(partings, motion.about, way) }
      : partings.length === 0
        ? { direction: way, springMm: 0 }
        : aim(partings)
  aims.set(sided, made)
  return made
}
