import type { CopyRow } from '#shared/copies'
import { copiesIn } from '../../db/backup'
import { dataFolder } from '../../db/database'

/** Every copy in the data folder, the latest first. */
export default defineEventHandler((): { copies: CopyRow[] } => ({ copies: copiesIn(dataFolder()) }))
