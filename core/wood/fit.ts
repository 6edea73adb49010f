import type { Confidence } from '../measure/figure'

export interface FitClass {
  readonly id: 'forced' | 'snug' | 'slip' | 'easy' | 'loose' | 'lost'
  readonly label: string
  /** Total clearance, millimetres, from the class before up to this. */
  readonly uptoMm: number
  readonly meaning: string
}

/** By whole clearance: mortise less tenon, hole less peg (docs/sources.md#fit-classes). */
export const FIT_CLASSES: readonly FitClass[] = [
  { id: 'forced', label: 'forced', uptoMm: -0.1, meaning: 'scrapes the glue off and may split: ease it' },
  { id: 'snug', label: 'snug', uptoMm: 0, meaning: 'wants a mallet; glue soaked in first' },
  { id: 'slip', label: 'slip', uptoMm: 0.15, meaning: 'goes together by hand: best for all glues' },
  { id: 'easy', label: 'easy', uptoMm: 0.3, meaning: 'thin glues already weaker; a shim or wedge is worth it' },
  { id: 'loose', label: 'loose', uptoMm: 0.8, meaning: 'wedge, shim, sleeve or a gap-filling glue' },
  { id: 'lost', label: 'lost', uptoMm: Infinity, meaning: 'new tenon, sleeve, or plug and re-cut' },
]
/**
 * Closer than this two readings of one gap do not agree, so that a glue is not refused for less, millimetres
 * (docs/sources.md#fit-classes, medium).
 */
export const READ_WITHIN_MM = 0.02
export const FIT_CONFIDENCE: Confidence = 'medium'

/** A clearance on a border belongs to the tighter class. */
export const fitClassOf = (clearanceMm: number): FitClass => FIT_CLASSES.find(c => clearanceMm <= c.uptoMm)!
