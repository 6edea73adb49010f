import type { Insertable, Kysely } from 'kysely'
import type { Piece } from '#core/piece/schema'
import type { SummaryTable, Tables } from '../db/tables'

/** What lists find a piece by, out of its document alone: nothing of it is worked out. */
export function summaryOf(piece: Piece, version: number): Insertable<SummaryTable> {
  const { id, title, intake, takenInAt, set, events } = piece
  return {
    pieceId: id,
    version,
    title,
    customer: intake.customer,
    due: intake.due,
    takenInAt,
    setId: set?.id ?? null,
    set: set ? JSON.stringify(set) : null,
    isOver: events.some(e => e.kind === 'returned') ? 1 : 0,
    words: `${title} ${intake.customer} ${id}`.toLowerCase(),
  }
}

/** Keeps it, in the step that keeps the piece. */
export async function keepSummary(db: Kysely<Tables>, piece: Piece, version: number): Promise<void> {
  const { pieceId, ...changed } = summaryOf(piece, version)
  await db
    .insertInto('summary')
    .values({ pieceId, ...changed })
    .onConflict(c => c.column('pieceId').doUpdateSet(changed))
    .execute()
}
