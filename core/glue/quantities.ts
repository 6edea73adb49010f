import { q, say, type Phrase } from '../measure/phrase'
import type { Figure } from '../measure/figure'
import type { Glue, GlueId } from '../reference/glues'
import { glueGrams } from './choose'

/** How much of one glue to have ready, and how it is mixed; nothing to say of what comes from a bottle as it is. */
export interface GlueAmount { readonly glue: GlueId, readonly grams: Figure, readonly mixing: Phrase | null }

/** Dry hide glue to cold water by weight, usual between 1 : 1.25 and 1 : 2 (docs/sources.md#glue-families, medium). */
const WATER_TO_DRY = 1.5
/** No pot is made for less than this, g: it would be skin before it is warm. */
const LEAST_POT_G = 30

/** The glue of each kind that a plan spreads, by the area of its lines, mm². */
export function glueAmounts(areas: ReadonlyMap<Glue, number>): GlueAmount[] {
  return [...areas].filter(([, areaMm2]) => areaMm2 > 0).map(([glue, areaMm2]) => {
    const grams = glueGrams(glue, areaMm2)
    return { glue: glue.id, grams, mixing: mixingOf(glue, grams.value) }
  })
}

function mixingOf(glue: Glue, grams: number): Phrase | null {
  if (glue.id === 'hot-hide') {
    const pot = Math.max(LEAST_POT_G, grams)
    const dry = pot / (1 + WATER_TO_DRY)
    return say`${q(dry, 'g')} dry in ${q(pot - dry, 'g')} of cold water, soaked a quarter of an hour if it is fine, overnight in plates; 60 °C, never over 65; made anew after three warmings`
  }
  // A big batch heats itself and is hard before it is spread.
  if (glue.group === 'epoxy') return say`mixed by weight as its label says, for one stage at a time; its pot life counts from the first drop`
  return null
}
