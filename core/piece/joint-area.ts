import { sectionAt } from './geometry'
import { partOf } from './facts'
import { DOWEL_IN_RAIL_DIAMETERS, FORMS, pegShapeOf } from './joint-forms'
import type { Joint, Piece } from './schema'

/**
 * Area that holds the glue, one face, square millimetres: a tenon's two cheeks, the walls of dowels and round tenons,
 * one flat face; none where a bolt or a pin holds.
 */
export function glueAreaMm2({ form, depthMm }: Joint): number {
  if (!FORMS[form.kind].glued) return 0
  switch (form.kind) {
    case 'butt':
    case 'mitre':
      return form.thicknessMm.value * form.widthMm.value
    case 'half-lap':
      return depthMm.value * form.widthMm.value
    case 'mortise-and-tenon':
    case 'housing':
    case 'bridle':
      return 2 * depthMm.value * form.widthMm.value
    case 'dowel':
      return (
        form.count * Math.PI * form.diameterMm.value * (depthMm.value + DOWEL_IN_RAIL_DIAMETERS * form.diameterMm.value)
      )
    default:
      return Math.PI * ('diameterMm' in form ? form.diameterMm.value : 0) * depthMm.value
  }
}

/** Area of the shoulder that meets the receiving part, square millimetres: the entering section less what goes in. */
export function shoulderAreaMm2(piece: Piece, joint: Joint): number {
  const { widthMm, depthMm } = sectionAt(partOf(piece, joint.enters), 0)
  const peg = pegShapeOf(joint.form)
  const hole = !peg
    ? 0
    : peg.shape === 'rectangle'
      ? peg.thicknessMm * peg.widthMm
      : (peg.count * Math.PI * peg.thicknessMm ** 2) / 4
  return Math.max(0, widthMm * depthMm - hole)
}
