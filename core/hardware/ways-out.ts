import type { HoldFault, HoldKind } from '../piece/words'
import type { CautionId } from '../reference/cautions'
import type { Sourced } from '../reference/row'
import type { ToolId } from '../reference/tools'

/** How a hold comes out, what it asks of the hand, and what it leaves. */
export interface WayOut extends Sourced {
  readonly label: string
  /** Of metal; a magnet finds it, and it marks wood that holds tannin. */
  readonly metal: boolean
  /** Keeps the joint it goes through from moving, so that it is out before the joint is. */
  readonly locks: boolean
  /** Sits on a part and comes off before anything is struck or pressed there. */
  readonly first: boolean
  /** What is done, as words for the bench. */
  readonly way: string
  /** What is done where it will not come. */
  readonly otherwise: string
  readonly tools: readonly ToolId[]
  readonly minutes: number
  /** Chance of harm to the wood round it. */
  readonly harm: number
  readonly leaves: 'hole' | 'wider-hole' | 'nothing'
  readonly cautions: readonly CautionId[]
}

const T = { source: 'ways-out', confidence: 'low' } as const
const locking = { ...T, metal: true, locks: true, first: false, leaves: 'hole', cautions: [] } as const

/** Ways out, tools and minutes: trade practice as this project reads it, low confidence (docs/sources.md#ways-out). */
export const WAYS_OUT: Readonly<Record<HoldKind, WayOut>> = {
  'screw': { ...locking, label: 'screw', way: 'Clean the slot, tighten it a hair, then out. Keep it and label it.', otherwise: 'Heat its head with an iron, let it cool, try again; then a hollow cutter just over the shank.', tools: ['driver'], minutes: 3, harm: 0.01 },
  'plugged-screw': { ...locking, label: 'screw under a plug', way: 'Centre the plug, drill it small and work up, chip out the shell, clear the slot, tighten a hair, then out.', otherwise: 'A hollow cutter just over the shank.', tools: ['drill', 'bit', 'chisel', 'driver'], minutes: 9, harm: 0.03 },
  'snapped-screw': { ...locking, label: 'snapped screw', way: 'A hollow cutter just over the shank, a few turns at a time, until pliers grip it.', otherwise: 'Bored out from the far side.', tools: ['hollow-cutter', 'pliers'], minutes: 20, harm: 0.08, leaves: 'wider-hole', cautions: ['drill'] },
  'brad': { ...locking, label: 'brad', way: 'Pulled through from its point’s side, so that the show face does not burst.', otherwise: 'Cut flush in the joint and the rest sunk.', tools: ['nippers'], minutes: 4, harm: 0.05 },
  'nail': { ...locking, label: 'nail', way: 'Pulled through from its point’s side, so that the show face does not burst.', otherwise: 'Cut flush in the joint and the rest sunk.', tools: ['nippers'], minutes: 4, harm: 0.05 },
  'staple': { ...locking, label: 'staple', way: 'One leg at a time.', otherwise: 'Cut in the middle, each leg pulled.', tools: ['staple-lifter'], minutes: 1, harm: 0.01 },
  'wooden-pin': { ...locking, label: 'wooden pin', metal: false, way: 'Driven out from the thin end if it goes through; if not, bored out under size and the shell picked.', otherwise: 'Bored out under size from its blind side, and the shell picked.', tools: ['punch', 'drill', 'bit'], minutes: 8, harm: 0.05, cautions: ['drill'] },
  'wedge': { ...locking, label: 'wedge', metal: false, way: 'Split out along its grain before the joint is pulled.', otherwise: 'Drilled along its line and picked out.', tools: ['chisel'], minutes: 6, harm: 0.05, leaves: 'nothing', cautions: ['blade'] },
  'hanger-bolt': { ...locking, label: 'hanger bolt', way: 'Mark the nut’s turns, nut off; a bolt that is tight stays in the leg.', otherwise: 'Oil on the thread overnight, then two nuts locked against each other.', tools: ['spanner'], minutes: 3, harm: 0.01, leaves: 'nothing' },
  'bolt': { ...locking, label: 'bolt with its cross nut', way: 'Mark its turns, out; the cross nut is lifted with a screw in its thread.', otherwise: 'Oil on the thread overnight, then again.', tools: ['spanner'], minutes: 3, harm: 0.01, leaves: 'nothing' },
  'corner-bracket': { ...locking, label: 'corner bracket', way: 'Mark where it sits, its screws out, nut off.', otherwise: 'Heads drilled off.', tools: ['driver', 'spanner'], minutes: 5, harm: 0.02 },
  'plate': { ...locking, label: 'plate or mechanism', first: true, way: 'Mark where it sits, its screws out in turn, noted in order.', otherwise: 'Heads drilled off.', tools: ['driver'], minutes: 6, harm: 0.01 },
  'button': { ...locking, label: 'button', metal: false, way: 'Screw loosened, button turned out of its groove.', otherwise: 'Screw out, button lifted off.', tools: ['driver'], minutes: 2, harm: 0.01, leaves: 'nothing' },
  'clip': { ...locking, label: 'clip', way: 'Screw loosened, clip turned out of its groove.', otherwise: 'Screw out.', tools: ['driver'], minutes: 1, harm: 0.01, leaves: 'nothing' },
  'glue-block': { ...locking, label: 'rubbed block', metal: false, way: 'A sharp tap on a chisel along its glue line.', otherwise: 'Split off in slivers along its grain, the last by plane.', tools: ['chisel', 'mallet'], minutes: 4, harm: 0.04, leaves: 'nothing', cautions: ['blade'] },
  'hinge-pin': { ...locking, label: 'hinge pin', way: 'Driven out by a punch a little thinner, the knuckles held.', otherwise: 'Bored out from its end.', tools: ['punch', 'mallet'], minutes: 6, harm: 0.05, leaves: 'nothing' },
  'key': { ...locking, label: 'key across the mitre', metal: false, way: 'Sawn through in the line of the mitre with a fine blade; its two halves are picked out of their slot.', otherwise: 'Bored out along its line under size, the shell picked.', tools: ['fine-saw', 'chisel'], minutes: 6, harm: 0.04, leaves: 'nothing', cautions: ['blade'] },
  'castor': { ...locking, label: 'castor', locks: false, first: true, way: 'Drawn from its socket, or its plate’s screws out; its height is noted.', otherwise: 'Levered a little on each side in turn.', tools: ['levers'], minutes: 4, harm: 0.02, leaves: 'nothing' },
  'covering': { ...locking, label: 'covering', metal: false, locks: false, first: true, way: 'Its tacks lifted, folded back or off, a picture of how it lay.', otherwise: 'Cut free of what cannot be lifted, only with the owner’s word.', tools: ['tack-lifter'], minutes: 20, harm: 0.02, leaves: 'nothing' },
  'web': {
    ...locking,
    label: 'strip of webbing',
    metal: false,
    locks: false,
    first: true,
    way: 'Its tacks lifted at this end, the strip rolled back and tied, which way it wove noted.',
    otherwise: 'Cut beside its tacks: it is renewed.',
    tools: ['tack-lifter'],
    minutes: 4,
    harm: 0.02,
    leaves: 'nothing',
  },
}

/** What makes a hold slower and more harmful to get out, times its usual. */
export const HINDRANCE: Readonly<Partial<Record<HoldFault, number>>> = { stripped: 1.5, bent: 1.5, snapped: 3, seized: 3 }
export const isMetal = (kind: HoldKind): boolean => WAYS_OUT[kind].metal
