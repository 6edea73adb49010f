import { z } from 'zod'
import { Attempts } from '../../gate/attempts'
import { addressOf, keptPassphrase, letIn } from '../../gate/door'
import { isPassphrase, LONGEST_PASSPHRASE } from '../../gate/passphrase'
import { bodyOf, refusal } from '../../pieces/answers'

const Body = z.strictObject({ passphrase: z.string().max(4 * LONGEST_PASSPHRASE, 'is too long') })
const attempts = new Attempts()
const SECOND_MS = 1000

/** Lets a device in that says the passphrase; 401 where it is another, 429 with how long to wait after several. */
export default defineEventHandler(async (event) => {
  const { passphrase } = await bodyOf(event, Body)
  const kept = await keptPassphrase()
  if (!kept) throw refusal(401, 'No passphrase is set yet: set one on the Shop page of the machine it runs on.', [])
  const address = addressOf(event)
  const waitMs = attempts.waitMs(address, Date.now())
  if (waitMs > 0) {
    const seconds = Math.ceil(waitMs / SECOND_MS)
    setHeader(event, 'retry-after', seconds)
    throw refusal(429, `Too many tries: wait ${seconds < 60 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`}.`, [])
  }
  attempts.begin(address, Date.now())
  if (!(await isPassphrase(passphrase, kept))) {
    throw refusal(401, 'That is not the passphrase.', [
      { path: 'passphrase', code: 'wrong', message: 'That is not the passphrase.' },
    ])
  }
  attempts.right(address)
  await letIn(event)
  setResponseStatus(event, 204)
  return null
})
