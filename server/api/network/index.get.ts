import type { NetworkAnswer } from '#shared/door'
import { isNear, keptPassphrase } from '../../gate/door'
import { networkAddresses } from '../../gate/network'
import { countSessions } from '../../gate/sessions'

/** Where other devices find it, and what stands in their way. */
export default defineEventHandler(async (event): Promise<NetworkAnswer> => ({
  addresses: networkAddresses(),
  hasPassphrase: (await keptPassphrase()) !== undefined,
  hasCertificate: Boolean(process.env.NITRO_SSL_CERT && process.env.NITRO_SSL_KEY),
  devices: await countSessions(),
  isNear: isNear(event),
}))
