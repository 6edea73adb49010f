import { writePieceFile } from '#core/piece/file'
import { idOf } from '../../../pieces/answers'
import { findPiece } from '../../../pieces/store'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const stored = await findPiece(id)
  if (!stored) throw createError({ statusCode: 404, message: 'There is no such piece.' })
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  setHeader(event, 'content-disposition', `attachment; filename="${id}.json"`)
  return writePieceFile(stored.piece)
})
