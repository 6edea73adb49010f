import { input } from '../measure/figure'
import { formatLength } from '../measure/length'
import { mm, q, say } from '../measure/phrase'
import { along, cross, distance, dot, negate, scale, subtract, unit, type Vec } from '../measure/vec'
import { sectionAt } from '../piece/geometry'
import type { Part, Piece } from '../piece/schema'
import { tool } from '../reference/tools'
import { along as alongX, circle, polygon, slanted, type Flat, type View } from '../sheet'
import { before, using } from '../work'
import { squareAgainst } from './bracing-effect'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import type { WoodCase } from './wood-case'

/** A rigid panel screwed up under the seat rails: second best, where blocks and webbing are not wanted. */
export const screwedPanel: Mend<WoodCase> = {
  id: 'screwed-panel',
  decides: 'four rails to screw to, thread of 20 mm in each from below',
  tools: ['fine-saw', 'block-plane', 'drill', 'bit', 'depth-stop', 'driver', 'pencil', 'square'],
  label: 'Panel screwed under the rails',
  short: 'panel',
  opens: false,
  undo: 'yes',
  place: { conserve: 3, everyday: 2.5, strength: 2 },
  isFor: c => c.trouble.id.startsWith('bracing:'),
  consider,
  datum: say`Lengths are along its edges, seen from below, its front edge down. Taken from the frame itself, square and dry; the drawing is only where to start.`,
  draw,
}

/** The panel, its screws and how they stand, millimetres (docs/sources.md#bracing, low). */
const THICK_MM = 12
const SCREW_MM = 4
const PILOT_MM = 2.5
const THREAD_MM = 25
const LEAST_THREAD_MM = 20
const APART_MM = 100
const FROM_EDGE_MM = 10
/** Back from the rails’ show faces, and clear of the legs. */
const BACK_MM = 6
const CLEAR_MM = 3
/** Air for what is stuffed on it. */
const HOLES = 5
const HOLE_MM = 25

interface Panel {
  /** Its corners under the legs, in order round it, in the plane of the seat frame. */
  readonly corners: readonly Vec[]
  /** The same with the corners cut off clear of the legs. */
  readonly outline: readonly Vec[]
  readonly screws: readonly Vec[]
  readonly wideMm: number
  readonly deepMm: number
  readonly rail: Part
}

function consider(c: WoodCase): Verdict {
  const panel = panelFor(c.piece)
  if (!panel) return no(say`there are not four rails in one plane to screw it to`)
  const railHighMm = sectionAt(panel.rail, 0.5).depthMm
  const threadMm = Math.min(THREAD_MM, railHighMm / 2)
  if (threadMm < LEAST_THREAD_MM) {
    return no(say`${mm(threadMm)} of thread in rails ${mm(railHighMm)} high; ${mm(LEAST_THREAD_MM)} are wanted`)
  }
  const { screws, wideMm, deepMm } = panel
  return {
    fits: true,
    reason: say`second best: ${q(screws.length, 'count')} screws hold the seat frame square; the legs it does not stiffen, and it is hard to sit on`,
    sizes: [
      sizeMm('width', 'panel, wide', wideMm, 'over the rails, 6 mm back from their show faces', [], 'bracing'),
      sizeMm('length', 'panel, deep', deepMm, 'over the rails, 6 mm back from their show faces', [], 'bracing'),
      sizeMm(
        'thickness',
        'panel, thick',
        THICK_MM,
        'plywood that does not bend under a sitter at this span',
        [],
        'bracing',
      ),
      sizeMm('spacing', 'screws, at most apart', APART_MM, 'as few as hold it square', [], 'bracing'),
      sizeMm(
        'pilot',
        `pilot for a ${SCREW_MM} mm screw`,
        PILOT_MM,
        '0.88 of the thread’s root in hardwood',
        [],
        'corner-blocks',
      ),
      sizeMm(
        'pin-depth',
        'thread in the rail',
        threadMm,
        '25 mm, or half the rail’s height',
        [input('rail, high', railHighMm, 'mm')],
        'bracing',
      ),
      squareAgainst([screws], SCREW_MM, panel.rail.species, deepMm),
    ],
    stock: [
      {
        id: 'part',
        serves: 'each',
        what: 'panel',
        count: 1,
        sizesMm: [THICK_MM, deepMm, wideMm],
        wood: 'birch plywood',
        note: `corners cut off clear of the legs; ${HOLES} holes of ${HOLE_MM} mm for air`,
      },
      {
        id: 'screw',
        serves: 'each',
        what: 'wood screw',
        count: screws.length,
        sizesMm: [SCREW_MM, THICK_MM + threadMm],
        wood: '',
        note: 'waxed, from below, never glued',
      },
    ],
    steps: [
      using(
        before(
          'cut',
          25,
          say`When the joints have cured and the frame is square: take its corners from underneath, saw the panel ${mm(BACK_MM)} back from the show faces, its corners off clear of the legs; ${String(HOLES)} holes of ${mm(HOLE_MM)} for air.`,
        ),
        'pencil',
        'square',
        'fine-saw',
        'block-plane',
      ),
      using(
        before(
          'bore',
          10 + screws.length,
          say`Clearance of ${mm(SCREW_MM)} through the panel, pilots of ${mm(PILOT_MM)} in the middle of the rails, ${mm(threadMm)} deep by a stop, none where a tenon sits.`,
        ),
        'drill',
        tool('bit', SCREW_MM),
        tool('bit', PILOT_MM),
        'depth-stop',
      ),
      using(
        before(
          'drive',
          5 + 0.5 * screws.length,
          say`Screws from corner to corner across, a little each in turn; diagonals once more. No glue: it comes off again.`,
        ),
        'driver',
      ),
    ],
    settings: [
      { what: say`Panel, clearance`, bitMm: SCREW_MM, stopMm: THICK_MM },
      { what: say`Rail, pilot`, bitMm: PILOT_MM, stopMm: threadMm },
    ],
    scrap: say`Lay a sheet of card under the frame first and mark rails and legs on it: it is cut to the card, not to the drawing.`,
    cautions: ['drill', 'blade'],
    leavesGapMm: 0,
    removedCm3: (((screws.length * Math.PI) / 4) * PILOT_MM ** 2 * threadMm) / 1000,
    hold: { low: 0.6, high: 0.85 },
  }
}

/**
 * The panel under a seat frame, from the middle lines of its rails. Null where four do not lie in one plane round a
 * seat.
 */
export function panelFor(piece: Piece): Panel | null {
  const rails = piece.parts.filter(
    p => !p.missing && ['front-rail', 'side-rail', 'back-rail'].includes(p.role) && p.axis.length === 2,
  )
  const front = rails.find(p => p.role === 'front-rail')
  const back = rails.find(p => p.role === 'back-rail')
  const sides = rails.filter(p => p.role === 'side-rail')
  if (!front || !back || sides.length !== 2) return null
  const ring = [front, ...sides.sort((a, b) => middle(b)[0] - middle(a)[0]).slice(0, 1), back, ...sides.slice(1)]
  const lines = ring.map(r => outward(r, ring))
  const corners = lines.map((line, i) => crossing(lines[(i + 3) % 4]!, line))
  if (corners.some(p => p === null)) return null
  const known = corners as Vec[]
  const outline = known.flatMap((at, i) => cutOff(piece, at, known[(i + 3) % 4]!, known[(i + 1) % 4]!))
  const wideMm = Math.max(...known.map(p => p[0])) - Math.min(...known.map(p => p[0]))
  const deepMm = Math.max(...known.map(p => p[2])) - Math.min(...known.map(p => p[2]))
  return { corners: known, outline, screws: screwsOf(outline), wideMm, deepMm, rail: front }
}

const middle = (p: Part): Vec => scaleMid(p.axis[0]!, p.axis.at(-1)!)
const scaleMid = (a: Vec, b: Vec): Vec => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2]

interface Line {
  readonly at: Vec
  readonly way: Vec
}

/**
 * The panel’s edge under a rail: its middle line moved out to six millimetres inside its outer face, seen from above.
 */
function outward(rail: Part, ring: readonly Part[]): Line {
  const [a, b] = [rail.axis[0]!, rail.axis.at(-1)!]
  const way = unit(subtract([b[0], 0, b[2]], [a[0], 0, a[2]]))
  const centre = scale(
    ring.map(middle).reduce((sum, p) => [sum[0] + p[0], sum[1] + p[1], sum[2] + p[2]] as Vec),
    1 / ring.length,
  )
  const side = cross(way, [0, 1, 0])
  const out = dot(side, subtract(middle(rail), centre)) > 0 ? side : negate(side)
  const { widthMm, depthMm } = sectionAt(rail, 0.5)
  return { at: along([a[0], 0, a[2]], out, Math.min(widthMm, depthMm) / 2 - BACK_MM), way }
}

/** Where two lines in the plane of the seat meet. */
function crossing(p: Line, r: Line): Vec | null {
  const det = p.way[0] * r.way[2] - p.way[2] * r.way[0]
  if (Math.abs(det) < 0.1) return null
  const [dx, dz] = [r.at[0] - p.at[0], r.at[2] - p.at[2]]
  return along(p.at, p.way, (dx * r.way[2] - dz * r.way[0]) / det)
}

/** A corner cut off as far as the leg that stands in it reaches along both edges. */
function cutOff(piece: Piece, at: Vec, before: Vec, after: Vec): Vec[] {
  const legs = piece.parts.filter(p => p.role.endsWith('leg') || p.role.endsWith('post'))
  const near = legs.map(p =>
    p.axis.map((x): Vec => [x[0], 0, x[2]]).reduce((best, x) => (distance(x, at) < distance(best, at) ? x : best)),
  )
  const i = near.reduce((best, x, k) => (distance(x, at) < distance(near[best]!, at) ? k : best), 0)
  const { widthMm, depthMm } = sectionAt(legs[i]!, 0.5)
  const backMm = Math.max(widthMm, depthMm) + CLEAR_MM
  return [before, after].map(other => along(at, unit(subtract(other, at)), backMm))
}

/** Screws along every long edge, no farther apart than they may be, in from the edge. */
function screwsOf(outline: readonly Vec[]): Vec[] {
  const centre = scale(
    outline.reduce((sum, p) => [sum[0] + p[0], 0, sum[2] + p[2]] as Vec),
    1 / outline.length,
  )
  return outline.flatMap((a, i) => {
    const b = outline[(i + 1) % outline.length]!
    // Edges between two legs; the cut corners between them carry none.
    if (i % 2 === 0) return []
    const long = distance(a, b)
    const count = Math.max(2, Math.ceil((long - 2 * FROM_EDGE_MM) / APART_MM) + 1)
    const way = unit(subtract(b, a))
    const side = cross(way, [0, 1, 0])
    const inward = dot(side, subtract(centre, a)) > 0 ? side : negate(side)
    return Array.from({ length: count }, (_, k) =>
      along(along(a, way, FROM_EDGE_MM + ((long - 2 * FROM_EDGE_MM) * k) / (count - 1)), inward, FROM_EDGE_MM),
    )
  })
}

/** From below: left and right as one looks up at it, the front edge down. */
function draw(c: WoodCase): View[] {
  const panel = panelFor(c.piece)!
  const flat = (p: Vec): Flat => [-p[0], -p[2]]
  const points = panel.outline.map(flat)
  const written = (a: Flat, b: Flat) => formatLength(Math.hypot(b[0] - a[0], b[1] - a[1]), 'mm')
  const edges = points.map((a, i): [Flat, Flat] => [a, points[(i + 1) % points.length]!])
  const [low, high] = [Math.min(...points.map(p => p[1])), Math.max(...points.map(p => p[1]))]
  const [left, right] = [Math.min(...points.map(p => p[0])), Math.max(...points.map(p => p[0]))]
  return [
    {
      id: 'face',
      title: 'The panel from below, its front edge down',
      shapes: [polygon('new', points), ...panel.screws.map(p => circle(flat(p), SCREW_MM, 'cut'))],
      dimensions: [
        alongX(left, right, low, 14, formatLength(right - left, 'mm')),
        { from: [left, low], to: [left, high], offMm: 14, words: formatLength(high - low, 'mm') },
        ...edges.map(([a, b]) => slanted(a, b, 5, written(a, b))),
      ],
    },
  ]
}
