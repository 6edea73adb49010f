import { distance, dot, scale, unit, add, cross, type Vec } from '../measure/vec'
import { axisLengthMm, frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import type { Break, Part } from '../piece/schema'

/**
 * Where a break lies in space: a point of the axis, the way along it, and the way its face looks, both from the first
 * end on.
 */
export interface BreakPlane {
  readonly at: Vec
  readonly tangent: Vec
  readonly normal: Vec
}

/** The plane of a break: it slopes by its angle to the axis, towards the side that its turn names. */
export function planeOf(part: Part, fault: Pick<Break, 'along' | 'angleDeg' | 'turnDeg'>): BreakPlane {
  const { point, segment } = pointAtShare(part, fault.along)
  const { tangent, across, through } = frameOfSegment(part, segment)
  const [slope, turn] = [(fault.angleDeg.value * Math.PI) / 180, (fault.turnDeg * Math.PI) / 180]
  const side = add(scale(across, Math.cos(turn)), scale(through, Math.sin(turn)))
  return { at: point, tangent, normal: unit(add(scale(tangent, Math.sin(slope)), scale(side, Math.cos(slope)))) }
}

/** A cut flatter than this to the axis is drawn at this slope: the cosine between the plane's normal and the axis. */
const FLATTEST = 0.3

/**
 * The stretch of a part between two shares of its axis, as a part of its own under another id, cut at both ends as the
 * planes say; null leaves the end as the part has it. Station and bend stay where they are in space.
 */
export function stretchOf(
  part: Part,
  id: string,
  from: number,
  to: number,
  planes: { start: BreakPlane | null, end: BreakPlane | null },
): Part {
  const totalMm = axisLengthMm(part)
  const inner: Vec[] = []
  let runMm = 0
  for (let i = 1; i < part.axis.length - 1; i++) {
    runMm += distance(part.axis[i - 1]!, part.axis[i]!)
    const share = runMm / totalMm
    if (share > from + 1e-6 && share < to - 1e-6) inner.push(part.axis[i]!)
  }
  const axis = [pointAtShare(part, from).point, ...inner, pointAtShare(part, to).point]
  const between = part.section.stations.filter(s => s.along > from && s.along < to)
  const stations = [from, ...between.map(s => s.along), to].map(share => ({
    along: (share - from) / (to - from),
    ...sectionAt(part, share),
  }))
  const lengthwise = stations.map(({ along, widthMm, depthMm }) => ({ along, widthMm, depthMm }))
  return {
    ...part,
    id,
    axis: axis.map(([x, y, z]): [number, number, number] => [x, y, z]),
    section: { ...part.section, stations: lengthwise },
    cuts: {
      start: planes.start ? steepEnough(planes.start) : (part.cuts?.start ?? null),
      end: planes.end ? steepEnough(planes.end) : (part.cuts?.end ?? null),
    },
  }
}

/** The plane's normal, turned towards the axis where it would run along the part instead of across it. */
function steepEnough({ tangent, normal }: BreakPlane): [number, number, number] {
  const cos = dot(normal, tangent)
  if (cos >= FLATTEST) return [normal[0], normal[1], normal[2]]
  const aside = cross(cross(tangent, normal), tangent)
  const side = unit(aside)
  const [x, y, z] = unit(add(scale(tangent, FLATTEST), scale(side, Math.sqrt(1 - FLATTEST * FLATTEST))))
  return [x, y, z]
}
