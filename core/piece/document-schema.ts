import { z } from 'zod'
import { LengthMm, MeasuredSchema } from '../measure/measured-schema'
import { FactId, Id, Key, Name, Species, Text, TroubleId, WallTime } from './basic-schema'
import { Fault } from './fault-schema'
import { LIMITS } from './limits'
import { Edit } from './edits'
import { Joint, Part } from './frame-schema'
import {
  AGES,
  BLOCK_STATES,
  CAUSE_IDS,
  CLEARANCES,
  DIRECTIONS,
  EVENTS,
  FINISHES,
  GLUE_IDS,
  HOLD_FAULTS,
  HOLD_KINDS,
  HOLD_STATES,
  JOINT_STATES,
  LOOKS,
  OLD_GLUES,
  PLACES,
  SCHOOLS,
  SETTLED,
  SERVICES,
  SIGNS,
  SURFACE_AIMS,
  UPHOLSTERIES,
  VERDICTS,
  WEBBING_STATES,
  WORTHS,
  FEET_AIMS,
  FLOOR_FINDINGS,
  FLOOR_TESTS,
  HELD_OFF,
} from './words'
import { SCHEMA_VERSION } from './version'

export { Id, Key, Name, Species, Text, TroubleId, WallTime } from './basic-schema'
export { Break, EarlierRepair, Fault, Loss, Split } from './fault-schema'
export { Edit } from './edits'
export { Joint, JointForm, Part } from './frame-schema'

export const Finding = z
  .strictObject({
    state: z.enum(JOINT_STATES),
    directions: z.array(z.enum(DIRECTIONS)),
    signs: z.partialRecord(z.enum(SIGNS), z.enum(LOOKS)),
    clearance: z.partialRecord(z.enum(CLEARANCES), LengthMm),
    oldGlue: z.enum(OLD_GLUES),
  })
  .meta({ id: 'finding' })
export type Finding = z.infer<typeof Finding>

/** What a hold goes through or sits on: a joint, a place on a part, or a break or split. */
export const HoldPlace = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('joint'), id: Id }),
  z.strictObject({ kind: z.literal('part'), id: Id, along: z.number().min(0).max(1) }),
  z.strictObject({ kind: z.literal('fault'), id: Id }),
])
export type HoldPlace = z.infer<typeof HoldPlace>

/** One thing besides glue that holds: a screw, a pin, a wedge, a bolt; or what sits on a part, such as a castor. */
export const Hold = z
  .strictObject({
    id: Id,
    on: HoldPlace,
    kind: z.enum(HOLD_KINDS),
    state: z.enum(HOLD_STATES),
    faults: z.array(z.enum(HOLD_FAULTS)).max(HOLD_FAULTS.length),
    hidden: z.boolean(),
    note: Name,
    /** The shank’s or the pin’s own thickness, and how long it is, where somebody measured it. */
    diameterMm: LengthMm.optional(),
    lengthMm: LengthMm.optional(),
  })
  .meta({ id: 'hold' })
export type Hold = z.infer<typeof Hold>

export const Intake = z.strictObject({
  customer: Name,
  ask: Text,
  age: z.enum(AGES),
  worth: z.enum(WORTHS),
  finish: z.enum(FINISHES),
  upholstery: z.enum(UPHOLSTERIES),
  service: z.enum(SERVICES),
  due: WallTime.nullable(),
  school: z.enum(SCHOOLS).nullable(),
  /** The air it lives in, where somebody asked. */
  place: z.enum(PLACES).optional(),
})
export type Intake = z.infer<typeof Intake>

export const Bracing = z.strictObject({ cornerBlocks: z.enum(BLOCK_STATES), webbing: z.enum(WEBBING_STATES) })
export const OptionValue = z.union([Key, z.number().int().min(0).max(20)])

export const Choices = z.strictObject({
  /**
   * The repairer's own pick of a mend for a trouble, by the mend’s id; one that no longer is there is as if none was
   * picked.
   */
  mends: z.record(TroubleId, Id),
  glue: z.enum(GLUE_IDS).nullable(),
  /** The repairer's own judgement of a trouble's cause. */
  causes: z.record(TroubleId, z.strictObject({ cause: z.enum(CAUSE_IDS), why: Text })),
  leaveShut: z.array(Id),
  /**
   * Troubles that no mend of the plan answers, and how the repairer did: left as it is and why, or mended otherwise
   * and how.
   */
  settled: z.record(TroubleId, z.strictObject({ how: z.enum(SETTLED), why: Text })),
  /** The room of the shop in which a joint cures, where it is another than the bench's own. */
  rooms: z.record(Id, Id),
  /** Pairs of hands at this piece's glue-up, where they are others than the shop's. */
  hands: z.number().int().min(1).max(8).nullable(),
  /** Glue is not spread before this. */
  notBefore: WallTime.nullable(),
  bracing: z.strictObject({ answer: z.enum(['restore', 'accept']), why: Text }).nullable(),
  /** How far the surface is to be seen to, where somebody said. */
  surface: z.enum(SURFACE_AIMS).optional(),
})

/** Something that was done. `of` names what it was done to; what older programs kept names only a stage. */
export const PieceEvent = z
  .strictObject({
    id: Id,
    at: WallTime,
    kind: z.enum(EVENTS),
    stage: z.number().int().positive().nullable(),
    of: z.array(FactId).max(LIMITS.facts),
    note: Text,
    /** Of what is put off: not before then. */
    until: WallTime.optional(),
    /** Of a rehearsal: how long it took by the clock, minutes. */
    tookMin: z.number().min(0.1, 'must be six seconds at least').max(600, 'must be ten hours at most').optional(),
  })
  .refine(e => (e.kind === 'rehearsed') === (e.tookMin !== undefined), {
    error: 'must say how long a rehearsal took, and only of one',
    path: ['tookMin'],
  })
  .refine(e => (e.kind === 'put-off') === (e.until !== undefined), {
    error: 'must say until when it is put off, and only then',
    path: ['until'],
  })
export type PieceEvent = z.infer<typeof PieceEvent>

/** Something worked out without the piece and kept to it, or a line somebody wants remembered. */
export const Note = z.strictObject({ id: Id, at: WallTime, text: Text.min(1, 'must say something') })
export type Note = z.infer<typeof Note>

/**
 * A picture of the piece, of a joint or of a fault. The picture itself is kept beside the document under the same id.
 */
export const Photo = z.strictObject({
  id: Id,
  at: WallTime,
  of: z.strictObject({ kind: z.enum(['piece', 'joint', 'fault']), id: Id.nullable() }),
  caption: Name,
  widthPx: z.number().int().positive(),
  heightPx: z.number().int().positive(),
})
export type Photo = z.infer<typeof Photo>

/** How a joint, a break or a hold feels once it is done: told apart from what was found before. */
export const FeltAfter = z.strictObject({ state: z.enum(JOINT_STATES).exclude(['not-tested']), at: WallTime })
export type FeltAfter = z.infer<typeof FeltAfter>

/** How a joint closed in the dry run: home, or held off by so much, and why as far as somebody found out. */
export const DryClose = z.strictObject({ offMm: LengthMm.nullable(), why: z.enum(HELD_OFF).nullable() })
export type DryClose = z.infer<typeof DryClose>

/** What a reading is of: the check it belongs to and its place in it, such as `feet-heights/left-front-leg`. */
export const ReadingKey = z
  .string()
  .regex(
    /^[a-z][a-z0-9-]{0,139}\/[a-z0-9][a-z0-9-]{0,139}$/,
    'must name a check and a place in it, such as feet-heights/left-front-leg',
  )
  .meta({ id: 'readingKey' })

/**
 * What the feet are to be cut to; of a slope, how much higher the seat is to stand in front than behind, over its
 * depth.
 */
export const FeetAim = z.strictObject({ kind: z.enum(FEET_AIMS), riseMm: LengthMm.nullable() })
export type FeetAim = z.infer<typeof FeetAim>

/** What was tried on the floor, and what was seen. */
export const OnFloor = z.strictObject({ found: z.enum(FLOOR_FINDINGS), at: WallTime, note: Text })
export type OnFloor = z.infer<typeof OnFloor>

/** One of several alike: what they have in common is told to one and kept by all. */
export const SetOf = z.strictObject({
  id: Id,
  member: z.number().int().positive().max(24),
  of: z.number().int().min(2).max(24),
})
export type SetOf = z.infer<typeof SetOf>

/**
 * The form of a document. What its parts must agree on besides is in invariants.ts; schema.ts puts the two together.
 */
export const PieceForm = z.strictObject({
  schemaVersion: z.literal(SCHEMA_VERSION),
  id: Id,
  title: Name.min(1, 'must name the piece'),
  takenInAt: WallTime,
  set: SetOf.nullable(),
  intake: Intake,
  shape: z.strictObject({
    family: Id,
    species: Species,
    measures: z.record(Key, MeasuredSchema),
    options: z.record(Key, OptionValue),
    /** Changes by hand, in the order they were made. */
    edits: z.array(Edit).max(LIMITS.edits),
  }),
  parts: z.array(Part).max(LIMITS.parts),
  joints: z.array(Joint).max(LIMITS.joints),
  findings: z.record(Id, Finding),
  holds: z.array(Hold).max(LIMITS.holds),
  faults: z.array(Fault).max(LIMITS.faults),
  photos: z.array(Photo).max(LIMITS.photos),
  bracing: Bracing,
  /** Shoulder to shoulder of a part that is made again, by its id, as it was measured in the frame fitted dry. */
  dryFit: z.record(Id, LengthMm).optional(),
  /** How joints closed dry, by their ids. */
  dryClose: z.record(Id, DryClose).optional(),
  /** What was read to pull the frame true, and what can only be measured in the dry frame. */
  trueReadings: z.record(ReadingKey, LengthMm).optional(),
  feetAim: FeetAim.optional(),
  onFloor: z.partialRecord(z.enum(FLOOR_TESTS), OnFloor).optional(),
  choices: Choices,
  after: z.record(TroubleId, FeltAfter),
  outcome: z.strictObject({ verdict: z.enum(VERDICTS), why: Text }).nullable(),
  events: z.array(PieceEvent).max(LIMITS.events),
  notes: z.array(Note).max(LIMITS.notes),
})
export type Piece = z.infer<typeof PieceForm>
