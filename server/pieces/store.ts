import type { Transaction } from 'kysely'
import type { Issue } from '#core/measure/result'
import type { Entry } from '#core/piece/commands'
import { append } from '#core/piece/log'
import type { Piece } from '#core/piece/schema'
import { useDatabase } from '../db/database'
import type { Tables } from '../db/tables'

/** A piece as clients hold it: the document, how many entries led to it, and those entries. */
export interface StoredPiece { readonly piece: Piece, readonly base: Piece, readonly version: number, readonly log: Entry[] }

export type Given
  = | { readonly kind: 'done', readonly stored: StoredPiece }
  /** Somebody else was quicker: nothing was written; the newer document comes back. */
    | { readonly kind: 'clash', readonly stored: StoredPiece }
    | { readonly kind: 'refused', readonly issues: readonly Issue[], readonly stored: StoredPiece }

export async function listPieces(): Promise<{ piece: Piece, version: number }[]> {
  const rows = await useDatabase().selectFrom('piece').select(['document', 'version']).orderBy('takenInAt').orderBy('id').execute()
  return rows.map(r => ({ piece: JSON.parse(r.document) as Piece, version: r.version }))
}

export const findPiece = (id: string): Promise<StoredPiece | undefined> => useDatabase().transaction().execute(trx => load(trx, id))

async function load(trx: Transaction<Tables>, id: string): Promise<StoredPiece | undefined> {
  const row = await trx.selectFrom('piece').selectAll().where('id', '=', id).executeTakeFirst()
  if (!row) return undefined
  const entries = await trx.selectFrom('entry').select('entry').where('pieceId', '=', id).orderBy('version').execute()
  return { piece: JSON.parse(row.document) as Piece, base: JSON.parse(row.base) as Piece, version: row.version, log: entries.map(e => JSON.parse(e.entry) as Entry) }
}

/** Keeps a new piece. False if one of that id is there already. */
export async function createPiece(piece: Piece): Promise<boolean> {
  const json = JSON.stringify(piece)
  const done = await useDatabase().insertInto('piece')
    .values({ id: piece.id, base: json, document: json, version: 0, takenInAt: piece.takenInAt, changedAt: new Date().toISOString() })
    .onConflict(c => c.column('id').doNothing()).executeTakeFirst()
  return Number(done.numInsertedOrUpdatedRows ?? 0) > 0
}

/**
 * Adds entries to a piece's log, all or none. Entries already there are passed over, so sending twice does nothing twice.
 * Undefined if there is no such piece.
 */
export const giveEntries = (id: string, seenVersion: number, entries: readonly Entry[]): Promise<Given | undefined> => useDatabase().transaction().execute(async (trx) => {
  const stored = await load(trx, id)
  if (!stored) return undefined
  const known = new Set(stored.log.map(e => e.id))
  const fresh = entries.filter(e => !known.has(e.id))
  if (fresh.length === 0) return { kind: 'done', stored }
  if (seenVersion !== stored.version) return { kind: 'clash', stored }
  let { piece } = stored
  const log = [...stored.log]
  for (const entry of fresh) {
    const next = append(stored.base, piece, log, entry)
    if (!next.ok) return { kind: 'refused', issues: next.issues, stored }
    piece = next.value
    log.push(entry)
  }
  const version = stored.version + fresh.length
  await trx.insertInto('entry').values(fresh.map((entry, i) => ({ id: entry.id, pieceId: id, version: stored.version + i + 1, entry: JSON.stringify(entry) }))).execute()
  await trx.updateTable('piece').set({ document: JSON.stringify(piece), version, changedAt: new Date().toISOString() }).where('id', '=', id).execute()
  return { kind: 'done', stored: { ...stored, piece, version, log } }
})
