import { planeOf } from '../bodies'
import { distance, dot, scale, subtract, type Vec } from '../measure/vec'
import { axisLengthMm } from '../piece/geometry'
import { along, bar, slanted, type Shape, type View } from '../sheet'
import { written } from './joint-views'
import type { Work } from './mend'
import { breakLine, partView } from './part-views'
import { breakOf, partIn, type WoodCase } from './wood-case'

/** Wood drawn past what is cut, millimetres. */
const PAST_MM = 36

/** A break with what is sawn, bored and put in across it, in the plane in which it is bored; lengths from the break. */
export function breakViews(c: WoodCase, work: Work): View[] {
  const { design } = work
  const [fault, part] = [breakOf(c), partIn(c)]
  const first = design?.bores[0]
  if (!design || !first) return []
  const up: Vec = aside(c, subtract(first.to, first.from))
  const breakMm = fault.along * axisLengthMm(part)
  const whole = partView(part, fault.along, up, 0, Infinity)
  const ends = design.bores.flatMap(b => [whole.flat(b.from)[0], whole.flat(b.to)[0]])
  const saws = design.sawnAtMm ?? []
  const view = partView(
    part,
    fault.along,
    up,
    Math.min(breakMm, ...ends, ...saws) - PAST_MM,
    Math.max(breakMm, ...ends, ...saws) + PAST_MM,
  )
  const below = -view.halfMm
  const bores = design.bores.map(b => bar('cut', view.flat(b.from), view.flat(b.to), b.diameterMm))
  const woods = design.newWood.map((w) => {
    const [from, to] = [view.flat(w.axis[0]!), view.flat(w.axis[w.axis.length - 1]!)]
    return {
      from,
      to,
      thickMm: w.section.stations[0]!.widthMm,
      longMm: distance(w.axis[0]!, w.axis[w.axis.length - 1]!),
    }
  })
  const mouths = design.bores.map(b => view.flat(b.from)[0])
  return [
    {
      id: 'along',
      title: 'Along the part, in the plane it is bored in',
      shapes: [
        view.outline,
        ...saws.map((at): Shape => ({ kind: 'line', from: [at, below - 3], to: [at, view.halfMm + 3], pencil: 'cut' })),
        ...bores,
        ...woods.map(w => bar('new', w.from, w.to, w.thickMm)),
        breakLine(part, fault, view, up),
      ],
      dimensions: [
        ...woods.slice(0, 1).map(w => slanted(w.from, w.to, w.thickMm / 2 + 4, written(w.longMm))),
        ...woods.slice(0, 1).map(w => slanted(corner(w, 1), corner(w, -1), 6, written(w.thickMm))),
        ...[...saws, ...mouths.slice(0, 1)]
          .filter(x => Math.abs(x - breakMm) > 0.5)
          .map((x, i) =>
            along(Math.min(x, breakMm), Math.max(x, breakMm), below, 8 + 8 * i, written(Math.abs(x - breakMm))),
          ),
      ],
    },
  ]
}

/** The far end’s corner of a bar on one side, so that its thickness is measured across it. */
function corner(
  { from, to, thickMm }: { from: readonly [number, number], to: readonly [number, number], thickMm: number },
  side: 1 | -1,
): [number, number] {
  const long = Math.hypot(to[0] - from[0], to[1] - from[1])
  return [
    to[0] - (((side * (to[1] - from[1])) / long) * thickMm) / 2,
    to[1] + (((side * (to[0] - from[0])) / long) * thickMm) / 2,
  ]
}

/** A dowel on centre has no side of its own: then the break’s slope says how it is seen. */
function aside(c: WoodCase, way: Vec): Vec {
  const { tangent, normal } = planeOf(partIn(c), breakOf(c))
  const off = subtract(way, scale(tangent, dot(way, tangent)))
  return Math.hypot(...off) > 1 ? off : normal
}
