import type { ColumnType, Generated } from 'kysely'

type Kept<T = string> = ColumnType<T, T, never>

/** A piece: what its log is replayed from, what it is now, and how many log entries led there. */
export interface PieceTable {
  id: Kept
  base: string
  /** How many entries of the log `base` already holds; none, unless the past was closed. */
  baseVersion: Generated<number>
  document: string
  version: number
  takenInAt: Kept
  changedAt: string
}
/** The append-only logbook. `version` is the piece's version once the entry was in. */
export interface EntryTable {
  id: Kept
  pieceId: Kept
  version: Kept<number>
  entry: string
}
/** A document on the way, so that taking something back replays only what came after. */
export interface SnapshotTable {
  pieceId: Kept
  version: Kept<number>
  document: Kept
}
/**
 * A piece that was erased: nothing of it but that it was, so that what other devices still hold of it is not taken
 * in.
 */
export interface ErasedTable {
  id: Kept
  at: Kept
}
export interface SettingTable {
  key: Kept
  value: string
}

/**
 * A picture as it is shown, upright and without what the camera wrote about place and owner, and a small one for
 * lists.
 */
export interface PhotoTable {
  id: Kept
  pieceId: Kept
  image: Buffer
  thumbnail: Buffer
}

/** What lists find a piece by, kept with each write of it. `isOver` is 1 for one that went home. */
export interface SummaryTable {
  pieceId: Kept
  /** The piece's own, once more: there it lies behind two documents. */
  version: number
  title: string
  customer: string
  due: string | null
  takenInAt: string
  setId: string | null
  /** Which of how many, as JSON; null for a piece that stands alone. */
  set: string | null
  isOver: number
  /** Everything it is found by, in lower case. */
  words: string
}

/**
 * What a piece's plan says of it, as last worked out: from which version of it, and from which shop by which program.
 */
export interface OutlookTable {
  pieceId: Kept
  pieceVersion: number
  madeWith: string
  goodUntilMin: number | null
  step: string
  waitsUntilMin: number | null
  inClampsUntilMin: number | null
  outlook: string
  picture: string
}

/** A device that was let in, by a hash of what it shows. */
export interface SessionTable {
  token: Kept
  madeAt: Kept
  seenAt: string
}

export interface Tables {
  piece: PieceTable
  entry: EntryTable
  snapshot: SnapshotTable
  erased: ErasedTable
  setting: SettingTable
  photo: PhotoTable
  summary: SummaryTable
  outlook: OutlookTable
  session: SessionTable
}
