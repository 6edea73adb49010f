import { listPieces } from '../../pieces/store'

export default defineEventHandler(async () => ({ pieces: await listPieces() }))
