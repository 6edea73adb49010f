import type { ColumnType } from 'kysely'

type Kept = ColumnType<string, string, never>

/** A piece: what it was taken in as, what it is now, and how many log entries led there. */
export interface PieceTable { id: Kept, base: string, document: string, version: number, takenInAt: Kept, changedAt: string }
/** The append-only logbook. `version` is the piece's version once the entry was in. */
export interface EntryTable { id: Kept, pieceId: Kept, version: ColumnType<number, number, never>, entry: Kept }
export interface SettingTable { key: Kept, value: string }

/** A picture as it is shown, upright and without what the camera wrote about place and owner, and a small one for lists. */
export interface PhotoTable { id: Kept, pieceId: Kept, image: Buffer, thumbnail: Buffer }

export interface Tables { piece: PieceTable, entry: EntryTable, setting: SettingTable, photo: PhotoTable }
