import { writePieceFile } from '#core/piece/file'
import { idOf, orAbsent } from '../../../pieces/answers'
import { findPiece } from '../../../pieces/store'

export default defineEventHandler(async (event) => {
  const id = idOf(event)
  const stored = orAbsent(await findPiece(id))
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  setHeader(event, 'content-disposition', `attachment; filename="${id}.json"`)
  return writePieceFile(stored.piece)
})
