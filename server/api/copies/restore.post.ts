import { createWriteStream, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { RestoredAnswer } from '#shared/copies'
import { copiesIn } from '../../db/backup'
import { dataFolder } from '../../db/database'
import { swapFor } from '../../db/swap'
import { beginAnew } from '../../live/begin-anew'
import { bytesLimited, defineWrite, refusal } from '../../pieces/answers'

/** No workshop’s data are larger, bytes. */
const MOST_BYTES = 8_000_000_000

/** Puts a copy back: one of the list by `?name=`, else the file that is sent. What was there is kept. */
export default defineWrite(async (event): Promise<RestoredAnswer> => {
  const { name } = getQuery(event)
  const folder = dataFolder()
  if (name !== undefined) {
    const copy = copiesIn(folder).find(c => c.name === name)
    if (!copy) throw createError({ statusCode: 404, message: 'There is no such copy.' })
    return await putBack(join(folder, copy.name))
  }
  const sent = join(folder, `sent-${Date.now()}.db`)
  mkdirSync(folder, { recursive: true })
  try {
    // It goes to the disk as it comes: it is larger than memory should hold.
    await pipeline(Readable.from(bytesLimited(event, MOST_BYTES)), createWriteStream(sent))
    return await putBack(sent)
  }
  finally {
    rmSync(sent, { force: true })
  }
})

async function putBack(file: string): Promise<RestoredAnswer> {
  const done = await swapFor(file, new Date())
  if (!done.ok) {
    const issues = done.issues.map(i => ({ ...i, message: said(i.message, file) }))
    throw refusal(issues[0]!.code === 'busy' ? 503 : 422, issues[0]!.message, issues)
  }
  await beginAnew()
  const { copied, keptIn } = done.value
  return { pieces: copied.pieces, photos: copied.photos, keptIn: keptIn && keptIn.slice(dataFolder().length + 1) }
}

/** Where the server keeps its files is nobody's business on a screen. */
const said = (message: string, file: string): string => message.replaceAll(file, 'The file')
