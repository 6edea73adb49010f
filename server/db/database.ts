import { mkdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { Kysely, Migrator, SqliteDialect, type SqliteDatabase } from 'kysely'
import { DATABASE_FILE, takeFolder } from './backup'
import { MIGRATIONS } from './migrations'
import type { Tables } from './tables'

/** Where the workshop's data lives: ARREGLO_DATA, or `.data` where the server was started. */
export const dataFolder = (): string => resolve(process.env.ARREGLO_DATA ?? '.data')

let sqlite: Database.Database | undefined
let db: Kysely<Tables> | undefined

let folderLock: { release(): void } | undefined
let checkpoints: NodeJS.Timeout | undefined

/** Another server has the folder: two would not see each other's pages told of changes. */
export class FolderInUse extends Error {
  readonly code = 'SQLITE_BUSY_FOLDER'
}

/** Takes the data folder for this process, until it ends. @throws FolderInUse if another server has it */
export function takeDataFolder(): void {
  mkdirSync(dataFolder(), { recursive: true })
  const lock = takeFolder(dataFolder())
  if (!lock) throw new FolderInUse()
  folderLock = lock
}

/** How long nothing may have been written before the log goes into the file, milliseconds. */
const IDLE_MS = 5_000

/**
 * Puts what was written into the one file once writing rests, so that a copy of that file is a copy of all there is.
 */
function checkpointWhenIdle(database: Database.Database): NodeJS.Timeout {
  const changes = database.prepare('select total_changes() as n')
  let [seen, settled] = [0, 0]
  return setInterval(() => {
    const { n } = changes.get() as { n: number }
    if (n === seen && n !== settled) {
      database.pragma('wal_checkpoint(TRUNCATE)')
      settled = n
    }
    seen = n
  }, IDLE_MS).unref()
}

/** The one connection. A write is on the disk before it is acknowledged: WAL with full synchronisation. */
export function useDatabase(): Kysely<Tables> {
  if (db) return db
  mkdirSync(dataFolder(), { recursive: true })
  sqlite = new Database(join(dataFolder(), DATABASE_FILE))
  sqlite.pragma('journal_mode = WAL')
  sqlite.pragma('synchronous = FULL')
  sqlite.pragma('foreign_keys = ON')
  // What is erased is written over, not only let go of.
  sqlite.pragma('secure_delete = ON')
  sqlite.pragma('busy_timeout = 5000')
  checkpoints = checkpointWhenIdle(sqlite)
  db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: tellingWhy(sqlite) }) })
  return db
}

/** A full disk ends a step by itself: taking it back a second time would fail, and hide why. */
const tellingWhy = (database: Database.Database): SqliteDatabase => ({
  prepare: statement => database.prepare(statement === 'rollback' && !database.inTransaction ? 'select 1' : statement),
  close: () => {
    database.close()
  },
})

/**
 * Brings the tables up to date; keeps a copy of a database that is about to be changed. @throws the migration's own
 * error
 */
export async function migrate(): Promise<void> {
  const migrator = new Migrator({ db: useDatabase(), provider: { getMigrations: async () => MIGRATIONS } })
  const known = await migrator.getMigrations()
  const pending = known.filter(m => m.executedAt === undefined)
  if (pending.length > 0 && pending.length < known.length) {
    await sqlite!.backup(join(dataFolder(), `before-${pending[0]!.name}.db`))
  }
  const { error } = await migrator.migrateToLatest()
  if (error) throw error
}

/** Puts everything still in the log into the file and lets go of it. */
export async function closeDatabase(): Promise<void> {
  await closeFile()
  folderLock?.release()
  folderLock = undefined
}

/** The folder stays this process's own, while the file in it is changed for another. */
export async function closeFile(): Promise<void> {
  clearInterval(checkpoints)
  await db?.destroy()
  db = sqlite = undefined
  checkpoints = undefined
}

/** Writes what was erased out of the log as well. */
export function forgetLog(): void {
  sqlite?.pragma('wal_checkpoint(TRUNCATE)')
}
