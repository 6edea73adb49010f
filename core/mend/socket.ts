import { reachToSurfaceMm, axisLengthMm, pointAtHeight, sectionAt } from '../piece/geometry'
import { shareNear } from '../piece/places'
import { distance, negate } from '../measure/vec'
import { isTapered, widest, type JointCase, type TwoEnds } from './mend'

/**
 * What a round joint’s peg measures across, and the hole it sits in at its widest, millimetres; null for what is not
 * round.
 */
export interface RoundFit {
  readonly pegMm: number
  readonly holeMm: number
  readonly gap: TwoEnds
}

export function roundFit(c: JointCase): RoundFit | null {
  const { form } = c.joint
  if (form.kind !== 'round-tenon') return null
  const gap = c.clearance.round
  return { pegMm: form.diameterMm.value, holeMm: form.diameterMm.value + widest(gap), gap }
}

/** A hole wider at one end than at the other is nobody’s bit’s. */
export const isEven = (gap: TwoEnds): boolean => !isTapered(gap)

/** How far it is through the receiving part along the joint’s line, millimetres. */
export function throughMm(c: JointCase): number {
  const { segment, share } = pointAtHeight(c.receiving, c.joint.at[1])
  return 2 * reachToSurfaceMm(c.receiving, segment, share, negate(c.joint.withdraw))
}

/** The thinnest of the entering part along its last stretch before the joint, millimetres. */
export function thinnestNearEndMm(c: JointCase, stretchMm: number): number {
  const { axis } = c.entering
  const isFirst = distance(axis[0]!, c.joint.at) < distance(axis[axis.length - 1]!, c.joint.at)
  const end = shareNear(c.entering, c.joint.at)
  const along = Math.min(1, stretchMm / axisLengthMm(c.entering))
  return Math.min(
    ...[0, 0.25, 0.5, 0.75, 1].map((k) => {
      const { widthMm, depthMm } = sectionAt(c.entering, Math.min(1, Math.max(0, end + (isFirst ? 1 : -1) * k * along)))
      return Math.min(widthMm, depthMm)
    }),
  )
}
