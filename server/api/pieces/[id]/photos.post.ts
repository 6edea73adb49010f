import { randomUUID } from 'node:crypto'
import { bytesOf, defineWrite, idOf, orAbsent, refusal } from '../../../pieces/answers'
import { keepPhoto, LARGEST_PHOTO_BYTES, readPhoto } from '../../../pieces/photos'
import { findPiece } from '../../../pieces/store'

/** Takes in a picture; the body is the file itself. The page then says what it is a picture of. */
export default defineWrite(async (event) => {
  const pieceId = idOf(event)
  const bytes = await bytesOf(
    event,
    LARGEST_PHOTO_BYTES,
    `The picture is larger than ${LARGEST_PHOTO_BYTES / 1e6} MB: make it smaller first.`,
  )
  orAbsent(await findPiece(pieceId))
  const read = await readPhoto(bytes)
  if (!read.ok) throw refusal(400, read.issues[0]!.message, read.issues)
  const id = `photo-${randomUUID()}`
  await keepPhoto(id, pieceId, read.value)
  setResponseStatus(event, 201)
  return { id, widthPx: read.value.widthPx, heightPx: read.value.heightPx }
})
