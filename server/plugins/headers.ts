import { randomUUID } from 'node:crypto'
import { isSecure } from '../gate/door'
import { contentPolicy, scriptHashes } from '../gate/policy'

/** What a page's own scripts are is read off the page, once: it is the same under every address. */
const SHELL = '/'
const MARK = 'x-arreglo-shell'

/** Tells browsers what this server's pages may do, with every answer. */
export default defineNitroPlugin((nitro) => {
  let policy: Promise<string> | undefined
  // Known to this process alone: the request that reads the page must not wait for what it reads.
  const mark = randomUUID()
  async function read(): Promise<string> {
    const html = await (await nitro.localFetch(SHELL, { headers: { host: 'localhost', [MARK]: mark } })).text()
    return contentPolicy(scriptHashes(html))
  }
  nitro.hooks.hook('request', async (event) => {
    setHeader(event, 'x-content-type-options', 'nosniff')
    setHeader(event, 'x-frame-options', 'DENY')
    setHeader(event, 'referrer-policy', 'no-referrer')
    // A browser heeds this only where nobody between can change it, and complains elsewhere.
    if (isSecure(event)) setHeader(event, 'cross-origin-opener-policy', 'same-origin')
    setHeader(event, 'cross-origin-resource-policy', 'same-origin')
    // While the program is worked on, its pages load themselves anew by scripts of their own.
    if (import.meta.dev || getHeader(event, MARK) === mark) return
    policy ??= read()
    setHeader(event, 'content-security-policy', await policy)
  })
})
