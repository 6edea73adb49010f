import { q, say, type Phrase } from '../measure/phrase'
import type { Figure } from '../measure/figure'
import type { Glue, GlueId } from '../reference/glues'
import type { Climate } from '../reference/shop-settings'
import { glueGrams } from './choose'
import { openTime } from './climate'

/** How much of one glue to have ready, and how it is mixed; nothing to say of what comes from a bottle as it is. */
export interface GlueAmount {
  readonly glue: GlueId
  readonly grams: Figure
  readonly mixing: Phrase | null
}

/** Dry hide glue to cold water by weight, usual between 1 : 1.25 and 1 : 2 (docs/sources.md#glue-families, medium). */
const WATER_TO_DRY = 1.5
/** No pot is made for less than this, g: it would be skin before it is warm. */
const LEAST_POT_G = 30
/** Hide glue is spread this warm; hotter it loses its strength (docs/sources.md#glue-families, medium), °C. */
const POT_C = 60
const MOST_POT_C = 65

/** The glue of each kind that a plan spreads, by the area of its lines in each stage, mm². */
export function glueAmounts(areas: ReadonlyMap<Glue, readonly number[]>, climate: Climate): GlueAmount[] {
  return [...areas].flatMap(([glue, stages]) => {
    const areaMm2 = stages.reduce((sum, a) => sum + a, 0)
    if (areaMm2 <= 0) return []
    const grams = glueGrams(glue, areaMm2)
    const batch = glueGrams(glue, Math.max(...stages))
    return [{ glue: glue.id, grams, mixing: mixingOf(glue, grams.value, batch.value, climate) }]
  })
}

/**
 * Less than this cannot be weighed out in two parts to a few per cent; more in one pot heats itself, g
 * (docs/sources.md#glue-families, low).
 */
const LEAST_BATCH_G = 10
const MOST_BATCH_G = 60

function mixingOf(glue: Glue, grams: number, largestG: number, climate: Climate): Phrase | null {
  if (glue.id === 'hot-hide') {
    const pot = Math.max(LEAST_POT_G, grams)
    const dry = pot / (1 + WATER_TO_DRY)
    return say`${q(dry, 'g')} dry in ${q(pot - dry, 'g')} of cold water, soaked a quarter of an hour if it is fine, overnight in plates; used at ${q(POT_C, 'C')}, never over ${q(MOST_POT_C, 'C')}; made anew after three warmings`
  }
  if (glue.group === 'epoxy') {
    // A big batch heats itself and is hard before it is spread.
    const pots = Math.ceil(largestG / MOST_BATCH_G)
    const potG = Math.max(LEAST_BATCH_G, largestG / pots)
    const life = openTime(glue, climate)
    return say`for one stage at a time, ${pots === 1 ? say`a batch of ${q(potG, 'g')}` : say`${q(pots, 'count')} batches of ${q(potG, 'g')}, one mixed while the other is spread`}, by weight as its label says, spread out in a flat tray; pot life today ${q(life.low!, 'min', life.high!)} from the first drop`
  }
  return null
}
