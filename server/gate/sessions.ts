import { createHash, randomBytes } from 'node:crypto'
import { useDatabase } from '../db/database'

/** A device that was let in stays so, unless it does not come for so long, days. */
export const SESSION_DAYS = 90
const DAY_MS = 86_400_000

/** What is kept is not what the device shows: whoever reads the file cannot enter with it. */
const keptOf = (token: string): string => createHash('sha256').update(token).digest('base64url')

/** Lets a device in; what it has to show from then on. */
export async function newSession(now: Date): Promise<string> {
  const token = randomBytes(32).toString('base64url')
  const at = now.toISOString()
  await useDatabase()
    .insertInto('session')
    .values({ token: keptOf(token), madeAt: at, seenAt: at })
    .execute()
  await useDatabase()
    .deleteFrom('session')
    .where('seenAt', '<', new Date(now.getTime() - SESSION_DAYS * DAY_MS).toISOString())
    .execute()
  return token
}

/** Whether a device was let in and came within the time. Notes once a day that it did. */
export async function isSession(token: string, now: Date): Promise<boolean> {
  const found = await useDatabase()
    .selectFrom('session')
    .select('seenAt')
    .where('token', '=', keptOf(token))
    .executeTakeFirst()
  if (!found) return false
  const ageMs = now.getTime() - Date.parse(found.seenAt)
  if (ageMs > SESSION_DAYS * DAY_MS) return false
  if (ageMs > DAY_MS) {
    await useDatabase()
      .updateTable('session')
      .set({ seenAt: now.toISOString() })
      .where('token', '=', keptOf(token))
      .execute()
  }
  return true
}

export async function endSession(token: string): Promise<void> {
  await useDatabase().deleteFrom('session').where('token', '=', keptOf(token)).execute()
}

export async function countSessions(): Promise<number> {
  const { many } = await useDatabase()
    .selectFrom('session')
    .select(eb => eb.fn.countAll<number>().as('many'))
    .executeTakeFirstOrThrow()
  return Number(many)
}
