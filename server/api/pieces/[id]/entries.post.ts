import { z } from 'zod'
import { Entry } from '#core/piece/commands'
import { bodyOf, idOf } from '../../../pieces/answers'
import { tell } from '../../../live/hub'
import { giveEntries } from '../../../pieces/store'

const Body = z.strictObject({ seenVersion: z.number().int().min(0), entries: z.array(Entry).min(1).max(500) })

/** 200 with the new state; 409 with the newer document where another device was quicker; 422 where a command is refused. */
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const { seenVersion, entries } = await bodyOf(event, Body)
  const given = await giveEntries(id, seenVersion, entries)
  if (!given) throw createError({ statusCode: 404, message: 'There is no such piece.' })
  if (given.kind === 'clash') throw createError({ statusCode: 409, message: 'Somebody else changed this piece.', data: given.stored })
  if (given.kind === 'refused') throw createError({ statusCode: 422, message: given.issues[0]!.message, data: { issues: given.issues, ...given.stored } })
  for (const change of [{ piece: id, version: given.stored.version }, ...given.others]) tell(change)
  return { piece: given.stored.piece, version: given.stored.version }
})
