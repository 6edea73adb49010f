// Starts the built server on a free port with its own data folder, and stops it again.
import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'

const ENTRY = fileURLToPath(new URL('../../.output/server/index.mjs', import.meta.url))

export const freePort = () =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => resolve(port))
    })
  })

export async function waitFor(url, tries = 200) {
  for (let i = 0; i < tries; i++) {
    if (
      await fetch(`${url}/api/health`).then(
        r => r.ok,
        () => false,
      )
    ) { return }
    await new Promise(r => setTimeout(r, 100))
  }
  throw new Error(`No server answers at ${url}.`)
}

export async function startServer({ dataFolder, port, host = '127.0.0.1', quiet = true }) {
  const own = port ?? (await freePort())
  const child = spawn(process.execPath, [ENTRY], {
    env: {
      ...process.env,
      PORT: String(own),
      NITRO_PORT: String(own),
      HOST: host,
      NITRO_HOST: host,
      ARREGLO_DATA: dataFolder,
    },
    stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'pipe'],
  })
  const url = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${own}`
  const said = []
  child.stderr.on('data', (text) => {
    said.push(text)
    if (!quiet) process.stderr.write(text)
  })
  // A server that cannot open its data says why and ends: that is what is told, and nobody waits for it.
  const ended = new Promise((_, refuse) =>
    child.once('exit', () =>
      refuse(new Error(Buffer.concat(said).toString().trim() || 'The server ended before it answered.')),
    ),
  )
  await Promise.race([waitFor(url), ended])
  ended.catch(() => {})
  const stop = () =>
    new Promise((resolve) => {
      child.once('exit', resolve)
      child.kill('SIGTERM')
    })
  return { url, port: own, child, stop }
}
