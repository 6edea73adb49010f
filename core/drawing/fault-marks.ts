import { add, along, scale, type Vec } from '../measure/vec'
import { axisLengthMm, frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import { faultTag } from '../piece/faults'
import { partOf } from '../piece/facts'
import { shareNear } from '../piece/places'
import type { Fault, Joint, Part, Piece } from '../piece/schema'
import type { Camera, Point } from './camera'

/**
 * The red pencil's strokes for one fault, on the sheet: a jagged stroke for a break, hatching for an earlier repair,
 * dots for worm.
 */
export interface FaultMark {
  readonly fault: string
  readonly at: Point
  readonly strokes: readonly (readonly Point[])[]
  readonly dots: readonly Point[]
}

/** A part seen at one place: where that is on the sheet, which way its axis and its breadth run there. */
interface Look {
  readonly at: Point
  readonly axis: Point
  readonly side: Point
  readonly halfWide: number
  readonly perMm: number
  /** The share in which a direction round the part, degrees from its `across`, points to `side`: 1 straight there. */
  readonly pointing: (turnDeg: number) => number
}

function lookAt(part: Part, share: number, camera: Camera): Look {
  const { point, segment } = pointAtShare(part, Math.min(0.999, Math.max(0.001, share)))
  const { tangent, across, through } = frameOfSegment(part, segment)
  const { widthMm, depthMm } = sectionAt(part, share)
  const at = camera.project(point)
  const ahead = minus(camera.project(along(point, tangent, 10)), at)
  const perMm = Math.hypot(ahead.x, ahead.y) / 10
  const axis = perMm > 1e-3 ? { x: ahead.x / (10 * perMm), y: ahead.y / (10 * perMm) } : { x: 1, y: 0 }
  const side = { x: -axis.y, y: axis.x }
  const sideways = (v: Vec) => {
    const p = minus(camera.project(add(point, v)), at)
    return p.x * side.x + p.y * side.y
  }
  const reach = (v: Vec) => Math.abs(sideways(v))
  const [byAcross, byThrough] = [sideways(across), sideways(through)]
  return {
    at,
    axis,
    side,
    perMm,
    halfWide: Math.max(reach(scale(across, widthMm / 2)), reach(scale(through, depthMm / 2))),
    pointing: (turnDeg) => {
      const turn = (turnDeg * Math.PI) / 180
      return (byAcross * Math.cos(turn) + byThrough * Math.sin(turn)) / Math.max(1e-9, Math.hypot(byAcross, byThrough))
    },
  }
}

const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y })
const from = (p: Point, ...steps: readonly (readonly [Point, number])[]): Point =>
  steps.reduce((q, [d, k]) => ({ x: q.x + d.x * k, y: q.y + d.y * k }), p)

/** The flattest a break is drawn at: below, its stroke would run the length of the part. */
const FLATTEST_DEG = 14
const TEETH = 7
/** How far the stroke stands out over the wood on both sides, millimetres. */
const PAST_EDGE_MM = 13

/** The marks of a piece's faults as a camera sees them. `part` and `joint` give the wood where it is drawn now. */
export function markFault(fault: Fault, part: Part, joint: Joint | undefined, camera: Camera): FaultMark {
  switch (fault.kind) {
    case 'break':
      return breakMark(
        fault.id,
        lookAt(part, fault.along, camera),
        fault.angleDeg.value,
        fault.turnDeg,
        Math.min(fault.along, 1 - fault.along) * axisLengthMm(part),
      )
    case 'split':
      return splitMark(fault.id, part, joint ? shareNear(part, joint.at) : fault.along, fault.lengthMm.value, camera)
    case 'worm':
      return wormMark(fault.id, part, fault.along, fault.lengthMm.value, camera)
    case 'loss':
      return lossMark(fault.id, lookAt(part, fault.along, camera), fault.lengthMm.value)
    case 'earlier-repair':
      return hatchMark(fault.id, lookAt(part, joint ? shareNear(part, joint.at) : fault.along, camera))
  }
}

/** The marks of all of a piece's faults, with what is written on their tags. */
export const markFaults = (piece: Piece, camera: Camera): { mark: FaultMark, tag: string }[] =>
  piece.faults.map(f => ({
    tag: faultTag(piece, f),
    mark: markFault(
      f,
      partOf(piece, f.part),
      'joint' in f ? piece.joints.find(j => j.id === f.joint) : undefined,
      camera,
    ),
  }))

/** As it is seen from there: aslant where its slope lies across the view, straight across where one looks along it. */
function breakMark(fault: string, l: Look, angleDeg: number, turnDeg: number, toEndMm: number): FaultMark {
  const slope = (angleDeg * Math.PI) / 180
  // Where the plane faces, it comes nearer the part’s first end.
  const fall = l.pointing(turnDeg) / Math.tan(Math.max(1e-3, slope))
  const p = Math.max((FLATTEST_DEG * Math.PI) / 180, Math.atan2(1, Math.abs(fall)))
  const [cos, sin] = [Math.cos(p), Math.sin(p) * (fall > 0 ? -1 : 1)]
  const line = { x: l.axis.x * cos + l.side.x * sin, y: l.axis.y * cos + l.side.y * sin }
  const square = { x: -line.y, y: line.x }
  // From edge to edge and a little over, or it is not seen; but not past the end of the part.
  const reach = l.halfWide + PAST_EDGE_MM * l.perMm
  const half = Math.min(reach / Math.sin(p), Math.max(reach, (toEndMm * l.perMm) / Math.max(0.2, Math.cos(p))))
  const tooth = Math.max(4.5, l.halfWide * 0.28)
  return {
    fault,
    at: l.at,
    dots: [],
    strokes: [
      Array.from({ length: TEETH }, (_, i) =>
        from(l.at, [line, half * ((2 * i) / (TEETH - 1) - 1)], [square, i % 2 === 0 ? tooth : -tooth]),
      ),
    ],
  }
}

function splitMark(fault: string, part: Part, share: number, lengthMm: number, camera: Camera): FaultMark {
  const total = axisLengthMm(part)
  const way = share > 0.5 ? -1 : 1
  const steps = 6
  const points = Array.from({ length: steps + 1 }, (_, i) => {
    const l = lookAt(part, share + (((way * lengthMm) / total) * i) / steps, camera)
    return from(l.at, [l.side, (i % 2 === 0 ? 1 : -1) * Math.max(1.5, l.halfWide * 0.12)])
  })
  return { fault, at: points[Math.floor(steps / 2)]!, strokes: [points], dots: [] }
}

/** The same dots each time: a short row of numbers stands in for chance. */
const SCATTER = [0.12, -0.55, 0.6, -0.2, 0.35, -0.7, 0.05, 0.75, -0.4, 0.5, -0.1, -0.65]

function wormMark(fault: string, part: Part, share: number, lengthMm: number, camera: Camera): FaultMark {
  const reach = lengthMm / axisLengthMm(part)
  const dots = SCATTER.map((off, i) => {
    const l = lookAt(part, share + reach * ((i + 0.5) / SCATTER.length - 0.5), camera)
    return from(l.at, [l.side, off * l.halfWide])
  })
  return { fault, at: lookAt(part, share, camera).at, strokes: [], dots }
}

function lossMark(fault: string, l: Look, lengthMm: number): FaultMark {
  const half = Math.max(6, (lengthMm * l.perMm) / 2)
  const [edge, deep] = [l.halfWide * 1.12, l.halfWide * 0.35]
  const corner = (a: number, s: number) => from(l.at, [l.axis, a], [l.side, s])
  return {
    fault,
    at: corner(0, edge),
    strokes: [[corner(-half, edge), corner(-half * 0.6, deep), corner(half * 0.6, deep), corner(half, edge)]],
    dots: [],
  }
}

function hatchMark(fault: string, l: Look): FaultMark {
  const reach = Math.max(10, l.halfWide * 1.2)
  const strokes = [-2, -1, 0, 1, 2].map(i => [
    from(l.at, [l.axis, i * reach * 0.34 - reach * 0.3], [l.side, -l.halfWide]),
    from(l.at, [l.axis, i * reach * 0.34 + reach * 0.3], [l.side, l.halfWide]),
  ])
  return { fault, at: l.at, strokes, dots: [] }
}

/** Share of the way along a part's axis that a point of the sheet points at. */
export function sharePointedAt(part: Part, camera: Camera, at: Point): number {
  const STEPS = 200
  let [best, nearest] = [0, Infinity]
  for (let i = 0; i <= STEPS; i++) {
    const p = camera.project(pointAtShare(part, i / STEPS).point)
    const off = Math.hypot(p.x - at.x, p.y - at.y)
    if (off < nearest) [best, nearest] = [i / STEPS, off]
  }
  return best
}
