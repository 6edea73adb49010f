import { z } from 'zod'
import { fail, succeed } from '../../measure/result'
import { drawId, drawMeasured, drawWords, type Draw } from '../draw'
import { Bracing, Fault, Id, Metal, type Piece } from '../document-schema'
import { dropFault, FAULT_LABELS, newFault, putFault } from '../faults'
import { BLOCK_STATES, FAULT_KINDS, METALS, WEBBING_STATES } from '../words'
import { define, jointIds, labelFor, plainly, tagFor } from './define'

const drawMetal = (d: Draw, piece: Piece): Metal => ({
  id: `metal-${d.whole(1, 9)}`,
  joint: drawId(d, jointIds(piece)),
  kind: d.pick(METALS),
  hidden: d.chance(),
  note: drawWords(d),
})
const saysMetal = (metal: Metal, piece: Piece) =>
  [`${plainly(metal.kind)} in ${tagFor(piece, metal.joint)}${metal.note ? `, ${metal.note}` : ''}`]

const addMetal = define({
  schema: z.strictObject({ do: z.literal('add-metal'), metal: Metal }),
  words: 'metal',
  apply: (piece, { metal }) => {
    if (piece.metal.some(m => m.id === metal.id)) {
      return fail('twice', 'This piece of metal is already recorded.', 'metal.id')
    }
    if (!piece.joints.some(j => j.id === metal.joint)) {
      return fail('no_such_joint', `There is no joint “${metal.joint}” on this piece.`, 'metal.joint')
    }
    return succeed({ ...piece, metal: [...piece.metal, metal] })
  },
  touches: ({ metal }) => [`metal/${metal.id}`],
  says: ({ metal }, piece) => saysMetal(metal, piece),
  draw: (d, piece) => ({ metal: drawMetal(d, piece) }),
})

const changeMetal = define({
  schema: z.strictObject({ do: z.literal('change-metal'), metal: Metal }),
  words: 'metal',
  apply: (piece, { metal }) => {
    const there = piece.metal.some(m => m.id === metal.id && m.joint === metal.joint)
    return there ? succeed({ ...piece, metal: piece.metal.map(m => (m.id === metal.id ? metal : m)) }) : fail('no_such_metal', 'There is no such metal at this joint.', 'metal.id')
  },
  touches: ({ metal }) => [`metal/${metal.id}`],
  says: ({ metal }, piece) => saysMetal(metal, piece),
  draw: (d, piece) => ({ metal: {
    ...drawMetal(d, piece),
    ...(piece.metal.length > 0 ? { joint: d.pick(piece.metal).joint } : {}),
  } }),
})

const removeMetal = define({
  schema: z.strictObject({ do: z.literal('remove-metal'), metal: Id }),
  words: 'metal taken off',
  apply: (piece, { metal }) => succeed({ ...piece, metal: piece.metal.filter(m => m.id !== metal) }),
  touches: ({ metal }) => [`metal/${metal}`],
  says: ({ metal }, piece) => {
    const own = piece.metal.find(m => m.id === metal); return own
      ? [...saysMetal(own, piece), ', taken off']
      : ['metal taken off']
  },
  draw: d => ({ metal: `metal-${d.whole(1, 9)}` }),
})

const saysFault = (fault: Fault, piece: Piece) => [
  `${FAULT_LABELS[fault.kind]} in the ${labelFor(piece, fault.part)}${'surface' in fault
    ? `,
  ${fault.surface}`
    : ''}${fault.note
    ? `,
  ${fault.note}`
    : ''}`,
]

function drawFault(d: Draw, piece: Piece): Fault {
  const kind = d.pick(FAULT_KINDS)
  const joint = d.pick([...piece.joints, undefined])
  const part = d.pick([...(joint ? [joint.enters, joint.receives] : []), 'no-such-part'])
  const fault = newFault(kind, `fault-${d.whole(1, 6)}`, part, Math.round(d.real(0, 1) * 1000) / 1000, kind === 'split' || d.chance() ? joint?.id ?? 'no-such-joint' : null)
  return fault.kind === 'break' ? { ...fault, angleDeg: drawMeasured(d, 3, 90), gapMm: d.pick([null, drawMeasured(d, 0, 3)]) } : fault
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
  touches: ({ fault }) => [`fault/${fault}`],
  says: ({ fault }, piece) => {
    const own = piece.faults.find(f => f.id === fault); return own
      ? [...saysFault(own, piece), ', taken off']
      : ['fault taken off']
  },
  draw: d => ({ fault: `fault-${d.whole(1, 6)}` }),
})

const setBracing = define({
  schema: z.strictObject({ do: z.literal('set-bracing'), bracing: Bracing.partial() }),
  words: 'bracing',
  apply: (piece, { bracing }) => succeed({ ...piece, bracing: { ...piece.bracing, ...bracing } }),
  touches: ({ bracing }) => Object.keys(bracing).map(key => `bracing/${key}`),
  says: ({ bracing }) =>
    [Object.entries(bracing).map(([key, state]) => `${key === 'cornerBlocks' ? 'corner blocks' : key}: ${plainly(state)}`).join(', ')],
  draw: d => ({ bracing: d.pick([{ cornerBlocks: d.pick(BLOCK_STATES) }, { webbing: d.pick(WEBBING_STATES) }]) }),
})

export const WOOD = [addMetal, changeMetal, removeMetal, addFault, changeFault, removeFault, setBracing] as const
