import type { Joint } from '../piece/schema'
import { JOINT_KINDS } from '../piece/joint-forms'
import type { SignId } from '../piece/words'

/** Something to look for at a joint: what it is, and what looking costs. */
export interface Sign {
  readonly id: SignId
  readonly label: string
  readonly hint: string
  /** Minutes to look properly, this project's estimate. */
  readonly lookMin: number
  /** Kinds of joint it can be seen at. */
  readonly at: readonly Joint['form']['kind'][]
}

const ALL = JOINT_KINDS
const sign = (id: SignId, label: string, hint: string, lookMin: number, at: Sign['at'] = ALL): Sign => ({
  id,
  label,
  hint,
  lookMin,
  at,
})

export const SIGN_TABLE: readonly Sign[] = [
  sign('amber-crumbs', 'amber crumbs', 'brittle, glassy; soften and go tacky under a warm damp swab', 6),
  sign('white-line', 'white line', 'white or cloudy at the seam, rubbery crumbs', 2),
  sign('bare-tight', 'bare wood, tight fit', 'no sheen in raking light, yet it fits', 3),
  sign('skin-one-face', 'shiny skin on one face', 'thick and glossy on one side only', 4),
  sign('dowel-stub', 'dowel stub', 'flush in the hole, its end in the other part', 3, ['dowel']),
  sign('hidden-metal', 'screw or nail', 'a head, a plug of other grain, a filler dot; a magnet finds the rest', 2),
  sign('crack-at-fastener', 'crack at a fastener', 'starts at a screw, nail or pin', 2),
  sign('split', 'split along the grain', 'in the post, rail or mortise wall', 2),
  sign('bruised-edge', 'bruised edge', 'mortise mouth crushed or belled', 2),
  sign('polished-tenon', 'polished tenon', 'slightly oval, smaller than its hole', 3, [
    'mortise-and-tenon',
    'round-tenon',
  ]),
  sign('epoxy-drips', 'hard glossy drips', 'clear or amber; a blade chips them', 2),
  sign('foam', 'tan foam', 'bubbles along the seam', 1),
  sign('bead-outside', 'elastic bead outside', 'tan, white or black, never got into the joint', 1),
  sign('step-in-line', 'step in an old line', 'misfit or change of colour', 2),
  sign('worm-dust', 'worm holes or dust', '1–2 mm holes; fresh dust is pale', 3),
  sign('hurried-repair', 'hurried repair', 'tape residue, clip marks, brads across a tenon', 2),
]

export const signNamed = (id: SignId): Sign => SIGN_TABLE.find(s => s.id === id)!
export const signsAt = (joint: Joint): readonly Sign[] => SIGN_TABLE.filter(s => s.at.includes(joint.form.kind))
