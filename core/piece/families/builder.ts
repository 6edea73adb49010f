import { assumed } from '../../measure/measured'
import { along, cross, lerp, negate, subtract, unit, type Vec } from '../../measure/vec'
import { axisLengthMm, pointAtHeight, reachToSurfaceMm } from '../geometry'
import type { Joint, JointForm, Part } from '../schema'

/** Where a bar meets an upright or another bar: the part, the point on its axis, and where along it that is. */
export interface Seat { readonly part: Part, readonly point: Vec, readonly segment: number, readonly share: number }

export const seatAtHeight = (part: Part, yMm: number): Seat => ({ part, ...pointAtHeight(part, yMm) })
export const seatAlong = (part: Part, share: number): Seat => ({ part, point: lerp(part.axis[0]!, part.axis[1]!, share), segment: 0, share })

interface BarSpec { readonly id: string, readonly label: string, readonly role: string, readonly thicknessMm: number, readonly heightMm: number, readonly up?: Vec }
export interface JointSpec { readonly form: JointForm, readonly depthMm: number }

/** Collects parts and joints; bars are cut to length shoulder to shoulder between the two parts they enter. */
export class FrameBuilder {
  readonly parts: Part[] = []
  private readonly made: { joint: Omit<Joint, 'number'> }[] = []
  constructor(private readonly species: string) {}

  upright(id: string, label: string, role: string, axis: Vec[], sizeMm: number): Part {
    return this.keep({ id, label, role, axis: axis.map(clean), across: [1, 0, 0], species: this.species, section: { shape: 'rectangle', stations: [{ along: 0, widthMm: sizeMm, depthMm: sizeMm }] } })
  }

  /** A straight bar from one seat to the other, its height along `up` (upright if not given); both joints withdraw along the bar. */
  bar(spec: BarSpec, from: Seat, to: Seat, joint: JointSpec): Part {
    const direction = unit(subtract(to.point, from.point))
    const start = along(from.point, direction, reachToSurfaceMm(from.part, from.segment, from.share, direction))
    const end = along(to.point, negate(direction), reachToSurfaceMm(to.part, to.segment, to.share, negate(direction)))
    const across = unit(cross(direction, spec.up ?? [0, 1, 0]))
    const part = this.keep({
      id: spec.id, label: spec.label, role: spec.role, axis: [clean(start), clean(end)], across: cleanUnit(across), species: this.species,
      section: { shape: 'rectangle', stations: [{ along: 0, widthMm: spec.thicknessMm, depthMm: spec.heightMm }] },
    })
    this.join(part, from.part, start, direction, joint)
    this.join(part, to.part, end, negate(direction), joint)
    return part
  }

  private join(entering: Part, receiving: Part, at: Vec, withdraw: Vec, { form, depthMm }: JointSpec): void {
    this.made.push({ joint: {
      id: `${entering.id}--${receiving.id}`, label: `${entering.label} to ${receiving.label}`, enters: entering.id, receives: receiving.id,
      at: clean(at), withdraw: cleanUnit(withdraw), depthMm: assumed(depthMm), form,
    } })
  }

  private keep(part: Part): Part {
    if (axisLengthMm(part) < 1) throw new RangeError(`The ${part.label} has no length left: the parts it joins touch.`)
    this.parts.push(part)
    return part
  }

  /** Joints numbered as one walks round the piece: by part in the order they were added. */
  joints(): Joint[] {
    return this.made.map(({ joint }, i) => ({ ...joint, number: i + 1 }))
  }
}

/** Tenon of a third of the bar's thickness, with shoulders above and below. */
export const tenonFor = (thicknessMm: number, heightMm: number, depthMm: number, pinned = false): JointSpec => ({
  depthMm,
  form: { kind: 'mortise-and-tenon', thicknessMm: assumed(Math.max(6, Math.round(thicknessMm / 2.5))), widthMm: assumed(Math.round(Math.max(12, heightMm - 10))), deeperMm: assumed(1.5), pinned },
})

export const dowelsFor = (diameterMm: number, heightMm: number, depthMm: number): JointSpec => ({
  depthMm,
  form: { kind: 'dowel', count: heightMm >= 4 * diameterMm ? 2 : 1, diameterMm: assumed(diameterMm), spacingMm: assumed(Math.round(heightMm / 2)) },
})

const tidy = (x: number) => Math.round(x * 1e4) / 1e4 + 0
const clean = (v: Vec): [number, number, number] => [tidy(v[0]), tidy(v[1]), tidy(v[2])]
/** Directions keep full precision: rounding would take them off unit length. */
const cleanUnit = (v: Vec): [number, number, number] => { const u = unit(v); return [u[0] + 0, u[1] + 0, u[2] + 0] }
