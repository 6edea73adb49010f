import { ERASED_VERSION, type ErasedAnswer } from '#shared/wire'
import { copiesHolding } from '../../../db/backup'
import { dataFolder } from '../../../db/database'
import { tell } from '../../../live/hub'
import { defineWrite, idOf, orAbsent } from '../../../pieces/answers'
import { erasePiece } from '../../../pieces/store'

/**
 * Erases a piece for good, log and pictures included, and tells which copies still hold it. From then on it answers
 * 410.
 */
export default defineWrite(async (event): Promise<ErasedAnswer> => {
  const id = idOf(event)
  if (!(await erasePiece(id))) orAbsent('unknown')
  tell({ piece: id, version: ERASED_VERSION })
  return { pieces: [id], copies: copiesHolding(dataFolder(), [id]).map(c => c.name) }
})
