import { z } from 'zod'
import { startPiece } from '#core/piece/shape'
import { Id, Name, WallTime } from '#core/piece/schema'
import { tell } from '../../live/hub'
import { bodyOf, defineWrite, refusal } from '../../pieces/answers'
import { createPiece } from '../../pieces/store'

const NewPiece = z.strictObject({ id: Id, title: Name.min(1, 'must name the piece'), family: Id, takenInAt: WallTime })

export default defineWrite(async (event) => {
  const input = await bodyOf(event, NewPiece)
  const started = startPiece(input)
  if (!started.ok) throw refusal(400, started.issues[0]!.message, started.issues)
  if (!(await createPiece(started.value))) {
    throw refusal(409, 'There is a piece of that name already.', [
      { path: 'id', code: 'twice', message: 'is taken already' },
    ])
  }
  tell({ piece: started.value.id, version: 0 })
  setResponseStatus(event, 201)
  return { piece: started.value, version: 0 }
})
