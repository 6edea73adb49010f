import type { GlueId, OldGlue } from '../piece/words'
import type { Range, Sourced } from './row'

export { GLUE_IDS, type GlueId } from '../piece/words'

/** A glue family at 20 C and 50 % humidity. The label on the bottle overrules every figure here. */
export interface Glue extends Sourced {
  readonly id: GlueId
  readonly label: string
  readonly group: 'protein' | 'pva' | 'epoxy' | 'polyurethane' | 'urea'
  /** From the first spread to closed; pot life for the epoxies. */
  readonly openMin: Range
  readonly clampH: Range
  /** Not to be stressed before this is over. */
  readonly restH: number
  /** Wood below this: the film does not form. A glue that gels sets in any cold above freezing; what runs short is the time to close. */
  readonly coldestC: number
  /** Largest whole clearance it still holds across; 0.0 for a foam, which fills but does not hold. */
  readonly gapMm: number
  /** On face joints; null where contact is all it wants. */
  readonly pressureMPa: Range | null
  readonly water: 'none' | 'poor' | 'fair' | 'good'
  readonly undo: 'yes' | 'partly' | 'no'
  readonly undoBy: string
  readonly spreadGm2: number
  /** Old glue it may be spread over where some of it stays behind. */
  readonly bondsOver: readonly OldGlue[]
  /** How it sets, which decides what the climate does to it. */
  readonly setsBy: 'losing-water' | 'gelling' | 'reaction'
  /** Resists creeping under a load that stays on; 0 to 1, for preferences only. */
  readonly creep: number
}

const T = { source: 'glue-families', confidence: 'medium' } as const
const pva = { group: 'pva', pressureMPa: [0.7, 1.7], bondsOver: [], setsBy: 'losing-water', gapMm: 0.15, restH: 24, spreadGm2: 200, ...T } as const
const protein = { group: 'protein', water: 'none', undo: 'yes', bondsOver: ['protein'], ...T } as const

export const GLUES: readonly Glue[] = [
  { ...protein, id: 'hot-hide', label: 'Hot hide glue', openMin: [1, 3], clampH: [4, 12], restH: 24, coldestC: 0, gapMm: 0.1, pressureMPa: [0.1, 0.7], undoBy: 'water and heat', spreadGm2: 250, setsBy: 'gelling', creep: 0.9 },
  { ...protein, id: 'liquid-hide', label: 'Liquid hide glue', openMin: [10, 20], clampH: [12, 24], restH: 48, coldestC: 18, gapMm: 0.15, pressureMPa: [0.3, 0.9], undoBy: 'water and heat', spreadGm2: 250, setsBy: 'losing-water', creep: 0.7 },
  { ...protein, id: 'fish', label: 'Fish glue', openMin: [30, 60], clampH: [12, 24], restH: 48, coldestC: 15, gapMm: 0.1, pressureMPa: [0.3, 0.9], undoBy: 'water and mild heat', spreadGm2: 200, setsBy: 'losing-water', creep: 0.7 },
  { ...pva, id: 'pva-white', label: 'PVA, white', openMin: [8, 12], clampH: [0.75, 1], coldestC: 10, water: 'poor', undo: 'partly', undoBy: 'heat 70–80 °C (160–175 °F), water, warm vinegar', creep: 0.4 },
  { ...pva, id: 'pva-yellow', label: 'PVA, yellow', openMin: [5, 10], clampH: [0.5, 1], coldestC: 10, water: 'poor', undo: 'partly', undoBy: 'heat 70–80 °C (160–175 °F), warm vinegar', creep: 0.5 },
  { ...pva, id: 'pva-slow', label: 'PVA, slow-set', openMin: [15, 25], clampH: [1, 2], coldestC: 10, water: 'fair', undo: 'partly', undoBy: 'heat 70–80 °C (160–175 °F), warm vinegar', creep: 0.5 },
  { ...pva, id: 'pva-cross', label: 'PVA, cross-linking', openMin: [5, 10], clampH: [1, 1], coldestC: 13, water: 'good', undo: 'no', undoBy: 'barely', creep: 0.6 },
  { id: 'polyurethane', label: 'Polyurethane, foaming', group: 'polyurethane', openMin: [15, 20], clampH: [2, 4], restH: 24, coldestC: 10, gapMm: 0, pressureMPa: [0.7, 1.7], water: 'good', undo: 'no', undoBy: 'cutting only', spreadGm2: 120, bondsOver: [], setsBy: 'reaction', creep: 0.7, ...T },
  { id: 'epoxy-quick', label: 'Epoxy, quick', group: 'epoxy', openMin: [3, 5], clampH: [0.5, 1], restH: 24, coldestC: 10, gapMm: 2, pressureMPa: null, water: 'good', undo: 'no', undoBy: 'heat 80–100 °C (175–210 °F), poorly', spreadGm2: 300, bondsOver: ['epoxy'], setsBy: 'reaction', creep: 0.6, ...T },
  { id: 'epoxy-slow', label: 'Epoxy, slow', group: 'epoxy', openMin: [30, 60], clampH: [8, 24], restH: 48, coldestC: 12, gapMm: 3, pressureMPa: null, water: 'good', undo: 'no', undoBy: 'heat 80–100 °C (175–210 °F), poorly', spreadGm2: 300, bondsOver: ['epoxy'], setsBy: 'reaction', creep: 0.9, ...T },
  { id: 'urea', label: 'Urea-formaldehyde', group: 'urea', openMin: [15, 20], clampH: [6, 12], restH: 48, coldestC: 18, gapMm: 0.5, pressureMPa: [0.7, 1], water: 'good', undo: 'no', undoBy: 'cannot be undone', spreadGm2: 200, bondsOver: [], setsBy: 'reaction', creep: 1, ...T },
]

export const glueNamed = (id: string): Glue => {
  const glue = GLUES.find(g => g.id === id)
  if (!glue) throw new RangeError(`There is no glue “${id}”.`)
  return glue
}
