import { forgetSums } from '../bench/sums'
import { endBackground, useBackground } from '../bench/use-background'
import { copyOfTheDay } from '../db/backup'
import { closeDatabase, dataFolder, migrate, takeDataFolder } from '../db/database'
import { sentenceFor } from '../db/open-errors'
import { enter } from '../db/swap'
import { sayWhere, useCertificate } from '../gate/at-start'
import { whenTold } from '../live/hub'

/** How often it is looked whether a day's copy is due, milliseconds. */
const LOOK_EVERY_MS = 3_600_000

export default defineNitroPlugin((nitro) => {
  // A page made while the program is built reads nothing of anybody's.
  if (import.meta.prerender) return
  // Read by the listener after the plugins: the workshop's network is let in only when somebody says so.
  process.env.NITRO_HOST ??= process.env.HOST ?? '127.0.0.1'
  try {
    useCertificate()
  }
  catch (error) {
    console.error((error as Error).message)
    process.exit(1)
  }
  const ready = open().catch((error) => {
    console.error(
      sentenceFor(error, dataFolder()) ?? 'The database could not be opened.',
      ...(sentenceFor(error, dataFolder()) ? [] : [error]),
    )
    process.exit(1)
  })
  const copies = setInterval(keepCopy, LOOK_EVERY_MS).unref()
  void ready.then(keepCopy)
  void ready.then(planInBackground)
  void ready.then(() => sayWhere(text => console.log(text)))
  nitro.hooks.hook('request', async (event) => {
    await ready
    // A page that listens reads nothing more once it does.
    if (!event.path.startsWith('/api/') || event.path.startsWith('/api/events')) return
    const leave = await enter()
    event.node.res.once('close', leave)
  })
  nitro.hooks.hook('close', async () => {
    clearInterval(copies)
    clearInterval(looks)
    await endBackground()
    await closeDatabase()
  })
})

/** What runs out by the clock is looked for so often, milliseconds. */
const LOOK_FOR_STALE_MS = 60_000
let looks: NodeJS.Timeout | undefined

/** Plans for lists are worked out at every change, and when the clock has made one stale. */
function planInBackground(): void {
  whenTold(() => {
    forgetSums()
    useBackground().changed()
  })
  looks = setInterval(() => useBackground().wake(), LOOK_FOR_STALE_MS).unref()
  useBackground().wake()
}

async function open(): Promise<void> {
  // While the program is worked on it is started anew before the one before has ended.
  if (!import.meta.dev) takeDataFolder()
  await migrate()
}

/** A copy that cannot be made stops nothing: it is said where the server was started. */
async function keepCopy(): Promise<void> {
  const made = await copyOfTheDay(dataFolder(), new Date()).catch((error: unknown) => ({
    ok: false as const,
    issues: [{ message: sentenceFor(error, dataFolder()) ?? String(error) }],
  }))
  if (made && !made.ok) console.error(`Today’s copy could not be made: ${made.issues[0]!.message}`)
}
