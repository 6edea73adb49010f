import type { Finish } from '../piece/words'
import type { Sourced } from '../reference/row'

/** How the finish of a piece is matched over new wood, and how long each of its coats wants to be left. */
export interface FinishRow extends Sourced {
  /** What is put on, in words; empty where nothing is. */
  readonly coat: string
  /** Thin coats over new wood, and over a whole part that is blended. */
  readonly coats: number
  readonly blendCoats: number
  /** Between two coats, and after the last one before it is handled, minutes. */
  readonly coatWaitMin: number
  readonly lastWaitMin: number
  /** What gives the wood its colour under this finish, and how long that is left, minutes. */
  readonly stain: string
  readonly stainWaitMin: number
  /** Whether wax goes over it at the end. */
  readonly isWaxed: boolean
  /** What would mar it when squeeze-out is taken off it. */
  readonly spare: string
}

const TRADE = { source: 'surface', confidence: 'low' } as const
const HOUR = 60
const DAY = 1440

/**
 * By finish, touched up by hand at the bench: usual waits near 20 °C; the label overrules (docs/sources.md#surface,
 * low).
 */
export const FINISH_ROWS: Readonly<Record<Finish, FinishRow>> = {
  // Shellac sticks to nearly all there is, and comes off again: it is what is put on while nobody knows the finish.
  unknown: {
    ...TRADE,
    coat: 'thin shellac',
    coats: 2,
    blendCoats: 1,
    coatWaitMin: HOUR,
    lastWaitMin: 12 * HOUR,
    stain: 'spirit dye',
    stainWaitMin: HOUR / 2,
    isWaxed: false,
    spare: 'no spirit, no hot water',
  },
  shellac: {
    ...TRADE,
    coat: 'thin shellac, a brush or a pad',
    coats: 3,
    blendCoats: 1,
    coatWaitMin: HOUR,
    lastWaitMin: 12 * HOUR,
    stain: 'pigment in thin shellac',
    stainWaitMin: HOUR / 2,
    isWaxed: true,
    spare: 'no spirit, no hot water: both whiten or lift it',
  },
  wax: {
    ...TRADE,
    coat: 'one thin coat of shellac to seal it',
    coats: 1,
    blendCoats: 0,
    coatWaitMin: HOUR,
    lastWaitMin: 2 * HOUR,
    stain: 'pigment in thin shellac',
    stainWaitMin: HOUR / 2,
    isWaxed: true,
    spare: 'no solvent: it takes the wax with it',
  },
  lacquer: {
    ...TRADE,
    coat: 'thinned lacquer',
    coats: 3,
    blendCoats: 1,
    coatWaitMin: 2 * HOUR,
    lastWaitMin: DAY,
    stain: 'pigment in thin shellac',
    stainWaitMin: HOUR / 2,
    isWaxed: false,
    spare: 'no acetone near it',
  },
  oil: {
    ...TRADE,
    coat: 'oil, wiped on and wiped off',
    coats: 2,
    blendCoats: 1,
    coatWaitMin: DAY,
    lastWaitMin: DAY,
    stain: 'oil stain, wiped off',
    stainWaitMin: 14 * HOUR,
    isWaxed: false,
    spare: 'oil from the pot closes the scraped places again',
  },
  varnish: {
    ...TRADE,
    coat: 'thinned varnish, wiped on',
    coats: 2,
    blendCoats: 1,
    coatWaitMin: DAY,
    lastWaitMin: 2 * DAY,
    stain: 'oil stain, wiped off',
    stainWaitMin: 14 * HOUR,
    isWaxed: false,
    spare: 'no acetone near it',
  },
  polyurethane: {
    ...TRADE,
    coat: 'thinned polyurethane varnish, wiped on',
    coats: 2,
    blendCoats: 1,
    coatWaitMin: 6 * HOUR,
    lastWaitMin: 2 * DAY,
    stain: 'oil stain, wiped off',
    stainWaitMin: 14 * HOUR,
    isWaxed: false,
    spare: 'it wants a light rub, or the next coat does not hold',
  },
  paint: {
    ...TRADE,
    coat: 'paint, matched on a card first',
    coats: 2,
    blendCoats: 0,
    coatWaitMin: 4 * HOUR,
    lastWaitMin: DAY,
    stain: '',
    stainWaitMin: 0,
    isWaxed: false,
    spare: 'no dry sanding of old paint, for it may hold lead',
  },
  // Leaf is laid by who has learned it.
  gilded: {
    ...TRADE,
    coat: 'thin shellac under a tone of the ground; leaf is left to who lays it',
    coats: 1,
    blendCoats: 0,
    coatWaitMin: HOUR,
    lastWaitMin: 2 * HOUR,
    stain: 'pigment in thin shellac',
    stainWaitMin: HOUR / 2,
    isWaxed: false,
    spare: 'no water and no rubbing on the leaf',
  },
  bare: {
    ...TRADE,
    coat: '',
    coats: 0,
    blendCoats: 0,
    coatWaitMin: 0,
    lastWaitMin: 0,
    stain: '',
    stainWaitMin: 0,
    isWaxed: false,
    spare: 'a plane shaving or a scraper, with the grain',
  },
}
