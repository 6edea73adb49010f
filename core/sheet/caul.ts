import { say } from '../measure/phrase'
import { formatLength } from '../measure/length'
import { along, polygon, slanted, type Sheet } from './sheet'

/** A sloped caul: as long under the jaw, as thick at its thin end, millimetres (docs/sources.md#clamp-forces, low). */
const LONG_MM = 60
const THIN_MM = 12
/** No wedge steeper than this stays where it is put, degrees: then the clamp wants another place. */
export const STEEPEST_CAUL_DEG = 25

/**
 * What is sawn to lie between a jaw and a face that is not square to the pull: its base on the wood, its top square to the clamp.
 * @param offSquareDeg between the pull and the face’s normal, over 0, 25 at most   @throws RangeError outside that
 */
export function caulSheet(offSquareDeg: number, title: string): Sheet {
  if (!(offSquareDeg > 0 && offSquareDeg <= STEEPEST_CAUL_DEG)) {
    throw new RangeError(`A caul of ${offSquareDeg} degrees does not stay: over 0, up to ${STEEPEST_CAUL_DEG}.`)
  }
  const riseMm = LONG_MM * Math.tan(offSquareDeg * Math.PI / 180)
  const written = (mm: number) => formatLength(mm, 'mm')
  return {
    title,
    views: [{
      id: 'side',
      title: 'From the side, its base on the wood',
      shapes: [
        { kind: 'line', from: [-20, 0], to: [LONG_MM + 20, 0], pencil: 'wood' },
        polygon('new', [[0, 0], [LONG_MM, 0], [LONG_MM, THIN_MM + riseMm], [0, THIN_MM]]),
      ],
      dimensions: [
        along(0, LONG_MM, 0, 8, written(LONG_MM)),
        { from: [0, 0], to: [0, THIN_MM], offMm: 8, words: written(THIN_MM) },
        { from: [LONG_MM, 0], to: [LONG_MM, THIN_MM + riseMm], offMm: -8, words: written(THIN_MM + riseMm) },
        slanted([0, THIN_MM], [LONG_MM, THIN_MM + riseMm], -4, written(LONG_MM / Math.cos(offSquareDeg * Math.PI / 180))),
      ],
    }],
    datum: say`Its base lies on the face, grit paper or cork under it; its top is square to the pull.`,
    settings: [],
    scrap: say`Hold it under the jaw dry: the clamp goes on straight, and nothing creeps when it is nipped up.`,
  }
}
