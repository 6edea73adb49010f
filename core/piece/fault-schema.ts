import { z } from 'zod'
import { LengthMm, MeasuredSchema } from '../measure/measured-schema'
import { Id, Name } from './basic-schema'
import { BREAK_SURFACES, HOLDS, LIVE, METALS, OLD_GLUES, PARTINGS, REGISTERS, RUNS_OUT, THROUGH } from './words'

const Percent = MeasuredSchema.refine(m => m.value >= 0 && m.value <= 100, 'must be between 0 and 100 %')
const Degrees = (low: number) =>
  MeasuredSchema.refine(m => m.value >= low && m.value <= 90, `must be between ${low} and 90 degrees`)
/**
 * Where on a part: a share of the way along its axis, and how far round it, degrees from the side that `across`
 * names.
 */
const spot = { id: Id, part: Id, along: z.number().min(0).max(1), turnDeg: z.number().min(-360).max(360), note: Name }

export const Break = z.strictObject({
  kind: z.literal('break'),
  ...spot,
  parted: z.enum(PARTINGS),
  /** The joint of another part whose tenon or dowel it runs through, so that both halves hold it. */
  joint: Id.nullable(),
  /** How its plane lies against the part's axis: 90 is a snap straight across. */
  angleDeg: Degrees(3),
  /** Against the fibres, where somebody looked; worked out from the slope of the grain otherwise. */
  fibreDeg: Degrees(0).nullable(),
  surface: z.enum(BREAK_SURFACES),
  /** What stays open when it is pressed together. */
  gapMm: LengthMm.nullable(),
  /** Share of its face that is lost, pieces missing and fibres gone. */
  lostPct: Percent.nullable(),
  through: z.array(z.enum(THROUGH)).max(THROUGH.length),
})
/**
 * A split along the grain of a part: where it starts, if at a joint, which other joints it crosses, and whether it
 * runs out at an end.
 */
export const Split = z.strictObject({
  kind: z.literal('split'),
  ...spot,
  joint: Id.nullable(),
  crosses: z.array(Id).max(24),
  runsOut: z.enum(RUNS_OUT),
  lengthMm: LengthMm,
  openMm: LengthMm.nullable(),
})
export const Worm = z.strictObject({
  kind: z.literal('worm'),
  ...spot,
  lengthMm: LengthMm,
  lostPct: Percent.nullable(),
  live: z.enum(LIVE),
})
/** Wood that is gone from an edge or an end: a chip of moulding, a foot worn away. */
export const Loss = z.strictObject({
  kind: z.literal('loss'),
  ...spot,
  lengthMm: LengthMm,
  widthMm: LengthMm,
  depthMm: LengthMm,
})
export const EarlierRepair = z.strictObject({
  kind: z.literal('earlier-repair'),
  ...spot,
  joint: Id.nullable(),
  glue: z.enum(OLD_GLUES),
  metal: z.enum(METALS).nullable(),
  register: z.enum(REGISTERS),
  holds: z.enum(HOLDS),
  /**
   * How far the wood beyond it stands off where it should be: to the side that the turn names, and leaning that way.
   */
  offMm: LengthMm.nullable(),
  leanDeg: Degrees(0).nullable(),
  /** How the line of the repair lies against the part’s axis, where somebody looked: 90 is straight across. */
  angleDeg: Degrees(3).optional(),
})

/** Something wrong in the wood itself, or done to it before. */
export const Fault = z.discriminatedUnion('kind', [Break, Split, Worm, Loss, EarlierRepair]).meta({ id: 'fault' })
export type Fault = z.infer<typeof Fault>
export type Break = z.infer<typeof Break>
export type EarlierRepair = z.infer<typeof EarlierRepair>
export type Split = z.infer<typeof Split>
export type Loss = z.infer<typeof Loss>
