import { assumed } from '../../measure/measured'
import { along, cross, distance, dot, length, lerp, scale, subtract, unit, type Vec } from '../../measure/vec'
import { freeId, jointId } from '../joint-id'
import { nameByKind } from '../names'
import { axisLengthMm, pointAtHeight, pointAtShare, surfaceBetween, type SurfacePoint } from '../geometry'
import type { Joint, JointForm, Part } from '../document-schema'
import { FIXINGS } from '../words'

/** Where a part meets another one: that other part and the point inside it that the axis aims at. */
export interface Seat {
  readonly part: Part
  readonly point: Vec
}

export const seatAtHeight = (part: Part, yMm: number): Seat => ({ part, point: pointAtHeight(part, yMm).point })
export const seatAlong = (part: Part, share: number): Seat => ({ part, point: pointAtShare(part, share).point })
export const seatAt = (part: Part, point: Vec): Seat => ({ part, point })

export interface JointSpec {
  readonly form: JointForm
  readonly depthMm: number
}
type Station = Part['section']['stations'][number]
type Shape
  = | { readonly thicknessMm: number, readonly heightMm: number }
    | { readonly diameterMm: number }
    | { readonly turned: readonly Station[] }
    | { readonly stations: readonly Station[] }

interface Named {
  readonly id: string
  readonly role: string
}
export type PartSpec = Named
  & Shape & {
    /** The way its height points; upward if not given. */
    readonly up?: Vec
    /** Points its axis runs through between its ends. */
    readonly via?: readonly Vec[]
  }

/**
 * Collects parts and joints. Parts are cut to length: from surface to surface of what they enter, or free at an end.
 */
export class FrameBuilder {
  readonly parts: Part[] = []
  private readonly made: Omit<Joint, 'number'>[] = []
  constructor(private readonly species: string) {}

  /**
   * A part that enters nothing at its ends by itself: a leg, a post, a plank. `across` is the direction of its width.
   */
  solid(spec: Named & Shape, axis: readonly Vec[], across: Vec = [1, 0, 0], cuts?: { start?: Vec, end?: Vec }): Part {
    const tangent = unit(subtract(axis[1]!, axis[0]!))
    const square = unit(subtract(across, scale(tangent, dot(across, tangent))))
    return this.keep({
      id: spec.id,
      role: spec.role,
      axis: axis.map(clean),
      across: cleanUnit(square),
      species: this.species,
      section: sectionOf(spec),
      ...(cuts
        ? { cuts: { start: cuts.start ? cleanUnit(cuts.start) : null, end: cuts.end ? cleanUnit(cuts.end) : null } }
        : {}),
    })
  }

  /** A leg or post that stands on the floor, its foot cut level; its axis runs from the foot up. */
  upright(id: string, role: string, axis: readonly Vec[], shape: Shape): Part {
    return this.solid({ id, role, ...shape }, axis, [1, 0, 0], { start: [0, 1, 0] })
  }

  /** A part from one seat to another, cut where it meets their surfaces; each end is a joint of its own. */
  bar(spec: PartSpec, from: Seat, to: Seat, joint: JointSpec, jointAtEnd: JointSpec = joint): Part {
    const points = [from.point, ...(spec.via ?? []), to.point]
    const start = this.meet(spec, from, points[1]!)
    const end = this.meet(spec, to, points[points.length - 2]!)
    const axis = [start.point, ...(spec.via ?? []), end.point]
    const direction = unit(subtract(axis[1]!, axis[0]!))
    const part = this.solid(spec, axis, cross(direction, spec.up ?? [0, 1, 0]), {
      ...faceCut('start', from.part, start),
      ...faceCut('end', to.part, end),
    })
    this.join(part, from.part, start.point, unit(subtract(axis[1]!, start.point)), joint)
    this.join(part, to.part, end.point, unit(subtract(axis[axis.length - 2]!, end.point)), jointAtEnd)
    return part
  }

  /** A part that enters one other and ends free at `tip`, or is met there by something else. */
  stub(spec: PartSpec, from: Seat, tip: Vec, joint: JointSpec, cuts?: { end?: Vec }): Part {
    const points = [...(spec.via ?? []), tip]
    const start = this.meet(spec, from, points[0]!)
    const part = this.solid(
      spec,
      [start.point, ...points],
      cross(unit(subtract(points[0]!, start.point)), spec.up ?? [0, 1, 0]),
      { ...faceCut('start', from.part, start), ...cuts },
    )
    this.join(part, from.part, start.point, unit(subtract(points[0]!, start.point)), joint)
    return part
  }

  /**
   * Lets a part that stands already enter another one: the joint lies where the line between the two points leaves
   * the other's surface.
   */
  enter(entering: Part, receiving: Part, from: Vec, into: Vec, joint: JointSpec): Joint['id'] {
    const at = surfaceBetween(receiving, from, into)
    if (!at) {
      throw new RangeError(
        `The ${nameByKind(entering)} does not reach the ${nameByKind(receiving)}: check the measurements.`,
      )
    }
    return this.join(entering, receiving, at.point, unit(subtract(from, into)), joint)
  }

  /** Lets an earlier joint share the hole of another one. */
  share(joint: string, other: string): void {
    const at = this.made.findIndex(j => j.id === joint)
    this.made[at] = { ...this.made[at]!, shares: other }
  }

  private meet(spec: Named, { part, point }: Seat, towards: Vec): SurfacePoint {
    const at = surfaceBetween(part, towards, point)
    if (!at || distance(at.point, towards) < 1) {
      throw new RangeError(`The ${nameByKind(spec)} has no length left: the parts it joins touch.`)
    }
    return at
  }

  /** A joint at a known point, by the way the entering part comes out. Returns its id. */
  join(entering: Part, receiving: Part, at: Vec, withdraw: Vec, { form, depthMm }: JointSpec): string {
    const own = freeId(jointId(entering.id, receiving.id), id => this.made.some(j => j.id === id))
    this.made.push({
      id: own,
      enters: entering.id,
      receives: receiving.id,
      at: clean(at),
      withdraw: cleanUnit(withdraw),
      depthMm: assumed(depthMm),
      form,
    })
    return own
  }

  private keep(part: Part): Part {
    if (axisLengthMm(part) < 1) {
      throw new RangeError(`The ${nameByKind(part)} has no length left: the parts it joins touch.`)
    }
    this.parts.push(part)
    return part
  }

  /** Joints numbered as one walks round the piece: by part in the order they were added. */
  frame(): { parts: Part[], joints: Joint[] } {
    return { parts: this.parts, joints: this.made.map((joint, i) => ({ ...joint, number: i + 1 })) }
  }
}

/** A shoulder lies flat on a flat face; on a round one it stays square. */
const faceCut = (end: 'start' | 'end', part: Part, { normal }: SurfacePoint) =>
  part.section.shape === 'rectangle' ? { [end]: normal } : {}

function sectionOf(shape: Shape): Part['section'] {
  if ('turned' in shape) return { shape: 'round', stations: [...shape.turned] }
  if ('stations' in shape) return { shape: 'rectangle', stations: [...shape.stations] }
  if ('diameterMm' in shape) {
    return { shape: 'round', stations: [{ along: 0, widthMm: shape.diameterMm, depthMm: shape.diameterMm }] }
  }
  return { shape: 'rectangle', stations: [{ along: 0, widthMm: shape.thicknessMm, depthMm: shape.heightMm }] }
}

/** Stations of a turned part from pairs of share and diameter, millimetres. */
export const turned = (...profile: readonly (readonly [along: number, diameterMm: number])[]): Station[] =>
  profile.map(([share, d]) => ({ along: share, widthMm: d, depthMm: d }))

/** Points on a circular arc through three points, both ends left out; `count` of them, evenly spaced. */
export function arcThrough(a: Vec, middle: Vec, b: Vec, count: number): Vec[] {
  const chord = subtract(b, a)
  const rise = subtract(middle, lerp(a, b, 0.5))
  const [half, high] = [length(chord) / 2, length(rise)]
  if (high < 0.01) return Array.from({ length: count }, (_, i) => lerp(a, b, (i + 1) / (count + 1)))
  const radius = (half * half + high * high) / (2 * high)
  const centre = along(middle, unit(rise), -radius)
  const [out, side] = [unit(rise), unit(chord)]
  const spread = 2 * Math.asin(Math.min(1, half / radius)) * (high > half ? -1 : 1) + (high > half ? 2 * Math.PI : 0)
  return Array.from({ length: count }, (_, i) => {
    const angle = -spread / 2 + (spread * (i + 1)) / (count + 1)
    return along(along(centre, out, radius * Math.cos(angle)), side, radius * Math.sin(angle))
  })
}

/** Tenon of a third of the bar's thickness, with shoulders above and below. */
export const tenonFor = (thicknessMm: number, heightMm: number, depthMm: number, pinned = false): JointSpec => ({
  depthMm,
  form: {
    kind: 'mortise-and-tenon',
    thicknessMm: assumed(Math.max(6, Math.round(thicknessMm / 2.5))),
    widthMm: assumed(Math.round(Math.max(12, heightMm - 10))),
    deeperMm: assumed(1.5),
    pinned,
  },
})

/** Two dowels where the rail is high enough for them, one above the other; millimetres. */
export const dowelsFor = (diameterMm: number, heightMm: number, depthMm: number): JointSpec => ({
  depthMm,
  form: {
    kind: 'dowel',
    count: heightMm >= 4 * diameterMm ? 2 : 1,
    diameterMm: assumed(diameterMm),
    spacingMm: assumed(Math.round(heightMm / 2)),
  },
})

/** A round tenon in a socket that is a little deeper, or through; millimetres. */
export const socketFor = (
  diameterMm: number,
  depthMm: number,
  special: { through?: boolean, wedged?: boolean } = {},
): JointSpec => ({
  depthMm,
  form: {
    kind: 'round-tenon',
    diameterMm: assumed(diameterMm),
    deeperMm: assumed(special.through ? 0 : 1.5),
    ...special,
  },
})

/** A face that only meets another, glued or screwed; millimetres. */
export const buttFor = (thicknessMm: number, widthMm: number, screws: number): JointSpec => ({
  depthMm: 0.5,
  form: { kind: 'butt', thicknessMm: assumed(thicknessMm), widthMm: assumed(widthMm), screws },
})

/** A top on what carries it, held by screws, buttons, clips or rubbed blocks; millimetres. */
export const fixedBy = (by: string | number | undefined, sizeMm: number): JointSpec => ({
  depthMm: 0.5,
  form: {
    kind: 'fixing',
    by: FIXINGS.find(f => f === by) ?? 'screw',
    count: 1,
    thicknessMm: assumed(sizeMm),
    widthMm: assumed(sizeMm),
  },
})

export const tan = (deg: number): number => Math.tan((deg * Math.PI) / 180)

const tidy = (x: number) => Math.round(x * 1e4) / 1e4 + 0
const clean = (v: Vec): [number, number, number] => [tidy(v[0]), tidy(v[1]), tidy(v[2])]
/** Directions keep full precision: rounding would take them off unit length. */
const cleanUnit = (v: Vec): [number, number, number] => {
  const u = unit(v)
  return [u[0] + 0, u[1] + 0, u[2] + 0]
}
