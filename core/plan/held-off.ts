import { findingOf, partOf, tagOf } from '../piece/facts'
import { fitMm, mm, say, type Phrase } from '../measure/phrase'
import type { Size, SizeId } from '../mend'
import { FORMS } from '../piece/joint-forms'
import { nameOf } from '../piece/names'
import type { Joint, Piece } from '../piece/schema'
import { twinId } from '../piece/sides'
import { HELD_OFF, type HeldOff } from '../piece/words'
import { ROUNDS } from '../reference/rounds'
import type { Plan } from './plan'

/** One thing that may hold a joint off, with its number where there is one and what to do. */
export interface Likely {
  readonly id: HeldOff
  readonly label: string
  readonly words: Phrase
}

/** All that is known of a joint that does not close. */
interface Held {
  readonly piece: Piece
  readonly plan: Pick<Plan, 'mends' | 'recipes' | 'takeApart'>
  readonly joint: Joint
  /** How far it is held off, millimetres. */
  readonly offMm: number
  readonly sizes: readonly Size[]
}

interface ReasonRow {
  readonly label: string
  /** How likely it is beside the others, from what is known (low): they are put in order by it, no more. */
  weigh(held: Held): number
  words(held: Held): Phrase
}

/** What is left at the bottom of a hole for glue, millimetres. */
const ROOM_MM = 1
/** What comes off in one go: whole millimetres, so that it need not be tried twice. */
const toTakeOffMm = (offMm: number): number => Math.ceil(offMm + ROOM_MM)

const sizeIn = ({ sizes }: Held, id: SizeId): number | null => sizes.find(s => s.id === id)?.figure.value ?? null
const isFaceJoint = ({ joint }: Held): boolean => FORMS[joint.form.kind].fit === 'face'
/** A new dowel or tenon, cut to a length. */
const newLengthMm = (held: Held): number | null => sizeIn(held, 'dowel-length') ?? sizeIn(held, 'tenon-length')
const breaksAt = ({ piece, joint }: Held): number =>
  piece.faults.filter(
    f => (f.kind === 'break' || f.kind === 'split') && (f.part === joint.enters || f.part === joint.receives),
  ).length
const isWetted = ({ plan, joint }: Held): boolean => plan.recipes[joint.id]?.rounds.some(r => ROUNDS[r.id].wet) ?? false

/** How much tighter the bottom is than the mouth, where both were measured, millimetres. */
function taperMm({ piece, joint }: Held): number {
  const { clearance } = findingOf(piece, joint.id)
  const pairs = [
    [clearance.cheek, clearance['cheek-bottom']],
    [clearance.edge, clearance['edge-bottom']],
    [clearance.round, clearance['round-bottom']],
  ] as const
  return Math.max(0, ...pairs.map(([mouth, bottom]) => (mouth && bottom ? mouth.value - bottom.value : 0)))
}

/** The part on the other side that could have been taken for it. */
function twinOf({ piece, joint }: Held): string | null {
  const twin = twinId(joint.enters)
  return twin !== joint.enters && piece.parts.some(p => p.id === twin) ? twin : null
}

/** Joints that close in moves of their own after this one when the take-apart runs backward, nearest first. */
function closedBefore({ plan, joint }: Held): string[] {
  const own = plan.takeApart.moves.findIndex(m => m.joints.includes(joint.id))
  return own < 0 ? [] : plan.takeApart.moves.slice(own + 1).flatMap(m => m.joints)
}

/** A new reason is a row here and its name in the schema. */
const REASONS: Readonly<Record<HeldOff, ReasonRow>> = {
  'too-long': {
    label: 'too long',
    weigh: held => (isFaceJoint(held) ? 0 : newLengthMm(held) !== null ? 3 : 1.2),
    words: (held) => {
      const [longMm, receivingMm, enteringMm] = [
        newLengthMm(held),
        sizeIn(held, 'stop-receiving'),
        sizeIn(held, 'stop-entering'),
      ]
      const off = say`Take off ${mm(toTakeOffMm(held.offMm))}.`
      if (longMm !== null && receivingMm !== null && enteringMm !== null) {
        return say`The sheet has it ${mm(longMm)} long in holes of ${mm(receivingMm)} and ${mm(enteringMm)}: it is about ${mm(held.offMm + Math.max(0, receivingMm + enteringMm - longMm))} longer than that, or a hole is short or has chips in it. ${off}`
      }
      const { form, depthMm } = held.joint
      const deeperMm = 'deeperMm' in form ? form.deeperMm.value : ROOM_MM
      return say`It bottoms: ${mm(longMm ?? depthMm.value)} long, and the hole wants ${mm((longMm ?? depthMm.value) + deeperMm)}. Clear the hole, probe it with a rule, then: ${off}`
    },
  },
  'lump': {
    label: 'lump',
    weigh: () => 1.5,
    words: ({ piece, joint }) =>
      say`Old glue in a corner of the hole, at the bottom or on the shoulder of the ${nameOf(piece, joint.enters)}: a lamp along it, and the lump off, no more.`,
  },
  'fibres': {
    label: 'fibres',
    weigh: held => (breaksAt(held) > 0 ? 2.6 : 0.8),
    words: () =>
      say`Bent fibres at the mouth or on a broken face: lay them back with a point and a little warm water, or cut what will not lie. No sanding.`,
  },
  'swollen': {
    label: 'swollen',
    weigh: held => (isFaceJoint(held) ? 0 : isWetted(held) ? 2.4 : 0.5),
    words: held =>
      isWetted(held)
        ? say`It was wetted to come apart: a day in dry air first, and try again. What still binds is shaved where it shines.`
        : say`Chalk or pencil on the tenon shows where it binds: shave there, along the grain, and no deeper than the mark.`,
  },
  'tapered': {
    label: 'tapered',
    weigh: held => (taperMm(held) > 0.05 ? 2.5 : 0.3),
    words: held =>
      taperMm(held) > 0.05
        ? say`The hole is ${fitMm(taperMm(held))} tighter at its bottom than at its mouth: ease the tenon’s end by that, or clear the bottom.`
        : say`Measure mouth and bottom of the hole: what is tighter inside stops the end first.`,
  },
  'wrong-order': {
    label: 'wrong order',
    weigh: held => (closedBefore(held).length > 0 ? 1.4 : 0.2),
    words: (held) => {
      const tags = closedBefore(held)
        .slice(0, 4)
        .map(id => tagOf(held.piece.joints.find(j => j.id === id)!))
      return tags.length > 0
        ? say`${tags.join(', ')} close before it: open it again, close those, then this one.`
        : say`Something that is closed already may hold its parts too far apart or too near: open the neighbours and start with this one.`
    },
  },
  'wrong-side': {
    label: 'wrong side',
    weigh: held => (twinOf(held) !== null ? 1 : 0.2),
    words: (held) => {
      const twin = twinOf(held)
      return twin
        ? say`The ${nameOf(held.piece, held.joint.enters)} and the ${nameOf(held.piece, twin)} look alike: read their labels, and which end and which face is which.`
        : say`Which end and which face of the ${nameOf(held.piece, partOf(held.piece, held.joint.enters).id)} is which: read the label.`
    },
  },
  'something-else': {
    label: 'something else',
    weigh: () => 0.1,
    words: () => say`Do not pull it home with a clamp: what a hand and a tap do not close holds something off.`,
  },
}

/**
 * What may hold a joint off, the likeliest first, each with its number and what to do. `offMm` is how far it stands
 * open.
 */
export function likelyReasons(piece: Piece, plan: Held['plan'], joint: string, offMm: number): Likely[] {
  const found = piece.joints.find(j => j.id === joint)
  if (!found) return []
  const mend = plan.mends.find(m => m.joint === joint)
  const verdict = mend?.options.find(o => o.id === mend.chosen)?.verdict
  const held: Held = { piece, plan, joint: found, offMm, sizes: verdict?.fits ? verdict.sizes : [] }
  return HELD_OFF.map(id => ({ id, row: REASONS[id] }))
    .filter(({ row }) => row.weigh(held) > 0)
    .sort((a, b) => b.row.weigh(held) - a.row.weigh(held))
    .map(({ id, row }) => ({ id, label: row.label, words: row.words(held) }))
}

/** How a reason is called. */
export const heldOffLabel = (id: HeldOff): string => REASONS[id].label
