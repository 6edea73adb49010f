import { ERASED_VERSION } from '#shared/wire'
import { tell } from '../../../live/hub'
import { idOf, orAbsent } from '../../../pieces/answers'
import { erasePiece } from '../../../pieces/store'

/** Erases a piece for good, log and pictures included. From then on it answers 410. */
export default defineEventHandler(async (event) => {
  const id = idOf(event)
  if (!await erasePiece(id)) orAbsent('unknown')
  tell({ piece: id, version: ERASED_VERSION })
  setResponseStatus(event, 204)
  return null
})
