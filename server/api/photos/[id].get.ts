import { idOf } from '../../pieces/answers'
import { photoBytes } from '../../pieces/photos'

/** A picture, or with `?small` its thumbnail. It never changes under its id. */
export default defineEventHandler(async (event) => {
  const bytes = await photoBytes(idOf(event), getQuery(event).small !== undefined)
  if (!bytes) throw createError({ statusCode: 404, message: 'There is no such picture.' })
  setHeader(event, 'content-type', 'image/jpeg')
  setHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  setHeader(event, 'x-content-type-options', 'nosniff')
  return bytes
})
