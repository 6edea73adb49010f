import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { Command } from '#core/piece/commands'
import type { Entry } from '#core/piece/entry'
import { findUndoable, replay } from '#core/piece/history'
import { readPieceFile, writePieceFile } from '#core/piece/file'
import { orThrow } from '#core/measure/result'
import { layOldDatabase } from '../../tests/fixtures/old-database'
import { listPieces } from '../../tests/fixtures/all-pieces'
import { newPiece } from '../../tests/fixtures/pieces'
import { createPiece, erasePiece, findPiece, giveEntries } from '../pieces/store'
import type { StoredPiece } from '#shared/wire'
import { closeDatabase, migrate, useDatabase } from './database'

let folder = ''
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'arreglo-db-'))
  process.env.ARREGLO_DATA = folder
})
afterEach(async () => {
  await closeDatabase()
  rmSync(folder, { recursive: true, force: true })
})

const entry = (n: number, command: Entry['command'], by = 'device-bench'): Entry => ({
  id: `new-entry-${String(n).padStart(4, '0')}`,
  at: '2026-03-06T09:00:00Z',
  by,
  command,
})
const found = async (id: string) => (await findPiece(id, 'whole')) as StoredPiece
const gives = (joint: string): Command => ({ do: 'test-joint', joint, state: 'gives' })

describe.each([
  [1, ['old-chair'], [], []],
  [2, ['sound-chair'], ['second-chair', 'bow-chair'], []],
  ['2-late', ['sound-chair', 'worn-chair', 'gate-table'], ['bow-chair'], ['second-chair']],
] as const)('a database really written by version %s', (version, open, closed, besides) => {
  beforeEach(async () => {
    layOldDatabase(folder, version)
    await migrate()
  })

  it('comes up whole: every document is its own file’s, and a copy is kept of what was there', async () => {
    const pieces = await listPieces()
    expect(pieces.map(p => p.piece.id).sort()).toEqual([...open, ...closed, ...besides].sort())
    for (const { piece } of pieces) expect(orThrow(readPieceFile(writePieceFile(piece)))).toEqual(piece)
    expect(readdirSync(folder).filter(f => f.startsWith('before-'))).toHaveLength(1)
  })

  it.each(open)(
    '%s keeps its past open: the document is the replay, and everything in it can be taken back',
    async (id) => {
      let stored = await found(id)
      expect(stored.closed).toBe(0)
      expect(stored.piece).toEqual(orThrow(replay(stored.base.piece, stored.log)))
      for (let n = 0; ; n++) {
        const last = findUndoable(stored.log, 'device-bench') ?? findUndoable(stored.log, 'device-tablet')
        if (!last) break
        expect(
          await giveEntries(id, stored.version, [entry(n, { do: 'undo', entry: last.id }, last.by)]),
        ).toMatchObject({ kind: 'done' })
        stored = await found(id)
        expect(orThrow(readPieceFile(writePieceFile(stored.piece)))).toEqual(stored.piece)
      }
      expect(stored.piece).toEqual(stored.base.piece)
    },
  )

  it.each(closed)('%s, whose past breaks rules, is put right; its past can be read but not taken back', async (id) => {
    const stored = await found(id)
    expect(stored.closed).toBe(stored.version)
    expect(stored.log).toHaveLength(stored.version)
    const old = stored.log.find(e => e.command.do === 'set-option')!
    expect(await giveEntries(id, stored.version, [entry(1, { do: 'undo', entry: old.id })])).toMatchObject({
      kind: 'refused',
      issues: [{ code: 'too_old' }],
    })
    const joint = stored.piece.joints.find(j => stored.piece.findings[j.id] === undefined)!.id
    expect(await giveEntries(id, stored.version, [entry(2, gives(joint))])).toMatchObject({
      kind: 'done',
      stored: { version: stored.version + 1 },
    })
    expect(
      await giveEntries(id, stored.version + 1, [entry(3, { do: 'undo', entry: entry(2, gives(joint)).id })]),
    ).toMatchObject({ kind: 'done' })
    expect((await found(id)).piece).toEqual(stored.piece)
  })
})

describe('what version 1 let through', () => {
  it('is as it should have been: plain words, days on the calendar, glues and causes that exist', async () => {
    layOldDatabase(folder, 1)
    await migrate()
    const { piece } = await found('old-chair')
    expect(piece.title).toBe('Old ‹b>chair‹/b>')
    expect(piece.choices).toMatchObject({
      glue: null,
      causes: { 'joint:left-side-rail--left-back-post': { cause: 'starved' } },
    })
    expect(piece.choices.causes['joint:front-rail--left-front-leg']).toBeUndefined()
    expect(piece.notes.map(n => n.at)).toEqual(['2026-03-05T09:41', '2026-03-05T09:30'])
    expect(piece.shape.measures.armHeight).toEqual({ value: 665, basis: 'assumed' })
  })
})

describe('what version 2 knew of metal, breaks and repairs', () => {
  it('is all there in the form of version 3, with what nobody was asked left open', async () => {
    layOldDatabase(folder, '2-late')
    await migrate()
    const { piece, log } = await found('worn-chair')
    const [rail, front] = ['left-side-rail--left-back-post', 'front-rail--left-front-leg']
    expect(piece.holds).toEqual([
      {
        id: 'screw-a',
        on: { kind: 'joint', id: rail },
        kind: 'screw',
        state: 'not-looked',
        faults: [],
        hidden: true,
        note: 'no plug after all',
      },
      {
        id: 'brad-b',
        on: { kind: 'joint', id: front },
        kind: 'brad',
        state: 'not-looked',
        faults: [],
        hidden: false,
        note: '',
      },
    ])
    expect(piece.faults.map(f => [f.id, f.kind])).toEqual([
      ['break-1', 'break'],
      ['split-1', 'split'],
      ['old-1', 'earlier-repair'],
      ['worm-1', 'worm'],
    ])
    expect(piece.faults).toMatchObject([
      { parted: 'not-seen', joint: null },
      { crosses: [], runsOut: 'not-seen', note: 'longer' },
      { offMm: null, leanDeg: null },
      {},
    ])
    expect(piece.choices).toMatchObject({
      settled: { 'fault:worm-1': { how: 'left' }, 'fault:break-1': { how: 'mended-otherwise' } },
      causes: { [`joint:${rail}`]: { cause: 'starved' } },
      mends: { [`joint:${rail}`]: 're-glue' },
    })
    expect(piece.events.map(e => [e.kind, e.stage, e.of])).toEqual([
      ['stage-glued', 1, []],
      ['tested-again', null, []],
    ])
    expect(piece.joints.find(j => j.id === front)!.form.kind).toBe('bolted')
    expect(log.filter(e => e.command.do === 'add-hold')).toHaveLength(2)
  })

  it('keeps a name only where somebody gave one: the rest is called by side, kind and number', async () => {
    layOldDatabase(folder, '2-late')
    await migrate()
    for (const { piece } of await listPieces()) {
      const named = piece.shape.edits.flatMap(e =>
        e.do === 'rename-part' ? [e.part] : e.do === 'add-part' ? [e.part.id] : 'as' in e ? [e.as] : [],
      )
      expect(
        piece.parts
          .filter(p => p.label !== undefined)
          .map(p => p.id)
          .sort(),
      ).toEqual(named.sort())
      expect(piece.joints.filter(j => 'label' in j)).toEqual([])
    }
  })

  it('a past that was closed stays closed, and what came after it can still be taken back', async () => {
    layOldDatabase(folder, '2-late')
    await migrate()
    const stored = await found('second-chair')
    expect(stored.closed).toBeGreaterThan(0)
    expect(stored.closed).toBe(stored.version - 2)
    expect(stored.piece.holds.some(h => h.id === 'late-nail')).toBe(true)
    expect(
      await giveEntries('second-chair', stored.version, [entry(1, { do: 'undo', entry: 'late-closed-0002' })]),
    ).toMatchObject({ kind: 'done' })
    expect((await found('second-chair')).piece.holds.some(h => h.id === 'late-nail')).toBe(false)
    expect(await useDatabase().selectFrom('snapshot').select('version').execute()).toEqual([])
  })
})

describe('the store', () => {
  beforeEach(migrate)
  const stool = newPiece('stool')
  const [joint] = stool.joints.map(j => j.id) as [string]

  it('keeps documents on the way, and an undo far back gives what a replay from the start gives', async () => {
    await createPiece(stool)
    const entries = Array.from({ length: 260 }, (_, i): Entry =>
      entry(
        i,
        i === 3
          ? { do: 'measure-shape', key: 'seatHeight', measure: { value: 500, basis: 'measured' } }
          : { do: 'set-bracing', bracing: { webbing: i % 2 ? 'slack' : 'tight' } },
      ),
    )
    for (let i = 0; i < entries.length; i += 65) await giveEntries(stool.id, i, entries.slice(i, i + 65))
    const marks = await useDatabase().selectFrom('snapshot').select('version').execute()
    expect(marks.length).toBeGreaterThanOrEqual(4)
    const near = (await findPiece(stool.id)) as StoredPiece
    expect(near.base.version).toBeGreaterThan(150)
    expect(await giveEntries(stool.id, 260, [entry(900, { do: 'undo', entry: entries[3]!.id })])).toMatchObject({
      kind: 'done',
    })
    const stored = await found(stool.id)
    expect(stored.piece.shape.measures.seatHeight).toEqual(stool.shape.measures.seatHeight)
    expect(stored.piece).toEqual(orThrow(replay(stool, stored.log)))
    // What was kept on the way is right as well: an undo from there comes to the same.
    expect(await giveEntries(stool.id, 261, [entry(901, { do: 'undo', entry: entries[120]!.id })])).toMatchObject({
      kind: 'done',
    })
    const later = await found(stool.id)
    expect(later.piece).toEqual(orThrow(replay(stool, later.log)))
  })

  it('names the entry that cannot stand and writes nothing of the batch', async () => {
    await createPiece(stool)
    const batch = [entry(1, gives(joint)), entry(2, gives('no-such-joint')), entry(3, gives(joint))]
    expect(await giveEntries(stool.id, 0, batch)).toMatchObject({ kind: 'refused', entry: 'new-entry-0002' })
    expect((await found(stool.id)).version).toBe(0)
  })

  it('takes an entry once, though it comes twice in one batch or again later', async () => {
    await createPiece(stool)
    expect(await giveEntries(stool.id, 0, [entry(1, gives(joint)), entry(1, gives(joint))])).toMatchObject({
      kind: 'done',
      stored: { version: 1 },
    })
    expect(await giveEntries(stool.id, 0, [entry(1, gives(joint))])).toMatchObject({
      kind: 'done',
      stored: { version: 1 },
    })
  })

  it('tells an erased piece from one nobody ever heard of, and never takes the erased one in again', async () => {
    await createPiece(stool)
    await giveEntries(stool.id, 0, [entry(1, gives(joint))])
    expect(await erasePiece(stool.id)).toBe(true)
    expect(await findPiece(stool.id)).toBe('erased')
    expect(await giveEntries(stool.id, 1, [entry(2, gives(joint))])).toBe('erased')
    expect(await findPiece('never-here')).toBe('unknown')
    expect(await createPiece(stool)).toBe(false)
    expect(await useDatabase().selectFrom('entry').select('id').execute()).toEqual([])
  })
})
