import { randomUUID } from 'node:crypto'
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { fail, succeed, type Result } from '../../core/measure/result'

export const DATABASE_FILE = 'arreglo.db'
/** What a copy was put in the place of stands in a folder of this name and the time. */
const REPLACED = 'replaced-'
const COPIES = 'copies'
/** A day's copy is kept so many days. */
const DAYS_KEPT = 31

/** What a copy holds. */
export interface Copied {
  readonly file: string
  readonly bytes: number
  readonly pieces: number
  readonly photos: number
}

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
  finally {
    db.close()
  }
  // One file, without the log that a running database keeps beside it.
  const copy = new Database(partial)
  copy.pragma('journal_mode = DELETE')
  copy.close()
  const whole = look(partial)
  if (!whole.ok) {
    rmSync(partial, { force: true })
    return whole
  }
  renameSync(partial, file)
  return succeed({ ...whole.value, file })
}

export interface PutBack {
  readonly copied: Copied
  readonly keptIn: string | null
}

/**
 * Puts a copy in the place of what is there, which is kept in a folder of its own beside it. Refused while a server
 * uses the folder, and for a file that is not whole or is no copy of a workshop.
 */
export function restore(folder: string, file: string, now: Date): Result<PutBack> {
  const whole = lookAtCopy(file)
  if (!whole.ok) return whole
  mkdirSync(folder, { recursive: true })
  const lock = takeFolder(folder)
  if (!lock) {
    return fail('in_use', `A server is running on ${folder}: end it first, or put the copy back on its Shop page.`)
  }
  try {
    return succeed({ copied: whole.value, keptIn: putInPlace(folder, file, now) })
  }
  finally {
    lock.release()
  }
}

/** Puts a whole copy where the data are, which nobody has open. Where what was there is kept; null if nothing was. */
export function putInPlace(folder: string, file: string, now: Date): string | null {
  const stamp = now.toISOString().slice(0, 19).replaceAll(':', '-')
  const keptIn = join(folder, `${REPLACED}${stamp}`)
  const old = [DATABASE_FILE, `${DATABASE_FILE}-wal`, `${DATABASE_FILE}-shm`].filter(name =>
    existsSync(join(folder, name)),
  )
  // Copied beside it first: a full disk leaves what was there where it was.
  const incoming = join(folder, `${DATABASE_FILE}.incoming`)
  copyFileSync(file, incoming)
  markPutBack(incoming)
  if (old.length > 0) mkdirSync(keptIn)
  for (const name of old) renameSync(join(folder, name), join(keptIn, name))
  renameSync(incoming, join(folder, DATABASE_FILE))
  return old.length > 0 ? keptIn : null
}

/** The other way round, where what was put there cannot be used. */
export function takeOutAgain(folder: string, keptIn: string): void {
  for (const name of [DATABASE_FILE, `${DATABASE_FILE}-wal`, `${DATABASE_FILE}-shm`]) {
    rmSync(join(folder, name), { force: true })
    if (existsSync(join(keptIn, name))) renameSync(join(keptIn, name), join(folder, name))
  }
  rmSync(keptIn, { recursive: true })
}

/** The data go on from another point than devices know: they ask for everything anew. */
function markPutBack(file: string): void {
  const db = new Database(file)
  db.pragma('journal_mode = DELETE')
  db.prepare(
    'insert into setting (key, value) values (?, ?) on conflict (key) do update set value = excluded.value',
  ).run(EPOCH_KEY, randomUUID())
  // Who was let in when the copy was made may have been shut out since.
  if (hasTable(db, 'session')) db.exec('delete from session')
  db.close()
}

/** The setting that changes when a copy is put back. */
export const EPOCH_KEY = 'epoch'

/** A file looked at before it is put in place: whole, and a copy of a workshop. */
export const lookAtCopy = (file: string): Result<Copied> =>
  existsSync(file) ? look(file) : fail('nothing_there', `There is no file ${file}.`)

/** Opens a copy and looks whether it is whole. Nothing of it is changed. */
function look(file: string): Result<Copied> {
  let db: Database.Database | undefined
  try {
    db = new Database(file, { readonly: true, fileMustExist: true })
    const [found] = db.pragma('integrity_check(1)') as { integrity_check: string }[]
    if (found?.integrity_check !== 'ok') {
      return fail('damaged', `${file} is damaged: ${found?.integrity_check ?? 'it cannot be read'}.`)
    }
    const count = (table: string) => (db!.prepare(`select count(*) as n from ${table}`).get() as { n: number }).n
    return succeed({
      file,
      bytes: statSync(file).size,
      pieces: count('piece'),
      photos: hasTable(db, 'photo') ? count('photo') : 0,
    })
  }
  catch {
    return fail('no_copy', `${file} is no copy of a workshop’s data.`)
  }
  finally {
    db?.close()
  }
}

const hasTable = (db: Database.Database, name: string): boolean =>
  db.prepare('select 1 from sqlite_master where type = ? and name = ?').get('table', name) !== undefined

/**
 * The folder as one process's own until it ends, however it ends: the lock is the operating system's. Null if another
 * has it.
 */
export function takeFolder(folder: string): { release(): void } | null {
  const lock = new Database(join(folder, 'in-use.lock'), { timeout: 0 })
  try {
    lock.pragma('locking_mode = EXCLUSIVE')
    lock.exec('begin exclusive')
    return {
      release: () => {
        lock.close()
      },
    }
  }
  catch (error) {
    lock.close()
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY')) return null
    throw error
  }
}

/** Today's copy, if there is none yet; what is older than a month goes. Returns the file it made, or null. */
export async function copyOfTheDay(folder: string, now: Date): Promise<Result<Copied> | null> {
  const copies = join(folder, COPIES)
  mkdirSync(copies, { recursive: true })
  const name = (day: Date) => `day-${day.toISOString().slice(0, 10)}.db`
  const oldest = name(new Date(now.getTime() - DAYS_KEPT * 86_400_000))
  for (const old of readdirSync(copies).filter(f => /^day-\d{4}-\d{2}-\d{2}\.db$/.test(f) && f < oldest)) {
    rmSync(join(copies, old))
  }
  const today = join(copies, name(now))
  return existsSync(today) ? null : await backUp(folder, today)
}

/** A copy that stands in the data folder: what it is of, when it was made, how large it is. */
export interface CopyThere {
  readonly name: string
  readonly kind: CopyKind
  readonly at: string
  readonly bytes: number
}
export type CopyKind = 'day' | 'by-hand' | 'before-update' | 'replaced'

/** Every copy there is, the latest first. Their names are paths within the data folder. */
export function copiesIn(folder: string): CopyThere[] {
  const within = (path: string) => (existsSync(join(folder, path)) ? readdirSync(join(folder, path)) : [])
  const found: [CopyKind, string][] = [
    ...within(COPIES).flatMap((f): [CopyKind, string][] =>
      /^day-.*\.db$/.test(f)
        ? [['day', `${COPIES}/${f}`]]
        : /^by-hand-.*\.db$/.test(f)
          ? [['by-hand', `${COPIES}/${f}`]]
          : [],
    ),
    ...within('.').flatMap((f): [CopyKind, string][] =>
      /^before-.*\.db$/.test(f)
        ? [['before-update', f]]
        : f.startsWith(REPLACED) && existsSync(join(folder, f, DATABASE_FILE))
          ? [['replaced', `${f}/${DATABASE_FILE}`]]
          : [],
    ),
  ]
  const rows = found.map(([kind, name]): CopyThere => {
    const { mtime, size } = statSync(join(folder, name))
    return { name, kind, at: mtime.toISOString(), bytes: size }
  })
  return rows.sort((a, b) => (a.at < b.at ? 1 : -1))
}

/** A copy made because somebody wanted one now; its name within the data folder. */
export async function copyByHand(folder: string, now: Date): Promise<Result<Copied & { readonly name: string }>> {
  mkdirSync(join(folder, COPIES), { recursive: true })
  const name = `${COPIES}/by-hand-${now.toISOString().slice(0, 19).replaceAll(':', '-')}.db`
  const made = await backUp(folder, join(folder, name))
  return made.ok ? succeed({ ...made.value, name }) : made
}

/** Which copies still hold any of these pieces, or cannot be looked into. */
export function copiesHolding(folder: string, pieceIds: readonly string[]): CopyThere[] {
  return copiesIn(folder).filter(({ name }) => {
    let db: Database.Database | undefined
    try {
      db = new Database(join(folder, name), { readonly: true, fileMustExist: true })
      const holds = db.prepare('select 1 from piece where id = ?')
      return pieceIds.some(id => holds.get(id) !== undefined)
    }
    catch {
      return true
    }
    finally {
      db?.close()
    }
  })
}
