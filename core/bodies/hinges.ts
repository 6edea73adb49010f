import { add, distance, dot, rotated, scale, subtract, unit, type Vec } from '../measure/vec'
import type { Joint, Part } from '../piece/schema'

/**
 * What is meant to turn: the knuckles on one line, the parts that swing about it, and how far they go from where they
 * are drawn.
 */
export interface Hinge {
  readonly joints: readonly string[]
  readonly parts: ReadonlySet<string>
  /** A point of the line it turns about, and the way of a right-handed turn about it. */
  readonly at: Vec
  readonly about: Vec
  /** From the pose it is drawn in to its stop, degrees. */
  readonly stopDeg: number
}

/** Knuckles whose lines lie within this of each other turn together, millimetres. */
const ONE_LINE_MM = 3

/** The hinges that can turn. One whose two sides other joints hold together as well stays where it is drawn. */
export function hingesOf(parts: readonly Part[], joints: readonly Joint[]): Hinge[] {
  const knuckles = joints.flatMap(j => (lineOf(j) ? [{ joint: j, line: lineOf(j)! }] : []))
  const taken = new Set<string>()
  return knuckles.flatMap(({ joint, line }) => {
    if (taken.has(joint.id)) return []
    const own = knuckles.filter(
      k => k.joint.receives === joint.receives && k.joint.enters === joint.enters && isOneLine(k.line, line),
    )
    own.forEach(k => taken.add(k.joint.id))
    const held = joints.filter(j => !own.some(k => k.joint.id === j.id))
    const swings = reached(parts, held, joint.enters)
    if (swings.has(joint.receives)) return []
    return [{ joints: own.map(k => k.joint.id), parts: swings, ...line }]
  })
}

type Line = Pick<Hinge, 'at' | 'about' | 'stopDeg'>

/** The pin of a knuckle sits in the middle of its fingers: half their thickness out from the face. */
function lineOf({ form, at, withdraw }: Joint): Line | null {
  if (form.kind !== 'knuckle' || form.turnsAbout === undefined || form.stopDeg === undefined) return null
  return { at: add(at, scale(withdraw, form.thicknessMm.value / 2)), about: form.turnsAbout, stopDeg: form.stopDeg }
}

function isOneLine(a: Line, b: Line): boolean {
  const between = subtract(b.at, a.at)
  const offMm = distance(between, scale(a.about, dot(between, a.about)))
  return offMm < ONE_LINE_MM && dot(a.about, b.about) > 0.999 && a.stopDeg === b.stopDeg
}

function reached(parts: readonly Part[], joints: readonly Joint[], from: string): Set<string> {
  const group = new Set(parts.some(p => p.id === from) ? [from] : [])
  for (const part of group) {
    for (const j of joints) {
      if (j.enters === part) group.add(j.receives)
      if (j.receives === part) group.add(j.enters)
    }
  }
  return group
}

/**
 * Turns level with the floor are a gate's or a bracket's: it swings clear before the leaf that it carries comes down.
 */
const swingsLevel = ({ about }: Hinge): boolean => Math.abs(about[1]) > 0.9

/** The share of its own way a hinge has gone when all of them together have gone this share of theirs. */
function ownShare(hinge: Hinge, hinges: readonly Hinge[], share: number): number {
  if (hinges.every(swingsLevel) || !hinges.some(swingsLevel)) return share
  return Math.max(0, Math.min(1, swingsLevel(hinge) ? 2 * share : 2 * share - 1))
}

/** Parts and joints with every hinge turned by a share of its way: 0 as drawn, 1 at its stop. */
export function posed<P extends { readonly parts: readonly Part[], readonly joints: readonly Joint[] }>(
  piece: P,
  share: number,
): P {
  const hinges = share === 0 ? [] : hingesOf(piece.parts, piece.joints)
  // What hangs on what swings turns first, about the line where it is drawn; then both are carried along.
  const inmostFirst = [...hinges].sort((a, b) => a.parts.size - b.parts.size)
  return inmostFirst.reduce((done, hinge) => turned(done, hinge, ownShare(hinge, hinges, share) * hinge.stopDeg), piece)
}

function turned<P extends { readonly parts: readonly Part[], readonly joints: readonly Joint[] }>(
  piece: P,
  { parts, joints, at, about }: Hinge,
  deg: number,
): P {
  const turn = (v: Vec) => rotated(v, about, deg)
  const move = (v: Vec) => triple(add(at, turn(subtract(v, at))))
  const way = (v: Vec) => triple(unit(turn(v)))
  const part = (p: Part): Part => ({
    ...p,
    axis: p.axis.map(move),
    across: way(p.across),
    ...(p.cuts ? { cuts: { start: p.cuts.start && way(p.cuts.start), end: p.cuts.end && way(p.cuts.end) } } : {}),
  })
  const form = (f: Joint['form']) =>
    f.kind === 'knuckle' && f.turnsAbout ? { ...f, turnsAbout: way(f.turnsAbout) } : f
  const joint = (j: Joint): Joint => ({ ...j, at: move(j.at), withdraw: way(j.withdraw), form: form(j.form) })
  return {
    ...piece,
    parts: piece.parts.map(p => (parts.has(p.id) ? part(p) : p)),
    joints: piece.joints.map(j => (parts.has(j.enters) && !joints.includes(j.id) ? joint(j) : j)),
  }
}

const triple = ([x, y, z]: Vec): [number, number, number] => [x, y, z]
