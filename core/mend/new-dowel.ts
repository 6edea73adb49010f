import { input, inputOf } from '../measure/figure'
import { bitMm, fitMm, joined, mm, say } from '../measure/phrase'
import { negate } from '../measure/vec'
import { frameOfSegment, pointAtHeight, reachToSurfaceMm, sectionAt } from '../piece/geometry'
import { alongView, lengthUnder, thicknessBeside, woodOf, written } from './joint-views'
import { dowelSnapped, no, sizeMm, sizeOf, widest, type JointCase, type Mend, type Verdict, type Work } from './mend'
import { across, band, type View } from '../sheet'
import { bitUnder, hasBit, METRIC_BITS_MM, rodsFor } from '../reference/bits'
import { tool } from '../reference/tools'
import { before, using } from '../work'

/** Stock diameters, millimetres. Inch stock is 1/4, 5/16, 3/8, 7/16 and 1/2 in: the two do not mix. */
const METRIC_STOCK_MM = [5, 6, 8, 10, 12, 14, 16, 18, 20]
const INCH_STOCK_MM = [6.35, 7.9375, 9.525, 11.1125, 12.7, 15.875, 19.05]
/**
 * A dowel fits its hole by hand up to this much under it, millimetres. An unmeasured hole is taken to be the old
 * dowel's own size until it is bored and measured.
 */
export const HAND_FIT_MM = 0.15
const WALL_LEAST_MM = 3
/**
 * Wood that must stay beyond the tip of the bit's point, millimetres; the point of a twist bit is 0.3 diameters long.
 */
const BEYOND_TIP_MM = 3
export const POINT_SHARE = 0.3
export const ROOM_FOR_GLUE_MM = 1
/** Groove along the dowel, as a share of its section, that lets trapped glue out. */
const GROOVE_SHARE = 0.04

/** Snapped or loose dowels bored out in steps and replaced, the same size or the next one up. */
export const newDowel: Mend<JointCase> = {
  id: 'new-dowel',
  decides: 'hole, walls and spacing of the next stock size',
  tools: ['fine-saw', 'punch', 'drill', 'bit', 'depth-stop', 'needle', 'straw', 'caliper'],
  label: 'New dowels',
  short: 'new dowel',
  opens: true,
  undo: 'no',
  place: { conserve: 5, everyday: 4, strength: 1 },
  consider,
  draw,
}

function consider(c: JointCase): Verdict {
  const { form } = c.joint
  if (form.kind !== 'dowel') return no(say`there are no dowels in it`)
  const clearance = c.clearance.round
  // Whatever the glue bridges, a dowel that is looser than a hand fit is not left in to swing again.
  if (!dowelSnapped(c) && widest(clearance) <= Math.min(c.glueGapMm, HAND_FIT_MM)) {
    return no(say`the dowels are whole and ${fitMm(widest(clearance))} is a fit: leave them in`)
  }
  const holeMm = form.diameterMm.value + (clearance.mouth.basis === 'measured' ? widest(clearance) : 0)
  const own = rodFor(holeMm - HAND_FIT_MM, form.diameterMm.value, c.bitsMm)
  const up = own === undefined ? undefined : rodFor(own + 0.5, form.diameterMm.value, c.bitsMm)
  // Who works for strength bores to fresh wood all round where there is the wall for it.
  const dowelMm = c.school === 'strength' && up !== undefined && refused(c, up) === null ? up : own
  if (dowelMm === undefined) {
    return no(say`the hole is ${mm(holeMm)}, beyond any dowel there is a bit for: plug and bore anew`)
  }
  const refusal = refused(c, dowelMm)
  if (refusal) return refusal
  const { wallMm, isOwnSize } = roomFor(c, dowelMm)
  const depths = dowelDepths(c, dowelMm)
  const next = !isOwnSize
  return {
    fits: true,
    reason: say`${c.sawn ? 'the dowels are sawn through to open it' : dowelSnapped(c) ? 'a dowel has snapped' : 'the dowels are loose'}: ${next ? 'next size up' : 'same size'}, ${mm(dowelMm)}`,
    ...workFor(c, form.count, dowelMm, wallMm, depths),
  }
}

/** Wood beside a dowel in the thinner of its two parts, and whether it is the one its maker bored. */
function roomFor(c: JointCase, dowelMm: number): { thinnestMm: number, wallMm: number, isOwnSize: boolean } {
  const form = c.joint.form as Extract<JointCase['joint']['form'], { kind: 'dowel' }>
  const thinnestMm = Math.min(sectionAt(c.entering, 0).widthMm, legThicknessMm(c))
  return { thinnestMm, wallMm: (thinnestMm - dowelMm) / 2, isOwnSize: dowelMm <= form.diameterMm.value + HAND_FIT_MM }
}

/**
 * Why a dowel so thick cannot be put in; null where it can. What its maker bored is the first candidate, whatever
 * wall that left.
 */
function refused(c: JointCase, dowelMm: number): Verdict | null {
  const form = c.joint.form as Extract<JointCase['joint']['form'], { kind: 'dowel' }>
  const { thinnestMm, wallMm, isOwnSize } = roomFor(c, dowelMm)
  if (wallMm < wallNeededMm(dowelMm) && !isOwnSize) {
    return no(
      say`a ${mm(dowelMm)} dowel leaves ${mm(wallMm)} of wall in ${mm(thinnestMm)}; it wants ${mm(wallNeededMm(dowelMm))}: plug and bore anew`,
    )
  }
  const betweenMm = form.spacingMm.value - dowelMm
  if (form.count > 1 && betweenMm < dowelMm && !isOwnSize) {
    return no(
      say`${mm(dowelMm)} dowels ${mm(form.spacingMm.value)} apart leave ${mm(betweenMm)} between them; they want ${mm(dowelMm)}: plug and bore anew`,
    )
  }
  const { receivingMm } = dowelDepths(c, dowelMm)
  if (receivingMm >= 1.5 * dowelMm) return null
  return no(
    say`only ${mm(receivingMm)} can be bored before the bit comes out of the ${c.receivingName}: too short to hold`,
  )
}

/** Wood that has to be left on each side of a dowel, millimetres: half its diameter, and never under 3. */
export const wallNeededMm = (dowelMm: number): number => Math.max(WALL_LEAST_MM, dowelMm / 2)

/**
 * How deep the dowel may sit in a part of this thickness along the bore, millimetres, so that the bit's point stays 3
 * mm short of the far face.
 */
export const deepestMm = (throughMm: number, dowelMm: number): number =>
  throughMm - BEYOND_TIP_MM - POINT_SHARE * dowelMm - ROOM_FOR_GLUE_MM

/**
 * Bits of the drawer to bore an old dowel out with before the last: the next under half, three quarters, and nine
 * tenths of it.
 */
export function bitSteps(dowelMm: number, bitsMm: readonly number[] = METRIC_BITS_MM): number[] {
  const found = [0.5, 0.75, 0.9].flatMap(share => bitUnder(bitsMm, share * dowelMm) ?? [])
  return [...new Set(found)].sort((a, b) => a - b)
}

/**
 * The rod that fills a hole: of the kind the old one was, metric or inch, if there is the bit for it; else of
 * whatever there is.
 */
function rodFor(leastMm: number, oldMm: number, bitsMm: readonly number[]): number | undefined {
  const own = stockNear(oldMm).find(d => d >= leastMm && hasBit(bitsMm, d))
  return own ?? rodsFor(bitsMm).find(d => d >= leastMm)
}

/** Metric or inch stock, whichever the old dowel belongs to. */
function stockNear(diameterMm: number): readonly number[] {
  const away = (stock: readonly number[]) => Math.min(...stock.map(s => Math.abs(s - diameterMm)))
  return away(INCH_STOCK_MM) < away(METRIC_STOCK_MM) ? INCH_STOCK_MM : METRIC_STOCK_MM
}

/** The receiving part's size across a bore, in the plane of the joint, millimetres. */
export function legThicknessMm(c: JointCase): number {
  const { share, segment } = pointAtHeight(c.receiving, c.joint.at[1])
  const { widthMm, depthMm } = sectionAt(c.receiving, share)
  const { across } = frameOfSegment(c.receiving, segment)
  return Math.abs(across[0] * c.joint.withdraw[0] + across[1] * c.joint.withdraw[1] + across[2] * c.joint.withdraw[2])
    > 0.7
    ? depthMm
    : widthMm
}

export interface DowelDepths {
  readonly receivingMm: number
  readonly enteringMm: number
  readonly farFaceMm: number
}

/**
 * As deep as two and a half diameters, the old depth if that was more, and never so deep that the bit's point comes
 * near the far face.
 */
function dowelDepths(c: JointCase, dowelMm: number): DowelDepths {
  const { segment, share } = pointAtHeight(c.receiving, c.joint.at[1])
  const farFaceMm = 2 * reachToSurfaceMm(c.receiving, segment, share, negate(c.joint.withdraw))
  const room = deepestMm(farFaceMm, dowelMm)
  return {
    farFaceMm,
    receivingMm: Math.floor(Math.min(room, Math.max(2.5 * dowelMm, c.joint.depthMm.value))),
    enteringMm: Math.round(2.5 * dowelMm),
  }
}

function workFor(c: JointCase, count: number, dowelMm: number, wallMm: number, d: DowelDepths) {
  const form = c.joint.form as Extract<JointCase['joint']['form'], { kind: 'dowel' }>
  const { bitsMm } = c
  const grooveMm2 = (GROOVE_SHARE * Math.PI * dowelMm ** 2) / 4
  const old = inputOf('old dowel', form.diameterMm, 'mm')
  return {
    sizes: [
      sizeMm(
        'dowel',
        'dowel',
        dowelMm,
        'the smallest stock size that fills the hole',
        [old, inputOf('clearance', c.clearance.round.mouth, 'fit-mm')],
        'dowels',
      ),
      sizeMm(
        'dowel-length',
        'dowel length',
        d.receivingMm + d.enteringMm,
        'depth in the leg + depth in the rail',
        [input('in the leg', d.receivingMm, 'mm'), input('in the rail', d.enteringMm, 'mm')],
        'dowels',
      ),
      sizeMm(
        'stop-receiving',
        'depth stop, leg',
        d.receivingMm + ROOM_FOR_GLUE_MM,
        'dowel depth + 1 mm for glue; the bit’s point, 0.3 diameters, stays 3 mm short of the far face',
        [inputOf('old depth', c.joint.depthMm, 'mm'), input('to the far face', d.farFaceMm, 'mm')],
        'dowels',
      ),
      sizeMm(
        'stop-entering',
        'depth stop, rail',
        d.enteringMm + ROOM_FOR_GLUE_MM,
        '2.5 diameters + 1 mm for glue',
        [input('dowel', dowelMm, 'mm')],
        'dowels',
      ),
      sizeMm(
        'wall',
        'wall left',
        wallMm,
        '(thinner part − dowel) / 2, at least half the dowel and 3 mm',
        [input('dowel', dowelMm, 'mm')],
        'dowels',
      ),
    ],
    stock: [
      {
        id: 'dowel' as const,
        serves: 'each' as const,
        what: 'dowel',
        count,
        sizesMm: [dowelMm, d.receivingMm + d.enteringMm],
        wood: 'beech or hard maple, straight-grained',
        note: 'grooved, ends chamfered',
      },
    ],
    steps: [
      using(
        before(
          'bore',
          10 + 7 * count,
          say`Level the stub and centre-punch it. Bore in steps: ${joined(
            bitSteps(dowelMm, bitsMm).map(b => say`${bitMm(b)}`),
            ', ',
          )}, stop at ${mm(d.receivingMm + ROOM_FOR_GLUE_MM)}.`,
        ),
        'fine-saw',
        'punch',
        'drill',
        ...bitSteps(dowelMm, bitsMm).map(d => tool('bit', d)),
        'depth-stop',
      ),
      using(
        before(
          'clear',
          3 * count,
          say`Clear the chips before the glue in them grabs the bit; pick the last shell off the wall, then chase with ${bitMm(dowelMm)} by hand.`,
        ),
        'needle',
        'straw',
        tool('bit', dowelMm),
      ),
      using(
        before(
          'measure',
          5,
          say`Measure the hole. If it is more than ${fitMm(HAND_FIT_MM)} over the dowel, go to the next size and check the wall again.`,
        ),
        'caliper',
      ),
      using(
        before(
          'groove',
          5 + 2 * count,
          say`Groove the dowel along its length, ${Math.sqrt(grooveMm2).toFixed(1)} mm wide and deep, or the glue splits the leg.`,
        ),
        'fine-saw',
      ),
    ],
    settings: [
      { what: say`Receiving part, on the old centre`, bitMm: dowelMm, stopMm: d.receivingMm + ROOM_FOR_GLUE_MM },
      { what: say`Entering part, on the old centre`, bitMm: dowelMm, stopMm: d.enteringMm + ROOM_FOR_GLUE_MM },
    ],
    scrap: say`Bore a scrap with the same bit and measure the hole: the dowel goes in by hand, no more than ${fitMm(HAND_FIT_MM)} under it.`,
    cautions: ['drill' as const],
    leavesGapMm: Math.min(HAND_FIT_MM, 0.1),
    removedCm3:
      (((count * Math.PI * (dowelMm ** 2 - form.diameterMm.value ** 2)) / 4) * (d.receivingMm + d.enteringMm)) / 1000,
    hold: { low: 0.7, high: 0.95 },
  }
}

/** Each dowel in its two bores, as far apart as they are. */
function draw(c: JointCase, work: Work): View[] {
  const { form } = c.joint
  if (form.kind !== 'dowel') return []
  const [dowelMm, lengthMm, inPostMm, inRailMm] = [
    sizeOf(work, 'dowel'),
    sizeOf(work, 'dowel-length'),
    sizeOf(work, 'stop-receiving'),
    sizeOf(work, 'stop-entering'),
  ]
  const base = woodOf(c, inRailMm + 25)
  // Seen from the side, where the dowels stand one over the other.
  const wood = { ...base, along: [base.along[0]!, band(0, inRailMm + 25, base.wideMm, 'wood', { grain: 'x' })] }
  const middles = Array.from({ length: form.count }, (_, i) => (i - (form.count - 1) / 2) * form.spacingMm.value)
  const top = middles[middles.length - 1]!
  const shapes = middles.flatMap(y => [
    band(-inPostMm, inRailMm, dowelMm, 'cut', {}, y),
    band(-(inPostMm - ROOM_FOR_GLUE_MM), inRailMm - ROOM_FOR_GLUE_MM, dowelMm, 'new', { grain: 'x' }, y),
  ])
  return [
    alongView(wood, shapes, [
      lengthUnder(wood, -inPostMm, 0, 0, written(inPostMm)),
      lengthUnder(wood, 0, inRailMm, 0, written(inRailMm)),
      lengthUnder(wood, -(inPostMm - ROOM_FOR_GLUE_MM), inRailMm - ROOM_FOR_GLUE_MM, 1, written(lengthMm)),
      thicknessBeside(wood, dowelMm, 0, written(dowelMm), top),
      ...(form.count > 1
        ? [
            across(
              -wood.throughMm,
              form.spacingMm.value,
              15,
              written(form.spacingMm.value),
              top - form.spacingMm.value / 2,
            ),
          ]
        : []),
    ]),
  ]
}
