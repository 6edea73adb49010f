import { z } from 'zod'
import { isNear, letIn, setPassphrase } from '../../gate/door'
import { LONGEST_PASSPHRASE } from '../../gate/passphrase'
import { bodyOf, defineWrite, refusal } from '../../pieces/answers'

const Body = z.strictObject({ passphrase: z.string().max(4 * LONGEST_PASSPHRASE, 'is too long') })

/** Sets another passphrase; every other device has to say it. */
export default defineWrite(async (event) => {
  const { passphrase } = await bodyOf(event, Body)
  const set = await setPassphrase(passphrase)
  if (!set.ok) throw refusal(400, set.issues[0]!.message, set.issues)
  if (!isNear(event)) await letIn(event)
  setResponseStatus(event, 204)
  return null
})
