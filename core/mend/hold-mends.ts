import { holdsOf, isMetal, WAYS_OUT, type WayOut } from '../hardware'
import { inputOf } from '../measure/figure'
import { joined, mm, say, type Phrase } from '../measure/phrase'
import type { Hold } from '../piece/schema'
import type { HoldFault, HoldKind } from '../piece/words'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { bitsIn, holdIn, jointIn, type WoodCase } from './wood-case'
import { rodsFor } from '../reference/bits'
import { tool, TOOLS } from '../reference/tools'
import { before, puttingBack, using, type Step } from '../work'

/** What turns on a thread or a screw and only has to be made tight again. */
const TIGHTENED: ReadonlySet<HoldKind> = new Set([
  'screw',
  'bolt',
  'hanger-bolt',
  'corner-bracket',
  'plate',
  'button',
  'clip',
])
/** What tightening does not mend. */
const SPOILT: readonly HoldFault[] = ['stripped', 'bent', 'snapped', 'seized', 'split-wood', 'crushed-wood', 'worn']
/** What was driven in and can come out again for good. */
const DRIVEN: ReadonlySet<HoldKind> = new Set(['screw', 'plugged-screw', 'snapped-screw', 'brad', 'nail', 'staple'])

/** Hardware that is merely loose: what has a thread is made tight, in order, and tried. */
export const tighten: Mend<WoodCase> = {
  id: 'tighten',
  decides: 'nothing of it spoilt, lost or stripped',
  tools: ['scraper', 'driver', 'spanner'],
  label: 'Tighten it',
  short: 'tighten',
  opens: false,
  undo: 'yes',
  place: { conserve: 1, everyday: 1, strength: 1 },
  isFor: c => heldIn(c).some(h => TIGHTENED.has(h.kind)),
  consider: considerTighten,
}

const NO_WOOD = { sizes: [], stock: [], cautions: [], leavesGapMm: 0, removedCm3: 0 } as const

interface Held {
  readonly kind: HoldKind
  readonly faults: readonly HoldFault[]
  readonly state: string
}
const heldIn = (c: WoodCase): Held[] =>
  c.trouble.kind === 'hardware-loose' ? holdsOf(c.piece, jointIn(c)) : [holdIn(c)]

const NUTTED: ReadonlySet<HoldKind> = new Set(['bolt', 'hanger-bolt', 'corner-bracket'])
function turned(threaded: readonly Held[]): Step {
  return threaded.some(h => NUTTED.has(h.kind))
    ? using(
        before(
          'tighten',
          3,
          say`Screws of the bracket first, a little each in turn; then the nuts, by hand and a quarter turn. Stop when the wood just begins to give.`,
        ),
        'driver',
        'spanner',
      )
    : using(
        before('tighten', 3, say`Its screws by hand, a little each in turn. Stop when the wood just begins to give.`),
        'driver',
      )
}

function considerTighten(c: WoodCase): Verdict {
  const held = heldIn(c)
  const threaded = held.filter(h => TIGHTENED.has(h.kind))
  const gone = threaded.find(h => h.state === 'gone')
  if (gone) return no(say`its ${WAYS_OUT[gone.kind].label} is lost: the same size again, into sound wood`)
  const spoilt = threaded.find(h => h.faults.some(f => SPOILT.includes(f)))
  if (spoilt) {
    return no(
      say`its ${WAYS_OUT[spoilt.kind].label} is ${spoilt.faults.map(f => f.replaceAll('-', ' ')).join(', ')}: tightening does not mend that`,
    )
  }
  const names = [...new Set(threaded.map(h => WAYS_OUT[h.kind].label))]
  return {
    fits: true,
    reason: say`${joined(
      names.map((n): Phrase => say`${n}`),
      ', ',
    )}: sound, and loose only`,
    ...NO_WOOD,
    steps: [
      puttingBack(
        using(
          before('clean', 3, say`Clean the faces and lay them together without strain; nothing between them, no glue.`),
          'scraper',
        ),
      ),
      puttingBack(turned(threaded)),
      before('try', 2, say`Try it; look again in a month, for new wood settles.`),
    ],
    hold: { low: 0.7, high: 0.9 },
  }
}

/** Metal that does not belong there, or no longer holds: out, and its hole closed with wood. */
export const screwOut: Mend<WoodCase> = {
  id: 'metal-out',
  decides: 'what kind of metal it is and whether it will come',
  tools: [
    'driver',
    'hollow-cutter',
    'pliers',
    'nippers',
    'staple-lifter',
    'drill',
    'bit',
    'chisel',
    'caliper',
    'mallet',
    'fine-saw',
    'punch',
  ],
  label: 'Out, and its hole plugged',
  short: 'out, plugged',
  opens: false,
  undo: 'partly',
  place: { conserve: 2, everyday: 2, strength: 2 },
  isFor: c => c.trouble.kind === 'hold-failed' && DRIVEN.has(holdIn(c).kind) && isMetal(holdIn(c).kind),
  consider: considerOut,
}

/**
 * Round a shank wood is bored away so much, in all, to reach sound wood; by a hollow cutter its own wall and a
 * little, millimetres (low).
 */
const TO_SOUND_MM = 1
const CUTTER_MM = 4

/** The plug that closes a hole: the next whole bit over what is left of it. Null where nobody measured the shank. */
function plugFor(bitsMm: readonly number[], { diameterMm }: Hold, leaves: WayOut['leaves']): number | null {
  if (!diameterMm) return null
  const leastMm = diameterMm.value + (leaves === 'wider-hole' ? CUTTER_MM : TO_SOUND_MM)
  return rodsFor(bitsMm).find(d => d >= leastMm - 1e-9) ?? Math.ceil(leastMm)
}

function considerOut(c: WoodCase): Verdict {
  const held = holdIn(c)
  const way = WAYS_OUT[held.kind]
  const isGone = held.state === 'gone'
  const plugMm = plugFor(bitsIn(c), held, way.leaves)
  return {
    fits: true,
    reason: isGone
      ? say`it is out already: its hole is closed with wood`
      : say`${way.label}: ${way.tools.map(id => TOOLS[id].label).join(', ')}`,
    ...NO_WOOD,
    sizes:
      plugMm === null || !held.diameterMm
        ? []
        : [
            sizeMm(
              'plug',
              'plug',
              plugMm,
              way.leaves === 'wider-hole'
                ? 'shank + 4 mm for the hollow cutter, to the next rod'
                : 'shank + 1 mm to sound wood, to the next bit',
              [inputOf('shank', held.diameterMm, 'mm')],
              'mends',
            ),
          ],
    stock: [
      {
        id: 'plug',
        serves: 'each',
        what: 'plug',
        count: 1,
        sizesMm: plugMm === null ? [] : [plugMm, ...(held.lengthMm ? [held.lengthMm.value] : [])],
        wood: 'the part’s own wood',
        note: 'to the hole as it is once the metal is out; grain along the part where it shows, across it where a new screw goes in',
      },
    ],
    steps: [
      ...(isGone
        ? []
        : [using(before('out', way.minutes, say`${way.way} If it will not come: ${way.otherwise}`), ...way.tools)]),
      using(
        before(
          'clear',
          4,
          say`Clear the hole to sound wood with ${plugMm === null ? say`the next bit that makes it round` : say`a bit of ${mm(plugMm)}`}, and measure it.`,
        ),
        'drill',
        plugMm === null ? 'bit' : tool('bit', plugMm),
        'caliper',
      ),
      using(
        before(
          'plug',
          8,
          say`Plug with ${way.leaves === 'wider-hole' ? 'a turned plug' : 'a tapered plug'}, glued, the grain with the part; trim flush when it has cured.`,
        ),
        'mallet',
        'fine-saw',
        'chisel',
      ),
    ],
    cautions: [...way.cautions, 'blade'],
    hold: { low: 0.8, high: 0.95 },
  }
}
