import { pictureOf } from '../../../bench/list'
import { idOf } from '../../../pieces/answers'

/** The small picture of a piece. Asked for with `?of=` a version it does not change any more. */
export default defineEventHandler(async (event) => {
  const picture = await pictureOf(idOf(event))
  if (picture === undefined) throw createError({ statusCode: 404, message: 'There is no picture of it yet.' })
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  if (getQuery(event).of !== undefined) setHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return picture
})
