import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { ListedPiece, StoredPiece } from '#shared/wire'
import { asClash, asWaiting } from './kept-schema'
import type { Keeping, KeptChange } from './ports'
import type { Clash, Waiting } from './rebase'

interface Kept extends DBSchema {
  /** By the ids of the entries. */
  waiting: { key: string, value: Waiting }
  clashes: { key: string, value: Clash }
  /** Pieces as the server last handed them over, by their ids. */
  states: { key: string, value: StoredPiece }
  /** The bench as the server last listed it; one row. */
  list: { key: string, value: readonly ListedPiece[] }
  /** What this device is called; one row. */
  device: { key: string, value: string }
  /** Whose turn it is to send; one row. */
  turn: { key: string, value: { readonly tab: string, readonly untilMs: number } }
}

const NAME = 'arreglo'
const VERSION = 1
const [TURN, LIST, DEVICE] = ['turn', 'list', 'device']

/**
 * Keeps in IndexedDB, which works on any page, secure or not, and writes a step whole or not at all. `strict` has it on
 * the disk before it says so. Rejects where the browser will not keep anything, or nothing more.
 */
export class IndexedKeeping implements Keeping {
  private db: Promise<IDBPDatabase<Kept>> | undefined

  private open(): Promise<IDBPDatabase<Kept>> {
    this.db ??= openDB<Kept>(NAME, VERSION, {
      upgrade(db) { for (const store of ['waiting', 'clashes', 'states', 'list', 'device', 'turn'] as const) db.createObjectStore(store) },
      terminated: () => { this.db = undefined },
    })
    this.db.catch(() => { this.db = undefined })
    return this.db
  }

  async name(proposed: string): Promise<string> {
    const step = (await this.open()).transaction('device', 'readwrite', { durability: 'strict' })
    const name = await step.store.get(DEVICE) ?? proposed
    await Promise.all([step.store.put(name, DEVICE), step.done])
    return name
  }

  async all() {
    const db = await this.open()
    const [rows, held] = await Promise.all([db.getAll('waiting'), db.getAll('clashes')])
    const [waiting, clashes] = [rows.flatMap(r => asWaiting(r) ?? []), held.flatMap(r => asClash(r) ?? [])]
    return { waiting, clashes, damaged: rows.length + held.length - waiting.length - clashes.length }
  }

  async change({ add = [], remove = [], hold = [], dismiss = [] }: KeptChange): Promise<void> {
    const db = await this.open()
    const step = db.transaction(['waiting', 'clashes'], 'readwrite', { durability: 'strict' })
    const [waiting, clashes] = [step.objectStore('waiting'), step.objectStore('clashes')]
    const writes = [
      ...add.map(w => waiting.put(w, w.entry.id)), ...remove.map(id => waiting.delete(id)),
      ...hold.flatMap(c => [waiting.delete(c.waiting.entry.id), clashes.put(c, c.waiting.entry.id)]), ...dismiss.map(id => clashes.delete(id)),
    ]
    await Promise.all([...writes, step.done])
  }

  async state(pieceId: string): Promise<StoredPiece | undefined> { return (await this.open()).get('states', pieceId) }
  async keepState(stored: StoredPiece): Promise<void> { await (await this.open()).put('states', stored, stored.piece.id) }
  async forget(pieceId: string): Promise<void> { await (await this.open()).delete('states', pieceId) }
  async keepList(pieces: readonly ListedPiece[]): Promise<void> { await (await this.open()).put('list', pieces, LIST) }
  async list(): Promise<readonly ListedPiece[] | undefined> { return (await this.open()).get('list', LIST) }

  async lease(tab: string, nowMs: number, forMs: number): Promise<boolean> {
    const step = (await this.open()).transaction('turn', 'readwrite')
    const turn = await step.store.get(TURN)
    const isFree = turn === undefined || turn.tab === tab || turn.untilMs < nowMs || turn.untilMs > nowMs + 2 * forMs
    if (isFree) await step.store.put({ tab, untilMs: nowMs + forMs }, TURN)
    await step.done
    return isFree
  }

  async release(tab: string): Promise<void> {
    const step = (await this.open()).transaction('turn', 'readwrite')
    if ((await step.store.get(TURN))?.tab === tab) await step.store.delete(TURN)
    await step.done
  }
}
