import { input, inputOf } from '../measure/figure'
import { fitMm, mm, q, say } from '../measure/phrase'
import { findingOf } from '../piece/facts'
import type { JointForm } from '../piece/schema'
import type { HoldFault } from '../piece/words'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { bitsIn, holdIn, jointIn, notYet, type WoodCase } from './wood-case'
import { bitOver } from '../reference/bits'
import { tool } from '../reference/tools'
import { before, using } from '../work'

type Knuckle = Extract<JointForm, { kind: 'knuckle' }>
const isPin = (c: WoodCase): boolean => c.trouble.kind === 'hold-failed' && holdIn(c).kind === 'hinge-pin'
/** The knuckle the pin is in; of a hinge recorded on a part alone nothing is known. */
function knuckleOf(c: WoodCase): Knuckle | null {
  if (c.trouble.joint === null) return null
  const { form } = jointIn(c)
  return form.kind === 'knuckle' ? form : null
}
const has = (c: WoodCase, ...faults: readonly HoldFault[]): boolean => holdIn(c).faults.some(f => faults.includes(f))

/**
 * Play that a wooden knuckle wants to swing freely in any season, and a pin in its hole, millimetres
 * (docs/sources.md#mends, low).
 */
const KNUCKLE_PLAY_MM = 0.4
const PIN_PLAY_MM = 0.15
const WALL_MM = 3
/** Up to this the old size does again. */
const WORN_MM = 0.3

/** A pin that is worn, bent, snapped or gone: a new one, thicker where its hole has worn. */
export const rePin: Mend<WoodCase> = {
  id: 're-pin',
  decides: 'play of the pin in its hole, wall of the knuckle',
  tools: ['punch', 'mallet', 'drill', 'bit'],
  label: 'New hinge pin',
  short: 'new pin',
  opens: false,
  undo: 'partly',
  place: { conserve: 2, everyday: 1, strength: 1 },
  isFor: c => isPin(c) && (holdIn(c).state !== 'holds' || has(c, 'worn', 'bent', 'snapped', 'seized')),
  consider: considerPin,
}

function considerPin(c: WoodCase): Verdict {
  const form = knuckleOf(c)
  if (!form) return no(say`it is no knuckle: its hinge is changed as a whole`)
  const gap = findingOf(c.piece, jointIn(c).id).clearance.round
  if (!gap) return notYet(say`nobody has measured the pin’s play in its hole: it decides whether the old size does`)
  const holeMm = form.diameterMm.value + gap.value
  const pinMm = gap.value <= WORN_MM ? form.diameterMm.value : bitOver(bitsIn(c), holeMm + PIN_PLAY_MM)
  if (pinMm === undefined) return no(say`a hole of ${mm(holeMm)} is past any pin: a new knuckle end`)
  const wallMm = (form.thicknessMm.value - pinMm) / 2
  if (wallMm < WALL_MM) {
    return no(
      say`a pin of ${mm(pinMm)} leaves ${mm(wallMm)} of wall in a knuckle of ${mm(form.thicknessMm.value)}: a new knuckle end`,
    )
  }
  const isThicker = pinMm > form.diameterMm.value
  const boreMm = pinMm + PIN_PLAY_MM
  return {
    fits: true,
    reason: say`${isThicker ? say`${fitMm(gap.value)} of play: the hole bored out` : say`the hole is whole`} for a pin of ${mm(pinMm)}, ${mm(wallMm)} of wall`,
    sizes: [
      sizeMm(
        'dowel',
        'pin',
        pinMm,
        isThicker ? 'the next size that fills the worn hole' : 'as it was',
        [inputOf('old pin', form.diameterMm, 'mm'), inputOf('play', gap, 'fit-mm')],
        'mends',
      ),
      sizeMm('play', 'play in its hole', PIN_PLAY_MM, 'what a pin wants to turn', [], 'mends', 'fit-mm'),
      sizeMm(
        'wall',
        'wall of the knuckle',
        wallMm,
        '(knuckle − pin) / 2, 3 mm at least',
        [inputOf('knuckle', form.thicknessMm, 'mm')],
        'mends',
      ),
    ],
    stock: [
      {
        id: 'pin',
        serves: 'each',
        what: 'hinge pin',
        count: 1,
        sizesMm: [pinMm],
        wood: 'as the old one: steel, brass or hard wood',
        note: 'never glued',
      },
    ],
    steps: [
      using(
        before('out', 6, say`The old pin out with a punch a little thinner, the knuckles held.`),
        'punch',
        'mallet',
      ),
      ...(isThicker
        ? [
            using(
              before(
                'bore',
                8,
                say`Both halves clamped as they work, in line; bore ${mm(pinMm)} through all fingers in one go.`,
              ),
              'drill',
              tool('bit', pinMm),
            ),
          ]
        : []),
      using(
        before(
          'pin',
          6,
          say`Pin in, waxed, and tried through its whole travel${form.stopDeg === undefined ? '' : say` to its stop at ${q(Math.abs(form.stopDeg), 'deg')}`}: it swings by its own weight and does not drop.`,
        ),
        'mallet',
      ),
    ],
    cautions: isThicker ? ['drill'] : [],
    leavesGapMm: 0,
    removedCm3: isThicker
      ? ((Math.PI / 4) * (boreMm ** 2 - form.diameterMm.value ** 2) * form.thicknessMm.value * form.count) / 1000
      : 0,
    hold: { low: 0.75, high: 0.95 },
  }
}

/** A hinge that binds: eased where it rubs, no more than the play it wants. */
export const easeHinge: Mend<WoodCase> = {
  id: 'ease-hinge',
  decides: 'play between the fingers',
  tools: ['pencil', 'punch', 'chisel', 'caliper', 'mallet'],
  label: 'Eased until it swings',
  short: 'eased',
  opens: false,
  undo: 'no',
  place: { conserve: 1, everyday: 2, strength: 2 },
  isFor: c => isPin(c) && has(c, 'binds'),
  consider: considerEase,
}

function considerEase(c: WoodCase): Verdict {
  const form = knuckleOf(c)
  if (!form) return no(say`it is no wooden knuckle: its leaves are bent or shimmed, not pared`)
  if (has(c, 'bent', 'snapped', 'seized')) return no(say`its pin is spoilt: a new one first`)
  return {
    fits: true,
    reason: say`it binds: ${fitMm(KNUCKLE_PLAY_MM)} between the fingers, and no more`,
    sizes: [
      sizeMm(
        'play',
        'between the fingers',
        KNUCKLE_PLAY_MM,
        'what a wooden knuckle wants in the dampest month',
        [input('fingers', form.count, 'count')],
        'mends',
        'fit-mm',
      ),
    ],
    stock: [],
    steps: [
      using(
        before('rub', 6, say`Rub soft pencil between the fingers, swing it, take it apart: it shines where it binds.`),
        'pencil',
        'punch',
      ),
      using(
        before(
          'pare',
          12,
          say`Pare there, a shaving at a time, until a strip of card goes between; round the edges that turn, not the pin’s hole.`,
        ),
        'chisel',
        'caliper',
      ),
      using(before('wax', 3, say`Wax the faces and the pin, together again, and swing it to its stop.`), 'mallet'),
    ],
    cautions: ['blade'],
    leavesGapMm: 0,
    removedCm3: (KNUCKLE_PLAY_MM * form.thicknessMm.value ** 2 * form.count) / 1000,
    hold: { low: 0.8, high: 0.95 },
  }
}
