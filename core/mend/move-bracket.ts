import { WAYS_OUT } from '../hardware'
import { input, inputOf } from '../measure/figure'
import { bitMm, mm, say } from '../measure/phrase'
import { partOf } from '../piece/facts'
import { axisLengthMm, sectionAt } from '../piece/geometry'
import { shareNear } from '../piece/places'
import { bitUnder } from '../reference/bits'
import { tool } from '../reference/tools'
import { before, using } from '../work'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { bitsIn, holdIn, notYet, type WoodCase } from './wood-case'

/** A bracket or plate whose screws have no wood left: moved along to sound wood, its old holes closed. */
export const moveBracket: Mend<WoodCase> = {
  id: 'move-bracket',
  decides: '7 screw diameters from the old holes, 12 from a loaded end',
  tools: ['driver', 'labels', 'pencil', 'drill', 'bit', 'mallet', 'chisel', 'fine-saw'],
  label: 'Moved to sound wood',
  short: 'moved over',
  opens: false,
  undo: 'partly',
  place: { conserve: 2.5, everyday: 2, strength: 2 },
  isFor: c =>
    c.trouble.kind === 'hold-failed'
    && ['corner-bracket', 'plate'].includes(holdIn(c).kind)
    && holdIn(c).faults.some(f => f === 'stripped' || f === 'split-wood'),
  consider,
}

/** Screws from old holes and from a loaded end, in their diameters (docs/sources.md#mends, medium). */
const FROM_HOLES = 7
const FROM_END = 12
const PILOT_SHARE = 0.7 * 0.88
const SETS_MIN = 12 * 60

function consider(c: WoodCase): Verdict {
  const held = holdIn(c)
  const { label } = WAYS_OUT[held.kind]
  if (!held.diameterMm) {
    return notYet(say`nobody has measured the screws of the ${label}: their thickness says how far it moves`)
  }
  const screwMm = held.diameterMm.value
  const shiftMm = FROM_HOLES * screwMm
  const room = roomOf(c, screwMm)
  if (room.freeMm < shiftMm) {
    return no(
      say`it would have to move ${mm(shiftMm)} and there are ${mm(Math.max(0, room.freeMm))} ${room.where}: its holes are plugged, or the wood is spliced`,
    )
  }
  const pilotMm = PILOT_SHARE * screwMm
  const pilotBitMm = bitUnder(bitsIn(c), pilotMm) ?? pilotMm
  return {
    fits: true,
    reason: say`${mm(shiftMm)} from its old holes is sound wood, and ${mm(room.freeMm)} are there ${room.where}`,
    sizes: [
      sizeMm('offset', 'moved over', shiftMm, '7 × screw, from the old holes', [
        inputOf('screw', held.diameterMm, 'mm'),
        input('free', room.freeMm, 'mm'),
      ]),
      sizeMm('pilot', 'pilot', pilotMm, 'screw × 0.7 for its root × 0.88 in hard wood', [
        inputOf('screw', held.diameterMm, 'mm'),
      ]),
    ],
    stock: [
      {
        id: 'plug',
        serves: 'each',
        what: 'plug',
        count: held.lengthMm ? 2 : 1,
        sizesMm: [Math.ceil(screwMm + 1)],
        wood: 'the part’s own wood',
        note: 'one for each old hole, counted once it is off',
      },
    ],
    steps: [
      using(
        before(
          'off',
          WAYS_OUT[held.kind].minutes,
          say`Mark where it sits, its screws out in turn, each labelled by its hole.`,
        ),
        'driver',
        'labels',
      ),
      {
        ...using(
          before(
            'plug',
            10,
            say`Plug the old holes, the grain with the part; a split that starts there is glued and held closed.`,
          ),
          'mallet',
          'fine-saw',
          'chisel',
        ),
        waitMin: SETS_MIN,
      },
      using(
        before('pilot', 6, say`Hold it ${mm(shiftMm)} farther on, mark its holes, pilot ${bitMm(pilotBitMm)}.`),
        'pencil',
        'drill',
        tool('bit', pilotBitMm),
      ),
      using(before('on', 6, say`All screws started, then tight crosswise; nuts last.`), 'driver'),
    ],
    cautions: ['drill'],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.7, high: 0.9 },
  }
}

/** How far it can be moved: along its part to 12 diameters before the nearer end; in a corner up or down its rail. */
function roomOf(c: WoodCase, screwMm: number): { freeMm: number, where: string } {
  const { on } = holdIn(c)
  const joint = c.piece.joints.find(j => j.id === c.trouble.joint)
  if (on.kind !== 'part' && joint) {
    const rail = partOf(c.piece, joint.enters)
    const { widthMm, depthMm } = sectionAt(rail, shareNear(rail, joint.at))
    // It sits in the middle: half of what stays above and below, and 3 diameters to the edge.
    return { freeMm: Math.max(widthMm, depthMm) / 2 - 3 * screwMm, where: 'up or down its rail' }
  }
  const part = partOf(c.piece, c.trouble.part!)
  const share = on.kind === 'part' ? on.along : 0.5
  const lengthMm = axisLengthMm(part)
  return { freeMm: Math.max(share, 1 - share) * lengthMm - FROM_END * screwMm, where: 'along its part' }
}
