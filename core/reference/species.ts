import type { Confidence } from '../measure/figure'
import { SPECIES_COLUMNS, SPECIES_ROWS } from './species-rows'

export interface Property {
  readonly value: number
  readonly confidence: Confidence
}
export type PropertyKey = (typeof SPECIES_COLUMNS)[number]

/**
 * Small clear specimens at 12 % moisture, mean values; compression across is the stress at the proportional limit;
 * shrinkage green to oven-dry.
 */
export interface Species {
  readonly name: string
  readonly latin: string
  /** Anchor in docs/sources.md. */
  readonly source: string
  readonly values: Readonly<Record<PropertyKey, Property>>
}

const CONFIDENCES = { h: 'high', m: 'medium', l: 'low' } as const

export const SPECIES: readonly Species[] = SPECIES_ROWS.map(([name, latin, source, ...values]) => ({
  name,
  latin,
  source,
  values: Object.fromEntries(
    values.map(([value, c], i) => [SPECIES_COLUMNS[i]!, { value, confidence: CONFIDENCES[c] }]),
  ) as unknown as Species['values'],
}))

/**
 * The species of that name, or beech with low confidence for wood nobody has named: the commonest chair wood, and in
 * the middle of the range.
 */
export function speciesNamed(name: string): Species {
  const found = SPECIES.find(s => s.name === name)
  if (found) return found
  const beech = SPECIES.find(s => s.name === 'Beech, European')!
  return {
    ...beech,
    name: 'unknown wood, taken as beech',
    values: Object.fromEntries(
      Object.entries(beech.values).map(([k, p]) => [k, { ...p, confidence: 'low' }]),
    ) as unknown as Species['values'],
  }
}

/** What a part’s wood is called where nobody knows it. */
export const NOT_KNOWN = 'not known'
export const isKnownWood = (name: string): boolean => SPECIES.some(s => s.name === name)

/** Woods whose tannin turns black with wet iron. */
export const TANNIN_WOODS: ReadonlySet<string> = new Set(
  SPECIES.filter(s => /oak|walnut|chestnut/i.test(s.name)).map(s => s.name),
)
/** Whether a wood may turn black with wet iron: one nobody knows, by whatever name, may be one that does. */
export const mayHaveTannin = (wood: string): boolean => TANNIN_WOODS.has(wood) || !isKnownWood(wood)
