import { add, cross, dot, scale, subtract, unit, type Vec } from '../measure/vec'
import { boundsOf, sidesFor, solidsOf, type Solid } from '../piece/geometry'
import type { Joint, Part } from '../piece/schema'
import { cameraFor, type Camera, type Point, type View } from './camera'

/** One visible face: filled in its tone, its edges drawn over it. Later faces lie in front of earlier ones. */
export interface Face {
  readonly part: string
  readonly outline: readonly Point[]
  readonly edges: readonly (readonly [Point, Point])[]
  /** 0 in shade to 1 in the light. */
  readonly light: number
  /** Of a part the piece has lost: drawn as an outline only. */
  readonly missing: boolean
}

export interface JointSpot {
  readonly joint: string
  readonly at: Point
  readonly towards: Point
}

/** A piece on the sheet, ready to be put into SVG by anybody. */
export interface Drawing {
  readonly camera: Camera
  readonly faces: readonly Face[]
  readonly spots: readonly JointSpot[]
  readonly floor: readonly (readonly [Point, Point])[]
  readonly box: { readonly minX: number, readonly minY: number, readonly maxX: number, readonly maxY: number }
}

/** Light from the upper left, over the viewer's shoulder. */
export const LIGHT: Vec = unit([-0.5, 0.8, 0.6])
const GRID_MM = 100
const LEADER_MM = 60

export interface DrawOptions {
  /** How round round parts are drawn; fewer sides for small pictures. */
  readonly sides?: number
  /** The box whose floor is drawn; the parts' own if not given. */
  readonly floorBox?: { min: Vec, max: Vec }
  /** False leaves the faces in no order, for when only their outlines are wanted. */
  readonly ordered?: boolean
}

/**
 * Draws parts and joints as seen from a view. Solids are put in order by planes that part them, which is exact for the
 * convex solids parts are made of as long as they do not reach into each other (docs/limits.md#drawing).
 */
export function drawPiece(
  parts: readonly Part[],
  joints: readonly Joint[],
  view: View,
  { floorBox, ordered = true, sides = 16 }: DrawOptions = {},
): Drawing {
  const box = boundsOf(parts)
  const camera = cameraFor(box, view)
  const bodies = parts.flatMap(p => bodiesOf(p, sides))
  const faces = (ordered ? inOrder(bodies, camera) : bodies).flatMap(b => facesOf(b, camera))
  const points = faces.flatMap(f => f.outline)
  return {
    camera,
    faces,
    floor: floorGrid(floorBox ?? box, camera),
    spots: joints.map(j => ({
      joint: j.id,
      at: camera.project(j.at),
      towards: camera.project(add(j.at, scale(j.withdraw, -LEADER_MM))),
    })),
    box: boxOf(points),
  }
}

/** The least box round points; one by one, for a large file has more of them than a call takes. */
function boxOf(points: readonly Point[]): Drawing['box'] {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }
  for (const { x, y } of points) {
    box.minX = Math.min(box.minX, x)
    box.minY = Math.min(box.minY, y)
    box.maxX = Math.max(box.maxX, x)
    box.maxY = Math.max(box.maxY, y)
  }
  return box
}

interface Facet {
  readonly corners: readonly Vec[]
  readonly normal: Vec
  readonly cap: boolean
  smoothBefore: boolean
  smoothAfter: boolean
}
interface Body {
  readonly part: string
  readonly missing: boolean
  readonly facets: readonly Facet[]
  readonly corners: readonly Vec[]
  readonly round: boolean
}

/** Bends flatter than this are one smooth surface: no line is drawn across them. */
const SMOOTH_COS = Math.cos((25 * Math.PI) / 180)

/** A part's solids with their facets, told which of them run on smoothly into the next. */
function bodiesOf(part: Part, sides: number): Body[] {
  const bodies = solidsOf(part, sidesFor(part, sides)).map((solid, i, all) =>
    bodyOf(solid, part, i > 0, i < all.length - 1),
  )
  for (let i = 1; i < bodies.length; i++) {
    const n = bodies[i]!.facets.filter(f => !f.cap).length
    for (let k = 0; k < n; k++) {
      const [before, after] = [bodies[i - 1]!.facets[k]!, bodies[i]!.facets[k]!]
      before.smoothAfter = after.smoothBefore = dot(before.normal, after.normal) > SMOOTH_COS
    }
  }
  return bodies
}

/** A solid with its facets; caps inside a part, where two of its solids meet, are left out of the drawing. */
function bodyOf(solid: Solid, part: Part, joinedBefore: boolean, joinedAfter: boolean): Body {
  const { start, end } = solid
  const n = start.length
  const sides = start.map((a, i): Facet => {
    const corners = [a, start[(i + 1) % n]!, end[(i + 1) % n]!, end[i]!]
    return { corners, normal: normalOf(corners), cap: false, smoothBefore: false, smoothAfter: false }
  })
  const caps: Facet[] = []
  if (!joinedBefore) {
    caps.push({
      corners: [...start].reverse(),
      normal: normalOf([...start].reverse()),
      cap: true,
      smoothBefore: false,
      smoothAfter: false,
    })
  }
  if (!joinedAfter) {
    caps.push({ corners: end, normal: normalOf(end), cap: true, smoothBefore: false, smoothAfter: false })
  }
  return {
    part: part.id,
    missing: part.missing === true,
    facets: [...sides, ...caps],
    corners: [...start, ...end],
    round: part.section.shape === 'round',
  }
}

function normalOf(corners: readonly Vec[]): Vec {
  return unit(cross(subtract(corners[1]!, corners[0]!), subtract(corners[2]!, corners[1]!)))
}

const facesEye = (f: Facet, eye: Vec): boolean => dot(f.normal, subtract(eye, f.corners[0]!)) > 1e-9

function facesOf(body: Body, camera: Camera): Face[] {
  const seen = body.facets.map(f => facesEye(f, camera.eye))
  const n = body.facets.filter(f => !f.cap).length
  return body.facets.flatMap((facet, i) => {
    if (!seen[i]) return []
    const outline = facet.corners.map(c => camera.project(c))
    const edge = (k: number): [Point, Point] => [outline[k]!, outline[(k + 1) % outline.length]!]
    if (facet.cap) {
      return [
        {
          part: body.part,
          outline,
          edges: outline.map((_, k) => edge(k)),
          missing: body.missing,
          light: Math.max(0, dot(facet.normal, LIGHT)),
        },
      ]
    }
    // A round part shows its outline and its ends, not the facets it is made of; nothing shows a line where it runs
    // on smoothly.
    const along = [
      ...(body.round && seen[(i + 1) % n] ? [] : [edge(1)]),
      ...(body.round && seen[(i + n - 1) % n] ? [] : [edge(3)]),
    ]
    const edges = [...along, ...(facet.smoothBefore ? [] : [edge(0)]), ...(facet.smoothAfter ? [] : [edge(2)])]
    return [{ part: body.part, outline, edges, missing: body.missing, light: Math.max(0, dot(facet.normal, LIGHT)) }]
  })
}

interface Bounds {
  readonly minX: number
  readonly maxX: number
  readonly minY: number
  readonly maxY: number
}

function screenBounds(body: Body, camera: Camera): Bounds {
  const points = body.corners.map(c => camera.project(c))
  return {
    minX: Math.min(...points.map(p => p.x)),
    maxX: Math.max(...points.map(p => p.x)),
    minY: Math.min(...points.map(p => p.y)),
    maxY: Math.max(...points.map(p => p.y)),
  }
}

const overlap = (a: Bounds, b: Bounds): boolean =>
  a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY

/**
 * More bodies than any real piece is drawn from are put in order by how far they are alone: pairs of them would take
 * minutes.
 */
const MOST_IN_PAIRS = 1500

/** Bodies from the back to the front: a topological order of who may cover whom; a knot is cut at the farthest body. */
function inOrder(bodies: readonly Body[], camera: Camera): Body[] {
  const depth = bodies.map(b => b.corners.reduce((sum, c) => sum + camera.depthMm(c), 0) / b.corners.length)
  if (bodies.length > MOST_IN_PAIRS) {
    return bodies
      .map((_, i) => i)
      .sort((a, b) => depth[b]! - depth[a]! || a - b)
      .map(i => bodies[i]!)
  }
  const { before, waitsFor } = coverings(bodies, camera)
  const left = new Set(bodies.map((_, i) => i))
  const order: Body[] = []
  while (left.size > 0) {
    let [free, any] = [-1, -1]
    for (const i of left) {
      if (any < 0 || depth[i]! > depth[any]!) any = i
      if (waitsFor[i] === 0 && (free < 0 || depth[i]! > depth[free]!)) free = i
    }
    const next = free >= 0 ? free : any
    left.delete(next)
    for (const covering of before[next]!) waitsFor[covering]!--
    order.push(bodies[next]!)
  }
  return order
}

/** For every body those that may cover it, and how many it may cover itself. */
function coverings(
  bodies: readonly Body[],
  camera: Camera,
): { readonly before: readonly (readonly number[])[], readonly waitsFor: number[] } {
  const bounds = bodies.map(b => screenBounds(b, camera))
  const before = bodies.map((): number[] => [])
  const waitsFor = bodies.map(() => 0)
  for (let i = 0; i < bodies.length; i++) {
    for (let k = i + 1; k < bodies.length; k++) {
      if (!overlap(bounds[i]!, bounds[k]!)) continue
      const [far, near] = isBehind(bodies[i]!, bodies[k]!, camera) ? [i, k] : [k, i]
      before[far]!.push(near)
      waitsFor[near]!++
    }
  }
  return { before, waitsFor }
}

/** Whether `a` lies behind `b`: decided by the facet plane that parts them best. */
function isBehind(a: Body, b: Body, camera: Camera): boolean {
  const [byA, byB] = [partingPlane(a, b), partingPlane(b, a)]
  if (byA.gapMm >= byB.gapMm) return facesEye(byA.facet, camera.eye)
  return !facesEye(byB.facet, camera.eye)
}

/**
 * The facet of `own` that keeps the other body farthest outside, millimetres; negative where they reach into each
 * other.
 */
function partingPlane(own: Body, other: Body): { facet: Facet, gapMm: number } {
  let best = { facet: own.facets[0]!, gapMm: -Infinity }
  for (const facet of own.facets) {
    const [nx, ny, nz] = facet.normal
    const [px, py, pz] = facet.corners[0]!
    let gapMm = Infinity
    for (const [x, y, z] of other.corners) gapMm = Math.min(gapMm, nx * (x - px) + ny * (y - py) + nz * (z - pz))
    if (gapMm > best.gapMm) best = { facet, gapMm }
  }
  return best
}

function floorGrid(box: { min: Vec, max: Vec }, camera: Camera): (readonly [Point, Point])[] {
  const from = (v: number) => Math.floor(v / GRID_MM - 1.5) * GRID_MM
  const to = (v: number) => Math.ceil(v / GRID_MM + 1.5) * GRID_MM
  const [x0, x1, z0, z1] = [from(box.min[0]), to(box.max[0]), from(box.min[2]), to(box.max[2])]
  const lines: (readonly [Point, Point])[] = []
  for (let x = x0; x <= x1; x += GRID_MM) lines.push([camera.project([x, 0, z0]), camera.project([x, 0, z1])])
  for (let z = z0; z <= z1; z += GRID_MM) lines.push([camera.project([x0, 0, z]), camera.project([x1, 0, z])])
  return lines
}
