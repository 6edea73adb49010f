import { mayEnter } from '../gate/door'

/**
 * What a stranger on the network may ask: whether the door is open, and to be let in. The program's own files hold
 * nothing of anybody's.
 */
const OUTSIDE = '/api/door'

/** Nothing of the workshop's is told to who was not let in, whether it is there or not. */
export default defineEventHandler(async (event) => {
  const path = event.path.split('?')[0]!
  if (!path.startsWith('/api') || path === OUTSIDE || (await mayEnter(event))) return
  throw createError({ statusCode: 401, message: 'The workshop’s passphrase is asked for first.' })
})
