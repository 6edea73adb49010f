import type { TroubleKind } from '../condition/troubles'
import type { School } from '../piece/words'
import { TOOLS } from '../reference/tools'
import { MENDS, WOOD_MENDS } from './index'

/** A mend as the catalogue lists it: what it answers, what decides it, what it takes and whether it can be undone. */
export interface CatalogueEntry {
  readonly id: string
  readonly label: string
  readonly serves: readonly TroubleKind[]
  readonly decides: string
  readonly tools: readonly string[]
  readonly undo: 'yes' | 'partly' | 'no'
  readonly opens: boolean
  /** Its place among those that fit, lowest first, in each school. */
  readonly place: Readonly<Record<School, number>>
}

/** Every mend there is, each once, those of loose joints first. */
export function catalogue(): CatalogueEntry[] {
  const kinds = Object.entries(WOOD_MENDS) as [TroubleKind, NonNullable<(typeof WOOD_MENDS)[TroubleKind]>][]
  const ofWood = [...new Set(kinds.flatMap(([, mends]) => mends))]
  return [
    ...MENDS.map(m => ({ m, serves: [m.setsInLine ? 'out-of-register' : 'joint-loose'] as TroubleKind[] })),
    ...ofWood.map(m => ({ m, serves: kinds.filter(([, mends]) => mends.includes(m)).map(([kind]) => kind) })),
  ].map(({ m, serves }) => ({
    id: m.id,
    label: m.label,
    serves,
    decides: m.decides,
    tools: m.tools.map(id => TOOLS[id].label),
    undo: m.undo,
    opens: m.opens,
    place: m.place,
  }))
}
