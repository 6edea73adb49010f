import { fitMm, phraseText, say } from '#core/measure/phrase'
import { asClash } from './kept-schema'
import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { openDB } from 'idb'
import { beforeEach, describe, expect, it } from 'vitest'
import { newPiece } from '../../tests/fixtures/pieces'
import { KeptDatabase, type SmallStorage } from './kept-database'
import { KeptLists, type KeptBench } from './kept-lists'
import { IndexedKeeping } from './keeping-indexed'
import type { Waiting } from './rebase'

const waiting = (n: number): Waiting => ({
  entry: {
    id: `entry-${String(n).padStart(4, '0')}`,
    at: '2026-03-05T09:00:00Z',
    by: 'bench',
    command: { do: 'choose-glue', glue: 'fish' },
  },
  pieceId: 'a',
  title: 'A',
  seen: n,
  order: n,
})
const piece = newPiece('stool')
const bench: KeptBench = {
  form: 1,
  page: { rows: [], total: 0, next: null },
  sums: { onBench: 1, over: 0, inClamps: 0, steps: ['test'], customers: ['Harbour Hall'], now: [], clampsOut: {} },
}
const stored = { piece, base: { version: 0, piece }, closed: 0, version: 0, log: [] }

const small = new Map<string, string>()
const storage: SmallStorage = {
  keys: () => [...small.keys()],
  read: key => JSON.parse(small.get(key) ?? 'null') ?? undefined,
  write: (key, value) => {
    small.set(key, JSON.stringify(value))
  },
  drop: (key) => {
    small.delete(key)
  },
}
const newKeeping = () => new IndexedKeeping(new KeptDatabase(), storage)
const newLists = () => new KeptLists(new KeptDatabase(), storage)
beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  small.clear()
})

describe('what a device keeps', () => {
  it('is there for the next tab: what waits, what clashes, pieces', async () => {
    const one = newKeeping()
    await one.change({ add: [waiting(1), waiting(2), waiting(3)] })
    await one.change({
      remove: ['entry-0001'],
      hold: [
        {
          waiting: waiting(2),
          why: 'newer',
          reason: '',
          mine: say`J1 ${fitMm(0.2)}`,
          theirs: [{ by: 'tablet', at: 'x', said: say`J1 apart` }],
        },
      ],
    })
    await one.keepState(stored)
    const two = newKeeping()
    const all = await two.all()
    expect([all.waiting.map(w => w.seen), all.clashes.map(c => c.waiting.seen), all.damaged]).toEqual([[3], [2], 0])
    expect(all.clashes[0]!.mine).toEqual(say`J1 ${fitMm(0.2)}`)
    expect(await two.state(piece.id)).toEqual(stored)
    await two.forget(piece.id)
    await two.change({ dismiss: ['entry-0002'] })
    expect([await one.state(piece.id), (await one.all()).clashes]).toEqual([undefined, []])
  })

  it('has lists for the next tab, until the server begins anew: then what waits stays alone', async () => {
    const one = newLists()
    await newKeeping().change({ add: [waiting(1)] })
    await newKeeping().keepState(stored)
    await one.keepBench(bench)
    await one.keepSet('set-1', [{ piece, version: 4 }])
    const two = newLists()
    expect([await two.bench(), await two.set('set-1')]).toEqual([bench, [{ piece, version: 4 }]])
    await two.forgetAll()
    expect([await one.bench(), await one.set('set-1'), await newKeeping().state(piece.id)]).toEqual(
      [undefined, undefined, undefined],
    )
    expect((await newKeeping().all()).waiting).toEqual([waiting(1)])
  })

  it('says without reading it whether anything waits: an entry, a clash, or one from an older program', async () => {
    const [keeping, lists] = [newKeeping(), newLists()]
    expect(await lists.anyWaits()).toBe(false)
    await keeping.change({ add: [waiting(1)] })
    expect(await lists.anyWaits()).toBe(true)
    small.clear()
    expect(await lists.anyWaits()).toBe(true)
    const clash = { waiting: waiting(1), why: 'newer' as const, reason: '', mine: say`J1 apart`, theirs: [] }
    await keeping.change({ hold: [clash] })
    expect(await lists.anyWaits()).toBe(true)
    await keeping.change({ dismiss: ['entry-0001'] })
    expect(await lists.anyWaits()).toBe(false)
    small.set('arreglo-queue-1-old-chair', '[]')
    expect(await lists.anyWaits()).toBe(true)
  })

  it('counts what cannot be read and leaves it where it is', async () => {
    const keeping = newKeeping()
    await keeping.change({ add: [waiting(1)] })
    const db = await openDB('arreglo')
    await db.put('waiting', { entry: 'torn' }, 'entry-torn')
    db.close()
    expect(await keeping.all()).toMatchObject({ waiting: [{ seen: 1 }], damaged: 1 })
  })

  it('outlives a browser that throws its large storage away: what waited stands in the small one', async () => {
    const keeping = newKeeping()
    await keeping.change({ add: [waiting(1), waiting(2)] })
    await keeping.change({ remove: ['entry-0001'] })
    globalThis.indexedDB = new IDBFactory()
    const after = newKeeping()
    expect((await after.all()).waiting).toEqual([waiting(2)])
    await after.change({ remove: ['entry-0002'] })
    expect([(await after.all()).waiting, small.size]).toEqual([[], 0])
  })

  it('calls a device what it was called before', async () => {
    expect(await newKeeping().name('first')).toBe('first')
    expect(await newKeeping().name('second')).toBe('first')
  })

  it('gives one tab at a time the turn to send, until its time runs out or it hands it on', async () => {
    const [one, two] = [newKeeping(), newKeeping()]
    expect([
      await one.lease('one', 1000, 8000),
      await two.lease('two', 2000, 8000),
      await one.lease('one', 5000, 8000),
    ]).toEqual([true, false, true])
    expect(await two.lease('two', 12_000, 8000)).toBe(false)
    expect(await two.lease('two', 13_001, 8000)).toBe(true)
    await one.release('one')
    expect(await one.lease('one', 14_000, 8000)).toBe(false)
    await two.release('two')
    expect(await one.lease('one', 14_000, 8000)).toBe(true)
    // A clock that was set back leaves nobody waiting for a day.
    expect(await two.lease('two', 7000, 8000)).toBe(false)
    expect(await two.lease('two', -5000, 8000)).toBe(true)
  })

  it('reads a clash as an older program kept it: its words and figures in a row, its command in the older form', () => {
    const old = {
      waiting: {
        ...waiting(1),
        entry: {
          ...waiting(1).entry,
          command: { do: 'add-metal', metal: { id: 'm', joint: 'a--b', kind: 'brad', hidden: true, note: '' } },
        },
      },
      why: 'newer',
      reason: '',
      mine: ['J1 clearance ', { value: 0.2, unit: 'fit-mm' }],
      theirs: [],
    }
    const read = asClash(old)!
    expect(phraseText(read.mine)).toBe('J1 clearance 0.20 mm')
    expect(read.waiting.entry.command).toMatchObject({
      do: 'add-hold',
      hold: { on: { kind: 'joint', id: 'a--b' }, kind: 'brad', state: 'not-looked' },
    })
  })
})
