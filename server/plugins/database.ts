import { closeDatabase, migrate } from '../db/database'

export default defineNitroPlugin((nitro) => {
  // Read by the listener after the plugins: the workshop's network is let in only when somebody says so.
  process.env.NITRO_HOST ??= process.env.HOST ?? '127.0.0.1'
  const ready = migrate().catch((error) => {
    console.error('The database could not be brought up to date.', error)
    process.exit(1)
  })
  nitro.hooks.hook('request', async () => { await ready })
  nitro.hooks.hook('close', closeDatabase)
})
