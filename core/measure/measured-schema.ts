import { z } from 'zod'

/** The form of a measured or assumed figure in a file or a command. */
export const MeasuredSchema = z.strictObject({
  value: z.number(),
  basis: z.enum(['measured', 'assumed']),
})

/** A length measured or assumed, millimetres, believable for a piece of furniture. */
export const LengthMm = MeasuredSchema.extend({ value: z.number().min(0).max(6000) })
