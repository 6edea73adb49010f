import { sql, type Kysely, type Transaction } from 'kysely'
import type { Issue } from '#core/measure/result'
import type { Entry } from '#core/piece/entry'
import { appendEntries, historyOf, MARK_EVERY, type Appended, type History } from '#core/piece/history'
import type { Piece, SetOf } from '#core/piece/schema'
import { anotherMember, memberWords, passedOn } from '#core/piece/sets'
import type { Change, StoredPiece } from '#shared/wire'
import { useDatabase } from '../db/database'
import type { Tables } from '../db/tables'

/** What is known of a piece that is not here: it was erased, or nobody ever heard of it. */
export type Absent = 'erased' | 'unknown'

export type Given
  = | { readonly kind: 'done', readonly stored: StoredPiece, readonly others: readonly Change[] }
  /** Somebody else was quicker: nothing was written; the newer document comes back. */
    | { readonly kind: 'clash', readonly stored: StoredPiece }
    | { readonly kind: 'refused', readonly entry: string, readonly issues: readonly Issue[], readonly stored: StoredPiece }

export async function listPieces(): Promise<{ piece: Piece, version: number }[]> {
  const rows = await useDatabase().selectFrom('piece').select(['document', 'version']).orderBy('takenInAt').orderBy('id').execute()
  return rows.map(r => ({ piece: JSON.parse(r.document) as Piece, version: r.version }))
}

/** A piece with a base near its end, or with the oldest there is. */
export const findPiece = (id: string, wanted: 'near' | 'whole' = 'near'): Promise<StoredPiece | Absent> => useDatabase().transaction().execute(async (trx) => {
  const history = await load(trx, id, wanted === 'near' ? 'near' : 'none')
  return typeof history === 'string' ? history : handedOver(history)
})

/** Which documents on the way are read along: all, the last one, the last that leaves some entries to take back, or none. */
type Marks = 'all' | 'last' | 'near' | 'none'

async function load(trx: Transaction<Tables>, id: string, marks: Marks): Promise<History | Absent> {
  const row = await trx.selectFrom('piece').selectAll().where('id', '=', id).executeTakeFirst()
  if (!row) return await trx.selectFrom('erased').select('id').where('id', '=', id).executeTakeFirst() ? 'erased' : 'unknown'
  const entries = await trx.selectFrom('entry').select('entry').where('pieceId', '=', id).orderBy('version').execute()
  const log = entries.map(e => JSON.parse(e.entry) as Entry)
  const base = { version: row.baseVersion, piece: JSON.parse(row.base) as Piece }
  return historyOf(base, log, JSON.parse(row.document) as Piece, await loadMarks(trx, id, marks, log.length))
}

async function loadMarks(trx: Transaction<Tables>, id: string, marks: Marks, version: number) {
  if (marks === 'none') return []
  let query = trx.selectFrom('snapshot').select(['version', 'document']).where('pieceId', '=', id).orderBy('version', 'desc')
  if (marks === 'near') query = query.where('version', '<=', version - MARK_EVERY)
  if (marks !== 'all') query = query.limit(1)
  return (await query.execute()).reverse().map(r => ({ version: r.version, piece: JSON.parse(r.document) as Piece }))
}

/** The base handed over leaves some entries to take back, so that a device seldom has to ask for an older one. */
function handedOver({ base, log, piece, marks }: History): StoredPiece {
  const near = marks.findLast(m => m.version <= log.length - MARK_EVERY)
  return { piece, base: near ?? base, closed: base.version, version: log.length, log }
}

/** Keeps a new piece. False if one of that id is there already, or was and is erased. */
export async function createPiece(piece: Piece): Promise<boolean> {
  const erased = await useDatabase().selectFrom('erased').select('id').where('id', '=', piece.id).executeTakeFirst()
  return erased === undefined && insert(useDatabase(), piece)
}

async function insert(db: Kysely<Tables>, piece: Piece): Promise<boolean> {
  const json = JSON.stringify(piece)
  const done = await db.insertInto('piece')
    .values({ id: piece.id, base: json, document: json, version: 0, takenInAt: piece.takenInAt, changedAt: new Date().toISOString() })
    .onConflict(c => c.column('id').doNothing()).executeTakeFirst()
  return Number(done.numInsertedOrUpdatedRows ?? 0) > 0
}

/** Erases a piece with its log and pictures; that it was here is kept, so that nobody's late entries make it anew. */
export const erasePiece = (id: string): Promise<boolean> => useDatabase().transaction().execute(async (trx) => {
  const gone = await trx.deleteFrom('piece').where('id', '=', id).executeTakeFirst()
  if (gone.numDeletedRows === 0n) return false
  await trx.insertInto('erased').values({ id, at: new Date().toISOString() }).onConflict(c => c.column('id').doNothing()).execute()
  return true
})

/**
 * Adds entries to a piece's log, all or none, and what they say about all of a set to the other members' logs. Entries
 * already there are passed over, so sending twice does nothing twice.
 */
export const giveEntries = (id: string, seenVersion: number, entries: readonly Entry[]): Promise<Given | Absent> => useDatabase().transaction().execute(async (trx) => {
  const marks = entries.some(e => e.command.do === 'undo') ? 'all' : 'last'
  const before = await load(trx, id, marks)
  if (typeof before === 'string') return before
  const fresh = unknownTo(before.log, entries)
  if (fresh.length === 0) return { kind: 'done', stored: handedOver(before), others: [] }
  if (seenVersion !== before.log.length) return { kind: 'clash', stored: handedOver(before) }
  const own = appendEntries(before, fresh)
  if (!own.ok) return { kind: 'refused', entry: own.entry, issues: own.issues, stored: handedOver(before) }
  const others = await passToOthers(trx, before.piece, own.value, fresh)
  if (!Array.isArray(others)) return { kind: 'refused', ...others, stored: handedOver(before) }
  await save(trx, before, own.value)
  for (const [other, after] of others) await save(trx, other, after)
  return { kind: 'done', stored: handedOver(own.value), others: others.map(([, after]) => ({ piece: after.piece.id, version: after.log.length })) }
})

/** Entries that are not in a log yet, each once. */
function unknownTo(log: readonly Entry[], entries: readonly Entry[]): Entry[] {
  const known = new Set(log.map(e => e.id))
  return entries.filter((e) => {
    const isNew = !known.has(e.id)
    known.add(e.id)
    return isNew
  })
}

type Refusal = Omit<Extract<Appended, { ok: false }>, 'ok'>

/** What is common goes into the logs of the other members; the pairs of before and after, or who refuses what. */
async function passToOthers(trx: Transaction<Tables>, piece: Piece, own: History, fresh: readonly Entry[]): Promise<[History, History][] | Refusal> {
  const changed: [History, History][] = []
  for (const other of await otherMembers(trx, piece)) {
    const passed = fresh.map(e => [e, passedOn(e, own.log, other.piece.set!.member, other.log)] as const)
    const taken = appendEntries(other, unknownTo(other.log, passed.flatMap(([, entry]) => entry ?? [])))
    if (!taken.ok) {
      const source = passed.find(([, entry]) => entry?.id === taken.entry)?.[0] ?? fresh[0]!
      return { entry: source.id, issues: taken.issues.map(i => ({ ...i, message: `On ${memberWords(other.piece)}: ${i.message}` })) }
    }
    if (taken.value.log.length > other.log.length) changed.push([other, taken.value])
  }
  return changed
}

async function save(trx: Transaction<Tables>, before: History, after: History): Promise<void> {
  const { id } = after.piece
  const fresh = after.log.slice(before.log.length).map((entry, i) => ({ id: entry.id, pieceId: id, version: before.log.length + i + 1, entry: JSON.stringify(entry) }))
  if (fresh.length === 0) return
  await trx.insertInto('entry').values(fresh).execute()
  await trx.updateTable('piece').set({ document: JSON.stringify(after.piece), version: after.log.length, changedAt: new Date().toISOString() }).where('id', '=', id).execute()
  const [kept, had] = [new Set(after.marks.map(m => m.version)), new Set(before.marks.map(m => m.version))]
  const stale = [...had].filter(v => !kept.has(v))
  const replaced = after.marks.filter(m => !before.marks.includes(m))
  if (stale.length > 0) await trx.deleteFrom('snapshot').where('pieceId', '=', id).where('version', 'in', stale).execute()
  for (const { version, piece } of replaced) await trx.replaceInto('snapshot').values({ pieceId: id, version, document: JSON.stringify(piece) }).execute()
}

async function otherMembers(trx: Transaction<Tables>, piece: Piece): Promise<History[]> {
  if (!piece.set) return []
  const rows = await trx.selectFrom('piece').select('id').where(sql<string>`json_extract(document, '$.set.id')`, '=', piece.set.id).where('id', '!=', piece.id).execute()
  const found: History[] = []
  for (const row of rows) found.push(await load(trx, row.id, 'all') as History)
  return found
}

/** Makes a piece the first of a set and adds the others. Null if it is in a set already. */
export const makeSet = (id: string, of: number, entry: (set: SetOf) => Entry): Promise<Change[] | Absent | null> => useDatabase().transaction().execute(async (trx) => {
  const before = await load(trx, id, 'last')
  if (typeof before === 'string') return before
  if (before.piece.set) return null
  const set = { id, member: 1, of }
  const first = appendEntries(before, [entry(set)])
  if (!first.ok) return null
  await save(trx, before, first.value)
  const others = Array.from({ length: of - 1 }, (_, i) => anotherMember(first.value.piece, `${id.slice(0, 60)}-${i + 2}`, { ...set, member: i + 2 }))
  for (const piece of others) await insert(trx, piece)
  return [{ piece: id, version: first.value.log.length }, ...others.map(p => ({ piece: p.id, version: 0 }))]
})
