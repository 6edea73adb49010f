import { add, cross, dot, negate, subtract, unit, type Vec } from '../measure/vec'
import { directionsFor, isWithin, type Cap } from './cap'
import { capsOf, giveNeededMm, type Tie } from './tie'

/** A tie that parts in a move; `isEntering` if it is its entering part that goes. */
export interface Parting {
  readonly tie: Tie
  readonly isEntering: boolean
}

export interface Aim {
  readonly direction: Vec
  readonly springMm: number
}

/** No frame is sprung further than this, millimetres; past it nothing is looked for. */
const MOST_FLEX_MM = 60
/** How near the least spring is found, millimetres. */
const NEAR_MM = 1e-3

/**
 * The direction that asks the least spring of all these ties, so that it is shared among them, by halving; null if
 * there is none at all. Where a whole field of directions asks as little, its middle is taken, well off every face.
 */
export function aim(partings: readonly Parting[]): Aim | null {
  if (leastAt(partings, MOST_FLEX_MM).length === 0) return null
  let [low, high] = [0, MOST_FLEX_MM]
  if (leastAt(partings, 0).length > 0) high = 0
  while (high - low > NEAR_MM) {
    const middle = (low + high) / 2
    if (leastAt(partings, middle).length > 0) high = middle
    else low = middle
  }
  const field = leastAt(partings, high)
  const middle = unit(field.reduce((sum, d) => add(sum, d), [0, 0, 0] as Vec))
  const best
    = dot(middle, middle) > 0.5 && springOf(partings, middle) <= springOf(partings, field[0]!) + NEAR_MM
      ? middle
      : field[0]!
  return { direction: best, springMm: springOf(partings, best) }
}

/** How far the tie that asks the most is sprung, millimetres. */
export const springOf = (partings: readonly Parting[], d: Vec): number =>
  Math.max(0, ...partings.map(p => giveNeededMm(p.tie, p.isEntering ? d : negate(d))))

/** How far a turn springs what it parts, millimetres: each joint goes square to its way from the line. */
export const turnSpringOf = (partings: readonly Parting[], about: Vec, along: Vec): number =>
  Math.max(
    0,
    ...partings.map((p) => {
      const way = unit(cross(along, subtract(p.tie.at!, about)))
      return giveNeededMm(p.tie, p.isEntering ? way : negate(way))
    }),
  )

/**
 * Directions in which all of them may go with so much flex: lines and corners of the field, or a point of a rim where
 * it has neither.
 */
function leastAt(partings: readonly Parting[], flexMm: number): Vec[] {
  const caps = distinct(
    partings.flatMap(({ tie, isEntering }) =>
      capsOf(tie, { id: 'open', flexMm }).map(c => (isEntering ? c : { ...c, axis: negate(c.axis) })),
    ),
  )
  const found = directionsFor(caps)
    .flatMap(d => [d, negate(d)])
    .filter(d => caps.every(c => isWithin(c, d)))
  const [inner, rims] = [found.filter(d => !isRimPoint(caps, d)), found.filter(d => isRimPoint(caps, d))]
  return inner.length > 0 ? inner : rims
}

function distinct(caps: readonly Cap[]): Cap[] {
  const seen = new Map(caps.map(c => [[...c.axis, c.cos].map(x => Math.round(x * 1e9)).join(' '), c]))
  return [...seen.values()]
}

/** On one rim only, and no centre: a point that says nothing about which way is best. */
function isRimPoint(caps: readonly Cap[], d: Vec): boolean {
  const onRims = caps.filter(c => Math.abs(dot(c.axis, d) - c.cos) < 1e-6).length
  return onRims === 1 && !caps.some(c => dot(c.axis, d) > 1 - 1e-9)
}
