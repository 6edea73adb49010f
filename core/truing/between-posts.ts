import { fail, succeed, type Result } from '../measure/result'
import { cross, distance, dot, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { pointAtHeight, reachToSurfaceMm } from '../piece/geometry'
import type { Part } from '../piece/schema'

/**
 * A post where something is to enter it: a point of its axis, the way the axis runs, and how far the wood reaches
 * from there.
 */
export interface Post {
  readonly at: Vec
  readonly along: Vec
  /** From the axis to the surface along a direction, millimetres. */
  reachMm(direction: Vec): number
}

/** One end of what goes between two posts. */
export interface PostEnd {
  /**
   * The bore off square to the post, degrees: 0 is square across it; positive where it climbs towards the post’s far
   * end.
   */
  readonly boreOffSquareDeg: number
  /** The shoulder off a square cut, degrees: the same angle, planed on the stick. */
  readonly bevelDeg: number
  /** From the axis to the wood’s surface, where the shoulder stands, millimetres. */
  readonly surfaceMm: number
  readonly tenonMm: number
}

/** A stretcher, rung or rail between two posts. */
export interface Between {
  /** Along its own line. */
  readonly shoulderToShoulderMm: number
  readonly lengthMm: number
  readonly ends: readonly [PostEnd, PostEnd]
  /**
   * How far the one end’s post is turned against the other’s, seen along the stick, degrees: a square tenon is cut
   * with it.
   */
  readonly twistDeg: number
}

const DEG = 180 / Math.PI
/** Nearer to each other than this there is nothing between two posts, millimetres. */
const LEAST_MM = 20
/** A bore flatter to the post than this runs along it and not into it, degrees. */
const MOST_OFF_SQUARE_DEG = 60

/**
 * What goes between two posts in space: length, shoulders, bores and twist, from the posts’ own axes.
 * @param tenonsMm how deep it enters each, from the surface along its own line
 */
export function betweenPosts(first: Post, second: Post, tenonsMm: readonly [number, number]): Result<Between> {
  const apartMm = distance(first.at, second.at)
  if (!(apartMm > LEAST_MM)) return fail('too_near', `Two posts more than ${LEAST_MM} mm apart.`)
  const way = unit(subtract(second.at, first.at))
  const ends = [endAt(first, way, tenonsMm[0]), endAt(second, negate(way), tenonsMm[1])] as const
  const steep = ends.findIndex(e => Math.abs(e.boreOffSquareDeg) > MOST_OFF_SQUARE_DEG)
  if (steep >= 0) {
    return fail(
      'along_the_post',
      `Its line runs along a post rather than into it: ${Math.round(Math.abs(ends[steep]!.boreOffSquareDeg))}° off square.`,
      steep === 0 ? 'first' : 'second',
    )
  }
  const shoulderToShoulderMm = apartMm - ends[0].surfaceMm - ends[1].surfaceMm
  if (shoulderToShoulderMm <= 0) return fail('too_near', 'The posts’ wood meets there: nothing goes between.')
  return succeed({
    shoulderToShoulderMm,
    lengthMm: shoulderToShoulderMm + tenonsMm[0] + tenonsMm[1],
    ends,
    twistDeg: twistBetween(first.along, second.along, way),
  })
}

function endAt(post: Post, into: Vec, tenonMm: number): PostEnd {
  const offDeg = Math.asin(Math.max(-1, Math.min(1, dot(into, unit(post.along))))) * DEG
  return { boreOffSquareDeg: offDeg, bevelDeg: Math.abs(offDeg), surfaceMm: post.reachMm(into), tenonMm }
}

/** Between the two posts as one looks along the stick, degrees, by the right hand round its way. */
function twistBetween(a: Vec, b: Vec, way: Vec): number {
  const across = (v: Vec) => unit(subtract(v, scale(way, dot(v, way))))
  const [p, q] = [across(a), across(b)]
  return Math.atan2(dot(cross(p, q), way), dot(p, q)) * DEG
}

/** A part of a piece as a post, at a height over the floor. */
export function postOf(part: Part, heightMm: number): Post {
  const { point, segment, share } = pointAtHeight(part, heightMm)
  return {
    at: point,
    along: unit(subtract(part.axis[segment + 1]!, part.axis[segment]!)),
    reachMm: direction => reachToSurfaceMm(part, segment, share, direction),
  }
}

/** A post told by its splay alone: a round leg so far off, leaning this much to the left and forward, degrees. */
export function postLeaning(at: Vec, leftDeg: number, forwardDeg: number, diameterMm: number): Post {
  const along = unit([Math.tan(leftDeg / DEG), 1, Math.tan(forwardDeg / DEG)])
  return { at, along, reachMm: direction => diameterMm / 2 / Math.sqrt(Math.max(1e-6, 1 - dot(direction, along) ** 2)) }
}

/**
 * A bore into a seat for a leg that leans: how far off square to the seat, and along which sight line from straight
 * ahead.
 */
export function seatBore(leftDeg: number, forwardDeg: number): { readonly tiltDeg: number, readonly sightDeg: number } {
  const [left, forward] = [Math.tan(leftDeg / DEG), Math.tan(forwardDeg / DEG)]
  return { tiltDeg: Math.atan(Math.hypot(left, forward)) * DEG, sightDeg: Math.atan2(left, forward) * DEG }
}
