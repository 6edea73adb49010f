import { epoch } from '../live/begin-anew'
import { listen } from '../live/hub'

/** Server-sent events: one stream for a page, all pieces on it. */
export default defineEventHandler(async (event) => {
  const stream = createEventStream(event)
  listen(stream)
  void stream.push({ event: 'hello', data: JSON.stringify({ epoch: await epoch() }) }) // not awaited: nothing is read until the stream is sent
  return stream.send()
})
