// One command from a bare clone to the demo: installs, builds, starts, loads the demo data, prints the address and
// opens it.
// `--fresh` starts over with new demo data; `--port N` takes another port; ARREGLO_DEMO_DATA another folder.
import { spawn, spawnSync } from 'node:child_process'
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { needBuild, needPackages, ROOT } from './lib/prepare.mjs'

needPackages()
needBuild()
const { freePort, startServer } = await import('./lib/server.mjs')

const args = process.argv.slice(2)
const dataFolder = process.env.ARREGLO_DEMO_DATA ?? join(ROOT, '.data', 'demo')
if (args.includes('--fresh')) rmSync(dataFolder, { recursive: true, force: true })
const wanted = args.includes('--port') ? Number(args[args.indexOf('--port') + 1]) : 4820
const server = await startServer({
  dataFolder,
  port: await portFrom(wanted),
  host: process.env.HOST ?? '127.0.0.1',
}).catch((error) => {
  console.error(error.message)
  process.exit(1)
})
const today = new Date(Date.now() - new Date().getTimezoneOffset() * 60_000).toISOString().slice(0, 10)
const loaded = spawnSync(process.execPath, ['--import', 'tsx', join(ROOT, 'demo', 'load.ts'), server.url, today], {
  cwd: ROOT,
  stdio: 'inherit',
})
if (loaded.status !== 0) {
  await server.stop()
  process.exit(1)
}
console.log(
  `\nArreglo is at ${server.url}\nData in ${dataFolder}; Ctrl+C ends it, npm run demo -- --fresh starts over.`,
)
openInBrowser(server.url)
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.stop().then(() => process.exit(0)))

/** The wanted port, or a free one if somebody has it. */
async function portFrom(port) {
  const taken = await fetch(`http://127.0.0.1:${port}/`).then(
    () => true,
    () => false,
  )
  return taken ? freePort() : port
}

/** Opens the page where there is a desktop; says nothing where there is none. */
function openInBrowser(url) {
  if (process.platform === 'linux' && !process.env.DISPLAY && !process.env.WAYLAND_DISPLAY) return
  const command = { darwin: 'open', win32: 'explorer' }[process.platform] ?? 'xdg-open'
  spawn(command, [url], { stdio: 'ignore', detached: true })
    .on('error', () => {})
    .unref()
}
