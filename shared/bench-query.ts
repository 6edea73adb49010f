import { z } from 'zod'
import { Id, Name, WallTime } from '#core/piece/basic-schema'
import { DUE_WITHIN } from './bench'

/** So many may be asked for by name at once. */
export const MOST_NAMED = 200

/** What a request to `GET /api/bench` may ask. `at` is the page's wall clock. */
export const BenchQuery = z.strictObject({
  at: WallTime,
  /** In title, customer or id. */
  find: z.string().max(100, 'must be 100 letters at most').optional(),
  step: Id.optional(),
  customer: Name.optional(),
  due: z.enum(DUE_WITHIN).optional(),
  /** Those that went home, in place of those on the bench. */
  over: z.literal('yes').optional(),
  /** Where the page before ended. */
  after: z.string().max(200).optional(),
  /** Of those asked for just these, with commas between them. */
  only: z
    .string()
    .max(MOST_NAMED * 81)
    .optional(),
})
export type BenchAsked = z.infer<typeof BenchQuery>
