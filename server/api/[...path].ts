/** What nobody answers is said so in words a program can read, and not with a page. */
export default defineEventHandler((event) => {
  throw createError({ statusCode: 404, message: `There is nothing at ${event.path.split('?')[0]}.` })
})
