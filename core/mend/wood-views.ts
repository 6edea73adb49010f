import { across, along, bar, polygon, rectangle, slanted, type Flat, type Shape, type View } from '../sheet'
import { written } from './joint-views'

/** Round what is cut, so much of the part is drawn, millimetres. */
const ROUND_MM = 18

/**
 * A recess from its face and cut through along the grain; sides that lean inward by so much. What goes in stands
 * proud by so much.
 */
export function recessViews(sizes: {
  longMm: number
  wideMm: number
  deepMm: number
  thickMm: number
  taperDeg: number
  proudMm: number
}): View[] {
  const { longMm, wideMm, deepMm, thickMm, taperDeg, proudMm } = sizes
  const lean = deepMm * Math.tan((taperDeg * Math.PI) / 180)
  const [x, y] = [longMm / 2, wideMm / 2]
  const seat: Flat[] = [
    [-x, 0],
    [x, 0],
    [x - lean, -deepMm],
    [-x + lean, -deepMm],
  ]
  const patch: Flat[] = [
    [-x - (lean * proudMm) / Math.max(deepMm, 0.01), proudMm],
    [x + (lean * proudMm) / Math.max(deepMm, 0.01), proudMm],
    ...seat.slice(2),
  ]
  return [
    {
      id: 'face',
      title: 'From its face',
      shapes: [
        rectangle('wood', [-x - ROUND_MM, -y - ROUND_MM], [x + ROUND_MM, y + ROUND_MM], { grain: 'x' }),
        rectangle('cut', [-x, -y], [x, y]),
        ...(lean > 0 ? [rectangle('hidden', [-x + lean, -y + lean], [x - lean, y - lean])] : []),
      ],
      dimensions: [along(-x, x, -y - ROUND_MM, 8, written(longMm)), across(-x - ROUND_MM, wideMm, 8, written(wideMm))],
    },
    {
      id: 'side',
      title: 'Cut through along the grain',
      shapes: [
        rectangle('wood', [-x - ROUND_MM, -Math.min(thickMm, deepMm + 25)], [x + ROUND_MM, 0], { hatched: true }),
        polygon('cut', seat),
        polygon('new', patch),
      ],
      dimensions: [
        along(-x, x, -Math.min(thickMm, deepMm + 25), 8, written(longMm)),
        { from: [-x - ROUND_MM, -deepMm], to: [-x - ROUND_MM, 0], offMm: 8, words: written(deepMm) },
      ],
    },
  ]
}

/** A hole into a face: bored out so wide and deep, what goes in, and what is bored into that again. */
export function plugView(sizes: {
  partMm: number
  plugMm: number
  deepMm: number
  boreMm: number
  boreDeepMm?: number
}): View {
  const { partMm, plugMm, deepMm, boreMm, boreDeepMm = deepMm } = sizes
  const bottom = -Math.max(partMm, deepMm + 6)
  const half = plugMm / 2 + ROUND_MM
  const hole = (pencil: 'cut' | 'new', wide: number, deep: number): Shape =>
    rectangle(pencil, [-wide / 2, -deep], [wide / 2, 0])
  return {
    id: 'side',
    title: 'Cut through the hole',
    shapes: [
      rectangle('wood', [-half, bottom], [half, 0], { hatched: true }),
      hole('new', plugMm, deepMm),
      hole('cut', boreMm, boreDeepMm),
      { kind: 'line', from: [0, bottom], to: [0, 8], pencil: 'middle' },
    ],
    dimensions: [
      along(-plugMm / 2, plugMm / 2, bottom, 8, written(plugMm)),
      along(-boreMm / 2, boreMm / 2, 0, -8, written(boreMm)),
      { from: [-half, -deepMm], to: [-half, 0], offMm: 8, words: written(deepMm) },
    ],
  }
}

/**
 * A block across a corner from above: its long side, what its ends stand at to it, and how it is drawn up by screws.
 */
export function blockView(sizes: {
  longMm: number
  thickMm: number
  endDeg: number
  railMm: number
  screwMm: number
  threadMm: number
}): View {
  const { longMm, thickMm, endDeg, railMm, screwMm, threadMm } = sizes
  const rad = (endDeg * Math.PI) / 180
  const short = longMm - (2 * thickMm) / Math.tan(rad)
  const [x, s] = [longMm / 2, Math.max(2, short / 2)]
  const screws = [-1, 1].map((side) => {
    const at = side * (x - thickMm / Math.tan(rad) / 2 - 6)
    return bar('cut', [at, 0], [at, thickMm + threadMm], screwMm)
  })
  const rail = (side: 1 | -1): Shape => {
    const [ux, uy] = [Math.cos(rad) * -side, Math.sin(rad)]
    const out: Flat = [side * railMm * Math.sin(rad), railMm * Math.cos(rad)]
    const [a, b]: [Flat, Flat] = [
      [side * x - ux * 12, -uy * 12],
      [side * x + ux * (thickMm / Math.sin(rad) + 30), uy * (thickMm / Math.sin(rad) + 30)],
    ]
    return polygon('wood', [a, b, [b[0] + out[0], b[1] + out[1]], [a[0] + out[0], a[1] + out[1]]], true)
  }
  return {
    id: 'face',
    title: 'From above, its long side down',
    shapes: [
      rail(1),
      rail(-1),
      polygon('new', [
        [-x, 0],
        [x, 0],
        [s, thickMm],
        [-s, thickMm],
      ]),
      ...screws,
    ],
    dimensions: [
      along(-x, x, -14, 8, written(longMm)),
      { from: [-x, 0], to: [-x, thickMm], offMm: 24, words: written(thickMm) },
      slanted([x, 0], [s, thickMm], -4, written(Math.hypot(x - s, thickMm))),
    ],
  }
}
