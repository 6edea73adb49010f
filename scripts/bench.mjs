// Speed, printed as a table and never asserted: planning, what the browser is sent, how soon the server is there.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { needBuild, needPackages, ROOT } from './lib/prepare.mjs'

needPackages()
needBuild()
const { tsImport } = await import('tsx/esm/api')
const load = path => tsImport(`../${path}`, import.meta.url)
const rows = []
const row = (what, figure, wanted = '') => rows.push({ what, figure, wanted })
const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]
const ms = x => `${x.toFixed(1)} ms`

await benchPlanning()
await benchBrowser()
console.table(Object.fromEntries(rows.map(r => [r.what, { figure: r.figure, wanted: r.wanted }])))

async function benchPlanning() {
  const { readPieceFile } = await load('core/piece/file.ts')
  const { apply } = await load('core/piece/apply.ts')
  const { planPiece } = await load('core/plan/index.ts')
  const { drawPiece, VIEWS } = await load('core/drawing/index.ts')
  const { wiggleTest } = await load('demo/story.ts')
  const shop = JSON.parse(readFileSync(join(ROOT, 'demo/shop.json'), 'utf8'))
  const fresh = readPieceFile(readFileSync(join(ROOT, 'demo/schoolroom-chair.json'), 'utf8')).value
  const vestry = readPieceFile(readFileSync(join(ROOT, 'demo/vestry-chair.json'), 'utf8')).value
  const tested = wiggleTest(fresh).reduce((p, c) => apply(p, c).value, fresh)
  for (const [name, piece] of [['plan, schoolroom chair (14 joints)', tested], ['plan, vestry chair (22 joints)', vestry]]) {
    const times = Array.from({ length: 60 }, () => timed(() => planPiece(piece, shop, shop.climate, '2026-03-05T09:00')))
    row(`${name}, first`, ms(times[0]))
    const warm = times.slice(5).sort((a, b) => a - b)
    row(`${name}, median`, ms(at(warm, 0.5)), '< 50 ms')
    row(`${name}, p95`, ms(at(warm, 0.95)), '< 50 ms')
  }
  const draws = Array.from({ length: 60 }, () => timed(() => drawPiece(vestry.parts, vestry.joints, VIEWS.bench))).slice(5).sort((a, b) => a - b)
  row('drawing the vestry chair, median', ms(at(draws, 0.5)), '< 16 ms')
}

function timed(work) {
  const started = performance.now()
  work()
  return performance.now() - started
}

async function benchBrowser() {
  const { needChromium } = await import('./lib/chromium.mjs')
  const { chromium } = await import('@playwright/test')
  const { startServer } = await import('./lib/server.mjs')
  const { loadDemo } = await load('demo/load.ts')
  const dataFolder = mkdtempSync(join(tmpdir(), 'arreglo-bench-'))
  const started = performance.now()
  const server = await startServer({ dataFolder })
  row('server start until it answers', ms(performance.now() - started))
  await loadDemo(server.url, new Date().toISOString().slice(0, 10))
  const browser = await chromium.launch({ executablePath: needChromium(), args: ['--no-sandbox', '--disable-quic', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run'] })
  for (const [name, path, wanted] of [['Bench', '/', '< 180 KB'], ['a piece page', '/piece/schoolroom-chair/test', '< 300 KB']]) {
    const page = await (await browser.newContext()).newPage()
    const bodies = []
    page.on('response', (r) => { if (/\.js$/.test(new URL(r.url()).pathname)) bodies.push(r.body().catch(() => Buffer.alloc(0))) })
    const opened = performance.now()
    await page.goto(server.url + path)
    await page.locator('h1').first().waitFor()
    row(`${name}, until its heading stands`, ms(performance.now() - opened))
    await page.waitForTimeout(1500)
    const all = await Promise.all(bodies)
    row(`${name}, JavaScript (gzip)`, `${(all.reduce((sum, b) => sum + gzipSync(b).length, 0) / 1024).toFixed(0)} KB in ${all.length} files`, wanted)
    await page.context().close()
  }
  await browser.close()
  await server.stop()
  rmSync(dataFolder, { recursive: true })
}
