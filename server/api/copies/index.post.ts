import { copyByHand } from '../../db/backup'
import { dataFolder } from '../../db/database'
import { defineWrite, refusal } from '../../pieces/answers'

/** Makes a copy now, pictures and logs included, while everybody goes on working. */
export default defineWrite(async (event) => {
  const made = await copyByHand(dataFolder(), new Date())
  if (!made.ok) throw refusal(500, made.issues[0]!.message, made.issues)
  setResponseStatus(event, 201)
  return { name: made.value.name, bytes: made.value.bytes, pieces: made.value.pieces, photos: made.value.photos }
})
