import { z } from 'zod'

/** A figure somebody took, or one the software filled in until somebody does. */
export const Measured = z.strictObject({
  value: z.number(),
  basis: z.enum(['measured', 'assumed']),
})
export type Measured = z.infer<typeof Measured>

/** A length measured or assumed, millimetres, believable for a piece of furniture. */
export const LengthMm = Measured.extend({ value: z.number().min(0).max(6000) })

export const measured = (value: number): Measured => ({ value, basis: 'measured' })
export const assumed = (value: number): Measured => ({ value, basis: 'assumed' })
