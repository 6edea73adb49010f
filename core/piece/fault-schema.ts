import { z } from 'zod'
import { LengthMm, MeasuredSchema } from '../measure/measured-schema'
import { Id, Name } from './basic-schema'
import { BREAK_SURFACES, HOLDS, LIVE, METALS, OLD_GLUES, REGISTERS, THROUGH } from './words'

const Percent = MeasuredSchema.refine(m => m.value >= 0 && m.value <= 100, 'must be between 0 and 100 %')
const Degrees = (low: number) => MeasuredSchema.refine(m => m.value >= low && m.value <= 90, `must be between ${low} and 90 degrees`)
/** Where on a part: a share of the way along its axis, and how far round it, degrees from the side that `across` names. */
const spot = { id: Id, part: Id, along: z.number().min(0).max(1), turnDeg: z.number().min(-360).max(360), note: Name }

export const Break = z.strictObject({
  kind: z.literal('break'), ...spot,
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
/** A split that starts at a socket or mortise and runs along the grain of the part. */
export const Split = z.strictObject({ kind: z.literal('split'), ...spot, joint: Id, lengthMm: LengthMm, openMm: LengthMm.nullable() })
export const Worm = z.strictObject({ kind: z.literal('worm'), ...spot, lengthMm: LengthMm, lostPct: Percent.nullable(), live: z.enum(LIVE) })
/** Wood that is gone from an edge or an end: a chip of moulding, a foot worn away. */
export const Loss = z.strictObject({ kind: z.literal('loss'), ...spot, lengthMm: LengthMm, widthMm: LengthMm, depthMm: LengthMm })
export const EarlierRepair = z.strictObject({
  kind: z.literal('earlier-repair'), ...spot, joint: Id.nullable(), glue: z.enum(OLD_GLUES), metal: z.enum(METALS).nullable(), register: z.enum(REGISTERS), holds: z.enum(HOLDS),
})

/** Something wrong in the wood itself, or done to it before. */
export const Fault = z.discriminatedUnion('kind', [Break, Split, Worm, Loss, EarlierRepair]).meta({ id: 'fault' })
export type Fault = z.infer<typeof Fault>
export type Break = z.infer<typeof Break>
