import { figureOf, input } from '../measure/figure'
import { distance, type Vec } from '../measure/vec'
import { speciesNamed } from '../reference/species'
import type { Size } from './mend'

/**
 * A screw's lateral hold is this times its diameter squared, N per mm², in middling hardwood
 * (docs/sources.md#bracing, low).
 */
const LATERAL_N_MM2 = 30
/** A strip of webbing strained by hand pulls with about so much, N (docs/sources.md#bracing, low). */
export const STRIP_PULL_N = 180
/** Below this density a screw holds half as well, specific gravity (docs/sources.md#bracing, low). */
const SOFT_BELOW = 0.45

/** What one screw holds sideways, N. */
export const lateralN = (screwMm: number, species: string): number =>
  LATERAL_N_MM2 * screwMm ** 2 * (speciesNamed(species).values.specificGravity.value < SOFT_BELOW ? 0.5 : 1)

/**
 * The sideways push at a corner of the seat frame that its screws hold it square against: each screw’s hold times how
 * far it lies from the middle of its group, summed, over the depth of the frame. Plane statics; the joints’ own share
 * is left out.
 */
export function squareAgainst(
  screws: readonly (readonly Vec[])[],
  screwMm: number,
  species: string,
  deepMm: number,
): Size {
  const holdN = lateralN(screwMm, species)
  const turnMm = screws.reduce(
    (sum, group) => sum + group.reduce((all, at) => all + distance(at, middleOf(group)), 0),
    0,
  )
  return {
    id: 'spring',
    label: 'holds the frame square against, at a corner',
    figure: figureOf(
      (holdN * turnMm) / deepMm,
      'N',
      'one screw sideways × the sum of their distances from the middle of each group / depth of the frame',
      [
        input('one screw, sideways', holdN, 'N', 'table'),
        input('distances, summed', turnMm, 'mm'),
        input('frame, deep', deepMm, 'mm'),
      ],
      'bracing',
      'low',
    ),
  }
}

const middleOf = (points: readonly Vec[]): Vec =>
  [0, 1, 2].map(k => points.reduce((sum, p) => sum + p[k]!, 0) / points.length) as unknown as Vec

/** What strained webbing draws the rails together with, N: all strips one way, on the two joints at each end. */
export const drawnShut = (strips: number): Size => ({
  id: 'spring',
  label: 'draws each pair of shoulders shut with',
  figure: figureOf(
    (strips * STRIP_PULL_N) / 2,
    'N',
    'strips one way × pull of one / 2 rail ends',
    [input('strips', strips, 'count'), input('pull of one', STRIP_PULL_N, 'N', 'table')],
    'bracing',
    'low',
  ),
})
