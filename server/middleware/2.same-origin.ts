/**
 * Nothing on another page may change a piece: a write carries this server's own origin, or none (command line, tests)
 * and no word of the browser's that it comes from elsewhere.
 */
export default defineEventHandler((event) => {
  if (event.method === 'GET' || event.method === 'HEAD') return
  const [origin, site] = [getHeader(event, 'origin'), getHeader(event, 'sec-fetch-site')]
  const isOwn = origin === undefined || (URL.canParse(origin) && new URL(origin).host === getHeader(event, 'host'))
  const isNear = site === undefined || site === 'same-origin' || site === 'none'
  if (isOwn && isNear) return
  throw createError({ statusCode: 403, message: 'Only this server’s own pages may change anything.' })
})
