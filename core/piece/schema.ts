import { z } from 'zod'
import { LengthMm, MeasuredSchema } from '../measure/measured-schema'
import { Id, Name, Text, WallTime } from './basic-schema'
import { Fault } from './fault-schema'
import { Edit, Joint, Part } from './frame-schema'
import {
  AGES, BLOCK_STATES, CLEARANCES, DIRECTIONS, EVENTS, FINISHES, JOINT_STATES, LOOKS, MEND_IDS, METALS, OLD_GLUES, SCHOOLS,
  SERVICES, SIGNS, UPHOLSTERIES, VERDICTS, WEBBING_STATES, WORTHS,
} from './words'
import { SCHEMA_VERSION } from './version'

export { Id, Name, Text, WallTime } from './basic-schema'
export { Break, Fault } from './fault-schema'
export { Edit, Joint, JointForm, Part } from './frame-schema'

export const Finding = z.strictObject({
  state: z.enum(JOINT_STATES),
  directions: z.array(z.enum(DIRECTIONS)),
  signs: z.partialRecord(z.enum(SIGNS), z.enum(LOOKS)),
  clearance: z.partialRecord(z.enum(CLEARANCES), LengthMm),
  oldGlue: z.enum(OLD_GLUES),
}).meta({ id: 'finding' })
export type Finding = z.infer<typeof Finding>

export const Metal = z.strictObject({ id: Id, joint: Id, kind: z.enum(METALS), hidden: z.boolean(), note: Name })
export type Metal = z.infer<typeof Metal>

export const Intake = z.strictObject({
  customer: Name, ask: Text, age: z.enum(AGES), worth: z.enum(WORTHS), finish: z.enum(FINISHES),
  upholstery: z.enum(UPHOLSTERIES), service: z.enum(SERVICES), due: WallTime.nullable(), school: z.enum(SCHOOLS).nullable(),
})
export type Intake = z.infer<typeof Intake>

export const Bracing = z.strictObject({ cornerBlocks: z.enum(BLOCK_STATES), webbing: z.enum(WEBBING_STATES) })
export const OptionValue = z.union([z.string().max(40), z.number().int().min(0).max(20)])

export const Choices = z.strictObject({
  mends: z.record(Id, z.enum(MEND_IDS)),
  glue: Id.nullable(),
  causes: z.record(Id, z.strictObject({ cause: Id, why: Text })),
  leaveShut: z.array(Id),
  bracing: z.strictObject({ answer: z.enum(['restore', 'accept']), why: Text }).nullable(),
})

export const PieceEvent = z.strictObject({ id: Id, at: WallTime, kind: z.enum(EVENTS), stage: z.number().int().positive().nullable(), note: Text })
export type PieceEvent = z.infer<typeof PieceEvent>

/** Something worked out without the piece and kept to it, or a line somebody wants remembered. */
export const Note = z.strictObject({ id: Id, at: WallTime, text: Text.min(1, 'must say something') })
export type Note = z.infer<typeof Note>

/** A picture of the piece, of a joint or of a fault. The picture itself is kept beside the document under the same id. */
export const Photo = z.strictObject({ id: Id, at: WallTime, of: z.strictObject({ kind: z.enum(['piece', 'joint', 'fault']), id: Id.nullable() }), caption: Name, widthPx: z.number().int().positive(), heightPx: z.number().int().positive() })
export type Photo = z.infer<typeof Photo>

/** One of several alike: what they have in common is told to one and kept by all. */
export const SetOf = z.strictObject({ id: Id, member: z.number().int().positive().max(24), of: z.number().int().min(2).max(24) })
export type SetOf = z.infer<typeof SetOf>

export const Piece = z.strictObject({
  schemaVersion: z.literal(SCHEMA_VERSION),
  id: Id,
  title: Name.min(1, 'must name the piece'),
  takenInAt: WallTime,
  set: SetOf.nullable(),
  intake: Intake,
  shape: z.strictObject({
    family: Id, species: z.string().max(60), measures: z.record(z.string(), MeasuredSchema), options: z.record(z.string(), OptionValue),
    /** Changes by hand, in the order they were made. */
    edits: z.array(Edit).max(1000),
  }),
  parts: z.array(Part).max(400),
  joints: z.array(Joint).max(800),
  findings: z.record(Id, Finding),
  metal: z.array(Metal).max(400),
  faults: z.array(Fault).max(400),
  photos: z.array(Photo).max(400),
  bracing: Bracing,
  choices: Choices,
  outcome: z.strictObject({ verdict: z.enum(VERDICTS), why: Text }).nullable(),
  events: z.array(PieceEvent).max(2000),
  notes: z.array(Note).max(500),
}).superRefine((piece, ctx) => {
  const parts = new Set(piece.parts.map(p => p.id))
  const joints = new Set(piece.joints.map(j => j.id))
  const faults = new Set(piece.faults.map(f => f.id))
  const tell = (path: (string | number)[], message: string) => ctx.addIssue({ code: 'custom', path, message })
  if (parts.size < piece.parts.length) tell(['parts'], 'two parts share an id: each needs its own')
  if (joints.size < piece.joints.length) tell(['joints'], 'two joints share an id: each needs its own')
  if (faults.size < piece.faults.length) tell(['faults'], 'two faults share an id: each needs its own')
  if (new Set(piece.joints.map(j => j.number)).size < piece.joints.length) tell(['joints'], 'two joints share a number: each needs its own')
  const needPart = (path: (string | number)[], id: string) => { if (!parts.has(id)) tell(path, `must name a part of this piece; there is no “${id}”`) }
  const needJoint = (path: (string | number)[], id: string) => { if (!joints.has(id)) tell(path, `must name a joint of this piece; there is no “${id}”`) }
  piece.joints.forEach((j, i) => {
    for (const end of ['enters', 'receives'] as const) needPart(['joints', i, end], j[end])
    if (j.enters === j.receives) tell(['joints', i, 'receives'], 'must be another part than the one that enters')
    if (j.shares !== undefined) needJoint(['joints', i, 'shares'], j.shares)
  })
  for (const id of Object.keys(piece.findings)) if (!joints.has(id)) tell(['findings', id], 'must belong to a joint of this piece')
  for (const id of Object.keys(piece.choices.mends)) if (!joints.has(id)) tell(['choices', 'mends', id], 'must belong to a joint of this piece')
  piece.metal.forEach((m, i) => needJoint(['metal', i, 'joint'], m.joint))
  piece.faults.forEach((f, i) => {
    needPart(['faults', i, 'part'], f.part)
    if ('joint' in f && f.joint !== null) needJoint(['faults', i, 'joint'], f.joint)
  })
  piece.photos.forEach((p, i) => {
    if (p.of.kind === 'joint') needJoint(['photos', i, 'of', 'id'], p.of.id ?? '')
    if (p.of.kind === 'fault' && !faults.has(p.of.id ?? '')) tell(['photos', i, 'of', 'id'], 'must name a fault of this piece')
  })
  if (piece.set && piece.set.member > piece.set.of) tell(['set', 'member'], 'must be one of the set: its number is larger than the set')
})
export type Piece = z.infer<typeof Piece>
