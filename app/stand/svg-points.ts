import type { Point } from '#core/drawing'

/** Points as SVG writes them: to a tenth of a pixel, which is all that can be seen. */
export const svgPoints = (points: readonly Point[], put: (p: Point) => Point): string =>
  points.map(p => svgPoint(put(p))).join(' ')
export const svgPoint = ({ x, y }: Point): string => `${x.toFixed(1)},${y.toFixed(1)}`
