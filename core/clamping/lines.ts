import { glueAreaMm2, shoulderAreaMm2 } from '../piece/joint-area'
import { figureOf, type Figure } from '../measure/figure'
import { add, along, cross, distance, dot, lerp, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { axisLengthMm, grainNear, sectionAt } from '../piece/geometry'
import { partOf } from '../piece/facts'
import type { Joint, Part, Piece } from '../piece/schema'
import type { Range } from '../reference/row'
import { speciesNamed } from '../reference/species'
import { faceForce, mitreTension, shoulderForce, SLIP_DEG, strapTension } from './force'
import type { ClampLine } from './line'
import { loopOver } from './loop'
import { before, behind, gripOn, isPlank, type PressPlace } from './press'

/**
 * The clamps a set of joints needs, in the order of use: for each part that enters one line over both its ends; thin
 * sticks between the same two parts a pair of straps; faces pressed square; what ends in the air a handscrew to pull
 * on. A leg or post in a plank is driven home and stands under weight: no clamp holds it (`drivenHome`).
 */
export function clampLines(piece: Piece, joints: readonly Joint[]): ClampLine[] {
  const mitres = joints.filter(j => j.form.kind === 'mitre')
  const faces = joints.filter(j => j.form.kind === 'butt' && !isRubbed(piece, j))
  const laps = joints.filter(j => j.form.kind === 'half-lap')
  const rest = joints.filter(
    j => !isRubbed(piece, j) && !mitres.includes(j) && !faces.includes(j) && !isDriven(piece, j),
  )
  const sticks = stickGroups(piece, rest)
  const ofSticks = new Set(sticks.flat().map(j => j.id))
  const bows = rest.filter(j => !ofSticks.has(j.id) && isBow(piece, j))
  const straps = [...sticks.flatMap(own => strapsOver(piece, own)), ...bows.map(j => overBow(piece, j))]
  const byPart = new Map<string, Joint[]>()
  for (const j of rest.filter(x => !ofSticks.has(x.id) && !bows.includes(x))) {
    byPart.set(j.enters, [...(byPart.get(j.enters) ?? []), j])
  }
  return joinedUnderOneCaul([
    ...(mitres.length > 0 ? [roundFrame(piece, mitres)] : []),
    ...[...byPart].map(([part, own]) => withinSlope(lineFor(piece, partOf(piece, part), own))),
    ...withBows(straps),
    ...laps.map(j => acrossLap(piece, j)),
    ...faces.map(j => acrossFace(piece, j)),
  ])
}

/**
 * Joints that are knocked home over a block and held by their own fit, the piece on its feet and weight on the plank.
 */
export const drivenHome = (piece: Piece, joints: readonly Joint[]): Joint[] => joints.filter(j => isDriven(piece, j))

/** A corner block is rubbed home and held by its screws: no bar is set along it. */
const isRubbed = (piece: Piece, joint: Joint): boolean => partOf(piece, joint.enters).role === 'corner-block'

/** Its part ends in the air on the other side of a plank: a leg, or a post with nothing over it. */
function isDriven(piece: Piece, joint: Joint): boolean {
  const { kind } = joint.form
  if (kind !== 'round-tenon' && kind !== 'mortise-and-tenon' && kind !== 'dowel') return false
  return isPlank(partOf(piece, joint.receives)) && piece.joints.filter(j => j.enters === joint.enters).length === 1
}

/** A bow stands with both feet on the same part: what is pulled over its top draws both home. */
const isBow = (piece: Piece, { enters }: Joint): boolean => {
  const ends = endsOf(piece, enters)
  return ends.length === 2 && ends[0]!.receives === ends[1]!.receives && dot(ends[0]!.withdraw, ends[1]!.withdraw) > 0
}

function overBow(piece: Piece, joint: Joint): ClampLine {
  const part = partOf(piece, joint.enters)
  const feet = endsOf(piece, part.id).map(e => behind(piece, e).point)
  const head = part.axis.reduce((top, p) => (dot(subtract(p, top), joint.withdraw) > 0 ? p : top))
  return strap(piece, [joint], [feet[0]!, head, feet[1]!], strapTension(shoulderAreaMm2(piece, joint)))
}

/**
 * What is strapped over a bow’s sticks draws its feet home as well; without sticks one strap over its top does both.
 */
function withBows(straps: readonly ClampLine[]): ClampLine[] {
  const [over, rest] = [straps.filter(s => s.loop!.length === 3), straps.filter(s => s.loop!.length !== 3)]
  const joints = over.flatMap(s => s.joints)
  if (joints.length === 0) return rest
  return rest.length > 0 ? rest.map(s => ({ ...s, joints: [...joints, ...s.joints] })) : [{ ...over[0]!, joints }]
}

/** Thinner than this a part is a stick, millimetres: a bar along it bows it. */
const STICK_MM = 22
const FEWEST_STICKS = 3

/** Sticks, and posts among them, that stand between the same two parts: their joints in the set. */
function stickGroups(piece: Piece, joints: readonly Joint[]): Joint[][] {
  const groups = new Map<string, { parts: Set<string>, joints: Joint[], thin: number }>()
  for (const j of joints) {
    const ends = endsOf(piece, j.enters)
    if (ends.length !== 2) continue
    const key = ends
      .map(e => e.receives)
      .sort()
      .join(' ')
    const group = groups.get(key) ?? { parts: new Set<string>(), joints: [], thin: 0 }
    if (!group.parts.has(j.enters) && thicknessMm(partOf(piece, j.enters)) < STICK_MM) group.thin++
    group.parts.add(j.enters)
    group.joints.push(j)
    groups.set(key, group)
  }
  return [...groups.values()].filter(g => g.thin >= FEWEST_STICKS).map(g => g.joints)
}

/** The joints at a part’s two ends; what it only passes through is neither. */
const endsOf = (piece: Piece, part: string): Joint[] =>
  piece.joints.filter(
    j => j.enters === part && !(j.form.kind === 'round-tenon' && j.form.through && !isAtEnd(partOf(piece, part), j)),
  )
const isAtEnd = (part: Part, j: Joint): boolean =>
  Math.min(distance(j.at, part.axis[0]!), distance(j.at, part.axis.at(-1)!)) < 1.5 * j.depthMm.value + 5
const thicknessMm = (part: Part): number => {
  const { widthMm, depthMm } = sectionAt(part, 0.5)
  return Math.max(widthMm, depthMm)
}

/** So many sticks a strap holds evenly; and never one alone, which would tip what lies over them. */
const STICKS_A_STRAP = 8
const FEWEST_STRAPS = 2

/** Straps over what the sticks carry and under what carries them, one towards each side. */
function strapsOver(piece: Piece, joints: readonly Joint[]): ClampLine[] {
  const parts = [...new Set(joints.map(j => j.enters))].map(id => partOf(piece, id))
  const ends = parts.map(part => endsOf(piece, part.id).map(e => behind(piece, e).point) as [Vec, Vec])
  const feet = ends.map(([a, b]) => (a[1] <= b[1] ? a : b))
  const heads = ends.map(([a, b]) => (a[1] <= b[1] ? b : a))
  const sideways = unit(subtract(farthest(feet)[1], farthest(feet)[0]))
  const order = parts.map((_, i) => i).sort((a, b) => dot(feet[a]!, sideways) - dot(feet[b]!, sideways))
  const count = Math.max(FEWEST_STRAPS, Math.ceil(parts.length / STICKS_A_STRAP))
  const up = unit(subtract(heads[order[0]!]!, feet[order[0]!]!))
  const out = unit(cross(sideways, up))
  const force = strapTension(joints.map(j => shoulderAreaMm2(piece, j)).reduce((a, b) => a + b, 0) / count)
  return Array.from({ length: count }, (_, n) => {
    const place = ((n + 0.5) / count) * (order.length - 1)
    const between = (points: readonly Vec[]) =>
      lerp(points[order[Math.floor(place)]!]!, points[order[Math.ceil(place)]!]!, place % 1)
    const [foot, head] = [between(feet), between(heads)]
    const halfMm = STRAP_OFF_MM
    const loop = [
      along(foot, out, halfMm),
      along(head, out, halfMm),
      along(head, out, -halfMm),
      along(foot, out, -halfMm),
    ]
    return strap(piece, joints, loop, force)
  })
}
/** A strap runs so far in front of and behind the sticks, millimetres. */
const STRAP_OFF_MM = 30

function strap(piece: Piece, joints: readonly Joint[], loop: readonly Vec[], force: Figure): ClampLine {
  const spanMm = loop.reduce((sum, p, i) => sum + distance(p, loop[(i + 1) % loop.length]!), 0)
  return {
    by: 'strap',
    part: joints[0]!.enters,
    label: null,
    joints: joints.map(j => j.id),
    from: loop[0]!,
    to: loop[1]!,
    loop,
    spanMm,
    force,
    offSquareDeg: 0,
    needsCaul: false,
    throatMm: 0,
    ...bears([partOf(piece, joints[0]!.receives)]),
  }
}

/**
 * The faces of a lap are pressed square to them; a pull along it only brings its shoulder home
 * (docs/sources.md#clamp-forces, low).
 */
const FACE_PRESSURE_MPA: Range = [0.3, 0.7]

function acrossLap(piece: Piece, joint: Joint): ClampLine {
  const [entering, receiving] = [partOf(piece, joint.enters), partOf(piece, joint.receives)]
  const middle = along(joint.at, negate(joint.withdraw), joint.depthMm.value / 2)
  const way = unit(cross(joint.withdraw, grainNear(receiving, middle)))
  const { widthMm, depthMm } = sectionAt(entering, 0)
  const half = Math.min(widthMm, depthMm) / 2
  return facing(joint, [entering, receiving], along(middle, way, -half), along(middle, way, half))
}

/** A face glued on a face: pressed square to it, through both parts. */
function acrossFace(piece: Piece, joint: Joint): ClampLine {
  const [entering, receiving] = [partOf(piece, joint.enters), partOf(piece, joint.receives)]
  const near = before(piece, joint)
  const far = behind(piece, joint)
  if (near) return facing(joint, [entering, receiving], far.point, near)
  const grip = gripOn(piece, joint)
  return { ...facing(joint, [entering, receiving], far.point, grip.point), by: 'grip', gripMm: grip.thickMm }
}

function facing(joint: Joint, parts: readonly Part[], from: Vec, to: Vec): ClampLine {
  return {
    by: 'faces',
    part: joint.enters,
    label: null,
    joints: [joint.id],
    from,
    to,
    spanMm: distance(from, to),
    force: faceForce(glueAreaMm2(joint), FACE_PRESSURE_MPA),
    offSquareDeg: 0,
    needsCaul: false,
    throatMm: Math.min(...parts.map(halfWidthMm)),
    ...bears(parts),
  }
}

const halfWidthMm = (part: Part): number => {
  const { widthMm, depthMm } = sectionAt(part, 0.5)
  return Math.max(widthMm, depthMm) / 2
}
const bears = (parts: readonly Part[]) => ({
  bearsMPa: Math.min(...parts.map(p => speciesNamed(p.species).values.compressionAcrossMPa.value)),
})

/** One strap round a mitred frame closes all its corners at once; a bar across would push them past each other. */
function roundFrame(piece: Piece, mitres: readonly Joint[]): ClampLine {
  const all = piece.joints.filter(j => j.form.kind === 'mitre')
  const parts = [...new Set(all.flatMap(j => [j.enters, j.receives]))].map(id => partOf(piece, id))
  const middle = scale(
    all.reduce((sum, j) => add(sum, j.at), [0, 0, 0] as Vec),
    1 / all.length,
  )
  const outer = (j: Joint) =>
    along(j.at, unit(subtract(j.at, middle)), sectionAt(partOf(piece, j.enters), 0).widthMm / 2)
  const forces = mitres.map(j => mitreTension(glueAreaMm2(j)))
  return {
    ...strap(
      piece,
      mitres,
      roundUp(all.map(outer), middle),
      forces.reduce((a, b) => (b.value > a.value ? b : a)),
    ),
    spanMm: parts.reduce((sum, p) => sum + axisLengthMm(p) + sectionAt(p, 0.5).widthMm, 0),
  }
}

/** Points in the order in which they stand round their middle. */
export function roundUp(points: readonly Vec[], middle: Vec): Vec[] {
  const first = unit(subtract(points[0]!, middle))
  const side = points.map(p => cross(first, subtract(p, middle))).reduce((a, b) => (dot(b, b) > dot(a, a) ? b : a))
  const second = unit(cross(unit(side), first))
  const angle = (p: Vec) => Math.atan2(dot(subtract(p, middle), second), dot(subtract(p, middle), first))
  return [...points].sort((a, b) => angle(a) - angle(b))
}

/** Of some points the two farthest apart. */
function farthest(points: readonly Vec[]): [Vec, Vec] {
  const pairs = points.flatMap((a, i) => points.slice(i + 1).map((b): [Vec, Vec] => [a, b]))
  return pairs.reduce((best, pair) => (distance(...pair) > distance(...best) ? pair : best), [points[0]!, points[0]!])
}

/** No caul stays on a steeper slope than this, degrees: there a strap goes round. */
const STEEPEST_DEG = 25
const withinSlope = (line: ClampLine): ClampLine =>
  line.by === 'jaws' && line.offSquareDeg > STEEPEST_DEG ? loopOver(line) : line

function lineFor(piece: Piece, part: Part, own: readonly Joint[]): ClampLine {
  const ends = endsOf(piece, part.id)
  const faces = (ends.length > 0 ? ends : own).map(j => behind(piece, j))
  const forces = own.map(j => shoulderForce(shoulderAreaMm2(piece, j)))
  const force = forces.reduce((a, b) => (b.value > a.value ? b : a))
  const second: { point: Vec, gripMm?: number } = faces[1] ?? whereItEnds(piece, own[0]!)
  const offSquareDeg = Math.max(...faces.map(f => f.offSquareDeg))
  const roundMm = Math.max(...faces.map(f => f.roundMm))
  return {
    by: second.gripMm === undefined ? 'jaws' : 'grip',
    part: part.id,
    label: null,
    joints: own.map(j => j.id),
    from: faces[0]!.point,
    to: second.point,
    spanMm: distance(faces[0]!.point, second.point),
    force,
    offSquareDeg,
    needsCaul: offSquareDeg > SLIP_DEG,
    throatMm: Math.min(sectionAt(part, 0.5).widthMm, sectionAt(part, 0.5).depthMm) / 2,
    besideMm: Math.max(...own.map(j => fromLineMm(j.at, faces[0]!.point, second.point))),
    ...(roundMm > 0 ? { roundMm } : {}),
    ...(second.gripMm === undefined ? {} : { gripMm: second.gripMm }),
    ...bears(faces.map((f: PressPlace) => partOf(piece, f.part))),
  }
}

/** How far a point stands off the line through two others, millimetres. */
function fromLineMm(point: Vec, a: Vec, b: Vec): number {
  const way = unit(subtract(b, a))
  const off = subtract(point, a)
  return distance(off, scale(way, dot(off, way)))
}

/** What a jaw presses on at the free end of a part: its end, where it is short; otherwise a handscrew gripped to it. */
function whereItEnds(piece: Piece, joint: Joint): { point: Vec, gripMm?: number } {
  const end = before(piece, joint)
  if (end) return { point: end }
  const { point, thickMm } = gripOn(piece, joint)
  return { point, gripMm: thickMm }
}

/** Nearer to each other than this two jaws do not find room, millimetres. */
const JAW_ROOM_MM = 45

/** Lines that run side by side too near for a jaw each get one caul at both ends, and pull together. */
function joinedUnderOneCaul(lines: readonly ClampLine[]): ClampLine[] {
  const out: ClampLine[] = []
  for (const line of lines) {
    const i = out.findIndex(o => o.by === 'jaws' && line.by === 'jaws' && isBeside(o, line))
    if (i < 0) {
      out.push(line)
      continue
    }
    out[i] = pulledTogether(out[i]!, line)
  }
  return out
}

function isBeside(a: ClampLine, b: ClampLine): boolean {
  const [way, other] = [unit(subtract(a.to, a.from)), unit(subtract(b.to, b.from))]
  const isFlipped = dot(way, other) < 0
  const [from, to] = isFlipped ? [b.to, b.from] : [b.from, b.to]
  return Math.abs(dot(way, other)) > 0.99 && distance(a.from, from) < JAW_ROOM_MM && distance(a.to, to) < JAW_ROOM_MM
}

function pulledTogether(a: ClampLine, b: ClampLine): ClampLine {
  const isFlipped = dot(subtract(a.to, a.from), subtract(b.to, b.from)) < 0
  const sum = (key: 'value' | 'low' | 'high') => (a.force[key] ?? a.force.value) + (b.force[key] ?? b.force.value)
  return {
    ...a,
    joints: [...a.joints, ...b.joints],
    from: lerp(a.from, isFlipped ? b.to : b.from, 0.5),
    to: lerp(a.to, isFlipped ? b.from : b.to, 0.5),
    spanMm: Math.max(a.spanMm, b.spanMm),
    force: {
      ...figureOf(
        sum('value'),
        'kN',
        'What each of the joints under the caul wants, together.',
        [],
        'clamp-forces',
        'medium',
      ),
      low: sum('low'),
      high: sum('high'),
    },
    offSquareDeg: Math.max(a.offSquareDeg, b.offSquareDeg),
    needsCaul: true,
    over: (a.over ?? 1) + 1,
  }
}
