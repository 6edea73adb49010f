// Remakes docs/screenshots from the demo data. With arguments: `OUTDIR NAME...` takes only those, elsewhere.
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { findChromium } from './lib/chromium.mjs'
import { needBuild } from './lib/prepare.mjs'
import { startServer } from './lib/server.mjs'
import { tsImport } from 'tsx/esm/api'

needBuild()
const { loadDemo } = await tsImport('../demo/load.ts', import.meta.url)
const { playWiggleTest } = await tsImport('../demo/story.ts', import.meta.url)
const [out = 'docs/screenshots', ...only] = process.argv.slice(2)
mkdirSync(out, { recursive: true })
const dataFolder = mkdtempSync(join(tmpdir(), 'arreglo-shots-'))
const server = await startServer({ dataFolder })
await loadDemo(server.url, new Date().toISOString().slice(0, 10))
await playWiggleTest(server.url)
const browser = await chromium.launch({
  executablePath: findChromium(),
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
})

const CHAIR = '/piece/schoolroom-chair'
const ARMCHAIR = '/piece/net-loft-armchair'
const pick = joint => page => page.click(`.strip [aria-label*="${joint}"]`)
const to = id => page =>
  page.locator(id).evaluate((e) => {
    document.querySelector('main').scrollTop = e.offsetTop - 70
  })
const enter = async (page, label, value) => {
  const field = page.getByLabel(label, { exact: typeof label === 'string' }).first()
  await field.fill(value)
  await field.press('Enter')
}
const heldOff = async (page) => {
  await page
    .getByRole('button', { name: /J\d+ is held off/ })
    .nth(1)
    .click()
  await enter(page, /stands open by/, '0.8')
}
const feet = async (page) => {
  const read = [
    ['left front – right front', '550'],
    ['left front – right back', '678'],
    ['left front – left back', '472.5'],
    ['right front – right back', '473.5'],
    ['right front – left back', '682'],
    ['right back – left back', '434'],
  ]
  for (const [pair, mm] of read) await enter(page, pair, mm)
  await page.waitForTimeout(500)
  await to('section.land')(page)
}
const feltAgain = async (page) => {
  await page.getByRole('button', { name: 'Stage 1 closes' }).click()
  await page.getByRole('button', { name: 'Glue it up' }).click()
  await page.getByRole('button', { name: 'Stage 1 is in clamps' }).click()
  const joints = page.locator('section.feel [role=radiogroup]')
  await joints.nth(0).getByRole('radio', { name: 'ticks' }).click()
  for (const n of [1, 2, 3]) await joints.nth(n).getByRole('radio', { name: 'firm' }).click()
  await page.waitForTimeout(900)
  await to('section.feel')(page)
}
const SHOTS = [
  [
    'bench',
    '/',
    {},
    page =>
      page
        .waitForFunction(
          () => [...document.querySelectorAll('.lane')].every(l => l.getAttribute('aria-label') !== 'nothing planned'),
          undefined,
          { timeout: 30_000 },
        )
        .catch(() => undefined),
  ],
  ['start', '/start'],
  ['take-in', '/piece/strand-rocker/take-in'],
  ['set', '/set/harbour-ladder-backs'],
  ['test', `${CHAIR}/test`, {}, pick('left side rail to left back post')],
  ['cause', `${CHAIR}/cause`, {}, pick('front rail to left front leg')],
  ['mend', `${CHAIR}/mend`, {}, pick('left side rail to left back post')],
  ['open-up', `${CHAIR}/open-up`],
  ['glue-up', `${CHAIR}/glue-up`],
  ['dry-run', `${ARMCHAIR}/dry-run`, {}, heldOff],
  ['feet', `${ARMCHAIR}/dry-run`, {}, feet],
  ['felt-again', '/piece/school-stool/dry-run', {}, feltAgain],
  ['record', `${CHAIR}/record`],
  ['shop', '/shop'],
  ['quick', '/quick'],
  ['bench-mode', '/bench/schoolroom-chair'],
  ['ways', '/piece/chapel-chair/ways', {}, page => page.waitForSelector('.ways')],
  ['sheet', '/piece/harbour-ladder-back-3/mend', {}, to('section.cut')],
  ['test-phone', `${CHAIR}/test`, { viewport: { width: 360, height: 740 } }],
]
for (const [name, path, options = {}, act] of SHOTS) {
  if (only.length > 0 && !only.includes(name)) continue
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: 'light', ...options })
  const page = await context.newPage()
  page.on('pageerror', e => console.error(`${name}: ${e.message}`))
  await page.goto(server.url + path)
  await page.waitForSelector('h1')
  if (act) await act(page)
  await page.waitForTimeout(900)
  await page.screenshot({ path: join(out, `${name}.png`) })
  await context.close()
}
await browser.close()
await server.stop()
rmSync(dataFolder, { recursive: true })
