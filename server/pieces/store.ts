import { sql, type Kysely, type Transaction } from 'kysely'
import { succeed, type Issue, type Result } from '#core/measure/result'
import type { Entry } from '#core/piece/commands'
import { append } from '#core/piece/log'
import type { Piece, SetOf } from '#core/piece/schema'
import { anotherMember, memberWords, passedOn } from '#core/piece/sets'
import { useDatabase } from '../db/database'
import type { Tables } from '../db/tables'

/** A piece as clients hold it: the document, how many entries led to it, and those entries. */
export interface StoredPiece { readonly piece: Piece, readonly base: Piece, readonly version: number, readonly log: Entry[] }

export type Given
  = | { readonly kind: 'done', readonly stored: StoredPiece, readonly others: readonly { piece: string, version: number }[] }
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
export const createPiece = (piece: Piece): Promise<boolean> => insert(useDatabase(), piece)

async function insert(db: Kysely<Tables>, piece: Piece): Promise<boolean> {
  const json = JSON.stringify(piece)
  const done = await db.insertInto('piece')
    .values({ id: piece.id, base: json, document: json, version: 0, takenInAt: piece.takenInAt, changedAt: new Date().toISOString() })
    .onConflict(c => c.column('id').doNothing()).executeTakeFirst()
  return Number(done.numInsertedOrUpdatedRows ?? 0) > 0
}

/**
 * Adds entries to a piece's log, all or none, and what they say about all of a set to the other members' logs. Entries
 * already there are passed over, so sending twice does nothing twice. Undefined if there is no such piece.
 */
export const giveEntries = (id: string, seenVersion: number, entries: readonly Entry[]): Promise<Given | undefined> => useDatabase().transaction().execute(async (trx) => {
  const stored = await load(trx, id)
  if (!stored) return undefined
  const known = new Set(stored.log.map(e => e.id))
  const fresh = entries.filter(e => !known.has(e.id))
  if (fresh.length === 0) return { kind: 'done', stored, others: [] }
  if (seenVersion !== stored.version) return { kind: 'clash', stored }
  const own = appendAll(stored, fresh)
  if (!own.ok) return { kind: 'refused', issues: own.issues, stored }
  const others: StoredPiece[] = []
  for (const other of await otherMembers(trx, stored.piece)) {
    const passed = fresh.flatMap(e => passedOn(e, own.value.log, other.piece.set!.member, other.log) ?? [])
    const taken = appendAll(other, passed.filter(e => !other.log.some(x => x.id === e.id)))
    if (!taken.ok) return { kind: 'refused', issues: taken.issues.map(i => ({ ...i, message: `On ${memberWords(other.piece)}: ${i.message}` })), stored }
    if (taken.value.version > other.version) others.push(taken.value)
  }
  for (const next of [own.value, ...others]) await save(trx, next)
  return { kind: 'done', stored: own.value, others: others.map(o => ({ piece: o.piece.id, version: o.version })) }
})

function appendAll(stored: StoredPiece, entries: readonly Entry[]): Result<StoredPiece> {
  let { piece } = stored
  const log = [...stored.log]
  for (const entry of entries) {
    const next = append(stored.base, piece, log, entry)
    if (!next.ok) return next
    piece = next.value
    log.push(entry)
  }
  return succeed({ ...stored, piece, version: stored.version + entries.length, log })
}

async function save(trx: Transaction<Tables>, { piece, version, log }: StoredPiece): Promise<void> {
  const { version: before } = await trx.selectFrom('piece').select('version').where('id', '=', piece.id).executeTakeFirstOrThrow()
  const fresh = log.slice(log.length - (version - before))
  if (fresh.length === 0) return
  await trx.insertInto('entry').values(fresh.map((entry, i) => ({ id: entry.id, pieceId: piece.id, version: before + i + 1, entry: JSON.stringify(entry) }))).execute()
  await trx.updateTable('piece').set({ document: JSON.stringify(piece), version, changedAt: new Date().toISOString() }).where('id', '=', piece.id).execute()
}

async function otherMembers(trx: Transaction<Tables>, piece: Piece): Promise<StoredPiece[]> {
  if (!piece.set) return []
  const rows = await trx.selectFrom('piece').select('id').where(sql<string>`json_extract(document, '$.set.id')`, '=', piece.set.id).where('id', '!=', piece.id).execute()
  const found: StoredPiece[] = []
  for (const row of rows) found.push((await load(trx, row.id))!)
  return found
}

/** Makes a piece the first of a set and adds the others. Null if it is in a set already, undefined if there is no such piece. */
export const makeSet = (id: string, of: number, entry: (set: SetOf) => Entry): Promise<{ piece: string, version: number }[] | null | undefined> => useDatabase().transaction().execute(async (trx) => {
  const stored = await load(trx, id)
  if (!stored) return undefined
  if (stored.piece.set) return null
  const set = { id, member: 1, of }
  const first = appendAll(stored, [entry(set)])
  if (!first.ok) return null
  await save(trx, first.value)
  const others = Array.from({ length: of - 1 }, (_, i) => anotherMember(first.value.piece, `${id.slice(0, 60)}-${i + 2}`, { ...set, member: i + 2 }))
  for (const piece of others) await insert(trx, piece)
  return [{ piece: id, version: first.value.version }, ...others.map(p => ({ piece: p.id, version: 0 }))]
})
