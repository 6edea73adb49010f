import { z } from 'zod'
import { Entry } from '#core/piece/entry'
import { entryAsNowSaid } from '#core/piece/older-versions'
import type { Clash, Waiting } from './rebase'

/** What a device keeps is checked when it is read: it may be of another version, or damaged. */
const KeptWaiting = z.object({ entry: z.preprocess(entryAsNowSaid, Entry), pieceId: z.string(), title: z.string(), seen: z.number().nullable(), order: z.number() })
const Said = z.array(z.union([z.string(), z.object({ value: z.number(), unit: z.string(), high: z.number().optional() })]))
const KeptClash = z.object({
  waiting: KeptWaiting, why: z.enum(['newer', 'refused', 'unreadable', 'erased']), reason: z.string(), mine: Said,
  theirs: z.array(z.object({ by: z.string(), at: z.string(), said: Said })),
})

export const asWaiting = (row: unknown): Waiting | undefined => KeptWaiting.safeParse(row).data
export const asClash = (row: unknown): Clash | undefined => KeptClash.safeParse(row).data as Clash | undefined
