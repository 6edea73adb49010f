import { FORMS } from '../piece/joint-forms'
import type { PlaceId } from '../piece/words'
import { speciesNamed } from '../reference/species'
import { dimensionChangeMm, restingMoisturePct } from '../wood/moisture'
import { PLACE_ROWS, type Air } from '../wood/places'
import { widest, type JointCase, type TwoEnds } from './mend'

/**
 * A joint’s whole clearance in one month, millimetres: by the mean of what the rings may do, and from the least to
 * the most.
 */
export interface MonthGap {
  /** 1 to 12. */
  readonly month: number
  readonly moisturePct: number
  readonly gapMm: number
  readonly lowMm: number
  readonly highMm: number
}

/** What of a joint opens and closes: how big it is across the grain, and whether the hole shrinks with it. */
interface Face {
  readonly sizeMm: number
  readonly now: TwoEnds
  readonly holeMovesToo: boolean
}

/**
 * The clearance of a joint through the year of a place, from what it is in the air of the bench. Along the receiving
 * part’s grain a hole keeps its size and only the tenon moves; across it the hole shrinks as well. Round tenons, and
 * a tenon’s edges, stand along that grain; its cheeks across. How the rings lie is not known: radial and tangential
 * shrinkage are its bounds.
 * @param gapMm the clearance now, in the bench’s air; the joint’s own where it is not said
 * @returns twelve months; empty for a face that has no hole
 */
export function gapOverYear(c: JointCase, place: PlaceId, bench: Air, gapMm?: number): MonthGap[] {
  const face = faceOf(c)
  if (!face) return []
  const at = restingMoisturePct(bench.temperatureC, bench.humidityPct)
  const now = gapMm ?? widest(face.now)
  const [peg, hole] = [speciesNamed(c.entering.species).values, speciesNamed(c.receiving.species).values]
  return PLACE_ROWS[place].months.map((air, i): MonthGap => {
    const then = restingMoisturePct(air.temperatureC, air.humidityPct)
    const change = (shrinkagePct: number) => dimensionChangeMm(face.sizeMm, shrinkagePct, at, then)
    const ways = [peg.radialShrinkagePct, peg.tangentialShrinkagePct].flatMap(p =>
      face.holeMovesToo
        ? [hole.radialShrinkagePct, hole.tangentialShrinkagePct].map(h => now - change(p.value) + change(h.value))
        : [now - change(p.value)],
    )
    const mean = ways.reduce((sum, w) => sum + w, 0) / ways.length
    return { month: i + 1, moisturePct: then, gapMm: mean, lowMm: Math.min(...ways), highMm: Math.max(...ways) }
  })
}

function faceOf(c: JointCase): Face | null {
  const { form } = c.joint
  const { fit } = FORMS[form.kind]
  if (fit === 'round' && 'diameterMm' in form) {
    return { sizeMm: form.diameterMm.value, now: c.clearance.round, holeMovesToo: false }
  }
  if (fit === 'cheeks' && 'thicknessMm' in form) {
    return { sizeMm: form.thicknessMm.value, now: c.clearance.cheek, holeMovesToo: true }
  }
  return null
}

/** Two gaps that nobody can tell apart, millimetres. */
const EVEN_MM = 0.001
/** The month in which a joint stands widest open; where it stands alike all year, the driest. */
export const driestOf = (year: readonly MonthGap[]): MonthGap | undefined =>
  [...year].sort((a, b) =>
    Math.abs(b.gapMm - a.gapMm) > EVEN_MM ? b.gapMm - a.gapMm : a.moisturePct - b.moisturePct,
  )[0]
