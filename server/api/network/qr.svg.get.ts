import QRCode from 'qrcode'
import { networkAddresses } from '../../gate/network'

/** One of the addresses as a picture a tablet reads; `?n=` tells which. */
export default defineEventHandler(async (event) => {
  const address = networkAddresses()[Number(getQuery(event).n ?? 0)]
  if (address === undefined) throw createError({ statusCode: 404, message: 'There is no such address.' })
  setHeader(event, 'content-type', 'image/svg+xml')
  return await QRCode.toString(address, { type: 'svg', margin: 2 })
})
