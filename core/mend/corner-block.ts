import { isCornerRail } from '../condition/bracing'
import { input, type FigureInput } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import { dot, type Vec } from '../measure/vec'
import { partOf } from '../piece/facts'
import { nameOf } from '../piece/names'
import { axisLengthMm, sectionAt } from '../piece/geometry'
import type { Piece } from '../piece/schema'
import { squareAgainst } from './bracing-effect'
import { no, sizeMm, sizeOf, type Mend, type Size, type Verdict, type Work } from './mend'
import { blockView } from './wood-views'
import type { View } from '../sheet'
import type { WoodCase } from './wood-case'
import { tool } from '../reference/tools'
import { before, using, wet } from '../work'

/** Blocks in the corners of the seat frame: glued, and screwed into both rails. */
export const cornerBlock: Mend<WoodCase> = {
  id: 'corner-block',
  decides: 'the corner’s angle, thread in the rail before its show face',
  tools: ['bevel', 'pencil', 'fine-saw', 'block-plane', 'drill', 'bit', 'depth-stop', 'driver', 'brush', 'swab'],
  label: 'Blocks glued and screwed',
  short: 'blocks',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 1 },
  // Webbing is the upholsterer’s.
  isFor: c => c.trouble.id === 'bracing:blocks',
  consider,
  datum: say`Lengths are along the block’s long side; the bevel is taken from the frame itself.`,
  draw,
}

/** How far a block reaches along each rail, at most, and as a share of the shorter one, millimetres. */
const REACH_MM = 65
const REACH_SHARE = 0.28
const THICK_MM = 24
const HEIGHT_SHARE = 0.6
/** The screw, its thread's wish in diameters, and what must stay before the rail's show face, millimetres. */
const SCREW_MM = 4
const ROOT_MM = 2.8
const THREAD_DIAMETERS = 7
const BEFORE_FACE_MM = 3
const PILOT_SHARE = 0.88

/**
 * A corner of the seat frame: the leg, its two rails, and the angle between them as it was measured dry or else as it
 * is drawn, degrees.
 */
export interface Corner {
  readonly leg: string
  readonly rails: readonly [string, string]
  readonly angleDeg: number
  readonly isMeasured: boolean
}

/** A corner is measured by a mark so far from it on each rail, and the way across between the marks, millimetres. */
export const CORNER_MARK_MM = 100
/** Where that reading is kept. */
export const cornerKey = (leg: string): string => `corner-across/${leg}`
const cornerDeg = (acrossMm: number): number =>
  (2 * Math.asin(Math.min(1, acrossMm / (2 * CORNER_MARK_MM))) * 180) / Math.PI

export function cornersOf(piece: Piece): Corner[] {
  return piece.parts.flatMap((leg) => {
    const own = piece.joints.filter(j => j.receives === leg.id && isCornerRail(piece, j.enters))
    const [a, b] = own
    if (!a || !b || own.length !== 2) return []
    const across = piece.trueReadings?.[cornerKey(leg.id)]
    const drawnDeg = (Math.acos(Math.max(-1, Math.min(1, dot(a.withdraw, b.withdraw)))) * 180) / Math.PI
    return [
      {
        leg: leg.id,
        rails: [a.enters, b.enters] as const,
        angleDeg: across ? cornerDeg(across.value) : drawnDeg,
        isMeasured: across !== undefined,
      },
    ]
  })
}

function consider(c: WoodCase): Verdict {
  const corners = cornersOf(c.piece)
  if (corners.length === 0) return no(say`no two rails of this frame meet in a leg, so there is no corner for one`)
  const rails = [...new Set(corners.flatMap(k => k.rails))].map(id => partOf(c.piece, id))
  const railMm = Math.min(...rails.map(r => sectionAt(r, 0.5).widthMm))
  const highMm = Math.min(...rails.map(r => sectionAt(r, 0.5).depthMm))
  const reachMm = Math.min(REACH_MM, REACH_SHARE * Math.min(...rails.map(axisLengthMm)))
  const sharpest = Math.min(...corners.map(k => k.angleDeg))
  const wayMm = railMm / Math.sin(((sharpest / 2) * Math.PI) / 180) - BEFORE_FACE_MM
  const threadMm = Math.floor(Math.min(THREAD_DIAMETERS * SCREW_MM, wayMm))
  const longMm = 2 * reachMm * Math.sin(((Math.max(...corners.map(k => k.angleDeg)) / 2) * Math.PI) / 180)
  const blockHighMm = HEIGHT_SHARE * highMm
  const inUnit
    = (unit: 'mm' | 'deg') =>
      (id: Size['id'], label: string, value: number, rule: string, inputs: readonly FigureInput[]) =>
        sizeMm(id, label, value, rule, inputs, 'corner-blocks', unit)
  const [size, angle] = [inUnit('mm'), inUnit('deg')]
  const isShort = threadMm < THREAD_DIAMETERS * SCREW_MM
  return {
    fits: true,
    reason: say`${corners.length} corners, cut to ${q(Math.min(...corners.map(k => k.angleDeg)), 'deg')} to ${q(Math.max(...corners.map(k => k.angleDeg)), 'deg')} as they stand`,
    sizes: [
      size('length', 'block, long side', longMm, '2 × reach along the rail × sin(half the corner)', [
        input('reach along each rail', reachMm, 'mm'),
        input('widest corner', Math.max(...corners.map(k => k.angleDeg)), 'deg'),
      ]),
      size('thickness', 'thick', THICK_MM, 'enough for the screw’s head below the face', []),
      size('width', 'high', blockHighMm, '0.6 of the lowest rail', [input('rail, high', highMm, 'mm')]),
      ...corners.map(k =>
        angle(
          'end-slope',
          `ends to the long side, ${nameOf(c.piece, k.leg)}`,
          (180 - k.angleDeg) / 2,
          '(180° − corner) / 2',
          [
            input(
              k.isMeasured ? `corner, from ${CORNER_MARK_MM} mm along each rail` : 'corner as drawn',
              k.angleDeg,
              'deg',
              k.isMeasured ? 'measured' : 'assumed',
            ),
          ],
        ),
      ),
      size(
        'pilot',
        `pilot for a ${SCREW_MM} mm screw`,
        PILOT_SHARE * ROOT_MM,
        '0.88 of the thread’s root in hardwood',
        [input('root', ROOT_MM, 'mm', 'table')],
      ),
      size(
        'pin-depth',
        'thread in the rail',
        threadMm,
        '7 diameters, or the way through the rail square to the block’s long side less 3 mm',
        [input('way through the rail', wayMm + BEFORE_FACE_MM, 'mm'), input('rail, thick', railMm, 'mm')],
      ),
      squareAgainst(
        corners.map(() => screwsOf(reachMm)),
        SCREW_MM,
        rails[0]!.species,
        Math.max(...rails.map(axisLengthMm)),
      ),
    ],
    stock: [
      {
        id: 'block',
        serves: 'each',
        what: 'corner block',
        count: corners.length,
        sizesMm: [THICK_MM, blockHighMm, longMm],
        wood: 'beech, birch or maple',
        note: 'grain along its long side; notched round the leg where it stands in',
      },
      {
        id: 'screw',
        serves: 'each',
        what: 'wood screw',
        count: 4 * corners.length,
        sizesMm: [SCREW_MM, Math.round(threadMm + THICK_MM * 0.75)],
        wood: '',
        note: 'waxed; two in each end',
      },
    ],
    steps: [
      using(
        before(
          'angles',
          3 * corners.length,
          say`Take each corner’s angle from the frame, square and dry, with a bevel: the drawing’s is only where to start. Number block and corner.`,
        ),
        'bevel',
        'pencil',
      ),
      using(
        before(
          'cut',
          15 + 9 * corners.length,
          say`Cut the ends, try each block: both faces bear along their whole length before a screw pulls them.`,
        ),
        'fine-saw',
        'block-plane',
      ),
      using(
        before(
          'bore',
          6 * corners.length,
          say`Clearance holes of ${mm(SCREW_MM)} through the block, square to its long side; pilots ${mm(PILOT_SHARE * ROOT_MM)}, ${mm(threadMm)} deep by a stop${isShort ? ', as much as the rail allows' : ''}.`,
        ),
        'drill',
        tool('bit', SCREW_MM),
        tool('bit', PILOT_SHARE * ROOT_MM),
        'depth-stop',
      ),
      using(
        wet(
          'glue',
          say`When the frame’s joints have cured: glue both faces, rub it home, screws in, wipe. Screws before any leg’s nut is tightened.`,
        ),
        'driver',
        'brush',
        'swab',
      ),
    ],
    settings: [
      { what: say`Block, clearance, square to its long side`, bitMm: SCREW_MM, stopMm: THICK_MM },
      { what: say`Rail, pilot`, bitMm: PILOT_SHARE * ROOT_MM, stopMm: threadMm },
    ],
    scrap: say`Cut one block of scrap to the bevel first and try it in every corner; light under one end says by how much the angle is off.`,
    cautions: ['drill', 'blade'],
    leavesGapMm: 0.1,
    removedCm3: 0,
    hold: { low: 0.8, high: 0.95 },
    design: {
      newWood: [],
      bores: [],
      glueLines: [
        {
          id: `${c.trouble.id}/faces`,
          words: say`their faces`,
          areaMm2: corners.length * 2 * reachMm * blockHighMm,
          gapMm: 0.1,
          turn: 1,
        },
      ],
      // Its screws hold each block while the glue sets.
      pressing: [],
      closingMin: 2 * corners.length,
      strength: 'good',
    },
  }
}

/** The four screws of a block, two along each rail, from its corner. */
const screwsOf = (reachMm: number): Vec[] =>
  [
    [0.4, 0],
    [0.8, 0],
    [0, 0.4],
    [0, 0.8],
  ].map(([a, b]): Vec => [a! * reachMm, 0, b! * reachMm])

/** The block of the widest corner, with what it is screwed into. */
function draw(c: WoodCase, work: Work): View[] {
  const rail = Math.min(
    ...cornersOf(c.piece)
      .flatMap(k => k.rails)
      .map(id => sectionAt(partOf(c.piece, id), 0.5).widthMm),
  )
  return [
    blockView({
      longMm: sizeOf(work, 'length'),
      thickMm: THICK_MM,
      endDeg: Math.min(...work.sizes.filter(s => s.id === 'end-slope').map(s => s.figure.value)),
      railMm: rail,
      screwMm: SCREW_MM,
      threadMm: sizeOf(work, 'pin-depth'),
    }),
  ]
}
