import { z } from 'zod'
import { LONGEST_MM } from '#core/measure/length'
import { tellReading } from '../live/hub'
import { bodyOf } from '../pieces/answers'

const Reading = z.strictObject({
  valueMm: z.number().min(0, 'must not be negative').max(LONGEST_MM, `must be ${LONGEST_MM} mm at most`),
})

/**
 * A reading of an instrument on the bench; it goes to whichever page has a field for it in focus, and is kept nowhere
 * else.
 */
export default defineEventHandler(async (event) => {
  const { valueMm } = await bodyOf(event, Reading)
  tellReading(valueMm)
  return { valueMm }
})
