import { idOf } from '../../../pieces/answers'
import { findPiece } from '../../../pieces/store'

export default defineEventHandler(async (event) => {
  const stored = await findPiece(idOf(event))
  if (!stored) throw createError({ statusCode: 404, message: 'There is no such piece.' })
  return stored
})
