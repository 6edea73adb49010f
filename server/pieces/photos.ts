import sharp from 'sharp'
import { fail, succeed, type Result } from '#core/measure/result'
import { useDatabase } from '../db/database'

/** A picture from a good camera is under this; a larger file is sent by mistake or by an enemy. */
export const LARGEST_PHOTO_BYTES = 16_000_000
const MOST_PIXELS = 60_000_000
const TYPES = new Set(['jpeg', 'png', 'webp'])
/** Wide enough to see a hairline crack full screen, small enough to keep hundreds. */
const SHOWN_PX = 1800
const THUMBNAIL_PX = 240

export interface KeptPhoto {
  readonly image: Buffer
  readonly thumbnail: Buffer
  readonly widthPx: number
  readonly heightPx: number
}

/**
 * A picture as it is kept: upright, no larger than it is ever shown, as JPEG, and without anything the camera wrote
 * into it: place, time, owner. Refused with a reason if it is no JPEG, PNG or WebP, whatever its name says.
 */
export async function readPhoto(bytes: Buffer): Promise<Result<KeptPhoto>> {
  if (bytes.length === 0) return fail('empty', 'The file is empty: choose another picture.', 'photo')
  if (bytes.length > LARGEST_PHOTO_BYTES) {
    return fail(
      'too_large',
      `The picture is larger than ${LARGEST_PHOTO_BYTES / 1e6} MB: make it smaller first.`,
      'photo',
    )
  }
  try {
    const open = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
    const { format } = await open().metadata()
    if (!TYPES.has(format ?? '')) {
      return fail(
        'wrong_type',
        `Not a picture that can be kept: it must be JPEG, PNG or WebP, this is ${format ?? 'something else'}.`,
        'photo',
      )
    }
    // sharp leaves out all metadata unless told to keep it; rotate() first turns the picture as its camera meant it.
    const shown = await open()
      .rotate()
      .resize(SHOWN_PX, SHOWN_PX, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 84 })
      .toBuffer({ resolveWithObject: true })
    const thumbnail = await sharp(shown.data)
      .resize(THUMBNAIL_PX, THUMBNAIL_PX, { fit: 'inside' })
      .jpeg({ quality: 78 })
      .toBuffer()
    return succeed({ image: shown.data, thumbnail, widthPx: shown.info.width, heightPx: shown.info.height })
  }
  catch {
    return fail(
      'wrong_type',
      'Not a picture that can be read: it must be JPEG, PNG or WebP, whole, and of 60 megapixels at most.',
      'photo',
    )
  }
}

export async function keepPhoto(id: string, pieceId: string, { image, thumbnail }: KeptPhoto): Promise<void> {
  await useDatabase()
    .insertInto('photo')
    .values({ id, pieceId, image, thumbnail })
    .onConflict(c => c.column('id').doNothing())
    .execute()
}

export async function photoBytes(id: string, small: boolean): Promise<Buffer | undefined> {
  const row = await useDatabase()
    .selectFrom('photo')
    .select(small ? 'thumbnail as bytes' : 'image as bytes')
    .where('id', '=', id)
    .executeTakeFirst()
  return row?.bytes
}
