/** What browser and server say to each other about copies of the data. */

export const COPY_KINDS = ['day', 'by-hand', 'before-update', 'replaced'] as const

/** One of `GET /api/copies`; `name` is what it is asked for by. */
export interface CopyRow {
  readonly name: string
  readonly kind: (typeof COPY_KINDS)[number]
  readonly at: string
  readonly bytes: number
}

/** `POST /api/copies/restore`: what is there now, and where what was there before is kept. */
export interface RestoredAnswer {
  readonly pieces: number
  readonly photos: number
  readonly keptIn: string | null
}
