import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { SCHEMA_VERSION } from '#core/piece/version'
import type { ListedPiece, StoredPiece } from '#shared/wire'
import type { Clash, Waiting } from './rebase'

export interface Kept extends DBSchema {
  /** By the ids of the entries. */
  waiting: { key: string, value: Waiting }
  clashes: { key: string, value: Clash }
  /** Pieces as the server last handed them over, by their ids. */
  states: { key: string, value: StoredPiece }
  /** The bench as the server last listed it, and sets as they were last handed over, by their ids. */
  list: { key: string, value: unknown }
  /** What this device is called; one row. */
  device: { key: string, value: string }
}

const NAME = 'arreglo'
const VERSION = 1

/** Under this and the id of its entry, what waits stands in the small storage as well. */
export const WAITS = 'arreglo-waits-'

/** What an older program left waiting in the small storage, by the piece. */
export const OLD_QUEUE = /^arreglo-queue-1-(.+)$/

/**
 * A small storage beside the large one, as `localStorage` is: what it does not take it goes without, and it never
 * throws.
 */
export interface SmallStorage {
  keys(): string[]
  read(key: string): unknown
  write(key: string, value: unknown): void
  drop(key: string): void
}

/** What an older program kept is asked for anew: this one does not read it. */
export const isOfNow = ({ piece }: ListedPiece | StoredPiece): boolean => piece.schemaVersion === SCHEMA_VERSION

/** The device's IndexedDB, opened at its first use, and anew where the browser has shut it. */
export class KeptDatabase {
  private db: Promise<IDBPDatabase<Kept>> | undefined

  /** @throws what the browser says that will not keep anything */
  open(): Promise<IDBPDatabase<Kept>> {
    this.db ??= openDB<Kept>(NAME, VERSION, {
      upgrade(db) {
        for (const store of ['waiting', 'clashes', 'states', 'list', 'device'] as const) db.createObjectStore(store)
      },
      terminated: () => {
        this.db = undefined
      },
    })
    this.db.catch(() => {
      this.db = undefined
    })
    return this.db
  }
}
