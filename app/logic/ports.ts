import type { Issue } from '#core/measure/result'
import type { Entry } from '#core/piece/entry'
import type { StoredPiece, TakenAnswer } from '#shared/wire'
import type { Clash, Waiting } from './rebase'

/** Why a request came to nothing that would make anybody give up an entry. */
export type Unanswered = { readonly kind: 'offline' } | { readonly kind: 'denied', readonly status: number }

export type ReadAnswer
  = { readonly kind: 'here', readonly stored: StoredPiece } | { readonly kind: 'erased' } | Unanswered
export type SendAnswer
  = | { readonly kind: 'taken', readonly taken: TakenAnswer }
    | { readonly kind: 'clash', readonly stored: StoredPiece }
    | {
      readonly kind: 'refused'
      readonly stored: StoredPiece
      readonly entry: string
      readonly issues: readonly Issue[]
    }
  /** `places` in the batch that cannot be read. */
    | { readonly kind: 'unreadable', readonly places: readonly number[], readonly issues: readonly Issue[] }
    | { readonly kind: 'erased' }
    | Unanswered

/** The way to the server. Never throws: what goes wrong is an answer. */
export interface Transport {
  read(pieceId: string, whole: boolean): Promise<ReadAnswer>
  send(pieceId: string, seenVersion: number, entries: readonly Entry[]): Promise<SendAnswer>
}

/** One step of what is kept on the device: all of it or nothing. */
export interface KeptChange {
  readonly add?: readonly Waiting[]
  /** Entries that wait no longer, by their ids. */
  readonly remove?: readonly string[]
  readonly hold?: readonly Clash[]
  /** Clashes that were decided, by the ids of their entries. */
  readonly dismiss?: readonly string[]
}

/** What this device keeps over a reload, shared by its tabs. Rejects where it is full, damaged or forbidden. */
export interface Keeping {
  /**
   * The device's name: the one it has had before, or from now on the one proposed. A crash must not make it another
   * device.
   */
  name(proposed: string): Promise<string>
  all(): Promise<{ readonly waiting: readonly Waiting[], readonly clashes: readonly Clash[], readonly damaged: number }>
  change(change: KeptChange): Promise<void>
  state(pieceId: string): Promise<StoredPiece | undefined>
  keepState(stored: StoredPiece): Promise<void>
  forget(pieceId: string): Promise<void>
  /** Whether this tab may send until then: no other one may, unless it has let its time run out. */
  lease(tab: string, nowMs: number, forMs: number): Promise<boolean>
  release(tab: string): Promise<void>
}

export interface Clock {
  nowMs(): number
  /** Calls once after so long; returns how to call it off. */
  after(ms: number, act: () => void): () => void
}

/** Tells the device's other tabs that what is kept has changed. */
export interface Channel {
  tell(): void
}
