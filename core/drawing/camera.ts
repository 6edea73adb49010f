import { add, along, cross, distance, dot, length, scale, subtract, unit, type Vec } from '../measure/vec'

/** Where one looks from: turned about the upright axis, raised above the floor, degrees. */
export interface View {
  readonly turnDeg: number
  readonly raiseDeg: number
}

/** The views of the stand; `bench` is how a piece stands in front of one. */
export const VIEWS = {
  bench: { turnDeg: 28, raiseDeg: 17 },
  front: { turnDeg: 0, raiseDeg: 3 },
  side: { turnDeg: 90, raiseDeg: 3 },
  top: { turnDeg: 0, raiseDeg: 88 },
  under: { turnDeg: 28, raiseDeg: -35 },
} as const satisfies Record<string, View>
export type ViewName = keyof typeof VIEWS

/** A point on the sheet, x right and y down, in the drawing's own units. */
export interface Point {
  readonly x: number
  readonly y: number
}

export interface Camera {
  readonly eye: Vec
  /** The middle of the piece, and how far the eye is from it. */
  readonly centre: Vec
  readonly awayMm: number
  project(point: Vec): Point
  /** Distance from the eye along the line of sight, millimetres. */
  depthMm(point: Vec): number
}

/** How far off the eye is, in sizes of the piece: near enough to look solid, far enough not to bend it. */
const DISTANCE_SIZES = 3.4

/** A camera that looks at the middle of a box; one unit on the sheet is one millimetre at that distance. */
export function cameraFor(box: { min: Vec, max: Vec }, { turnDeg, raiseDeg }: View): Camera {
  const centre = scale(add(box.min, box.max), 0.5)
  const away = DISTANCE_SIZES * Math.max(1, distance(box.min, box.max))
  const [turn, raise] = [(turnDeg * Math.PI) / 180, (raiseDeg * Math.PI) / 180]
  const back: Vec = [Math.sin(turn) * Math.cos(raise), Math.sin(raise), Math.cos(turn) * Math.cos(raise)]
  const right = unit(cross([0, 1, 0], back))
  const up = cross(back, length(right) > 0 ? right : [1, 0, 0])
  const eye = along(centre, back, away)
  const depthMm = (p: Vec) => dot(subtract(eye, p), back)
  return {
    eye,
    centre,
    awayMm: away,
    depthMm,
    project: (p) => {
      const from = subtract(p, centre)
      const k = away / depthMm(p)
      return { x: dot(from, right) * k, y: -dot(from, up) * k }
    },
  }
}
