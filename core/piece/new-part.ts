import { fail, succeed, type Result } from '../measure/result'
import { lerp, type Vec } from '../measure/vec'
import { arcThrough, FrameBuilder, seatAt, type JointSpec } from './families/builder'
import { pointAtShare } from './geometry'
import { usualForm } from './joint-forms'
import type { JointKind } from './joint-forms'
import type { Edit, Part } from './schema'

export interface NewBar {
  readonly id: string
  /** What somebody calls it. */
  readonly label: string
  readonly role: string
  readonly round: boolean
  /** Breadth and height of its section, millimetres; a round one takes the first. */
  readonly thicknessMm: number
  readonly heightMm: number
  readonly jointKind: JointKind
  readonly from: { readonly part: Part, readonly along: number }
  readonly to: { readonly part: Part, readonly along: number }
}

/**
 * The edits that put a straight part between two others, with a joint at each end: a stretcher, a rung, a block, a
 * stick.
 */
export function barBetween(bar: NewBar, species: string): Result<Edit[]> {
  if (bar.from.part.id === bar.to.part.id) return fail('same_part', 'It goes from one part to another: pick two.', 'to')
  const b = new FrameBuilder(species)
  const form = usualForm(bar.jointKind, bar.thicknessMm, bar.round ? bar.thicknessMm : bar.heightMm)
  const joint: JointSpec = { form, depthMm: bar.jointKind === 'butt' ? 0.5 : Math.max(6, Math.round(bar.thicknessMm)) }
  const seat = ({ part, along }: NewBar['from']) => seatAt(part, pointAtShare(part, along).point)
  const shape = bar.round ? { diameterMm: bar.thicknessMm } : { thicknessMm: bar.thicknessMm, heightMm: bar.heightMm }
  const [p, q] = [seat(bar.from), seat(bar.to)]
  const steep = Math.abs(p.point[1] - q.point[1]) > 0.9 * Math.hypot(p.point[0] - q.point[0], p.point[2] - q.point[2])
  try {
    b.bar({ id: bar.id, role: bar.role, ...shape, ...(steep ? { up: [0, 0, 1] as Vec } : {}) }, p, q, joint)
  }
  catch (error) {
    if (error instanceof RangeError) return fail('no_room', error.message, 'to')
    throw error
  }
  const { parts, joints } = b.frame()
  return succeed([
    ...parts.map((part): Edit => ({ do: 'add-part', part: { ...part, label: bar.label } })),
    ...joints.map((joint): Edit => ({ do: 'add-joint', joint })),
  ])
}

/** Which way a part is bent, as a hand shows it. */
export const BEND_WAYS = {
  backward: [0, 0, -1],
  forward: [0, 0, 1],
  upward: [0, 1, 0],
  downward: [0, -1, 0],
  outward: [1, 0, 0],
} as const satisfies Record<string, Vec>
export type BendWay = keyof typeof BEND_WAYS
const BEND_POINTS = 9

/**
 * A part's axis as an arc that leaves the straight line between its ends by so much at its middle, millimetres; 0
 * makes it straight.
 */
export function bentAxis(part: Part, byMm: number, way: BendWay): Part['axis'] {
  const [a, b] = [part.axis[0]!, part.axis[part.axis.length - 1]!]
  if (byMm === 0) return [a, b]
  const middle = lerp(a, b, 0.5)
  const [x, y, z] = BEND_WAYS[way]
  const out = way === 'outward' && middle[0] < 0 ? -1 : 1
  const top: Vec = [middle[0] + out * x * byMm, middle[1] + y * byMm, middle[2] + z * byMm]
  return [a, ...arcThrough(a, top, b, BEND_POINTS).map((v): [number, number, number] => [v[0], v[1], v[2]]), b]
}
