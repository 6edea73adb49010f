import { EntriesBody } from '#shared/entries-body'
import type { RefusedAnswer, TakenAnswer } from '#shared/wire'
import { bodyOf, defineWrite, idOf, orAbsent } from '../../../pieces/answers'
import { tell } from '../../../live/hub'
import { giveEntries } from '../../../pieces/store'

/**
 * 200 with the new state; 409 with the newer document where another device was quicker; 422 naming the entry that is
 * refused.
 */
export default defineWrite(async (event): Promise<TakenAnswer> => {
  const id = idOf(event)
  const { seenVersion, entries } = await bodyOf(event, EntriesBody)
  const given = orAbsent(await giveEntries(id, seenVersion, entries))
  if (given.kind === 'clash') {
    throw createError({ statusCode: 409, message: 'Somebody else changed this piece.', data: given.stored })
  }
  if (given.kind === 'refused') {
    const data: RefusedAnswer = { entry: given.entry, issues: given.issues, ...given.stored }
    throw createError({ statusCode: 422, message: given.issues[0]!.message, data })
  }
  for (const change of [{ piece: id, version: given.stored.version }, ...given.others]) tell(change)
  return { piece: given.stored.piece, version: given.stored.version }
})
