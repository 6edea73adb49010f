import { z } from 'zod'
import { joined, plain, say, type Phrase } from '../../measure/phrase'
import { fail, succeed } from '../../measure/result'
import { drawId, drawMeasured, drawWords, type Draw } from '../draw'
import { Bracing, Fault, Hold, Id, type HoldPlace, type Piece } from '../document-schema'
import { dropFault, FAULT_LABELS, faultTag, newFault, putFault, withoutHandles } from '../faults'
import {
  BLOCK_STATES,
  FAULT_KINDS,
  HOLD_FAULTS,
  HOLD_KINDS,
  HOLD_STATES,
  PARTINGS,
  RUNS_OUT,
  WEBBING_STATES,
} from '../words'
import { define, jointIds, plainly, tagFor } from './define'
import { nameOf } from '../names'

const drawPlace = (d: Draw, piece: Piece): HoldPlace =>
  d.pick([
    { kind: 'joint' as const, id: drawId(d, jointIds(piece)) },
    {
      kind: 'part' as const,
      id: drawId(
        d,
        piece.parts.map(p => p.id),
      ),
      along: Math.round(d.real(0, 1) * 1000) / 1000,
    },
    {
      kind: 'fault' as const,
      id: drawId(
        d,
        piece.faults.map(f => f.id),
      ),
    },
  ])
const drawHold = (d: Draw, piece: Piece): Hold => ({
  id: `hold-${d.whole(1, 9)}`,
  on: drawPlace(d, piece),
  kind: d.pick(HOLD_KINDS),
  state: d.pick(HOLD_STATES),
  faults: d.pick([[], [d.pick(HOLD_FAULTS)]]),
  hidden: d.chance(),
  note: drawWords(d),
})
const placeFor = (piece: Piece, { kind, id }: HoldPlace): string => {
  if (kind === 'joint') return tagFor(piece, id)
  if (kind === 'part') return `the ${nameOf(piece, id)}`
  const fault = piece.faults.find(f => f.id === id)
  return fault ? faultTag(piece, fault) : id
}
const saysHold = (hold: Hold, piece: Piece): Phrase => {
  const more = [...(hold.state === 'not-looked' ? [] : [hold.state]), ...hold.faults].map(plainly)
  return joined(
    [
      say`${plainly(hold.kind)} in ${placeFor(piece, hold.on)}`,
      ...[...more, ...(hold.note ? [hold.note] : [])].map(plain),
    ],
    ', ',
  )
}
/** What sits in a break goes when the break is taken off. */
const holdTouches = ({ id, on }: Hold): string[] => [`hold/${id}`, ...(on.kind === 'fault' ? [`fault/${on.id}`] : [])]

const isPlace = (piece: Piece, { kind, id }: HoldPlace): boolean =>
  ({ joint: piece.joints, part: piece.parts, fault: piece.faults })[kind].some(x => x.id === id)

const addHold = define({
  schema: z.strictObject({ do: z.literal('add-hold'), hold: Hold }),
  words: 'metal or hardware',
  apply: (piece, { hold }) => {
    if (piece.holds.some(h => h.id === hold.id)) return fail('twice', 'This is recorded already.', 'hold.id')
    if (!isPlace(piece, hold.on)) {
      return fail(`no_such_${hold.on.kind}`, `There is no ${hold.on.kind} “${hold.on.id}” on this piece.`, 'hold.on')
    }
    return succeed({ ...piece, holds: [...piece.holds, hold] })
  },
  touches: ({ hold }) => holdTouches(hold),
  says: ({ hold }, piece) => saysHold(hold, piece),
  draw: (d, piece) => ({ hold: drawHold(d, piece) }),
})

const changeHold = define({
  schema: z.strictObject({ do: z.literal('change-hold'), hold: Hold }),
  words: 'metal or hardware',
  apply: (piece, { hold }) => {
    const isThere = piece.holds.some(h => h.id === hold.id && h.on.kind === hold.on.kind && h.on.id === hold.on.id)
    if (!isThere) return fail('no_such_hold', 'There is nothing of that name at this place.', 'hold.id')
    return succeed({ ...piece, holds: piece.holds.map(h => (h.id === hold.id ? hold : h)) })
  },
  touches: ({ hold }) => holdTouches(hold),
  says: ({ hold }, piece) => saysHold(hold, piece),
  draw: (d, piece) => ({
    hold: {
      ...drawHold(d, piece),
      ...(piece.holds.length > 0 ? { on: d.pick(piece.holds).on } : {}),
    },
  }),
})

const removeHold = define({
  schema: z.strictObject({ do: z.literal('remove-hold'), hold: Id }),
  words: 'metal or hardware taken off',
  apply: (piece, { hold }) => succeed(withoutHandles({ ...piece, holds: piece.holds.filter(h => h.id !== hold) })),
  touches: ({ hold }) => [`hold/${hold}`, `after/hold:${hold}`],
  says: ({ hold }, piece) => {
    const own = piece.holds.find(h => h.id === hold)
    return own ? say`${saysHold(own, piece)}, taken off` : say`metal or hardware taken off`
  },
  draw: d => ({ hold: `hold-${d.whole(1, 9)}` }),
})

const saysFault = (fault: Fault, piece: Piece): Phrase =>
  joined(
    [
      say`${FAULT_LABELS[fault.kind]} in the ${nameOf(piece, fault.part)}`,
      ...('surface' in fault && fault.surface !== 'not-looked' ? [plain(fault.surface)] : []),
      ...(fault.note ? [plain(fault.note)] : []),
    ],
    ', ',
  )

function drawFault(d: Draw, piece: Piece): Fault {
  const kind = d.pick(FAULT_KINDS)
  const joint = d.pick([...piece.joints, undefined])
  const part = d.pick([...(joint ? [joint.enters, joint.receives] : []), 'no-such-part'])
  const fault = newFault(
    kind,
    `fault-${d.whole(1, 6)}`,
    part,
    Math.round(d.real(0, 1) * 1000) / 1000,
    kind === 'split' || d.chance() ? (joint?.id ?? 'no-such-joint') : null,
  )
  if (fault.kind === 'split') {
    const crossed = d.pick([...piece.joints, undefined])
    const crosses = crossed && (crossed.enters === part || crossed.receives === part) ? [crossed.id] : []
    return { ...fault, crosses, runsOut: d.pick(RUNS_OUT), joint: d.pick([fault.joint, null]) }
  }
  if (fault.kind !== 'break') return fault
  return {
    ...fault,
    parted: d.pick(PARTINGS),
    angleDeg: drawMeasured(d, 3, 90),
    gapMm: d.pick([null, drawMeasured(d, 0, 3)]),
  }
}

const addFault = define({
  schema: z.strictObject({ do: z.literal('add-fault'), fault: Fault }),
  words: 'fault',
  apply: (piece, { fault }) => putFault(piece, fault, true),
  touches: ({ fault }) => [`fault/${fault.id}`],
  says: ({ fault }, piece) => saysFault(fault, piece),
  draw: (d, piece) => ({ fault: drawFault(d, piece) }),
})

const changeFault = define({
  schema: z.strictObject({ do: z.literal('change-fault'), fault: Fault }),
  words: 'fault',
  apply: (piece, { fault }) => putFault(piece, fault, false),
  touches: ({ fault }) => [`fault/${fault.id}`],
  says: ({ fault }, piece) => saysFault(fault, piece),
  draw: (d, piece) => ({ fault: drawFault(d, piece) }),
})

const removeFault = define({
  schema: z.strictObject({ do: z.literal('remove-fault'), fault: Id }),
  words: 'fault taken off',
  apply: (piece, { fault }) => succeed(dropFault(piece, fault)),
  touches: ({ fault }) => [
    `fault/${fault}`,
    `after/fault:${fault}`,
    `choice/settled/fault:${fault}`,
    `choice/cause/fault:${fault}`,
  ],
  says: ({ fault }, piece) => {
    const own = piece.faults.find(f => f.id === fault)
    return own ? say`${saysFault(own, piece)}, taken off` : say`fault taken off`
  },
  draw: d => ({ fault: `fault-${d.whole(1, 6)}` }),
})

const setBracing = define({
  schema: z.strictObject({ do: z.literal('set-bracing'), bracing: Bracing.partial() }),
  words: 'bracing',
  apply: (piece, { bracing }) => succeed({ ...piece, bracing: { ...piece.bracing, ...bracing } }),
  touches: ({ bracing }) => Object.keys(bracing).map(key => `bracing/${key}`),
  says: ({ bracing }) =>
    joined(
      Object.entries(bracing).map(
        ([key, state]) => say`${key === 'cornerBlocks' ? 'corner blocks' : key}: ${plainly(state)}`,
      ),
      ', ',
    ),
  draw: d => ({ bracing: d.pick([{ cornerBlocks: d.pick(BLOCK_STATES) }, { webbing: d.pick(WEBBING_STATES) }]) }),
})

export const WOOD = [addHold, changeHold, removeHold, addFault, changeFault, removeFault, setBracing] as const
