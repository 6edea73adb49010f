import { along, distance, type Vec } from '../measure/vec'
import { pointAtShare } from '../piece/geometry'
import type { Part } from '../piece/schema'
import { outsideMm } from './solid'

/**
 * A straight tool that has to get at a place: from there outward a slim stretch, then its body and the hand round it,
 * millimetres.
 */
export interface Reach {
  /** Where it meets the wood. */
  readonly from: Vec
  /** Outward from there, along the tool. */
  readonly way: Vec
  readonly slimMm: number
  readonly slimRadiusMm: number
  readonly bodyMm: number
  readonly bodyRadiusMm: number
}

/**
 * A hand drill behind its bit (low): what sticks out of the chuck once the bit is as deep as it goes, the drill’s
 * length, and half its thickness with a knuckle beside it.
 */
const DRILL = { chuckToWoodMm: 15, bodyMm: 170, bodyRadiusMm: 28 } as const

/** A drill whose bit has to reach a depth from a mouth. When it begins, the whole bit still stands out of the wood. */
export const drillAt = (mouth: Vec, outward: Vec, depthMm: number, bitMm: number): Reach => ({
  from: mouth,
  way: outward,
  slimMm: depthMm + DRILL.chuckToWoodMm,
  slimRadiusMm: bitMm / 2,
  bodyMm: DRILL.bodyMm,
  bodyRadiusMm: DRILL.bodyRadiusMm,
})

const STEP_MM = 8
/**
 * The tool stands on the part itself, and beside what is let into it: only past this far from the wood is anything in
 * its way.
 */
const CLEAR_FROM_MM = 4

/** The parts a tool would run into, nearest to the wood first. The part it works on is not among them. */
export function inTheWayOf(reach: Reach, parts: readonly Part[]): string[] {
  const longMm = reach.slimMm + reach.bodyMm
  const hits = parts.flatMap((part) => {
    if (isFarOff(part, reach, longMm)) return []
    const atMm = firstHitMm(part, reach, longMm)
    return atMm === null ? [] : [{ id: part.id, atMm }]
  })
  return hits.sort((a, b) => a.atMm - b.atMm).map(h => h.id)
}

function firstHitMm(
  part: Part,
  { from, way, slimMm, slimRadiusMm, bodyRadiusMm }: Reach,
  longMm: number,
): number | null {
  for (let t = CLEAR_FROM_MM; t <= longMm; t += STEP_MM) {
    const radiusMm = t < slimMm ? slimRadiusMm : bodyRadiusMm
    if (outsideMm(part, along(from, way, t)) < radiusMm) return t
  }
  return null
}

/** A part whose ball the tool’s ball does not touch cannot be in its way. */
function isFarOff(part: Part, { from, way, bodyRadiusMm }: Reach, longMm: number): boolean {
  const middle = pointAtShare(part, 0.5).point
  const thickMm = Math.max(...part.section.stations.map(s => Math.hypot(s.widthMm, s.depthMm))) / 2
  const partRadiusMm = Math.max(...part.axis.map(p => distance(p, middle))) + thickMm
  return distance(along(from, way, longMm / 2), middle) > partRadiusMm + longMm / 2 + bodyRadiusMm
}
