import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import { BROWSER_ARGS, expect, saved, test, type Workshop } from './harness'

/** More with KILLS=100. */
const KILLS = Number(process.env.KILLS ?? 2)
const CHAIR = 'schoolroom-chair'

const read = (path: string): string => {
  try {
    return readFileSync(path, 'utf8')
  }
  catch {
    return ''
  }
}
const processes = () =>
  readdirSync('/proc')
    .filter(name => /^\d+$/.test(name))
    .map(Number)
const runs = (pid: number) => /^State:\s+[^Z]/m.test(read(`/proc/${pid}/status`))

/** The processes of the browser that keeps its data in a folder, and all that they have started, by their ids. */
function processesOf(profile: string): number[] {
  const parents = processes().map(
    pid => [pid, Number(/^PPid:\s+(\d+)/m.exec(read(`/proc/${pid}/status`))?.[1] ?? 0)] as const,
  )
  const own = new Set(processes().filter(pid => read(`/proc/${pid}/cmdline`).includes(profile)))
  for (let grew = true; grew;) {
    const children = parents.filter(([pid, parent]) => own.has(parent) && !own.has(pid))
    for (const [pid] of children) own.add(pid)
    grew = children.length > 0
  }
  return [...own]
}

/** Kills the browser with everything it started, and waits until nothing of it runs any more. */
async function killBrowser(profile: string): Promise<void> {
  const pids = processesOf(profile)
  for (const pid of pids) {
    try {
      process.kill(pid, 'SIGKILL')
    }
    catch {
      /* Gone already. */
    }
  }
  while (pids.some(runs)) await new Promise(resolve => setTimeout(resolve, 20))
}

const open = (profile: string): Promise<BrowserContext> =>
  chromium.launchPersistentContext(profile, {
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: BROWSER_ARGS,
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
  })

/** Gives marks at the keyboard until told to stop, quickly, each a log entry of its own. */
async function mark(page: Page, most: number, isOver: () => boolean): Promise<void> {
  for (let i = 0; i < most && !isOver(); i++) {
    await page.keyboard.press(String(1 + (i % 5)))
    await page.keyboard.press('n')
  }
}

async function openTest(page: Page, workshop: Workshop): Promise<void> {
  await page.goto(`${workshop.url}/piece/${CHAIR}/test`)
  await expect(page.locator('main h1')).toHaveText(/^J\d+ /)
}

test(`${KILLS} kills during edits, of the browser and of the server: nothing acknowledged and nothing kept is lost`, async ({
  workshop,
}) => {
  test.setTimeout(60_000 + KILLS * 20_000)
  await workshop.withDemo()
  const profile = mkdtempSync(join(tmpdir(), 'arreglo-profile-'))
  let context = await open(profile)
  let promised = 0
  const totals = { browser: 0, server: 0, kept: 0, acknowledged: 0, landed: 0 }
  for (let round = 0; round < KILLS; round++) {
    const page = context.pages()[0] ?? (await context.newPage())
    await openTest(page, workshop)
    await saved(page)
    const before = (await workshop.piece(CHAIR)).version
    let acknowledged = before
    page.on('response', async (r) => {
      if (r.url().endsWith('/entries') && r.status() === 200) {
        acknowledged = Math.max(
          acknowledged,
          ((await r.json().catch(() => ({ version: 0 }))) as { version: number }).version,
        )
      }
    })
    const isBrowser = round % 2 === 0
    let isOver = false
    if (isBrowser) {
      await workshop.stop('SIGKILL')
      const marking = mark(page, 40, () => isOver).catch(() => {})
      await page.waitForTimeout(300 + ((round * 137) % 900))
      const shown = await page.getByTestId('save-state').innerText()
      await killBrowser(profile)
      isOver = true
      await marking
      const kept = Number(/(\d+) kept here/.exec(shown)?.[1] ?? 0)
      promised = before + kept
      totals.kept += kept
      totals.browser++
      await context.close().catch(() => {})
      await workshop.start()
      context = await open(profile)
      const again = context.pages()[0] ?? (await context.newPage())
      await openTest(again, workshop)
      await saved(again)
    }
    else {
      const marking = mark(page, 25, () => isOver).catch(() => {})
      await page.waitForTimeout(200 + ((round * 91) % 700))
      await workshop.stop('SIGKILL')
      promised = acknowledged
      totals.acknowledged += acknowledged - before
      await marking
      isOver = true
      await workshop.start()
      await expect(page.getByTestId('save-state')).toHaveText('saved', { timeout: 30_000 })
      totals.server++
    }
    const { version, log } = await workshop.piece(CHAIR)
    totals.landed += version - before
    expect(
      version,
      `round ${round}: ${promised - before} were promised, ${version - before} are there`,
    ).toBeGreaterThanOrEqual(promised)
    expect(new Set(log.map(e => e.id)).size).toBe(log.length)
  }
  console.log(`  ${JSON.stringify(totals)}`)
  expect(totals.landed).toBeGreaterThan(0)
  await context.close()
  rmSync(profile, { recursive: true, force: true })
})
