import { z } from 'zod'
import { DeviceName } from '#core/piece/basic-schema'
import { tell } from '../../../live/hub'
import { bodyOf, defineWrite, idOf, orAbsent, refusal } from '../../../pieces/answers'
import { makeSet } from '../../../pieces/store'

const Body = z.strictObject({
  of: z.number().int('must be a whole number').min(2, 'must be two or more').max(24, 'must be 24 at most'),
  entry: z.string().regex(/^[a-z0-9-]{8,60}$/i),
  by: DeviceName,
})

/** Makes a piece one of a set of so many alike; the others start with what they have in common. */
export default defineWrite(async (event) => {
  const id = idOf(event)
  const { of, entry, by } = await bodyOf(event, Body)
  const made = await makeSet(id, of, set => ({
    id: entry,
    at: new Date().toISOString(),
    by,
    command: { do: 'join-set', set },
  }))
  if (made === null) {
    throw refusal(409, 'It is one of a set already.', [
      { path: 'of', code: 'twice', message: 'It is one of a set already.' },
    ])
  }
  if (typeof made === 'object' && 'taken' in made) {
    const names = made.taken.map(n => `“${n}”`).join(', ')
    throw refusal(409, `${names} is taken: a piece of that name is here, or was.`, [
      { path: 'of', code: 'taken', message: `${names} is taken already` },
    ])
  }
  const members = orAbsent(made)
  for (const change of members) tell(change)
  return { members: members.map(m => m.piece) }
})
