import { add, cross, rotated, scale, subtract, type Vec } from '../measure/vec'
import { frameOfSegment, pointAtShare } from '../piece/geometry'
import type { EarlierRepair, Joint, Part, Piece } from '../piece/schema'
import { cutAt, partingBreaks, type Standing } from './standing'

/** A piece as it stands before anybody mends it: halves of a broken part apart, an old repair where it really sits. */
export interface AsFound {
  readonly parts: readonly Part[]
  readonly joints: readonly Joint[]
  /** How far each body lies from where it belongs, millimetres. */
  readonly offsets: ReadonlyMap<string, Vec>
  /** The body on the first end's side of a fault that parts its part; the part itself otherwise. */
  readonly bodyOfFault: ReadonlyMap<string, string>
}

/** How far the halves of a break are drawn from each other: enough to be seen as two, millimetres. */
const PARTED_MM = 22

const isOff = (f: Piece['faults'][number]): f is EarlierRepair =>
  f.kind === 'earlier-repair'
  && f.register === 'out-of-register'
  && ((f.offMm?.value ?? 0) > 0 || (f.leanDeg?.value ?? 0) > 0)

/** Repairs that somebody measured as standing off, and has not put right by other means. */
const offRepairs = (piece: Piece): EarlierRepair[] =>
  piece.faults.filter(isOff).filter(f => piece.choices.settled[`fault:${f.id}`]?.how !== 'mended-otherwise')

/** The geometry as found. As mended is the piece’s own: every plan is made on that. */
export function asFound(piece: Piece): AsFound {
  const square = { value: 90, basis: 'assumed' as const }
  const repairs = offRepairs(piece)
  const cut = cutAt(piece, part =>
    [
      ...partingBreaks(piece, part.id),
      ...repairs.filter(f => f.part === part.id && f.joint === null).map(f => ({ ...f, angleDeg: square })),
    ].sort((a, b) => a.along - b.along),
  )
  const offsets = new Map<string, Vec>()
  const leant = new Map<string, Part>()
  const move = (body: string, by: Vec) => offsets.set(body, add(offsets.get(body) ?? [0, 0, 0], by))
  for (const tie of cut.breaks) {
    const repair = repairs.find(f => f.id === tie.fault)
    if (!repair) { for (const [body, by] of partedBy(cut, tie)) move(body, by) }
    else {
      const beyond = cut.piece.parts.find(p => p.id === tie.second)!
      leant.set(tie.second, leaning(beyond, tie.plane.at, offSide(piece, repair), repair.leanDeg?.value ?? 0))
      move(tie.second, scale(offSide(piece, repair), repair.offMm?.value ?? 0))
    }
  }
  for (const repair of repairs.filter(f => f.joint !== null)) {
    const joint = cut.piece.joints.find(j => j.id === repair.joint)
    if (joint) move(joint.enters, scale(offSide(piece, repair), repair.offMm?.value ?? 0))
  }
  return {
    parts: cut.piece.parts.map(p => leant.get(p.id) ?? p),
    joints: cut.piece.joints,
    offsets,
    bodyOfFault: new Map(cut.breaks.map(t => [t.fault, t.first])),
  }
}

/** The lighter side of a break moves off along the axis; where the frame still holds both, each half gives a little. */
function partedBy({ piece, breaks }: Standing, tie: Standing['breaks'][number]): [string, Vec][] {
  const others = breaks.filter(b => b !== tie)
  const reach = (from: string): Set<string> => {
    const group = new Set([from])
    for (const body of group) {
      for (const j of piece.joints) {
        if (j.enters === body) group.add(j.receives)
        if (j.receives === body) group.add(j.enters)
      }
      for (const b of others) if (b.first === body || b.second === body) [b.first, b.second].forEach(x => group.add(x))
    }
    return group
  }
  const [first, second] = [reach(tie.first), reach(tie.second)]
  const { tangent } = tie.plane
  if (first.has(tie.second)) {
    return [
      [tie.first, scale(tangent, -PARTED_MM / 4)],
      [tie.second, scale(tangent, PARTED_MM / 4)],
    ]
  }
  const [group, way] = first.size <= second.size ? [first, -PARTED_MM] : [second, PARTED_MM]
  return [...group].map(body => [body, scale(tangent, way)])
}

/** The side towards which an old repair stands off, by its turn round the axis. */
function offSide(piece: Piece, repair: EarlierRepair): Vec {
  const part = piece.parts.find(p => p.id === repair.part)!
  const { across, through } = frameOfSegment(part, pointAtShare(part, repair.along).segment)
  const turn = (repair.turnDeg * Math.PI) / 180
  return add(scale(across, Math.cos(turn)), scale(through, Math.sin(turn)))
}

/** A stretch of a part turned about where it was cut, towards a side. */
function leaning(part: Part, about: Vec, side: Vec, leanDeg: number): Part {
  if (leanDeg === 0) return part
  const tangent = frameOfSegment(part, 0).tangent
  const axis = cross(tangent, side)
  const turned = (v: Vec): [number, number, number] => {
    const [x, y, z] = add(about, rotated(subtract(v, about), axis, leanDeg))
    return [x, y, z]
  }
  return { ...part, axis: part.axis.map(turned) }
}
