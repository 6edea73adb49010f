import type { StoredPiece } from '#shared/wire'
import { asClash, asWaiting } from './kept-schema'
import { isOfNow, WAITS, type KeptDatabase, type SmallStorage } from './kept-database'
import type { Keeping, KeptChange } from './ports'
import type { Waiting } from './rebase'

const DEVICE = 'device'
const TURN = 'arreglo-turn'

/**
 * Keeps in IndexedDB, which works on any page, secure or not, and writes a step whole or not at all. `strict` has it
 * on the disk before it says so. Rejects where the browser will not keep anything, or nothing more. What waits stands
 * in the small storage as well, an entry a key: a browser that finds its IndexedDB damaged throws all of it away.
 */
export class IndexedKeeping implements Keeping {
  constructor(
    private readonly database: KeptDatabase,
    private readonly small: SmallStorage,
  ) {}

  async name(proposed: string): Promise<string> {
    const step = (await this.database.open()).transaction('device', 'readwrite', { durability: 'strict' })
    const name = (await step.store.get(DEVICE)) ?? proposed
    await Promise.all([step.store.put(name, DEVICE), step.done])
    return name
  }

  async all() {
    const db = await this.database.open()
    const [rows, held] = await Promise.all([db.getAll('waiting'), db.getAll('clashes')])
    const [waiting, clashes] = [rows.flatMap(r => asWaiting(r) ?? []), held.flatMap(r => asClash(r) ?? [])]
    const known = new Set([...waiting, ...clashes.map(c => c.waiting)].map(w => w.entry.id))
    return {
      waiting: [...waiting, ...this.strays(known)],
      clashes,
      damaged: rows.length + held.length - waiting.length - clashes.length,
    }
  }

  async change({ add = [], remove = [], hold = [], dismiss = [] }: KeptChange): Promise<void> {
    for (const w of add) this.small.write(WAITS + w.entry.id, w)
    const db = await this.database.open()
    const step = db.transaction(['waiting', 'clashes'], 'readwrite', { durability: 'strict' })
    const [waiting, clashes] = [step.objectStore('waiting'), step.objectStore('clashes')]
    const writes = [
      ...add.map(w => waiting.put(w, w.entry.id)),
      ...remove.map(id => waiting.delete(id)),
      ...hold.flatMap(c => [waiting.delete(c.waiting.entry.id), clashes.put(c, c.waiting.entry.id)]),
      ...dismiss.map(id => clashes.delete(id)),
    ]
    await Promise.all([...writes, step.done])
    for (const id of [...remove, ...hold.map(c => c.waiting.entry.id)]) this.small.drop(WAITS + id)
  }

  async state(pieceId: string): Promise<StoredPiece | undefined> {
    const kept = await (await this.database.open()).get('states', pieceId)
    return kept && isOfNow(kept) ? kept : undefined
  }

  async keepState(stored: StoredPiece): Promise<void> {
    await (await this.database.open()).put('states', stored, stored.piece.id)
  }

  async forget(pieceId: string): Promise<void> {
    await (await this.database.open()).delete('states', pieceId)
  }

  /**
   * The turn stands in the small storage: it changes often, and a browser killed in the middle of such a change to
   * IndexedDB
   * threw away all that was in it (seen in Chromium, once in a dozen kills). Two tabs that take it in the same moment
   * do no harm.
   */
  async lease(tab: string, nowMs: number, forMs: number): Promise<boolean> {
    const turn = this.small.read(TURN) as { readonly tab: string, readonly untilMs: number } | undefined
    const isFree = turn === undefined || turn.tab === tab || turn.untilMs < nowMs || turn.untilMs > nowMs + 2 * forMs
    if (isFree) this.small.write(TURN, { tab, untilMs: nowMs + forMs })
    return isFree
  }

  async release(tab: string): Promise<void> {
    const turn = this.small.read(TURN) as { readonly tab: string } | undefined
    if (turn?.tab === tab) this.small.drop(TURN)
  }

  /**
   * Entries that stand in the small storage only: the large one was thrown away by the browser, or would not take
   * them.
   */
  private strays(known: ReadonlySet<string>): Waiting[] {
    const rows = this.small
      .keys()
      .filter(key => key.startsWith(WAITS))
      .map(key => this.small.read(key))
    return rows.flatMap(row => asWaiting(row) ?? []).filter(w => !known.has(w.entry.id))
  }
}
