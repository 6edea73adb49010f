import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { fail, succeed, type Result } from '../../core/measure/result'

export const DATABASE_FILE = 'arreglo.db'
/** A day's copy is kept so many days. */
const DAYS_KEPT = 31

/** What a copy holds. */
export interface Copied { readonly file: string, readonly bytes: number, readonly pieces: number, readonly photos: number }

/** A whole copy of the workshop's data in one file, pictures and logs included, taken while it may be written to. */
export async function backUp(folder: string, file: string): Promise<Result<Copied>> {
  const source = join(folder, DATABASE_FILE)
  if (!existsSync(source)) return fail('nothing_there', `There is no ${DATABASE_FILE} in ${folder}.`)
  const partial = `${file}.partial`
  const db = new Database(source, { readonly: true })
  try {
    rmSync(partial, { force: true })
    await db.backup(partial)
  }
  finally { db.close() }
  // One file, without the log that a running database keeps beside it.
  const copy = new Database(partial)
  copy.pragma('journal_mode = DELETE')
  copy.close()
  const whole = look(partial)
  if (!whole.ok) { rmSync(partial, { force: true }); return whole }
  renameSync(partial, file)
  return succeed({ ...whole.value, file })
}

/**
 * Puts a copy in the place of what is there, which is kept in a folder of its own beside it. Refused while a server uses the
 * folder, and for a file that is not whole or is no copy of a workshop.
 */
export function restore(folder: string, file: string, now: Date): Result<{ readonly copied: Copied, readonly keptIn: string | null }> {
  const whole = existsSync(file) ? look(file) : fail('nothing_there', `There is no file ${file}.`)
  if (!whole.ok) return whole
  mkdirSync(folder, { recursive: true })
  const lock = takeFolder(folder)
  if (!lock) return fail('in_use', `A server is running on ${folder}: end it first.`)
  try {
    const stamp = now.toISOString().slice(0, 19).replaceAll(':', '-')
    const keptIn = join(folder, `replaced-${stamp}`)
    const old = [DATABASE_FILE, `${DATABASE_FILE}-wal`, `${DATABASE_FILE}-shm`].filter(name => existsSync(join(folder, name)))
    // Copied beside it first: a full disk leaves what was there where it was.
    const incoming = join(folder, `${DATABASE_FILE}.incoming`)
    copyFileSync(file, incoming)
    if (old.length > 0) mkdirSync(keptIn)
    for (const name of old) renameSync(join(folder, name), join(keptIn, name))
    renameSync(incoming, join(folder, DATABASE_FILE))
    return succeed({ copied: whole.value, keptIn: old.length > 0 ? keptIn : null })
  }
  finally { lock.release() }
}

/** Opens a copy and looks whether it is whole. Nothing of it is changed. */
function look(file: string): Result<Copied> {
  let db: Database.Database | undefined
  try {
    db = new Database(file, { readonly: true, fileMustExist: true })
    const [found] = db.pragma('integrity_check(1)') as { integrity_check: string }[]
    if (found?.integrity_check !== 'ok') return fail('damaged', `${file} is damaged: ${found?.integrity_check ?? 'it cannot be read'}.`)
    const count = (table: string) => (db!.prepare(`select count(*) as n from ${table}`).get() as { n: number }).n
    return succeed({ file, bytes: statSync(file).size, pieces: count('piece'), photos: hasTable(db, 'photo') ? count('photo') : 0 })
  }
  catch { return fail('no_copy', `${file} is no copy of a workshop’s data.`) }
  finally { db?.close() }
}

const hasTable = (db: Database.Database, name: string): boolean => db.prepare('select 1 from sqlite_master where type = ? and name = ?').get('table', name) !== undefined

/** The folder as one process's own until it ends, however it ends: the lock is the operating system's. Null if another has it. */
export function takeFolder(folder: string): { release(): void } | null {
  const lock = new Database(join(folder, 'in-use.lock'), { timeout: 0 })
  try {
    lock.pragma('locking_mode = EXCLUSIVE')
    lock.exec('begin exclusive')
    return { release: () => { lock.close() } }
  }
  catch (error) {
    lock.close()
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY')) return null
    throw error
  }
}

/** Today's copy, if there is none yet; what is older than a month goes. Returns the file it made, or null. */
export async function copyOfTheDay(folder: string, now: Date): Promise<Result<Copied> | null> {
  const copies = join(folder, 'copies')
  mkdirSync(copies, { recursive: true })
  const name = (day: Date) => `day-${day.toISOString().slice(0, 10)}.db`
  const oldest = name(new Date(now.getTime() - DAYS_KEPT * 86_400_000))
  for (const old of readdirSync(copies).filter(f => /^day-\d{4}-\d{2}-\d{2}\.db$/.test(f) && f < oldest)) rmSync(join(copies, old))
  const today = join(copies, name(now))
  return existsSync(today) ? null : await backUp(folder, today)
}
