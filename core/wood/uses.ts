import type { Sourced } from '../reference/row'
import { isKnownWood, speciesNamed } from '../reference/species'

/** What a small piece of new wood is for, which says what wood may stand in for the part’s own. */
export type WoodUse = 'pin' | 'turned' | 'block' | 'patch'

interface UseRow extends Sourced {
  /** What is wanted of it, in words. */
  readonly wanted: string
  /** Woods that will do, by their names in the species table. */
  readonly woods: readonly string[]
}

const TRADE = { source: 'wood-uses', confidence: 'medium' } as const

/** Woods by use: trade practice as this project reads it (docs/sources.md#wood-uses, medium). */
export const WOOD_USES: Readonly<Record<WoodUse, UseRow>> = {
  pin: {
    ...TRADE,
    wanted: 'dense, straight-grained, split not sawn, slope 1 in 20 or better',
    woods: [
      'Beech, European',
      'Beech, American',
      'Maple, sugar (hard)',
      'Birch, yellow',
      'Oak, European',
      'Oak, white',
      'Ash, European',
      'Ash, white',
      'Hickory, shagbark',
    ],
  },
  turned: {
    ...TRADE,
    wanted: 'tough, straight grain end to end, 1 in 15 or better',
    woods: [
      'Ash, European',
      'Ash, white',
      'Beech, European',
      'Beech, American',
      'Hickory, shagbark',
      'Maple, sugar (hard)',
      'Oak, European',
      'Oak, white',
    ],
  },
  block: {
    ...TRADE,
    wanted: 'medium-hard, takes screws and tacks without splitting; never soft pine for a loaded corner',
    woods: ['Beech, European', 'Beech, American', 'Birch, yellow', 'Maple, red (soft)', 'Oak, European', 'Red alder'],
  },
  patch: {
    ...TRADE,
    wanted: 'the part’s own wood, same cut and direction, a shade lighter rather than darker',
    woods: [],
  },
}

/**
 * A wood no farther than this from the part’s own in density is like it, as a share (docs/sources.md#wood-uses,
 * medium).
 */
const LIKE_DENSITY = 0.2

/**
 * Woods that are not bought new, for their kind is protected or nearly gone, and what looks and works like them; the
 * law of the place decides (docs/sources.md#wood-uses, medium).
 */
const LISTED: Readonly<Record<string, readonly string[]>> = {
  'Mahogany, true (Honduran)': ['Sapele', 'Khaya (African mahogany)'],
  'Rosewood, Brazilian': ['Walnut, black', 'Walnut, European'],
  'Rosewood, Indian': ['Walnut, black', 'Walnut, European'],
}
export const isListed = (wood: string): boolean => wood in LISTED
export const lookAlikes = (wood: string): readonly string[] => LISTED[wood] ?? []

/** What is asked for where a part’s own wood is wanted and nobody knows it. */
const OWN_ONCE_KNOWN = 'its own wood, once that is known'

/** A wood that would do, and how dense it is against the part’s own: 1 is alike. */
export interface LikeWood {
  readonly name: string
  readonly density: number
}

/**
 * Woods for a use beside a part: its own first where it is one of them, or where the use has no others; then those
 * within a fifth of its density, nearest first. Harder than the wood round it is as bad as softer.
 */
export function woodsFor(use: WoodUse, beside: string): LikeWood[] {
  const own = speciesNamed(beside)
  const ownDensity = own.values.specificGravity.value
  const { woods } = WOOD_USES[use]
  const others = woods
    .filter(name => name !== beside)
    .map(name => ({ name, density: speciesNamed(name).values.specificGravity.value / ownDensity }))
    .filter(w => Math.abs(w.density - 1) <= LIKE_DENSITY)
    .sort((a, b) => Math.abs(a.density - 1) - Math.abs(b.density - 1))
  // Of a listed wood old stock comes first, then what looks like it.
  const alike
    = use === 'patch'
      ? lookAlikes(beside).map(name => ({
          name,
          density: speciesNamed(name).values.specificGravity.value / ownDensity,
        }))
      : []
  const isOwn = woods.length === 0 || woods.includes(beside)
  const ownName = isKnownWood(beside) ? beside : OWN_ONCE_KNOWN
  return isOwn ? [{ name: ownName, density: 1 }, ...alike, ...others] : others
}
