import { along, cross, negate, unit, type Vec } from '../measure/vec'
import { frameOfSegment } from '../piece/geometry'
import { DOWEL_IN_RAIL_DIAMETERS, pegShapeOf, type PegShape } from '../piece/joint-forms'
import type { Joint, Part } from '../piece/schema'

/** What sits in the socket, as a part: a tenon, or one dowel of several. It belongs to the part that enters. */
export interface Peg {
  readonly joint: string
  readonly part: Part
}

/**
 * Tenons, tongues, dowels and bolts of a joint as solids that can be drawn. Dowels stand one above the other, and
 * reach as deep into the rail.
 */
export function pegsOf(joint: Joint, entering: Part): Peg[] {
  const shape = pegShapeOf(joint.form)
  if (!shape) return []
  const inward = negate(joint.withdraw)
  const frame = frameOfSegment(entering, 0)
  const end = along(joint.at, inward, joint.depthMm.value)
  const start
    = joint.form.kind === 'dowel'
      ? along(joint.at, joint.withdraw, DOWEL_IN_RAIL_DIAMETERS * shape.thicknessMm)
      : joint.at
  const apart = unit(cross(inward, frame.across))
  return Array.from({ length: shape.count }, (_, i) => {
    const shift = (i - (shape.count - 1) / 2) * shape.spacingMm
    return peg(joint, entering, shape, along(start, apart, shift), along(end, apart, shift), frame.across, i)
  })
}

function peg(
  joint: Joint,
  entering: Part,
  { shape, thicknessMm, widthMm }: PegShape,
  from: Vec,
  to: Vec,
  across: Vec,
  nth: number,
): Peg {
  const { cuts: _square, ...plain } = entering
  return {
    joint: joint.id,
    part: {
      ...plain,
      id: `${joint.id}-peg-${nth}`,
      role: 'peg',
      axis: [from as [number, number, number], to as [number, number, number]],
      across: across as [number, number, number],
      section: { shape, stations: [{ along: 0, widthMm: thicknessMm, depthMm: widthMm }] },
    },
  }
}
