import type { Kysely, Migration } from 'kysely'

/** Applied in the order of their names at every start; never edited once landed. */
export const MIGRATIONS: Record<string, Migration> = {
  '0001-pieces': {
    async up(db: Kysely<unknown>) {
      await db.schema.createTable('piece')
        .addColumn('id', 'text', c => c.primaryKey())
        .addColumn('base', 'text', c => c.notNull())
        .addColumn('document', 'text', c => c.notNull())
        .addColumn('version', 'integer', c => c.notNull())
        .addColumn('takenInAt', 'text', c => c.notNull())
        .addColumn('changedAt', 'text', c => c.notNull())
        .execute()
      await db.schema.createTable('entry')
        .addColumn('id', 'text', c => c.notNull())
        .addColumn('pieceId', 'text', c => c.notNull().references('piece.id').onDelete('cascade'))
        .addColumn('version', 'integer', c => c.notNull())
        .addColumn('entry', 'text', c => c.notNull())
        .addPrimaryKeyConstraint('entry_id', ['pieceId', 'id'])
        .addUniqueConstraint('entry_version', ['pieceId', 'version'])
        .execute()
      await db.schema.createTable('setting')
        .addColumn('key', 'text', c => c.primaryKey())
        .addColumn('value', 'text', c => c.notNull())
        .execute()
    },
  },
}
