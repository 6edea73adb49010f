import type { Issue } from '#core/measure/result'
import type { Entry } from '#core/piece/entry'
import type { Snapshot } from '#core/piece/history'
import type { Piece } from '#core/piece/schema'

/** What browser and server say to each other about pieces. Both sides read this file, so that neither guesses. */

/**
 * A piece as it is handed over: the document, how many entries led to it, all of them, and a document to replay from.
 * What lies before `base` cannot be taken back with what is here; `GET /api/pieces/:id?whole` hands over the oldest
 * base.
 * What lies before `closed` cannot be taken back at all.
 */
export interface StoredPiece {
  readonly piece: Piece
  readonly base: Snapshot
  readonly closed: number
  readonly version: number
  readonly log: readonly Entry[]
}

/** One of `GET /api/sets/:id`. */
export interface ListedPiece {
  readonly piece: Piece
  readonly version: number
}

/** 200: the entries are on the disk. */
export interface TakenAnswer {
  readonly piece: Piece
  readonly version: number
}
/** 409: somebody else was quicker; nothing was written, the newer state comes back. */
export type ClashAnswer = StoredPiece
/** 422: the entry named cannot stand; nothing of the batch was written. */
export interface RefusedAnswer extends StoredPiece {
  readonly entry: string
  readonly issues: readonly Issue[]
}
/** 400: what cannot be read, by path; `entries.3.command` is about the fourth. */
export interface UnreadableAnswer {
  readonly issues: readonly Issue[]
}

/** The places in a batch that an unreadable answer names, each once. */
export const placesNamed = (issues: readonly Issue[]): number[] => [
  ...new Set(
    issues.flatMap((i) => {
      const place = /^entries\.(\d+)\b/.exec(i.path)?.[1]
      return place === undefined ? [] : [Number(place)]
    }),
  ),
]

/** Pieces that were erased, and the copies in the data folder that still hold any of them. */
export interface ErasedAnswer {
  readonly pieces: readonly string[]
  readonly copies: readonly string[]
}

/**
 * Told to every open page: this piece is at this version now. `shop` stands for the settings; an erased piece is at
 * -1.
 */
export interface Change {
  readonly piece: string
  readonly version: number
}
export const ERASED_VERSION = -1

/** Where a batch of entries goes. */
export const entriesPath = (pieceId: string): string => `/api/pieces/${pieceId}/entries`
export const piecePath = (pieceId: string): string => `/api/pieces/${pieceId}`
