import { z } from 'zod'
import { LengthMm, MeasuredSchema } from '../measure/measured-schema'
import {
  AGES, BLOCK_STATES, CLEARANCES, DIRECTIONS, EVENTS, FINISHES, JOINT_STATES, LOOKS, MEND_IDS, METALS, OLD_GLUES, SCHOOLS,
  SERVICES, SIGNS, UPHOLSTERIES, VERDICTS, WEBBING_STATES, WORTHS,
} from './words'

/** The version of the document below. A change that old files cannot be read by raises it and adds a step to file.ts. */
export const SCHEMA_VERSION = 1

export const Id = z.string().regex(/^[a-z0-9][a-z0-9-]{0,63}$/, 'must be lower-case letters, digits and hyphens, 64 at most')
export const Text = z.string().max(2000, 'must be 2000 characters at most')
const ShortText = z.string().max(200, 'must be 200 characters at most')
/** Wall-clock time, as in `2026-03-05T09:30`. */
export const WallTime = z.string().regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'must be a time such as 2026-03-05T09:30')
const Coordinate = z.number().min(-6000).max(6000)
const VecMm = z.tuple([Coordinate, Coordinate, Coordinate])
const UnitVec = z.tuple([z.number(), z.number(), z.number()])
  .refine(v => Math.abs(Math.hypot(...v) - 1) < 1e-6, 'must be a direction of length 1')

/** Width and depth of a part's section at a share of the way along its axis, millimetres. */
export const Station = z.strictObject({ along: z.number().min(0).max(1), widthMm: z.number().positive().max(2000), depthMm: z.number().positive().max(2000) })

export const Part = z.strictObject({
  id: Id,
  label: ShortText,
  /** What the part is, whichever side it stands on: `front-leg`, `side-rail`, `slat`. */
  role: Id,
  section: z.strictObject({ shape: z.enum(['rectangle', 'round']), stations: z.array(Station).min(1).max(60) }),
  axis: z.array(VecMm).min(2).max(60),
  /** Direction of the section's width; its depth lies square to both this and the axis. */
  across: UnitVec,
  species: z.string().max(60),
})
export type Part = z.infer<typeof Part>

const Tenon = z.strictObject({
  kind: z.literal('mortise-and-tenon'), thicknessMm: LengthMm, widthMm: LengthMm, deeperMm: LengthMm, pinned: z.boolean(),
})
const Dowels = z.strictObject({
  kind: z.literal('dowel'), count: z.number().int().min(1).max(6), diameterMm: LengthMm, spacingMm: LengthMm,
})
const RoundTenon = z.strictObject({ kind: z.literal('round-tenon'), diameterMm: LengthMm, deeperMm: LengthMm })
export const JointForm = z.discriminatedUnion('kind', [Tenon, Dowels, RoundTenon])
export type JointForm = z.infer<typeof JointForm>

export const Joint = z.strictObject({
  id: Id,
  /** Shown as J1, J2 ...; once given it stays, because paper tags carry it. */
  number: z.number().int().positive(),
  label: ShortText,
  enters: Id,
  receives: Id,
  /** Where the shoulder meets the receiving part. */
  at: VecMm,
  /** The way the entering part comes out of the receiving one. */
  withdraw: UnitVec,
  /** How deep the tenon or dowels sit in the receiving part. */
  depthMm: LengthMm,
  form: JointForm,
})
export type Joint = z.infer<typeof Joint>

export const Finding = z.strictObject({
  state: z.enum(JOINT_STATES),
  directions: z.array(z.enum(DIRECTIONS)),
  signs: z.partialRecord(z.enum(SIGNS), z.enum(LOOKS)),
  clearance: z.partialRecord(z.enum(CLEARANCES), LengthMm),
  oldGlue: z.enum(OLD_GLUES),
})
export type Finding = z.infer<typeof Finding>

export const Metal = z.strictObject({ id: Id, joint: Id, kind: z.enum(METALS), hidden: z.boolean(), note: ShortText })
export type Metal = z.infer<typeof Metal>

export const Intake = z.strictObject({
  customer: ShortText, ask: Text, age: z.enum(AGES), worth: z.enum(WORTHS), finish: z.enum(FINISHES),
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

export const Piece = z.strictObject({
  schemaVersion: z.literal(SCHEMA_VERSION),
  id: Id,
  title: ShortText.min(1, 'must name the piece'),
  takenInAt: WallTime,
  intake: Intake,
  shape: z.strictObject({ family: Id, measures: z.record(z.string(), MeasuredSchema), options: z.record(z.string(), OptionValue) }),
  parts: z.array(Part).max(400),
  joints: z.array(Joint).max(800),
  findings: z.record(Id, Finding),
  metal: z.array(Metal).max(400),
  bracing: Bracing,
  choices: Choices,
  outcome: z.strictObject({ verdict: z.enum(VERDICTS), why: Text }).nullable(),
  events: z.array(PieceEvent).max(2000),
  notes: z.array(Note).max(500),
}).superRefine((piece, ctx) => {
  const parts = new Set(piece.parts.map(p => p.id))
  const joints = new Set(piece.joints.map(j => j.id))
  const tell = (path: (string | number)[], message: string) => ctx.addIssue({ code: 'custom', path, message })
  if (parts.size < piece.parts.length) tell(['parts'], 'two parts share an id: each needs its own')
  if (joints.size < piece.joints.length) tell(['joints'], 'two joints share an id: each needs its own')
  if (new Set(piece.joints.map(j => j.number)).size < piece.joints.length) tell(['joints'], 'two joints share a number: each needs its own')
  piece.joints.forEach((j, i) => {
    for (const end of ['enters', 'receives'] as const) if (!parts.has(j[end])) tell(['joints', i, end], `must name a part of this piece; there is no “${j[end]}”`)
    if (j.enters === j.receives) tell(['joints', i, 'receives'], 'must be another part than the one that enters')
  })
  for (const id of Object.keys(piece.findings)) if (!joints.has(id)) tell(['findings', id], 'must belong to a joint of this piece')
  for (const id of Object.keys(piece.choices.mends)) if (!joints.has(id)) tell(['choices', 'mends', id], 'must belong to a joint of this piece')
  piece.metal.forEach((m, i) => { if (!joints.has(m.joint)) tell(['metal', i, 'joint'], `must name a joint of this piece; there is no “${m.joint}”`) })
})
export type Piece = z.infer<typeof Piece>
