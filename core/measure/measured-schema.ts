import { z } from 'zod'
import { meanOf } from './measured'

const form = (value: z.ZodNumber) =>
  z
    .strictObject({
      value,
      basis: z.enum(['measured', 'assumed']),
      /** Several readings of the same size; the value is their mean. */
      readings: z
        .array(value)
        .min(2, 'must be two readings or more')
        .max(20, 'must be twenty readings at most')
        .optional(),
    })
    .refine(
      m => m.readings === undefined || (m.basis === 'measured' && Math.abs(meanOf(m.readings) - m.value) < 0.01),
      'must be the mean of its readings, and measured',
    )

/** The form of a measured or assumed figure in a file or a command. */
export const MeasuredSchema = form(z.number()).meta({ id: 'measured' })

/** A length measured or assumed, millimetres, believable for a piece of furniture. */
export const LengthMm = form(z.number().min(0).max(6000)).meta({ id: 'lengthMm' })
