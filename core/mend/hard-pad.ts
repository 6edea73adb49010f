import { WAYS_OUT } from '../hardware'
import { input, inputOf } from '../measure/figure'
import { bitMm, mm, q, say } from '../measure/phrase'
import { partOf } from '../piece/facts'
import { sectionAt } from '../piece/geometry'
import { shareNear } from '../piece/places'
import type { Part } from '../piece/schema'
import { speciesNamed } from '../reference/species'
import { bitOver } from '../reference/bits'
import { tool } from '../reference/tools'
import { before, using } from '../work'
import { no, sizeMm, sizeOf, type Mend, type Verdict } from './mend'
import { ROUND_BOLT_MM } from './new-hardware'
import { recessViews } from './wood-views'
import { bitsIn, holdIn, notYet, type WoodCase } from './wood-case'

/**
 * Wood crushed under a nut: a pad of hard wood let in under the washer, so large that what lies under it is not
 * crushed again.
 */
export const hardPad: Mend<WoodCase> = {
  id: 'hard-pad',
  decides: 'pull of a nut turned by hand against what the wood bears across its grain',
  tools: ['spanner', 'chisel', 'knife', 'square', 'drill', 'bit', 'brush'],
  label: 'A hard pad under the washer',
  short: 'hard pad',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 1 },
  isFor: c =>
    c.trouble.kind === 'hold-failed'
    && ['bolt', 'hanger-bolt', 'corner-bracket'].includes(holdIn(c).kind)
    && holdIn(c).faults.includes('crushed-wood'),
  consider,
  datum: say`Lengths are from the face it is bored or cut into, about its old centre.`,
  draw: (_c, work) =>
    recessViews({
      longMm: sizeOf(work, 'width'),
      wideMm: sizeOf(work, 'width'),
      deepMm: sizeOf(work, 'thickness'),
      thickMm: 3 * sizeOf(work, 'thickness'),
      taperDeg: 0,
      proudMm: 0,
    }),
}

/**
 * A spanner in one hand, N mm, and how much of it a nut’s thread turns into pull: F = M / (0.2 d)
 * (docs/sources.md#mends, low).
 */
const HAND_NMM = 6000
const NUT_FACTOR = 0.2
/** Let in so deep, at least; thicker where it reaches farther past the washer. */
const LEAST_DEEP_MM = 5
const WASHER_DIAMETERS = 2.5
const WALL_MM = 3
const GLUE_MIN = 12 * 60

/** The part the nut bears on: of a joint the one that enters, through which its bolt passes. */
function bearingPart(c: WoodCase): { part: Part, along: number } {
  const { on } = holdIn(c)
  if (on.kind === 'part') return { part: partOf(c.piece, on.id), along: on.along }
  const joint = c.piece.joints.find(j => j.id === c.trouble.joint)
  const part = partOf(c.piece, joint ? joint.enters : c.trouble.part!)
  return { part, along: joint ? shareNear(part, joint.at) : 0.5 }
}

function consider(c: WoodCase): Verdict {
  const held = holdIn(c)
  if (held.faults.includes('split-wood')) return no(say`the wood has split as well: the split is closed first`)
  if (!held.diameterMm) {
    return notYet(say`nobody has measured the ${WAYS_OUT[held.kind].label}: its thickness decides the pad`)
  }
  const boltMm = held.diameterMm.value
  const { part, along } = bearingPart(c)
  const bearsMPa = speciesNamed(part.species).values.compressionAcrossMPa.value
  const pullN = HAND_NMM / (NUT_FACTOR * boltMm)
  const holeMm = boltMm + ROUND_BOLT_MM
  const throughBitMm = bitOver(bitsIn(c), holeMm) ?? holeMm
  const neededMm2 = pullN / bearsMPa + (Math.PI / 4) * holeMm ** 2
  const sideMm = Math.ceil(Math.max(Math.sqrt(neededMm2), WASHER_DIAMETERS * boltMm))
  const { widthMm, depthMm } = sectionAt(part, along)
  const [thinMm, wideMm] = [Math.min(widthMm, depthMm), Math.max(widthMm, depthMm)]
  const deepMm = Math.max(LEAST_DEEP_MM, (sideMm - WASHER_DIAMETERS * boltMm) / 2)
  if (sideMm + 2 * WALL_MM > wideMm) {
    return no(
      say`a pad of ${mm(sideMm)} leaves no wall in ${mm(wideMm)}: a plate of metal across the corner, or a splice`,
    )
  }
  if (deepMm > thinMm / 3) return no(say`let in ${mm(deepMm)} it would take over a third of ${mm(thinMm)}`)
  return {
    fits: true,
    reason: say`a nut by hand pulls about ${q(pullN, 'N')}; the wood bears ${q(bearsMPa, 'MPa')} across its grain: ${mm(sideMm)} square under it`,
    sizes: [
      sizeMm(
        'width',
        'pad, square',
        sideMm,
        'pull of the nut / what the wood bears across its grain, + its hole; the root of it, no less than the washer',
        [input('pull', pullN, 'N'), input('bears', bearsMPa, 'MPa', 'table'), inputOf('bolt', held.diameterMm, 'mm')],
      ),
      sizeMm('thickness', 'let in', deepMm, 'half of what it reaches past the washer, 5 mm at least', [
        input('pad', sideMm, 'mm'),
      ]),
      sizeMm('clearance-hole', 'hole for the bolt', holeMm, 'bolt + 1.5 mm', [inputOf('bolt', held.diameterMm, 'mm')]),
    ],
    stock: [
      {
        id: 'block',
        serves: 'each',
        what: 'pad',
        count: 1,
        sizesMm: [sideMm, sideMm, deepMm],
        wood: 'beech, maple or oak',
        note: 'its grain across the part’s, so that nothing under the nut lies along it',
      },
    ],
    steps: [
      using(before('nut-off', 3, say`Mark the nut’s turns; nut and washer off.`), 'spanner'),
      using(
        before(
          'recess',
          15,
          say`Knife and pare a recess ${mm(sideMm)} square, ${mm(deepMm)} deep, flat, round the hole.`,
        ),
        'knife',
        'square',
        'chisel',
      ),
      {
        ...using(before('pad', 8, say`Glue the pad in, level with the face; it is bored when it has set.`), 'brush'),
        waitMin: GLUE_MIN,
      },
      using(
        before('bore', 4, say`Bore ${bitMm(throughBitMm)} through it on the old line.`),
        'drill',
        tool('bit', throughBitMm),
      ),
      using(
        before('tighten', 4, say`Washer and nut: the bracket’s screws first, then the nut by hand and a quarter turn.`),
        'spanner',
      ),
    ],
    settings: [
      { what: say`Recess`, stopMm: deepMm },
      { what: say`Through the pad, on the old line`, bitMm: throughBitMm },
    ],
    cautions: ['blade', 'drill'],
    leavesGapMm: 0,
    removedCm3: (sideMm * sideMm * deepMm) / 1000,
    hold: { low: 0.8, high: 0.95 },
  }
}
