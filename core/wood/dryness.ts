import type { PlaceId } from '../piece/words'
import { speciesNamed } from '../reference/species'
import { dimensionChangeMm, restingMoisturePct } from './moisture'
import { PLACE_ROWS, type Air } from './places'

/** How new wood in the bench’s air stands to the driest month of the place it will live in. */
export interface Dryness {
  /** 1 to 12. */
  readonly month: number
  readonly placePct: number
  readonly benchPct: number
  /** How much thinner it is then than now, millimetres: by the mean of what its rings may do, and at most. */
  readonly shrinksMm: number
  readonly atMostMm: number
}

/**
 * New wood no wetter than this over the driest month need not be dried for it, % points (docs/sources.md#wood-uses,
 * medium).
 */
export const WITHIN_POINTS = 2

/** A piece of wood so thick across its grain, at rest in the bench’s air, through the driest month of a place. */
export function drynessOf(thickMm: number, species: string, bench: Air, place: PlaceId): Dryness {
  const benchPct = restingMoisturePct(bench.temperatureC, bench.humidityPct)
  const months = PLACE_ROWS[place].months.map(air => restingMoisturePct(air.temperatureC, air.humidityPct))
  const placePct = Math.min(...months)
  const { radialShrinkagePct: radial, tangentialShrinkagePct: tangential } = speciesNamed(species).values
  const by = (shrinkagePct: number) => -dimensionChangeMm(thickMm, shrinkagePct, benchPct, placePct)
  return {
    month: months.indexOf(placePct) + 1,
    placePct,
    benchPct,
    shrinksMm: (by(radial.value) + by(tangential.value)) / 2,
    atMostMm: Math.max(by(radial.value), by(tangential.value)),
  }
}
