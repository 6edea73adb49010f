import { createReadStream, statSync } from 'node:fs'
import { join } from 'node:path'
import { copiesIn } from '../../db/backup'
import { dataFolder } from '../../db/database'

/** A copy as a file, by its name: only what is in the list can be had. */
export default defineEventHandler((event) => {
  const name = String(getQuery(event).name ?? '')
  const copy = copiesIn(dataFolder()).find(c => c.name === name)
  if (!copy) throw createError({ statusCode: 404, message: 'There is no such copy.' })
  const file = join(dataFolder(), copy.name)
  setHeader(event, 'content-type', 'application/vnd.sqlite3')
  setHeader(event, 'content-length', statSync(file).size)
  setHeader(event, 'content-disposition', `attachment; filename="${copy.name.replaceAll('/', '-')}"`)
  return sendStream(event, createReadStream(file))
})
