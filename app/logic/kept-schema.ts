import { z } from 'zod'
import type { Phrase, Quantity } from '#core/measure/phrase'
import { Entry } from '#core/piece/entry'
import { entryAsNowSaid } from '#core/piece/older-versions'
import type { Clash, Waiting } from './rebase'

/** What a device keeps is checked when it is read: it may be of another version, or damaged. */
const KeptWaiting = z.object({
  entry: z.preprocess(entryAsNowSaid, Entry),
  pieceId: z.string(),
  title: z.string(),
  seen: z.number().nullable(),
  order: z.number(),
})
const Amount = z.object({ value: z.number(), unit: z.string(), high: z.number().optional() })
/** A phrase; an older program kept it as its words and figures in a row. */
const Sentence: z.ZodType<Phrase> = z.lazy(() =>
  z.object({ says: z.string(), values: z.array(z.union([z.string(), Amount as z.ZodType<Quantity>, Sentence])) }),
)
const Said = z.preprocess(
  kept => (Array.isArray(kept) ? { says: kept.map(() => '{}').join(''), values: kept } : kept),
  Sentence,
)
const KeptClash = z.object({
  waiting: KeptWaiting,
  why: z.enum(['newer', 'refused', 'unreadable', 'erased']),
  reason: z.string(),
  mine: Said,
  theirs: z.array(z.object({ by: z.string(), at: z.string(), said: Said })),
})

export const asWaiting = (row: unknown): Waiting | undefined => KeptWaiting.safeParse(row).data
export const asClash = (row: unknown): Clash | undefined => KeptClash.safeParse(row).data as Clash | undefined
