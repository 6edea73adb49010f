import { LARGEST_FILE_BYTES, readPieceFile } from '#core/piece/file'
import { tell } from '../../live/hub'
import { bytesOf, defineWrite, refusal } from '../../pieces/answers'
import { createPiece } from '../../pieces/store'

/** Takes in a piece file as it is; the body is the file's text. */
export default defineWrite(async (event) => {
  const bytes = await bytesOf(event, LARGEST_FILE_BYTES, `Larger than ${LARGEST_FILE_BYTES / 1e6} MB: no piece is.`)
  const read = readPieceFile(bytes.toString('utf8'))
  if (!read.ok) throw refusal(400, 'The file cannot be taken in.', read.issues)
  if (!(await createPiece(read.value))) {
    throw refusal(409, 'This piece is here already.', [
      { path: 'piece.id', code: 'twice', message: `“${read.value.id}” is here already` },
    ])
  }
  tell({ piece: read.value.id, version: 0 })
  setResponseStatus(event, 201)
  return { piece: read.value, version: 0 }
})
