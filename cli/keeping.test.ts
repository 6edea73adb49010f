import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { orThrow } from '#core/measure/result'
import type { Entry } from '#core/piece/entry'
import { keep } from './keeping'
import { layOldDatabase } from '../tests/fixtures/old-database'
import { listPieces } from '../tests/fixtures/all-pieces'
import { newPiece } from '../tests/fixtures/pieces'
import { keepPhoto } from '../server/pieces/photos'
import { createPiece, findPiece, giveEntries } from '../server/pieces/store'
import { backUp, copyOfTheDay, restore, takeFolder } from '../server/db/backup'
import { closeDatabase, migrate, takeDataFolder, useDatabase } from '../server/db/database'
import { isSession, newSession } from '../server/gate/sessions'
import { sentenceFor } from '../server/db/open-errors'

let folder = ''
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'arreglo-backup-'))
  process.env.ARREGLO_DATA = folder
})
afterEach(async () => {
  await closeDatabase()
  rmSync(folder, { recursive: true, force: true })
})
const stool = newPiece('stool')
const entry = (n: number): Entry => ({
  id: `entry-${String(n).padStart(6, '0')}`,
  at: '2026-03-06T09:00:00Z',
  by: 'device',
  command: { do: 'set-bracing', bracing: { webbing: n % 2 ? 'slack' : 'tight' } },
})
const out = () => {
  const said: string[] = []
  return {
    said,
    print: (t: string) => {
      said.push(t)
    },
  }
}
const NOW = new Date('2026-03-07T10:00:00Z')
const codeOf = async (work: () => unknown): Promise<unknown> => {
  try {
    await work()
    return null
  }
  catch (error) {
    return error
  }
}

describe('a copy of the workshop', () => {
  it('taken while it is written to is whole, and put back over a damaged file brings pieces, logs and pictures back', async () => {
    await migrate()
    await createPiece(stool)
    await keepPhoto('photo-1', stool.id, {
      image: Buffer.from('large'),
      thumbnail: Buffer.from('small'),
      widthPx: 1,
      heightPx: 1,
    })
    const file = join(folder, 'copy.db')
    const writing = (async () => {
      for (let n = 0; n < 60; n++) await giveEntries(stool.id, n, [entry(n)])
    })()
    const made = orThrow(await backUp(folder, file))
    await writing
    expect([made.pieces, made.photos]).toEqual([1, 1])
    await closeDatabase()
    writeFileSync(join(folder, 'arreglo.db'), 'not a database at all, and long enough to be looked at')
    const { said, print } = out()
    expect(await keep(['restore', file], folder, NOW, print, print)).toBe(0)
    expect(said[0]).toMatch(/now holds 1 piece, 1 picture.*What was there is kept in .*replaced-2026-03-07T10-00-00/)
    await migrate()
    const stored = await findPiece(stool.id, 'whole')
    if (typeof stored === 'string') throw new Error(stored)
    expect(stored.log.length).toBe(stored.version)
    expect(stored.log.length).toBeLessThanOrEqual(60)
    expect(await useDatabase().selectFrom('photo').select('id').execute()).toEqual([{ id: 'photo-1' }])
    expect(existsSync(join(folder, 'replaced-2026-03-07T10-00-00', 'arreglo.db'))).toBe(true)
  })
  it('put back lets nobody in who was let in when it was made', async () => {
    await migrate()
    const token = await newSession(new Date())
    const file = join(folder, 'copy.db')
    orThrow(await backUp(folder, file))
    expect(await isSession(token, new Date())).toBe(true)
    await closeDatabase()
    orThrow(restore(folder, file, NOW))
    await migrate()
    expect(await isSession(token, new Date())).toBe(false)
  })
  it('of an older version is put back and brought up when it is opened', async () => {
    layOldDatabase(folder, 2)
    const file = join(folder, 'old.db')
    orThrow(await backUp(folder, file))
    rmSync(join(folder, 'arreglo.db'))
    orThrow(restore(folder, file, NOW))
    await migrate()
    expect((await listPieces()).map(p => p.piece.id).sort()).toEqual(['bow-chair', 'second-chair', 'sound-chair'])
  })
  it('one that is cut short, or is none, is refused, and what is there stays', async () => {
    await migrate()
    await createPiece(stool)
    const file = join(folder, 'copy.db')
    orThrow(await backUp(folder, file))
    await closeDatabase()
    truncateSync(file, 9000)
    const cut = restore(folder, file, NOW)
    expect(cut.ok).toBe(false)
    writeFileSync(file, 'hello')
    const none = restore(folder, file, NOW)
    expect(none.ok ? '' : none.issues[0]!.message).toContain('no copy of a workshop')
    await migrate()
    expect(await listPieces()).toHaveLength(1)
    expect(readdirSync(folder).filter(f => f.startsWith('replaced-'))).toEqual([])
  })
  it('is not put back under a running server', async () => {
    await migrate()
    const file = join(folder, 'copy.db')
    orThrow(await backUp(folder, file))
    takeDataFolder()
    const { said, print } = out()
    expect(await keep(['restore', file], folder, NOW, print, print)).toBe(1)
    expect(said[0]).toContain('A server is running')
  })
  it('a day has one; those older than a month go', async () => {
    await migrate()
    mkdirSync(join(folder, 'copies'))
    for (const day of ['2026-01-01', '2026-02-10']) writeFileSync(join(folder, 'copies', `day-${day}.db`), '')
    expect((await copyOfTheDay(folder, NOW))!.ok).toBe(true)
    expect(await copyOfTheDay(folder, NOW)).toBeNull()
    expect(readdirSync(join(folder, 'copies')).sort()).toEqual(['day-2026-02-10.db', 'day-2026-03-07.db'])
  })
})

describe('opening what cannot be opened', () => {
  it('two servers on one folder: the second is told in one sentence, and a crash of the first frees it', async () => {
    takeDataFolder()
    const script = `const Database = require('better-sqlite3'); const l = new Database(process.argv[1], { timeout: 0 }); try { l.pragma('locking_mode = EXCLUSIVE'); l.exec('begin exclusive'); console.log('free') } catch (e) { console.log(e.code) }`
    const other = () =>
      execFileSync(process.execPath, ['-e', script, join(folder, 'in-use.lock')], { encoding: 'utf8' }).trim()
    expect(other()).toMatch(/^SQLITE_BUSY/)
    expect(takeFolder(folder)).toBeNull()
    const refused = await codeOf(takeDataFolder)
    expect(sentenceFor(refused, folder)).toContain('Another Arreglo is running')
    await closeDatabase()
    // Killed without a word while it holds the lock.
    spawnSync(process.execPath, ['-e', `${script}; process.kill(process.pid, 'SIGKILL')`, join(folder, 'in-use.lock')])
    expect(other()).toBe('free')
  })
  it('damaged: said, and not touched', async () => {
    writeFileSync(join(folder, 'arreglo.db'), 'x'.repeat(5000))
    const error = await codeOf(migrate)
    expect(sentenceFor(error, folder)).toContain('is damaged: nothing in it was changed')
  })
  it('written by a newer version: said, and not touched', async () => {
    await migrate()
    await closeDatabase()
    const db = new Database(join(folder, 'arreglo.db'))
    db.prepare('insert into kysely_migration (name, timestamp) values (?, ?)').run('9999-from-the-future', '2030-01-01')
    db.close()
    expect(sentenceFor(await codeOf(migrate), folder)).toContain('written by a newer Arreglo')
  })
  it('a folder that is a file, a read-only disk, a full one: a sentence each', async () => {
    writeFileSync(join(folder, 'taken'), '')
    process.env.ARREGLO_DATA = join(folder, 'taken', 'data')
    expect(sentenceFor(await codeOf(takeDataFolder), 'F')).toContain('cannot be written to')
    expect(sentenceFor({ code: 'SQLITE_READONLY' }, 'F')).toContain('cannot be written to')
    expect(sentenceFor({ code: 'SQLITE_FULL' }, 'F')).toContain('is full: what was kept is whole')
    expect(sentenceFor(new Error('something else'), 'F')).toBeNull()
  })
  it('what was written stands in the one file once writing rests', async () => {
    await migrate()
    await createPiece(stool)
    await closeDatabase()
    expect(readdirSync(folder).filter(f => f.startsWith('arreglo.db'))).toEqual(['arreglo.db'])
  })
})
