import { inputOf, input } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { partOf } from '../piece/facts'
import { sectionAt } from '../piece/geometry'
import { bitOver } from '../reference/bits'
import { tool } from '../reference/tools'
import { before, using } from '../work'
import { no, sizeMm, sizeOf, type Mend, type Verdict } from './mend'
import { plugView } from './wood-views'
import { bitsIn, holdIn, notYet, type WoodCase } from './wood-case'

/** A castor that wobbles in its leg: the socket bored out, a sleeve of hard wood glued in, bored for the old stem. */
export const castorSocket: Mend<WoodCase> = {
  id: 'castor-socket',
  decides: '5 mm of leg outside a sleeve with 3 mm of wall',
  tools: ['levers', 'caliper', 'drill', 'bit', 'depth-stop', 'brush', 'mallet', 'fine-saw'],
  label: 'Socket sleeved for the old stem',
  short: 'socket sleeved',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 1 },
  isFor: c =>
    c.trouble.kind === 'hold-failed'
    && holdIn(c).kind === 'castor'
    && (holdIn(c).state === 'loose' || holdIn(c).faults.some(f => f === 'crushed-wood' || f === 'split-wood')),
  consider,
  datum: say`Lengths are from the face it is bored or cut into, about its old centre.`,
  draw: (_c, work) => [
    plugView({
      partMm: sizeOf(work, 'stop-receiving') + 30,
      plugMm: sizeOf(work, 'collar'),
      deepMm: sizeOf(work, 'stop-receiving'),
      boreMm: sizeOf(work, 'bore'),
    }),
  ],
}

/**
 * A castor is kicked: more wood is left outside its sleeve than outside a tenon’s (docs/sources.md#mends, low),
 * millimetres.
 */
const LEG_WALL_MM = 5
const SLEEVE_WALL_MM = 3
/** A stem whose length nobody measured is taken as this many of its diameters. */
const STEM_DIAMETERS = 4
const SETS_MIN = 24 * 60

function consider(c: WoodCase): Verdict {
  const held = holdIn(c)
  if (held.on.kind !== 'part') return no(say`it is not recorded on a leg: say first where it sits`)
  if (held.faults.includes('split-wood')) {
    return no(say`the leg has split round it: the split is closed first, the castor off`)
  }
  if (!held.diameterMm) return notYet(say`nobody has measured the castor’s stem: it decides the sleeve`)
  const stemMm = held.diameterMm.value
  const sleeveMm = bitOver(bitsIn(c), stemMm + 2 * SLEEVE_WALL_MM) ?? Math.ceil(stemMm + 2 * SLEEVE_WALL_MM)
  const { widthMm, depthMm } = sectionAt(partOf(c.piece, held.on.id), held.on.along)
  const legMm = Math.min(widthMm, depthMm)
  const wallMm = (legMm - sleeveMm) / 2
  if (wallMm < LEG_WALL_MM) {
    return no(
      say`a sleeve of ${mm(sleeveMm)} leaves ${mm(Math.max(0, wallMm))} of a leg of ${mm(legMm)}; ${mm(LEG_WALL_MM)} are wanted: a new end on the leg`,
    )
  }
  const deepMm = (held.lengthMm?.value ?? STEM_DIAMETERS * stemMm) + 2
  return {
    fits: true,
    reason: say`a sleeve of ${mm(sleeveMm)} round a stem of ${mm(stemMm)} leaves ${mm(wallMm)} of the leg`,
    sizes: [
      sizeMm('collar', 'sleeve', sleeveMm, 'stem + 3 mm of wall all round, to the next bit', [
        inputOf('stem', held.diameterMm, 'mm'),
      ]),
      sizeMm('bore', 'bored for the stem', stemMm, 'as the stem: it goes in by hand', [
        inputOf('stem', held.diameterMm, 'mm'),
      ]),
      sizeMm(
        'stop-receiving',
        'depth',
        deepMm,
        held.lengthMm ? 'stem’s length + 2 mm' : '4 × stem + 2 mm, its length not measured',
        [held.lengthMm ? inputOf('length', held.lengthMm, 'mm') : inputOf('stem', held.diameterMm, 'mm')],
      ),
      sizeMm('wall', 'leg outside it', wallMm, '(leg − sleeve) / 2, 5 mm at least', [input('leg', legMm, 'mm')]),
    ],
    stock: [
      {
        id: 'plug',
        serves: 'each',
        what: 'sleeve',
        count: 1,
        sizesMm: [sleeveMm, deepMm],
        wood: 'beech or maple',
        note: 'turned or bought as dowel, its grain with the leg’s',
      },
    ],
    steps: [
      using(
        before(
          'off',
          4,
          say`Note how high it stands, and draw it a little on each side in turn; its metal socket with it.`,
        ),
        'levers',
        'caliper',
      ),
      using(
        before('bore-out', 8, say`Bore the socket out to ${mm(sleeveMm)}, ${mm(deepMm)} deep, on its old line.`),
        'drill',
        tool('bit', sleeveMm),
        'depth-stop',
      ),
      {
        ...using(
          before('sleeve', 6, say`Glue the sleeve in, level with the foot; overnight.`),
          'brush',
          'mallet',
          'fine-saw',
        ),
        waitMin: SETS_MIN,
      },
      using(
        before('bore', 6, say`Bore ${mm(stemMm)} on the leg’s own axis; try the stem by hand.`),
        'drill',
        tool('bit', stemMm),
        'depth-stop',
      ),
      using(before('on', 4, say`Castor in; the piece stands level on all of them, as high as it was.`), 'mallet'),
    ],
    settings: [
      { what: say`Leg`, bitMm: sleeveMm, stopMm: deepMm },
      { what: say`Sleeve, once it is in`, bitMm: stemMm, stopMm: deepMm },
    ],
    scrap: say`Bore a scrap with the stem’s bit and try the stem: in by hand, and not loose in its own weight.`,
    cautions: ['drill'],
    leavesGapMm: 0,
    removedCm3: ((Math.PI / 4) * (sleeveMm ** 2 - stemMm ** 2) * deepMm) / 1000,
    hold: { low: 0.8, high: 0.95 },
  }
}
