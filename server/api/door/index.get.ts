import type { DoorAnswer } from '#shared/door'
import { isSecure, keptPassphrase, mayEnter } from '../../gate/door'

/** Whether who asks may enter, and if not whether there is a passphrase to say. */
export default defineEventHandler(async (event): Promise<DoorAnswer> => ({
  isOpen: await mayEnter(event),
  hasPassphrase: (await keptPassphrase()) !== undefined,
  isSecure: isSecure(event),
}))
