import { sectionAt } from './geometry'
import { partOf } from './facts'
import type { Joint, Piece } from './schema'

/** Area that holds the glue, one face, square millimetres: a tenon's two cheeks, or the walls of dowels and round tenons. */
export function glueAreaMm2(joint: Joint): number {
  const { form, depthMm } = joint
  if (form.kind === 'mortise-and-tenon') return 2 * depthMm.value * form.widthMm.value
  if (form.kind === 'round-tenon') return Math.PI * form.diameterMm.value * depthMm.value
  const inRail = 2.5 * form.diameterMm.value
  return form.count * Math.PI * form.diameterMm.value * (depthMm.value + inRail)
}

/** Area of the shoulder that meets the receiving part, square millimetres: the entering section less what goes in. */
export function shoulderAreaMm2(piece: Piece, joint: Joint): number {
  const { widthMm, depthMm } = sectionAt(partOf(piece, joint.enters), 0)
  const { form } = joint
  const hole = form.kind === 'mortise-and-tenon' ? form.thicknessMm.value * form.widthMm.value : (form.kind === 'dowel' ? form.count : 1) * Math.PI * form.diameterMm.value ** 2 / 4
  return Math.max(0, widthMm * depthMm - hole)
}
