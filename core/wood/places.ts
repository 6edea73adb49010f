import type { PlaceId } from '../piece/words'
import type { Sourced } from '../reference/row'

/** The air of a month: mean temperature, C, and humidity, %. */
export interface Air {
  readonly temperatureC: number
  readonly humidityPct: number
}

interface Place extends Sourced {
  readonly label: string
  /** January to December. */
  readonly months: readonly Air[]
}

const months = (temperatures: readonly number[], humidities: readonly number[]): Air[] =>
  temperatures.map((temperatureC, i) => ({ temperatureC, humidityPct: humidities[i]! }))
const USUAL = { source: 'places', confidence: 'low' } as const

/**
 * Air indoors through a year, by how a place is heated and what the weather there is like (docs/sources.md#places,
 * low): orders of size, not measurements.
 */
export const PLACE_ROWS: Readonly<Record<PlaceId, Place>> = {
  'heated-rooms': {
    ...USUAL,
    label: 'heated rooms',
    months: months([21, 21, 21, 21, 21, 22, 23, 23, 22, 21, 21, 21], [32, 33, 37, 42, 48, 54, 56, 56, 53, 48, 40, 34]),
  },
  'barely-heated': {
    ...USUAL,
    label: 'barely heated rooms',
    months: months([15, 15, 16, 17, 19, 21, 22, 22, 20, 18, 16, 15], [48, 48, 50, 52, 55, 58, 60, 60, 59, 57, 53, 49]),
  },
  'unheated-hall': {
    ...USUAL,
    label: 'unheated hall',
    months: months([5, 5, 8, 11, 15, 18, 20, 20, 17, 13, 9, 6], [82, 80, 75, 70, 66, 65, 64, 66, 71, 77, 81, 83]),
  },
  'damp-coast': {
    ...USUAL,
    label: 'damp, by the sea',
    months: months([12, 12, 13, 15, 17, 20, 22, 22, 21, 18, 15, 13], [72, 71, 70, 69, 70, 71, 72, 72, 72, 73, 73, 73]),
  },
  'dry-inland': {
    ...USUAL,
    label: 'dry inland, heated',
    months: months([21, 21, 22, 22, 23, 25, 27, 26, 24, 22, 21, 21], [22, 23, 26, 30, 35, 38, 38, 39, 37, 33, 27, 23]),
  },
}
