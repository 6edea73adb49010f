import { fail, succeed, type Result } from '../measure/result'
import type { Vec } from '../measure/vec'
import type { Edit, Joint, Part } from './schema'

export interface Frame { readonly parts: readonly Part[], readonly joints: readonly Joint[] }
type Of<K extends Edit['do']> = Extract<Edit, { do: K }>

/** The frame after one change by hand, or why it cannot be made. Pure. */
export function editFrame(frame: Frame, edit: Edit): Result<Frame> {
  const needs = 'part' in edit && typeof edit.part === 'string' ? edit.part : undefined
  if (needs !== undefined && !frame.parts.some(p => p.id === needs)) return fail('no_such_part', `There is no part “${needs}” on this piece.`, 'edit.part')
  const joint = 'joint' in edit && typeof edit.joint === 'string' ? edit.joint : undefined
  if (joint !== undefined && !frame.joints.some(j => j.id === joint)) return fail('no_such_joint', `There is no joint “${joint}” on this piece.`, 'edit.joint')
  switch (edit.do) {
    case 'add-part': return addPart(frame, edit.part, [])
    case 'remove-part': return removePart(frame, edit.part)
    case 'duplicate-part': return copyPart(frame, edit, v => [v[0] + edit.by[0], v[1] + edit.by[1], v[2] + edit.by[2]], v => v, id => id)
    case 'mirror-part': return copyPart(frame, edit, mirrored, mirrored, id => (frame.parts.some(p => p.id === twinId(id)) ? twinId(id) : id))
    case 'rename-part': return succeed(renamePart(frame, edit))
    case 'shape-part': return succeed(changePart(frame, edit.part, { ...(edit.section ? { section: edit.section } : {}), ...(edit.axis ? { axis: edit.axis } : {}) }))
    case 'describe-part': { const { do: _do, part, ...facts } = edit; return succeed(changePart(frame, part, facts)) }
    case 'add-joint': return addJoint(frame, edit.joint)
    case 'remove-joint': return succeed({ ...frame, joints: frame.joints.filter(j => j.id !== edit.joint).map(j => (j.shares === edit.joint ? withoutShare(j) : j)) })
    case 'change-joint': return changeJoint(frame, edit)
  }
}

/** The id of a part's or joint's counterpart on the other side: left for right. The same where it has no hand. */
export const twinId = (id: string): string => id.replace(/\b(left|right)\b/g, side => (side === 'left' ? 'right' : 'left'))
export type Hand = 'left' | 'right' | 'none'
/** Which side a part or joint belongs to, by its id. */
export const handOf = (id: string): Hand => (/\bleft\b/.test(id) ? 'left' : /\bright\b/.test(id) ? 'right' : 'none')

const mirrored = (v: Vec): [number, number, number] => [0 - v[0], v[1], v[2]]
const withoutShare = ({ shares: _gone, ...joint }: Joint): Joint => joint
const changePart = (frame: Frame, id: string, facts: Partial<Part>): Frame => ({ ...frame, parts: frame.parts.map(p => (p.id === id ? { ...p, ...facts } : p)) })

function addPart(frame: Frame, part: Part, joints: readonly Joint[]): Result<Frame> {
  if (frame.parts.some(p => p.id === part.id)) return fail('twice', `There is a part “${part.id}” already: give the new one another name.`, 'edit.part.id')
  return succeed({ parts: [...frame.parts, part], joints: [...frame.joints, ...joints] })
}

/** A part goes with its joints; the last one cannot go. */
function removePart(frame: Frame, id: string): Result<Frame> {
  if (frame.parts.length === 1) return fail('last_part', 'The last part cannot be taken away: a piece has at least one.', 'edit.part')
  const gone = new Set(frame.joints.filter(j => j.enters === id || j.receives === id).map(j => j.id))
  return succeed({ parts: frame.parts.filter(p => p.id !== id), joints: frame.joints.filter(j => !gone.has(j.id)).map(j => (j.shares !== undefined && gone.has(j.shares) ? withoutShare(j) : j)) })
}

/** A copy takes the joints it enters with along, so that it is held as the first one is. */
function copyPart(frame: Frame, edit: Of<'duplicate-part'> | Of<'mirror-part'>, point: (v: Vec) => [number, number, number], direction: (v: Vec) => Vec, partner: (id: string) => string): Result<Frame> {
  const source = frame.parts.find(p => p.id === edit.part)!
  const turn = (v: Vec) => direction(v) as [number, number, number]
  const cuts = source.cuts && { start: source.cuts.start && turn(source.cuts.start), end: source.cuts.end && turn(source.cuts.end) }
  const copy: Part = { ...source, id: edit.as, label: edit.label, axis: source.axis.map(point), across: turn(source.across), ...(cuts ? { cuts } : {}) }
  const next = Math.max(0, ...frame.joints.map(j => j.number)) + 1
  const joints = frame.joints.filter(j => j.enters === source.id).map((j, i): Joint => {
    const receives = partner(j.receives)
    const { shares: _own, ...rest } = j
    return { ...rest, id: jointId(edit.as, receives), number: next + i, label: `${edit.label} to ${frame.parts.find(p => p.id === receives)!.label}`, enters: edit.as, receives, at: point(j.at), withdraw: turn(j.withdraw) }
  })
  return addPart(frame, copy, joints)
}

/** An id is 64 letters at most; two long names are cut, the receiving one first. */
export const jointId = (enters: string, receives: string): string => `${enters.slice(0, 38)}--${receives}`.slice(0, 64).replace(/-+$/, '')

function renamePart(frame: Frame, { part, label }: Of<'rename-part'>): Frame {
  const names = new Map(frame.parts.map(p => [p.id, p.id === part ? label : p.label]))
  return {
    parts: frame.parts.map(p => (p.id === part ? { ...p, label } : p)),
    joints: frame.joints.map(j => (j.enters === part || j.receives === part ? { ...j, label: `${names.get(j.enters)} to ${names.get(j.receives)}` } : j)),
  }
}

function addJoint(frame: Frame, joint: Joint): Result<Frame> {
  if (frame.joints.some(j => j.id === joint.id)) return fail('twice', `There is a joint “${joint.id}” already.`, 'edit.joint.id')
  for (const end of ['enters', 'receives'] as const) if (!frame.parts.some(p => p.id === joint[end])) return fail('no_such_part', `There is no part “${joint[end]}” on this piece.`, `edit.joint.${end}`)
  if (joint.enters === joint.receives) return fail('same_part', 'A joint holds two parts: pick another one to go into.', 'edit.joint.receives')
  const number = frame.joints.some(j => j.number === joint.number) ? Math.max(...frame.joints.map(j => j.number)) + 1 : joint.number
  return succeed({ ...frame, joints: [...frame.joints, { ...joint, number }] })
}

function changeJoint(frame: Frame, { joint: id, form, shares }: Of<'change-joint'>): Result<Frame> {
  if (typeof shares === 'string') {
    const [own, other] = [frame.joints.find(j => j.id === id)!, frame.joints.find(j => j.id === shares)]
    if (!other || other.id === id || other.receives !== own.receives) return fail('no_shared_socket', 'A socket is shared with another joint in the same receiving part.', 'edit.shares')
  }
  return succeed({
    ...frame,
    joints: frame.joints.map((j) => {
      if (j.id !== id) return j
      const changed = { ...(shares === null ? withoutShare(j) : j), ...(typeof shares === 'string' ? { shares } : {}) }
      return form ? { ...changed, form } : changed
    }),
  })
}

/** The list of edits with one more; a second change of the same thing right after the first replaces it. */
export function withEdit(edits: readonly Edit[], edit: Edit): Edit[] {
  const last = edits[edits.length - 1]
  const merges = last && last.do === edit.do && (edit.do === 'shape-part' || edit.do === 'describe-part' || edit.do === 'rename-part') && 'part' in last && last.part === edit.part
  return merges ? [...edits.slice(0, -1), { ...last, ...edit } as Edit] : [...edits, edit]
}
