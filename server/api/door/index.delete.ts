import { forgetHere, tokenOf } from '../../gate/door'
import { endSession } from '../../gate/sessions'

/** This device has to say the passphrase anew. */
export default defineEventHandler(async (event) => {
  const token = tokenOf(event)
  if (token !== undefined) await endSession(token)
  forgetHere(event)
  setResponseStatus(event, 204)
  return null
})
