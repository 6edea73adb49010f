import { WAYS_OUT } from '../hardware'
import { inputOf } from '../measure/figure'
import { bitMm, mm, say, type Phrase } from '../measure/phrase'
import type { HoldFault, HoldKind } from '../piece/words'
import { bitOver } from '../reference/bits'
import { tool } from '../reference/tools'
import { before, using, type Step } from '../work'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { bitsIn, holdIn, notYet, type WoodCase } from './wood-case'

/** What is bought or made again as a whole, once it is lost, bent, worn or in two. */
const REPLACED: ReadonlySet<HoldKind> = new Set([
  'screw',
  'plugged-screw',
  'bolt',
  'hanger-bolt',
  'corner-bracket',
  'plate',
  'button',
  'clip',
  'castor',
  'wooden-pin',
  'wedge',
  'key',
])
/** Of these the shank decides what fits the hole; the others are matched against what is still there. */
const BY_SHANK: ReadonlySet<HoldKind> = new Set([
  'screw',
  'plugged-screw',
  'bolt',
  'hanger-bolt',
  'castor',
  'wooden-pin',
  'wedge',
])
const SPOILT: readonly HoldFault[] = ['bent', 'snapped', 'worn']

/** Hardware, a pin or a wedge that is lost or spoilt: its like again, in a hole that is as it should be. */
export const newHardware: Mend<WoodCase> = {
  id: 'new-hardware',
  decides: 'the old shank; a bolt’s hole is 1.5 mm wider than the bolt',
  tools: ['caliper', 'drill', 'bit', 'driver', 'spanner', 'mallet', 'fine-saw', 'chisel', 'knife', 'levers', 'punch'],
  label: 'A new one like it',
  short: 'new, like it',
  opens: false,
  undo: 'yes',
  place: { conserve: 1.5, everyday: 1.5, strength: 1.5 },
  isFor: c => c.trouble.kind === 'hold-failed' && isReplaced(c),
  consider,
}

/** A wooden pin or wedge that only sits loose has shrunk or worn: it is made new as well. */
function isReplaced(c: WoodCase): boolean {
  const { kind, state, faults } = holdIn(c)
  if (kind === 'wooden-pin' || kind === 'wedge' || kind === 'key') return true
  return REPLACED.has(kind) && (state === 'gone' || faults.some(f => SPOILT.includes(f)))
}

/**
 * Room round a bolt, so that its nut pulls the shoulder home and not the hole (docs/sources.md#mends, medium),
 * millimetres.
 */
export const ROUND_BOLT_MM = 1.5
/** Room round a screw where it only passes, millimetres. */
const ROUND_SCREW_MM = 0.3

function consider(c: WoodCase): Verdict {
  const held = holdIn(c)
  const { label } = WAYS_OUT[held.kind]
  if (held.faults.includes('stripped')) return no(say`its hole is stripped: a plug and a new thread first`)
  if (held.faults.includes('split-wood')) {
    return no(say`the wood round it has split: that is closed first, or it is moved`)
  }
  const { diameterMm } = held
  if (BY_SHANK.has(held.kind) && !diameterMm) {
    return notYet(say`nobody has measured the ${label}, or the one beside it: its thickness decides what fits the hole`)
  }
  const isBolt = held.kind === 'bolt' || held.kind === 'hanger-bolt'
  const isScrew = held.kind === 'screw' || held.kind === 'plugged-screw'
  const roomMm = isBolt ? ROUND_BOLT_MM : isScrew ? ROUND_SCREW_MM : 0
  const shankMm = diameterMm?.value ?? null
  const holeMm = shankMm === null || roomMm === 0 ? null : shankMm + roomMm
  return {
    fits: true,
    reason: say`${held.state === 'gone' ? 'it is lost' : 'it is spoilt itself'}, its wood is sound: ${shankMm === null ? say`one like those beside it` : say`${mm(shankMm)} thick as it was`}`,
    sizes:
      holeMm === null || !diameterMm
        ? []
        : [
            sizeMm(
              'clearance-hole',
              'hole it passes',
              holeMm,
              isBolt
                ? 'bolt + 1.5 mm, so that the nut pulls the shoulder home'
                : 'screw + 0.3 mm, so that the thread holds in the last part only',
              [inputOf('shank', diameterMm, 'mm')],
            ),
          ],
    stock: [
      {
        id: isWooden(held.kind) ? 'peg' : 'screw',
        serves: 'each',
        what: label,
        count: 1,
        sizesMm: [...(shankMm === null ? [] : [shankMm]), ...(held.lengthMm ? [held.lengthMm.value] : [])],
        wood: isWooden(held.kind) ? 'beech, oak or ash, split not sawn' : '',
        note: noteOf(held.kind),
      },
    ],
    steps: stepsOf(held.kind, held.state === 'gone', holeMm === null ? null : (bitOver(bitsIn(c), holeMm) ?? holeMm)),
    cautions: held.kind === 'wedge' || held.kind === 'wooden-pin' ? ['blade'] : ['drill'],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.8, high: 0.95 },
  }
}

const isWooden = (kind: HoldKind): boolean =>
  kind === 'wooden-pin' || kind === 'wedge' || kind === 'key' || kind === 'button'

function noteOf(kind: HoldKind): string {
  if (kind === 'castor') return 'its height as the other three, or all four are changed'
  if (kind === 'corner-bracket' || kind === 'plate') return 'its holes where the old ones are'
  if (kind === 'button') return 'its tongue a shade under its groove, so that it pulls down; grain along it'
  if (isWooden(kind)) return 'a shade over its hole, eased at its end'
  return 'thread, head and metal as those beside it'
}

function stepsOf(kind: HoldKind, isGone: boolean, throughBitMm: number | null): Step[] {
  const way = WAYS_OUT[kind]
  const out = isGone
    ? []
    : [using(before('out', way.minutes, say`${way.way} If it will not come: ${way.otherwise}`), ...way.tools)]
  const clear
    = throughBitMm === null
      ? using(
          before(
            'clear',
            3,
            say`Clear its hole or its groove of old wax, rust and glue; the wood itself stays as it is.`,
          ),
          'chisel',
        )
      : using(
          before(
            'clear',
            4,
            say`Ease the hole it passes with ${bitMm(throughBitMm)}; the thread’s own hole is left alone.`,
          ),
          'drill',
          tool('bit', throughBitMm),
        )
  return [...out, clear, using(before('in', way.minutes, backWords(kind)), ...toolsIn(kind))]
}

function backWords(kind: HoldKind): Phrase {
  if (kind === 'bolt' || kind === 'hanger-bolt') {
    return say`In with a washer under its nut, by hand and a quarter turn; the screws of the bracket before the nuts.`
  }
  if (kind === 'wooden-pin') {
    return say`Drive it with a touch of glue, from its thick end, until its sound changes; saw it flush.`
  }
  if (kind === 'wedge') {
    return say`Pare it to its kerf, drive it from outside until its sound changes, saw it flush; no glue on it where it is to come out again.`
  }
  if (kind === 'key') return say`Glue in the slot, the key pushed home; trimmed with the grain when it has set.`
  if (kind === 'castor') return say`Into its socket by hand; the piece stands on all four before anything is screwed.`
  if (kind === 'button' || kind === 'clip') {
    return say`Into its groove with 3 mm of room toward the rail, so that the top can move; screw tight and no further.`
  }
  return say`Wax its thread and drive it by hand, tight and no further.`
}

function toolsIn(kind: HoldKind): ('mallet' | 'fine-saw' | 'driver' | 'spanner' | 'knife')[] {
  if (kind === 'wooden-pin') return ['mallet', 'fine-saw']
  if (kind === 'wedge' || kind === 'key') return ['knife', 'mallet', 'fine-saw']
  return kind === 'bolt' || kind === 'hanger-bolt' ? ['spanner'] : ['driver']
}
