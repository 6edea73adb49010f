import { z } from 'zod'
import { fail, type Result } from '../../measure/result'
import type { Draw } from '../draw'
import type { EditForm, EditKind, Frame } from './define'
import { JOINT_EDITS } from './joint-edits'
import { PART_EDITS } from './part-edits'

export type { Frame } from './define'

/** Every change by hand there is. */
export const EDITS = [...PART_EDITS, ...JOINT_EDITS] as const

type Schemas<T extends readonly { readonly schema: unknown }[]> = { [K in keyof T]: T[K]['schema'] }
const SCHEMAS = EDITS.map(e => e.schema) as unknown as Schemas<typeof EDITS>

/**
 * A change of the frame by hand, on top of what the family draws. They are kept in order and made again whenever the
 * family is drawn anew, so that a measurement can still be changed afterwards.
 */
export const Edit = z.discriminatedUnion('do', SCHEMAS).meta({ id: 'edit' })
export type Edit = z.infer<typeof Edit>

const KINDS = new Map(EDITS.map(kind => [kind.schema.shape.do.value as string, kind as unknown as EditKind<EditForm>]))
/** All there is to the kind of an edit. */
const kindOf = (edit: Edit): EditKind<EditForm> => KINDS.get(edit.do)!

/** The frame after one change by hand, or why it cannot be made. Pure. */
export function editFrame(frame: Frame, edit: Edit): Result<Frame> {
  const part = 'part' in edit && typeof edit.part === 'string' ? edit.part : undefined
  if (part !== undefined && !frame.parts.some(p => p.id === part)) {
    return fail('no_such_part', `There is no part “${part}” on this piece.`, 'edit.part')
  }
  const joint = 'joint' in edit && typeof edit.joint === 'string' ? edit.joint : undefined
  if (joint !== undefined && !frame.joints.some(j => j.id === joint)) {
    return fail('no_such_joint', `There is no joint “${joint}” on this piece.`, 'edit.joint')
  }
  return kindOf(edit).edit(frame, edit)
}

/** What of the piece an edit changes. */
export const editTouches = (edit: Edit): readonly string[] => kindOf(edit).touches(edit)

/** The list of edits with one more; a second change of the same thing right after the first replaces it. */
export function withEdit(edits: readonly Edit[], edit: Edit): Edit[] {
  const last = edits[edits.length - 1]
  const merges
    = last
      && last.do === edit.do
      && kindOf(edit).replacesItself
      && 'part' in last
      && 'part' in edit
      && last.part === edit.part
  return merges ? [...edits.slice(0, -1), { ...last, ...edit } as Edit] : [...edits, edit]
}

/** Any edit at all of a frame, sensible or not, but of the right form; for tests. */
export function drawEdit(d: Draw, frame: Frame): Edit {
  const kind = d.pick(EDITS)
  return { do: kind.schema.shape.do.value, ...kind.draw(d, frame) } as Edit
}
