import { betweenBoresMm, outsideMm, pointsAlong, toSolidMm, type Bore } from '../geometry'
import { cross, length, subtract, unit } from '../measure/vec'
import { axisLengthMm, frameOfSegment, pointAtShare } from '../piece/geometry'
import { shareNear } from '../piece/places'
import type { Part } from '../piece/schema'
import type { Design } from './design'

/** What a design takes out of one part: round holes, a recess, a saw cut from side to side. */
export interface Taken {
  readonly part: Part
  readonly bores: readonly Bore[]
  readonly recesses: readonly Part[]
  readonly sawnAtMm: readonly number[]
}

const STEP_MM = 2

/**
 * What a mend’s design takes out of the part it is on. New wood that takes no part’s place, such as a block, takes
 * nothing.
 */
export function takenBy(design: Design, part: Part): Taken {
  return {
    part,
    bores: design.bores.filter(b => b.part === part.id),
    recesses: design.newWood.filter(w => w.role === 'patch'),
    sawnAtMm: design.sawnAtMm ?? [],
  }
}

/**
 * Wood between what two mends take out of one part, millimetres: negative where they meet; infinite where nothing of
 * them can.
 */
export function betweenMm(a: Taken, b: Taken): number {
  if (a.part.id !== b.part.id) return Infinity
  return Math.min(
    ...a.bores.flatMap(x => b.bores.map(y => betweenBoresMm(x, y))),
    ...a.bores.flatMap(x => b.recesses.map(y => toSolidMm(x, y))),
    ...b.bores.flatMap(x => a.recesses.map(y => toSolidMm(x, y))),
    ...a.recesses.flatMap(x => b.recesses.map(y => betweenSolidsMm(x, y))),
    ...a.sawnAtMm.map(at => toCutMm(b, at)),
    ...b.sawnAtMm.map(at => toCutMm(a, at)),
  )
}

/**
 * From the middle line of each block to the other, less half its broader side: never more than there is, for blocks
 * along one part.
 */
function betweenSolidsMm(a: Part, b: Part): number {
  const halfOf = ({ section }: Part) => Math.max(...section.stations.map(s => Math.max(s.widthMm, s.depthMm))) / 2
  const from = (one: Part, other: Part) =>
    Math.min(...pointsAlong(one.axis[0]!, one.axis[one.axis.length - 1]!, STEP_MM).map(p => outsideMm(other, p)))
    - halfOf(one)
  return Math.max(from(a, b), from(b, a))
}

/** How far round a bore leans from the part’s axis: along it its flat end reaches no further than its middle. */
function slantOf(part: Part, { from, to }: Bore): number {
  const { tangent } = frameOfSegment(part, pointAtShare(part, shareNear(part, from)).segment)
  return length(cross(unit(subtract(to, from)), tangent))
}

/** How far what is taken out stays from a saw cut through the part, along its axis. */
export function toCutMm({ part, bores, recesses }: Taken, atMm: number): number {
  const total = axisLengthMm(part)
  const spans = [
    ...bores.map(b => ({ ends: [b.from, b.to], moreMm: (b.diameterMm / 2) * slantOf(part, b) })),
    ...recesses.map(r => ({ ends: [r.axis[0]!, r.axis[r.axis.length - 1]!], moreMm: 0 })),
  ]
  return Math.min(
    ...spans.map(({ ends, moreMm }) => {
      const along = ends.map(p => shareNear(part, p) * total)
      const [low, high] = [Math.min(...along) - moreMm, Math.max(...along) + moreMm]
      return atMm < low ? low - atMm : atMm > high ? atMm - high : -Math.min(atMm - low, high - atMm)
    }),
  )
}
