import type { Kysely, Migration } from 'kysely'
import { upToDate } from '#core/piece/older-versions'
import { broughtUp } from '#core/piece/put-right'
import type { Piece } from '#core/piece/schema'
import { summaryOf } from '../bench/summary'
import type { Tables } from './tables'

/** Applied in the order of their names at every start; never edited once landed. */
export const MIGRATIONS: Record<string, Migration> = {
  '0001-pieces': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('piece')
        .addColumn('id', 'text', c => c.primaryKey())
        .addColumn('base', 'text', c => c.notNull())
        .addColumn('document', 'text', c => c.notNull())
        .addColumn('version', 'integer', c => c.notNull())
        .addColumn('takenInAt', 'text', c => c.notNull())
        .addColumn('changedAt', 'text', c => c.notNull())
        .execute()
      await db.schema
        .createTable('entry')
        .addColumn('id', 'text', c => c.notNull())
        .addColumn('pieceId', 'text', c => c.notNull().references('piece.id').onDelete('cascade'))
        .addColumn('version', 'integer', c => c.notNull())
        .addColumn('entry', 'text', c => c.notNull())
        .addPrimaryKeyConstraint('entry_id', ['pieceId', 'id'])
        .addUniqueConstraint('entry_version', ['pieceId', 'version'])
        .execute()
      await db.schema
        .createTable('setting')
        .addColumn('key', 'text', c => c.primaryKey())
        .addColumn('value', 'text', c => c.notNull())
        .execute()
    },
  },
  /** Pictures beside the documents, and every document brought up to version 2. */
  '0002-photos-and-faults': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('photo')
        .addColumn('id', 'text', c => c.primaryKey())
        .addColumn('pieceId', 'text', c => c.notNull().references('piece.id').onDelete('cascade'))
        .addColumn('image', 'blob', c => c.notNull())
        .addColumn('thumbnail', 'blob', c => c.notNull())
        .execute()
      await rewriteDocuments(db as Kysely<Tables>)
    },
  },
  /** Documents on the way, tombstones, and every log brought up as the documents are. */
  '0003-logs-and-snapshots': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .alterTable('piece')
        .addColumn('baseVersion', 'integer', c => c.notNull().defaultTo(0))
        .execute()
      await db.schema
        .createTable('snapshot')
        .addColumn('pieceId', 'text', c => c.notNull().references('piece.id').onDelete('cascade'))
        .addColumn('version', 'integer', c => c.notNull())
        .addColumn('document', 'text', c => c.notNull())
        .addPrimaryKeyConstraint('snapshot_version', ['pieceId', 'version'])
        .execute()
      await db.schema
        .createTable('erased')
        .addColumn('id', 'text', c => c.primaryKey())
        .addColumn('at', 'text', c => c.notNull())
        .execute()
      await bringUpPieces(db as Kysely<Tables>)
    },
  },
  /** Every document and log brought up to version 3; what was kept on the way is made anew. */
  '0004-holds-and-breaks': {
    async up(db: Kysely<unknown>) {
      await (db as Kysely<Tables>).deleteFrom('snapshot').execute()
      await bringUpPieces(db as Kysely<Tables>)
    },
  },
  /** What lists show of a piece, so that no list reads its document. */
  '0005-summaries': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('summary')
        .addColumn('pieceId', 'text', c => c.primaryKey().references('piece.id').onDelete('cascade'))
        .addColumn('version', 'integer', c => c.notNull())
        .addColumn('title', 'text', c => c.notNull())
        .addColumn('customer', 'text', c => c.notNull())
        .addColumn('due', 'text')
        .addColumn('takenInAt', 'text', c => c.notNull())
        .addColumn('setId', 'text')
        .addColumn('set', 'text')
        .addColumn('isOver', 'integer', c => c.notNull())
        .addColumn('words', 'text', c => c.notNull())
        .execute()
      await db.schema.createIndex('summary_order').on('summary').columns(['isOver', 'takenInAt', 'pieceId']).execute()
      await db.schema.createIndex('summary_set').on('summary').column('setId').execute()
      await db.schema.createIndex('summary_customer').on('summary').column('customer').execute()
      await db.schema
        .createTable('outlook')
        .addColumn('pieceId', 'text', c => c.primaryKey().references('piece.id').onDelete('cascade'))
        .addColumn('pieceVersion', 'integer', c => c.notNull())
        .addColumn('madeWith', 'text', c => c.notNull())
        .addColumn('goodUntilMin', 'integer')
        .addColumn('step', 'text', c => c.notNull())
        .addColumn('waitsUntilMin', 'integer')
        .addColumn('inClampsUntilMin', 'integer')
        .addColumn('outlook', 'text', c => c.notNull())
        .addColumn('picture', 'text', c => c.notNull())
        .execute()
      // All that lists choose and count by, so that none reads the outlooks themselves.
      await db.schema
        .createIndex('outlook_state')
        .on('outlook')
        .columns(['pieceId', 'step', 'waitsUntilMin', 'inClampsUntilMin', 'pieceVersion', 'madeWith', 'goodUntilMin'])
        .execute()
      await db.schema.createIndex('outlook_clamps').on('outlook').column('inClampsUntilMin').execute()
      await summariseAll(db as Kysely<Tables>)
    },
  },
  /** Devices on the workshop's network that said the passphrase. */
  '0006-sessions': {
    async up(db: Kysely<unknown>) {
      await db.schema
        .createTable('session')
        .addColumn('token', 'text', c => c.primaryKey())
        .addColumn('madeAt', 'text', c => c.notNull())
        .addColumn('seenAt', 'text', c => c.notNull())
        .execute()
    },
  },
}

/** A summary for every piece there is; one by one, for all documents together are more than memory should hold. */
async function summariseAll(db: Kysely<Tables>): Promise<void> {
  for (const { id } of await db.selectFrom('piece').select('id').execute()) {
    const { document, version } = await db
      .selectFrom('piece')
      .select(['document', 'version'])
      .where('id', '=', id)
      .executeTakeFirstOrThrow()
    await db
      .insertInto('summary')
      .values(summaryOf(JSON.parse(document) as Piece, version))
      .execute()
  }
}

/**
 * Every piece with its log as this version would have kept it; see `broughtUp` for what becomes of a past that cannot
 * be.
 */
async function bringUpPieces(db: Kysely<Tables>): Promise<void> {
  for (const row of await db.selectFrom('piece').select(['id', 'base', 'baseVersion', 'document']).execute()) {
    const entries = await db
      .selectFrom('entry')
      .select(['id', 'entry'])
      .where('pieceId', '=', row.id)
      .orderBy('version')
      .execute()
    const { base, piece, log } = broughtUp(
      JSON.parse(row.base),
      JSON.parse(row.document),
      entries.map(e => JSON.parse(e.entry) as unknown),
      row.baseVersion,
    )
    for (const [i, entry] of log.entries()) {
      await db
        .updateTable('entry')
        .set({ entry: JSON.stringify(entry) })
        .where('pieceId', '=', row.id)
        .where('id', '=', entries[i]!.id)
        .execute()
    }
    await db
      .updateTable('piece')
      .set({ base: JSON.stringify(base.piece), baseVersion: base.version, document: JSON.stringify(piece) })
      .where('id', '=', row.id)
      .execute()
  }
}

async function rewriteDocuments(db: Kysely<Tables>): Promise<void> {
  const newer = (json: string) => JSON.stringify(upToDate(JSON.parse(json)))
  for (const row of await db.selectFrom('piece').select(['id', 'base', 'document']).execute()) {
    await db
      .updateTable('piece')
      .set({ base: newer(row.base), document: newer(row.document) })
      .where('id', '=', row.id)
      .execute()
  }
}
