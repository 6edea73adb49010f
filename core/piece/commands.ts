import { z } from 'zod'
import { LengthMm, MeasuredSchema } from '../measure/measured-schema'
import { Bracing, Edit, Fault, Finding, Id, Intake, Metal, Name, Note, OptionValue, Photo, PieceEvent, SetOf, Text } from './schema'
import { CLEARANCES, DIRECTIONS, JOINT_SIZES, JOINT_STATES, LOOKS, MEND_IDS, OLD_GLUES, SIGNS, VERDICTS } from './words'

/** Everything a repairer can say, measure, choose or do to a piece. Nothing else ever changes one. */
export const Command = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('rename'), title: Name.min(1, 'must name the piece') }),
  z.strictObject({ do: z.literal('describe'), intake: Intake.partial() }),
  z.strictObject({ do: z.literal('measure-shape'), key: z.string().max(40), measure: MeasuredSchema }),
  z.strictObject({ do: z.literal('set-option'), key: z.string().max(40), value: OptionValue }),
  z.strictObject({ do: z.literal('set-species'), species: z.string().max(60) }),
  z.strictObject({ do: z.literal('edit-frame'), edit: Edit }),
  z.strictObject({ do: z.literal('measure-joint'), joint: Id, size: z.enum(JOINT_SIZES), measure: LengthMm }),
  z.strictObject({ do: z.literal('test-joint'), joint: Id, state: z.enum(JOINT_STATES) }),
  z.strictObject({ do: z.literal('set-direction'), joint: Id, direction: z.enum(DIRECTIONS), on: z.boolean() }),
  z.strictObject({ do: z.literal('look-for'), joint: Id, sign: z.enum(SIGNS), look: z.enum(LOOKS).nullable() }),
  z.strictObject({ do: z.literal('measure-clearance'), joint: Id, where: z.enum(CLEARANCES), measure: LengthMm.nullable() }),
  z.strictObject({ do: z.literal('set-old-glue'), joint: Id, glue: z.enum(OLD_GLUES) }),
  z.strictObject({ do: z.literal('copy-finding'), joint: Id, finding: Finding }),
  z.strictObject({ do: z.literal('add-metal'), metal: Metal }),
  z.strictObject({ do: z.literal('change-metal'), metal: Metal }),
  z.strictObject({ do: z.literal('remove-metal'), metal: Id }),
  z.strictObject({ do: z.literal('add-fault'), fault: Fault }),
  z.strictObject({ do: z.literal('change-fault'), fault: Fault }),
  z.strictObject({ do: z.literal('remove-fault'), fault: Id }),
  z.strictObject({ do: z.literal('add-photo'), photo: Photo }),
  z.strictObject({ do: z.literal('remove-photo'), photo: Id }),
  z.strictObject({ do: z.literal('join-set'), set: SetOf }),
  z.strictObject({ do: z.literal('set-bracing'), bracing: Bracing.partial() }),
  z.strictObject({ do: z.literal('choose-mend'), joint: Id, mend: z.enum(MEND_IDS).nullable() }),
  z.strictObject({ do: z.literal('choose-glue'), glue: Id.nullable() }),
  z.strictObject({ do: z.literal('overrule-cause'), joint: Id, cause: Id.nullable(), why: Text }),
  z.strictObject({ do: z.literal('leave-shut'), joint: Id, on: z.boolean() }),
  z.strictObject({ do: z.literal('answer-bracing'), answer: z.enum(['restore', 'accept']).nullable(), why: Text }),
  z.strictObject({ do: z.literal('set-outcome'), verdict: z.enum(VERDICTS).nullable(), why: Text }),
  z.strictObject({ do: z.literal('log-event'), event: PieceEvent }),
  z.strictObject({ do: z.literal('keep-note'), note: Note }),
  z.strictObject({ do: z.literal('drop-note'), note: Id }),
])
export type Command = z.infer<typeof Command>

/** Takes back an earlier entry, which may itself be an undo: undoing an undo is redo. */
export const Undo = z.strictObject({ do: z.literal('undo'), entry: z.string().max(64) })
export type Undo = z.infer<typeof Undo>

/** One line of a piece's logbook. `id` is made by the device that gave it, so that sending it twice does nothing twice. */
export const Entry = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{8,64}$/i, 'must be 8 to 64 letters, digits or hyphens'),
  at: z.iso.datetime({ message: 'must be a time such as 2026-03-05T09:30:00Z' }),
  by: z.string().max(60),
  command: z.union([Command, Undo]),
})
export type Entry = z.infer<typeof Entry>
