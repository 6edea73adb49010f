import { idOf, orAbsent } from '../../../pieces/answers'
import { findPiece } from '../../../pieces/store'

/** The piece with its log; with `?whole` from its oldest base. */
export default defineEventHandler(async event =>
  orAbsent(await findPiece(idOf(event), getQuery(event).whole === undefined ? 'near' : 'whole')),
)
