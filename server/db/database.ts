import { mkdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { Kysely, Migrator, SqliteDialect } from 'kysely'
import { MIGRATIONS } from './migrations'
import type { Tables } from './tables'

/** Where the workshop's data lives: ARREGLO_DATA, or `.data` where the server was started. */
export const dataFolder = (): string => resolve(process.env.ARREGLO_DATA ?? '.data')

let sqlite: Database.Database | undefined
let db: Kysely<Tables> | undefined

/** The one connection. A write is on the disk before it is acknowledged: WAL with full synchronisation. */
export function useDatabase(): Kysely<Tables> {
  if (db) return db
  mkdirSync(dataFolder(), { recursive: true })
  sqlite = new Database(join(dataFolder(), 'arreglo.db'))
  sqlite.pragma('journal_mode = WAL')
  sqlite.pragma('synchronous = FULL')
  sqlite.pragma('foreign_keys = ON')
  sqlite.pragma('busy_timeout = 5000')
  db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: sqlite }) })
  return db
}

/** Brings the tables up to date; keeps a copy of a database that is about to be changed. @throws the migration's own error */
export async function migrate(): Promise<void> {
  const migrator = new Migrator({ db: useDatabase(), provider: { getMigrations: async () => MIGRATIONS } })
  const known = await migrator.getMigrations()
  const pending = known.filter(m => m.executedAt === undefined)
  if (pending.length > 0 && pending.length < known.length) await sqlite!.backup(join(dataFolder(), `before-${pending[0]!.name}.db`))
  const { error } = await migrator.migrateToLatest()
  if (error) throw error
}

/** Puts everything still in the log into the file and lets go of it. */
export async function closeDatabase(): Promise<void> {
  await db?.destroy()
  db = sqlite = undefined
}
