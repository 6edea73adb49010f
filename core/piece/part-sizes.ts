import type { Part } from './frame-schema'
import { frameOfSegment } from './geometry'

/** How a repairer calls what a part measures across: what lies has a height, what stands a width and a depth. */
export type AcrossId = 'diameter' | 'height' | 'thickness' | 'width' | 'depth'
export interface AcrossSize {
  readonly id: AcrossId
  readonly key: 'widthMm' | 'depthMm'
  /** Where it is thickest. */
  readonly valueMm: number
}

/** From this rise of a part’s length on it stands. */
const STANDS = 0.7

/**
 * What a part measures across under the names one looks for, as it stands in the piece; a round part that is as wide as
 * deep has one size.
 */
export function acrossSizes(part: Pick<Part, 'axis' | 'across' | 'section'>): AcrossSize[] {
  const largest = (key: 'widthMm' | 'depthMm') => Math.max(...part.section.stations.map(s => s[key]))
  const size = (id: AcrossId, key: 'widthMm' | 'depthMm'): AcrossSize => ({ id, key, valueMm: largest(key) })
  const isRound = part.section.shape === 'round' && part.section.stations.every(s => s.widthMm === s.depthMm)
  if (isRound) return [size('diameter', 'widthMm')]
  const { tangent, across, through } = frameOfSegment(part, 0)
  if (Math.abs(tangent[1]) > STANDS) {
    // Across may look to the side or to the front.
    return Math.abs(across[0]) >= Math.abs(across[2])
      ? [size('width', 'widthMm'), size('depth', 'depthMm')]
      : [size('width', 'depthMm'), size('depth', 'widthMm')]
  }
  return Math.abs(across[1]) > Math.abs(through[1])
    ? [size('thickness', 'depthMm'), size('height', 'widthMm')]
    : [size('thickness', 'widthMm'), size('height', 'depthMm')]
}

/**
 * The section with one size across made so large where it is largest, and in proportion elsewhere; of a round part both
 * ways alike.
 * @throws never; a size of nothing leaves the section to the schema to refuse
 */
export function withAcross(section: Part['section'], { id, key, valueMm }: AcrossSize, mm: number): Part['section'] {
  const k = mm / valueMm
  const keys = id === 'diameter' ? (['widthMm', 'depthMm'] as const) : [key]
  return {
    ...section,
    stations: section.stations.map(s => ({ ...s, ...Object.fromEntries(keys.map(x => [x, s[x] * k])) })),
  }
}
