import { z } from 'zod'
import { fail, succeed } from '../../measure/result'
import { Id } from '../basic-schema'
import { drawId, drawMeasured } from '../draw'
import { Joint, JointForm } from '../frame-schema'
import { JOINT_KINDS, usualForm } from '../joint-forms'
import { defineEdit, withoutShare, type Frame } from './define'

const idsOf = (frame: Frame) => frame.joints.map(j => j.id)

const addJoint = defineEdit({
  schema: z.strictObject({ do: z.literal('add-joint'), joint: Joint }),
  edit: (frame, { joint }) => {
    if (frame.joints.some(j => j.id === joint.id)) {
      return fail('twice', `There is a joint “${joint.id}” already.`, 'edit.joint.id')
    }
    for (const end of ['enters', 'receives'] as const) {
      if (!frame.parts.some(p => p.id === joint[end])) {
        return fail('no_such_part', `There is no part “${joint[end]}” on this piece.`, `edit.joint.${end}`)
      }
    }
    if (joint.enters === joint.receives) {
      return fail('same_part', 'A joint holds two parts: pick another one to go into.', 'edit.joint.receives')
    }
    if (joint.shares !== undefined && !sharesSocket(frame, joint, joint.shares)) return NO_SHARED_SOCKET
    const number = frame.joints.some(j => j.number === joint.number)
      ? Math.max(...frame.joints.map(j => j.number)) + 1
      : joint.number
    return succeed({ ...frame, joints: [...frame.joints, { ...joint, number }] })
  },
  touches: ({ joint }) => [`joint/${joint.id}`],
  draw: (d, frame) => {
    const like = {
      at: [0, 400, 0] as [number, number, number],
      withdraw: [1, 0, 0] as [number, number, number],
      depthMm: drawMeasured(d, 5, 30),
      number: d.whole(1, 60),
    }
    const ends = {
      enters: drawId(
        d,
        frame.parts.map(p => p.id),
      ),
      receives: drawId(
        d,
        frame.parts.map(p => p.id),
      ),
    }
    return {
      joint: {
        ...like,
        ...ends,
        form: usualForm(d.pick(JOINT_KINDS), 20, 40),
        id: d.pick(['added-joint-a', 'added-joint-b', ...idsOf(frame).slice(0, 1)]),
        ...(d.chance() ? { shares: drawId(d, idsOf(frame)) } : {}),
      },
    }
  },
})

const removeJoint = defineEdit({
  schema: z.strictObject({ do: z.literal('remove-joint'), joint: Id }),
  edit: (frame, { joint }) =>
    succeed({
      ...frame,
      joints: frame.joints.filter(j => j.id !== joint).map(j => (j.shares === joint ? withoutShare(j) : j)),
    }),
  touches: ({ joint }) => [`joint/${joint}`],
  draw: (d, frame) => ({ joint: drawId(d, idsOf(frame)) }),
})

const changeJoint = defineEdit({
  schema: z.strictObject({
    do: z.literal('change-joint'),
    joint: Id,
    form: JointForm.optional(),
    shares: Id.nullable().optional(),
    passes: z.boolean().nullable().optional(),
  }),
  edit: (frame, { joint: id, form, shares, passes }) => {
    const own = frame.joints.find(j => j.id === id)!
    if (typeof shares === 'string' && !sharesSocket(frame, own, shares)) return NO_SHARED_SOCKET
    const shared = shares === null ? withoutShare(own) : typeof shares === 'string' ? { ...own, shares } : own
    if (passes !== undefined && shared.shares === undefined) return NO_SHARED_SOCKET
    const { passes: before, ...rest } = shared
    const order = passes === undefined ? before : (passes ?? undefined)
    const told = order === undefined ? rest : { ...rest, passes: order }
    const changed = form ? { ...told, form } : told
    return succeed({ ...frame, joints: frame.joints.map(j => (j.id === id ? changed : j)) })
  },
  touches: ({ joint, form, shares, passes }) => [
    ...(form ? [`joint/${joint}/form`] : []),
    ...(shares !== undefined || passes !== undefined ? [`joint/${joint}/shares`] : []),
  ],
  draw: (d, frame) => ({
    joint: drawId(d, idsOf(frame)),
    form: usualForm(d.pick(JOINT_KINDS), 20, 40),
    ...d.pick([{}, { shares: null }, { shares: drawId(d, idsOf(frame)), passes: d.pick([true, false, null]) }]),
  }),
})

export const JOINT_EDITS = [addJoint, removeJoint, changeJoint] as const

const NO_SHARED_SOCKET = fail(
  'no_shared_socket',
  'A socket is shared with another joint in the same receiving part.',
  'edit.shares',
)
const sharesSocket = (frame: Frame, joint: Joint, other: string): boolean =>
  other !== joint.id && frame.joints.some(j => j.id === other && j.receives === joint.receives)
