/** Nothing on another page may change a piece: a write carries this server's own origin or none (command line, tests). */
export default defineEventHandler((event) => {
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getHeader(event, 'origin')
  if (origin && URL.canParse(origin) && new URL(origin).host === getHeader(event, 'host')) return
  if (!origin) return
  throw createError({ statusCode: 403, message: 'Only this server’s own pages may change anything.' })
})
