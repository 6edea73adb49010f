import type { Range, Sourced } from './row'

export const CLAMP_TYPES = ['one-handed-light', 'one-handed-heavy', 'screw-bar-light', 'screw-bar-heavy', 'rail', 'parallel-jaw', 'handscrew', 'c-clamp', 'spring', 'strap'] as const
export type ClampTypeId = (typeof CLAMP_TYPES)[number]

export interface ClampType extends Sourced {
  readonly id: ClampTypeId
  readonly label: string
  /** What a hand usually gets out of it; for a strap, its tension. */
  readonly forceKn: Range
  readonly reachMm: Range | null
  /** Pulls two opposite ends of a frame together across a span. */
  readonly spans: boolean
  readonly goodFor: string
}

const T = { source: 'clamp-forces', confidence: 'medium' } as const
export const CLAMPS: readonly ClampType[] = [
  { ...T, id: 'one-handed-light', label: 'One-handed bar, light', forceKn: [0.4, 0.5], reachMm: [60, 90], spans: true, goodFor: 'holding, light joints' },
  { ...T, id: 'one-handed-heavy', label: 'One-handed bar, heavy', forceKn: [1, 1.3], reachMm: [60, 90], spans: true, goodFor: 'light joints; reversed it spreads' },
  { ...T, id: 'screw-bar-light', label: 'Screw bar, light', forceKn: [2, 4], reachMm: [80, 120], spans: true, goodFor: 'most joints' },
  { ...T, id: 'screw-bar-heavy', label: 'Screw bar, heavy', forceKn: [5, 8], reachMm: [80, 120], spans: true, goodFor: 'most joints' },
  { ...T, id: 'rail', label: 'Pipe or rail clamp', forceKn: [4, 9], reachMm: [45, 45], spans: true, goodFor: 'across a seat' },
  { ...T, id: 'parallel-jaw', label: 'Parallel-jaw', forceKn: [4, 7], reachMm: [90, 90], spans: true, goodFor: 'square work' },
  { ...T, id: 'handscrew', label: 'Wooden handscrew', forceKn: [2, 4], reachMm: [150, 300], spans: false, goodFor: 'tapered and odd shapes' },
  { ...T, id: 'c-clamp', label: 'C-clamp', forceKn: [3, 8], reachMm: [60, 100], spans: false, goodFor: 'breaks, short work' },
  { ...T, id: 'spring', label: 'Spring clamp', forceKn: [0.05, 0.2], reachMm: [40, 40], spans: false, goodFor: 'splinters' },
  { ...T, id: 'strap', label: 'Strap with ratchet', forceKn: [0.7, 2], reachMm: null, spans: false, goodFor: 'round or splayed frames' },
]
const byId = new Map(CLAMPS.map(c => [c.id, c]))
export const clampNamed = (id: ClampTypeId): ClampType => byId.get(id)!
