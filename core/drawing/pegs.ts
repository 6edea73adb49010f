import { along, cross, negate, unit, type Vec } from '../measure/vec'
import { frameOfSegment } from '../piece/geometry'
import type { Joint, Part } from '../piece/schema'

/** What sits in the socket, as a part: a tenon, or one dowel of several. It belongs to the part that enters. */
export interface Peg { readonly joint: string, readonly part: Part }

/** Tenons, round tenons and dowels of a joint as solids that can be drawn. Dowels stand one above the other, and reach as deep into the rail. */
export function pegsOf(joint: Joint, entering: Part): Peg[] {
  const { form } = joint
  const inward = negate(joint.withdraw)
  const frame = frameOfSegment(entering, 0)
  const end = along(joint.at, inward, joint.depthMm.value)
  if (form.kind === 'mortise-and-tenon') return [peg(joint, entering, 'rectangle', joint.at, end, frame.across, form.thicknessMm.value, form.widthMm.value, 0)]
  if (form.kind === 'round-tenon') return [peg(joint, entering, 'round', joint.at, end, frame.across, form.diameterMm.value, form.diameterMm.value, 0)]
  const back = along(joint.at, joint.withdraw, 2.5 * form.diameterMm.value)
  const apart = unit(cross(inward, frame.across))
  return Array.from({ length: form.count }, (_, i) => {
    const shift = (i - (form.count - 1) / 2) * form.spacingMm.value
    return peg(joint, entering, 'round', along(back, apart, shift), along(end, apart, shift), frame.across, form.diameterMm.value, form.diameterMm.value, i)
  })
}

function peg(joint: Joint, entering: Part, shape: 'rectangle' | 'round', from: Vec, to: Vec, across: Vec, widthMm: number, depthMm: number, nth: number): Peg {
  return {
    joint: joint.id,
    part: { ...entering, id: `${joint.id}-peg-${nth}`, label: `in ${joint.label}`, role: 'peg', axis: [from as [number, number, number], to as [number, number, number]], across: across as [number, number, number], section: { shape, stations: [{ along: 0, widthMm, depthMm }] } },
  }
}
