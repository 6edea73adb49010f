import { sql, type Kysely, type Transaction } from 'kysely'
import type { Issue } from '#core/measure/result'
import type { Entry } from '#core/piece/entry'
import {
  appendEntries,
  historyOf,
  MARK_EVERY,
  MARK_EVERY_OLD,
  MARKS_KEPT_CLOSE,
  untouchedBy,
  type Appended,
  type History,
} from '#core/piece/history'
import type { Piece, SetOf } from '#core/piece/schema'
import { memberWords } from '#core/piece/set-words'
import { anotherMember, passedOn } from '#core/piece/sets'
import type { Change, StoredPiece } from '#shared/wire'
import { keepSummary } from '../bench/summary'
import { forgetLog, useDatabase } from '../db/database'
import type { Tables } from '../db/tables'

/** What is known of a piece that is not here: it was erased, or nobody ever heard of it. */
export type Absent = 'erased' | 'unknown'

export type Given
  = | { readonly kind: 'done', readonly stored: StoredPiece, readonly others: readonly Change[] }
  /** Somebody else was quicker: nothing was written; the newer document comes back. */
    | { readonly kind: 'clash', readonly stored: StoredPiece }
    | {
      readonly kind: 'refused'
      readonly entry: string
      readonly issues: readonly Issue[]
      readonly stored: StoredPiece
    }

/** A set's members whole, in their order; none where there is no such set. */
export async function membersOf(setId: string): Promise<{ piece: Piece, version: number }[]> {
  const rows = await useDatabase()
    .selectFrom('piece')
    .innerJoin('summary', 'summary.pieceId', 'piece.id')
    .select(['document', 'summary.version'])
    .where('setId', '=', setId)
    .execute()
  const members = rows.map(r => ({ piece: JSON.parse(r.document) as Piece, version: r.version }))
  return members.sort((a, b) => a.piece.set!.member - b.piece.set!.member)
}

/** A piece with a base near its end, or with the oldest there is. */
export const findPiece = (id: string, wanted: 'near' | 'whole' = 'near'): Promise<StoredPiece | Absent> =>
  useDatabase()
    .transaction()
    .execute(async (trx) => {
      const history = await load(trx, id)
      if (typeof history === 'string') return history
      return handedOver(wanted === 'near' ? await withMark(trx, history, history.log.length - MARK_EVERY) : history)
    })

/** A piece's history as it is kept, without the documents on the way. */
async function load(trx: Transaction<Tables>, id: string): Promise<History | Absent> {
  const row = await trx.selectFrom('piece').selectAll().where('id', '=', id).executeTakeFirst()
  if (!row) {
    return (await trx.selectFrom('erased').select('id').where('id', '=', id).executeTakeFirst()) ? 'erased' : 'unknown'
  }
  const entries = await trx.selectFrom('entry').select('entry').where('pieceId', '=', id).orderBy('version').execute()
  const log = entries.map(e => JSON.parse(e.entry) as Entry)
  const base = { version: row.baseVersion, piece: JSON.parse(row.base) as Piece }
  return historyOf(base, log, JSON.parse(row.document) as Piece)
}

/** The history with the one document on the way that is wanted: the last at or before a version. */
async function withMark(trx: Transaction<Tables>, history: History, version: number): Promise<History> {
  const row = await trx
    .selectFrom('snapshot')
    .select(['version', 'document'])
    .where('pieceId', '=', history.piece.id)
    .where('version', '<=', version)
    .orderBy('version', 'desc')
    .limit(1)
    .executeTakeFirst()
  return row ? { ...history, marks: [{ version: row.version, piece: JSON.parse(row.document) as Piece }] } : history
}

/**
 * The history ready for more entries: with the document on the way that their undos replay from, or the last one
 * there is.
 */
const readyFor = (trx: Transaction<Tables>, history: History, entries: readonly Entry[]): Promise<History> =>
  withMark(trx, history, untouchedBy(history.log, entries) ?? history.log.length)

/** The base handed over leaves some entries to take back, so that a device seldom has to ask for an older one. */
function handedOver({ base, log, piece, marks }: History): StoredPiece {
  const near = marks.findLast(m => m.version <= log.length - MARK_EVERY)
  return { piece, base: near ?? base, closed: base.version, version: log.length, log }
}

/** Keeps a new piece. False if one of that id is there already, or was and is erased. */
export const createPiece = (piece: Piece): Promise<boolean> =>
  useDatabase()
    .transaction()
    .execute(async (trx) => {
      const erased = await trx.selectFrom('erased').select('id').where('id', '=', piece.id).executeTakeFirst()
      return erased === undefined && insert(trx, piece)
    })

async function insert(db: Kysely<Tables>, piece: Piece): Promise<boolean> {
  const json = JSON.stringify(piece)
  const done = await db
    .insertInto('piece')
    .values({
      id: piece.id,
      base: json,
      document: json,
      version: 0,
      takenInAt: piece.takenInAt,
      changedAt: new Date().toISOString(),
    })
    .onConflict(c => c.column('id').doNothing())
    .executeTakeFirst()
  const isNew = Number(done.numInsertedOrUpdatedRows ?? 0) > 0
  if (isNew) await keepSummary(db, piece, 0)
  return isNew
}

/** Erases a piece with its log and pictures; that it was here is kept, so that nobody's late entries make it anew. */
export async function erasePiece(id: string): Promise<boolean> {
  const gone = await useDatabase()
    .transaction()
    .execute(trx => eraseWithin(trx, id))
  forgetLog()
  return gone
}

async function eraseWithin(trx: Transaction<Tables>, id: string): Promise<boolean> {
  const gone = await trx.deleteFrom('piece').where('id', '=', id).executeTakeFirst()
  if (gone.numDeletedRows === 0n) return false
  await trx
    .insertInto('erased')
    .values({ id, at: new Date().toISOString() })
    .onConflict(c => c.column('id').doNothing())
    .execute()
  return true
}

/** Erases every piece of a customer; their ids. */
export async function eraseCustomer(customer: string): Promise<string[]> {
  const ids = await useDatabase()
    .transaction()
    .execute(async (trx) => {
      const rows = await trx.selectFrom('summary').select('pieceId').where('customer', '=', customer).execute()
      for (const { pieceId } of rows) await eraseWithin(trx, pieceId)
      return rows.map(r => r.pieceId)
    })
  forgetLog()
  return ids
}

/**
 * Adds entries to a piece's log, all or none, and what they say about all of a set to the other members' logs. Entries
 * already there are passed over, so sending twice does nothing twice.
 */
export const giveEntries = (id: string, seenVersion: number, entries: readonly Entry[]): Promise<Given | Absent> =>
  useDatabase()
    .transaction()
    .execute(async (trx) => {
      const kept = await load(trx, id)
      if (typeof kept === 'string') return kept
      const twice = saidTwice(entries)
      if (twice !== undefined) {
        return {
          kind: 'refused',
          entry: twice,
          issues: [
            {
              path: 'id',
              code: 'id_used',
              message: 'Two different things were sent under one id: one of them would be lost.',
            },
          ],
          stored: handedOver(kept),
        }
      }
      const fresh = unknownTo(kept.log, entries)
      if (fresh.length === 0) return { kind: 'done', stored: handedOver(kept), others: [] }
      if (seenVersion !== kept.log.length) {
        return { kind: 'clash', stored: handedOver(await withMark(trx, kept, kept.log.length - MARK_EVERY)) }
      }
      const before = await readyFor(trx, kept, fresh)
      const own = appendEntries(before, fresh)
      if (!own.ok) return { kind: 'refused', entry: own.entry, issues: own.issues, stored: handedOver(before) }
      const others = await passToOthers(trx, before.piece, own.value, fresh)
      if (!Array.isArray(others)) return { kind: 'refused', ...others, stored: handedOver(before) }
      await save(trx, before, own.value)
      for (const [other, after] of others) await save(trx, other, after)
      return {
        kind: 'done',
        stored: handedOver(own.value),
        others: others.map(([, after]) => ({ piece: after.piece.id, version: after.log.length })),
      }
    })

/** An id that names two different entries of one batch. */
function saidTwice(entries: readonly Entry[]): string | undefined {
  const known = new Map<string, string>()
  return entries.find((e) => {
    const before = known.get(e.id)
    known.set(e.id, before ?? JSON.stringify(e.command))
    return before !== undefined && before !== JSON.stringify(e.command)
  })?.id
}

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
async function passToOthers(
  trx: Transaction<Tables>,
  piece: Piece,
  own: History,
  fresh: readonly Entry[],
): Promise<[History, History][] | Refusal> {
  const changed: [History, History][] = []
  for (const other of await otherMembers(trx, piece)) {
    const passed = fresh.map(e => [e, passedOn(e, own.log, other.piece.set!.member, other.log)] as const)
    const theirs = unknownTo(
      other.log,
      passed.flatMap(([, entry]) => entry ?? []),
    )
    const taken = appendEntries(await readyFor(trx, other, theirs), theirs)
    if (!taken.ok) {
      const source = passed.find(([, entry]) => entry?.id === taken.entry)?.[0] ?? fresh[0]!
      return {
        entry: source.id,
        issues: taken.issues.map(i => ({ ...i, message: `On ${memberWords(other.piece)}: ${i.message}` })),
      }
    }
    if (taken.value.log.length > other.log.length) changed.push([other, taken.value])
  }
  return changed
}

async function save(trx: Transaction<Tables>, before: History, after: History): Promise<void> {
  const { id } = after.piece
  const fresh = after.log.slice(before.log.length).map((entry, i) => ({
    id: entry.id,
    pieceId: id,
    version: before.log.length + i + 1,
    entry: JSON.stringify(entry),
  }))
  if (fresh.length === 0) return
  await trx.insertInto('entry').values(fresh).execute()
  await trx
    .updateTable('piece')
    .set({ document: JSON.stringify(after.piece), version: after.log.length, changedAt: new Date().toISOString() })
    .where('id', '=', id)
    .execute()
  await saveMarks(trx, before, after)
  await keepSummary(trx, after.piece, after.log.length)
}

/** Documents on the way that an undo has made wrong go, new ones come, and of those far back only some stay. */
async function saveMarks(trx: Transaction<Tables>, before: History, after: History): Promise<void> {
  const pieceId = after.piece.id
  const untouched = untouchedBy(before.log, after.log.slice(before.log.length))
  if (untouched !== null) {
    await trx.deleteFrom('snapshot').where('pieceId', '=', pieceId).where('version', '>', untouched).execute()
  }
  const fresh = after.marks.filter(m => !before.marks.includes(m))
  for (const { version, piece } of fresh) {
    await trx
      .replaceInto('snapshot')
      .values({ pieceId, version, document: JSON.stringify(piece) })
      .execute()
  }
  if (fresh.length === 0) return
  await trx
    .deleteFrom('snapshot')
    .where('pieceId', '=', pieceId)
    .where('version', '<', after.log.length - MARKS_KEPT_CLOSE * MARK_EVERY)
    .where(sql<number>`version % ${MARK_EVERY_OLD}`, '>=', MARK_EVERY)
    .execute()
}

async function otherMembers(trx: Transaction<Tables>, piece: Piece): Promise<History[]> {
  if (!piece.set) return []
  const rows = await trx
    .selectFrom('summary')
    .select('pieceId')
    .where('setId', '=', piece.set.id)
    .where('pieceId', '!=', piece.id)
    .execute()
  const found: History[] = []
  for (const row of rows) found.push((await load(trx, row.pieceId)) as History)
  return found
}

/**
 * Makes a piece the first of a set and adds the others. Null if it is in a set already; the names that are taken
 * where they are.
 */
export const makeSet = (
  id: string,
  of: number,
  entry: (set: SetOf) => Entry,
): Promise<Change[] | Absent | null | { readonly taken: readonly string[] }> =>
  useDatabase()
    .transaction()
    .execute(async (trx) => {
      const before = await load(trx, id)
      if (typeof before === 'string') return before
      if (before.piece.set) return null
      const set = { id, member: 1, of }
      const names = Array.from({ length: of - 1 }, (_, i) => `${id.slice(0, 60)}-${i + 2}`)
      const there = await trx.selectFrom('piece').select('id').where('id', 'in', names).execute()
      const gone = await trx.selectFrom('erased').select('id').where('id', 'in', names).execute()
      if (there.length + gone.length > 0) return { taken: [...there, ...gone].map(r => r.id) }
      const first = appendEntries(before, [entry(set)])
      if (!first.ok) return null
      await save(trx, before, first.value)
      const others = names.map((name, i) => anotherMember(first.value.piece, name, { ...set, member: i + 2 }))
      for (const piece of others) await insert(trx, piece)
      return [{ piece: id, version: first.value.log.length }, ...others.map(p => ({ piece: p.id, version: 0 }))]
    })
