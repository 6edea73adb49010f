import { z } from 'zod'
import { Entry } from '#core/piece/entry'
import { entryAsNowSaid } from '#core/piece/older-versions'

/** A server takes no more entries at once; a device sends parts well below. */
export const MOST_ENTRIES = 500

/** A page that was open while the program was renewed still says things the older way. */
const SaidEntry = z.preprocess(entryAsNowSaid, Entry)

/** `POST /api/pieces/:id/entries`: entries given by one device, laid over the version it saw. */
export const EntriesBody = z.strictObject({
  seenVersion: z.number().int().min(0),
  entries: z.array(SaidEntry).min(1).max(MOST_ENTRIES),
})
