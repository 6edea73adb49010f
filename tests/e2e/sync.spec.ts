import { chromium, type Page } from '@playwright/test'
import { findingOf } from '../../core/piece/facts'
import type { Piece } from '../../core/piece/schema'
import { BROWSER_ARGS, expect, saved, test, type Workshop } from './harness'

const CHAIR = 'schoolroom-chair'
const [J1, J2] = ['front-rail--left-front-leg', 'front-rail--right-front-leg'] as const
const state = (piece: Piece, joint: string) => findingOf(piece, joint).state
const strip = (page: Page, tag: string) => page.locator('.strip').getByRole('button', { name: new RegExp(`^${tag},`) })

async function openTest(page: Page, workshop: Workshop, id = CHAIR): Promise<void> {
  await page.goto(`${workshop.url}/piece/${id}/test`)
  await expect(page.locator('.strip')).toBeVisible()
}
/** Says on this page how a joint moves. */
async function say(page: Page, tag: string, key: string): Promise<void> {
  await strip(page, tag).click()
  await page.keyboard.press(key)
}
const elsewhere = (workshop: Workshop, n: number, seenVersion: number, command: object) =>
  workshop.send(`/api/pieces/${CHAIR}/entries`, {
    seenVersion,
    entries: [{ id: `other-${String(n).padStart(4, '0')}`, at: '2026-03-05T09:00:00Z', by: 'tablet', command }],
  })

test('older work about the same joint is laid beside the newer, over a reload, until somebody decides', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await openTest(page, workshop)
  await page.context().setOffline(true)
  await say(page, 'J1', '1')
  await say(page, 'J2', '1')
  await expect(page.getByTestId('save-state')).toContainText('offline, 2 kept here')
  expect((await elsewhere(workshop, 1, 0, { do: 'test-joint', joint: J1, state: 'apart' })).status).toBe(200)
  await page.context().setOffline(false)
  const clash = page.getByRole('alert').filter({ hasText: 'Somebody else changed this piece' })
  await expect(clash).toContainText('J1 solid')
  await expect(clash).toContainText('J1 apart')
  await expect(strip(page, 'J1')).toHaveAttribute('aria-label', /apart/)
  await page.reload()
  await expect(clash).toContainText('J1 solid')
  const { piece } = await workshop.piece(CHAIR)
  expect([state(piece, J1), state(piece, J2)]).toEqual(['apart', 'solid'])
  await page.goto(workshop.url)
  await expect(page.getByTestId('sync-notes')).toContainText('1 change of Schoolroom side chair wants a decision')
  await page.getByTestId('sync-notes').getByRole('link').click()
  await page.getByRole('button', { name: 'Put mine over it' }).click()
  await expect(clash).toHaveCount(0)
  await saved(page)
  expect(state((await workshop.piece(CHAIR)).piece, J1)).toBe('solid')
})

test('two tabs of one browser keep one queue: what both did lands once, and each sees the other’s', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  const other = await page.context().newPage()
  await openTest(page, workshop)
  await openTest(other, workshop)
  await page.context().setOffline(true)
  await say(page, 'J1', '3')
  await say(other, 'J2', '4')
  await expect(strip(page, 'J2')).toHaveAttribute('aria-label', /swings/)
  await expect(page.getByTestId('save-state')).toContainText('offline, 2 kept here')
  await page.context().setOffline(false)
  await Promise.all([saved(page), saved(other)])
  const { piece, log } = await workshop.piece(CHAIR)
  expect([log.length, state(piece, J1), state(piece, J2)]).toEqual([2, 'gives', 'swings'])
})

test('what waits for a piece is named on other screens, and sent without that piece being opened', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(workshop.url)
  await expect(page.getByRole('heading', { name: /pieces on the bench/ })).toBeVisible() // its code is here from now on
  await openTest(page, workshop, 'strand-rocker')
  await page.context().setOffline(true)
  for (const key of ['1', '2', '3']) await page.keyboard.press(key)
  await expect(page.getByTestId('save-state')).toContainText('3 kept here')
  await page.getByRole('link', { name: 'Bench' }).first().click()
  await expect(page.getByTestId('sync-notes')).toContainText('3 changes of Strand house rocker wait here')
  await page.close()
  const next = await page.context().newPage()
  await page.context().setOffline(false)
  await next.goto(`${workshop.url}/shop`)
  await expect.poll(async () => (await workshop.piece('strand-rocker')).version).toBe(3)
  await expect(next.getByTestId('sync-notes')).toHaveCount(0)
})

test('an answer for one piece that comes after another was opened leaves both as they are', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(workshop.url)
  let letGo = () => {}
  const held = new Promise<void>((resolve) => {
    letGo = resolve
  })
  await page.route(`**/api/pieces/${CHAIR}`, async (route) => {
    await held
    await route.continue().catch(() => {})
  })
  await page
    .getByRole('link', { name: /^Schoolroom side chair/ })
    .first()
    .click()
  await expect(page).toHaveURL(/schoolroom-chair/)
  await page.getByRole('link', { name: 'Bench' }).first().click()
  await page
    .getByRole('link', { name: /^School stool/ })
    .first()
    .click()
  await page.getByRole('link', { name: /^Test/ }).click()
  await expect(page.locator('.crumb')).toHaveText(/School stool/)
  await expect(page.locator('main h1')).toHaveText(/^J1 /)
  letGo()
  await page.keyboard.press('5')
  await expect(strip(page, 'J1')).toHaveAttribute('aria-label', /apart/)
  await saved(page)
  await expect(page.locator('.crumb')).toHaveText(/School stool/)
  expect([(await workshop.piece(CHAIR)).version, (await workshop.piece('school-stool')).version]).toEqual([0, 1])
})

for (const [what, breakIt] of [
  [
    'is full',
    () => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError')
      }
    },
  ],
  [
    'cannot be opened',
    () => {
      indexedDB.open = () => {
        throw new DOMException('no', 'UnknownError')
      }
    },
  ],
] as const) {
  test(`a device whose storage ${what} still saves, and says what only the tab holds while the server is gone`, async ({
    page,
    workshop,
  }) => {
    await workshop.withDemo()
    await page.addInitScript(breakIt)
    await openTest(page, workshop)
    await say(page, 'J1', '3')
    await saved(page)
    await page.context().setOffline(true)
    await say(page, 'J2', '4')
    await expect(page.getByTestId('save-state')).toContainText('offline, 1 in this tab')
    await expect(page.getByTestId('sync-notes')).toContainText('This device keeps nothing more')
    await page.context().setOffline(false)
    await saved(page)
    await expect(page.getByTestId('sync-notes')).toHaveCount(0)
    const { piece } = await workshop.piece(CHAIR)
    expect([state(piece, J1), state(piece, J2)]).toEqual(['gives', 'swings'])
  })
}

test('a quick answer and a copied finding go the same way as everything else: kept while the server is gone', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/quick`)
  const card = page.getByRole('region', { name: 'Gap at the cheeks: which shim?' })
  await expect(card.getByLabel('Keep to')).toBeVisible()
  await page.context().setOffline(true)
  await card.getByLabel('Keep to').click()
  await page.getByRole('option', { name: 'Schoolroom side chair' }).click()
  await expect(card.getByRole('status')).toHaveText('Kept to Schoolroom side chair.')
  await expect(page.getByTestId('sync-notes')).toContainText('1 change of Schoolroom side chair waits here')
  await page.context().setOffline(false)
  await expect.poll(async () => (await workshop.piece(CHAIR)).piece.notes.length).toBe(1)
})

test('an erased piece says so, and shows once what waited for it', async ({ page, workshop }) => {
  await workshop.withDemo()
  await openTest(page, workshop)
  await page.context().setOffline(true)
  await say(page, 'J1', '3')
  await expect(page.getByTestId('save-state')).toContainText('1 kept here')
  expect((await fetch(`${workshop.url}/api/pieces/${CHAIR}`, { method: 'DELETE' })).status).toBe(200)
  expect((await fetch(`${workshop.url}/api/pieces/${CHAIR}`)).status).toBe(410)
  await page.context().setOffline(false)
  await expect(page.getByRole('heading', { name: 'This piece was erased' })).toBeVisible()
  await expect(page.getByRole('alert')).toContainText('J1 gives')
  await page.getByRole('button', { name: 'Let it go' }).click()
  await expect(page.getByRole('alert')).toHaveCount(0)
  await page.reload()
  await expect(page.getByRole('heading', { name: 'This piece was erased' })).toBeVisible()
  await expect(page.getByText('J1 gives')).toHaveCount(0)
})

test('over plain http under a name no browser trusts, entering, two tabs and offline work as well, and the page says what does not', async ({
  workshop,
}) => {
  await workshop.withDemo()
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: [...BROWSER_ARGS, '--host-resolver-rules=MAP workshop.test 127.0.0.1'],
  })
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const url = workshop.url.replace('127.0.0.1', 'workshop.test')
  // From the network the passphrase is asked for first, once for the whole browser.
  expect((await workshop.send('/api/door/passphrase', { passphrase: 'four words of salt' })).status).toBe(204)
  const first = await context.newPage()
  await first.goto(url)
  await first.getByLabel('Passphrase').fill('four words of salt')
  await first.getByRole('button', { name: 'Enter' }).click()
  await expect(first.getByRole('heading', { name: /pieces on the bench/ })).toBeVisible()
  await first.close()
  const [page, other] = [await context.newPage(), await context.newPage()]
  await Promise.all([page, other].map(p => p.goto(`${url}/piece/${CHAIR}/test`)))
  await expect(page.locator('.strip')).toBeVisible()
  expect(await page.evaluate(() => isSecureContext)).toBe(false)
  await say(page, 'J1', '3')
  await saved(page)
  await expect(strip(other, 'J1')).toHaveAttribute('aria-label', /gives/)
  await context.setOffline(true)
  await say(other, 'J2', '4')
  await expect(strip(page, 'J2')).toHaveAttribute('aria-label', /swings/)
  await context.setOffline(false)
  await expect.poll(async () => state((await workshop.piece(CHAIR)).piece, J2)).toBe('swings')
  await page.goto(`${url}/shop`)
  await expect(page.getByText('Over plain http a page cannot be opened without the server')).toBeVisible()
  await browser.close()
})

test.describe('the offline shell', () => {
  test.use({ serviceWorkers: 'allow' })
  test('with the server gone a tab opened anew shows the bench and the pieces it had, and takes work that lands later', async ({
    page,
    workshop,
  }) => {
    await workshop.withDemo()
    await openTest(page, workshop)
    await expect
      .poll(() => page.evaluate(async () => (await navigator.serviceWorker.ready).active?.state))
      .toBe('activated')
    await page.goto(workshop.url)
    await expect(page.getByRole('heading', { name: /pieces on the bench/ })).toBeVisible()
    await workshop.stop('SIGKILL')
    const next = await page.context().newPage()
    await next.goto(workshop.url)
    await expect(next.getByText('this is the bench as this device last had it')).toBeVisible()
    await openTest(next, workshop)
    await say(next, 'J1', '3')
    await expect(next.getByTestId('save-state')).toContainText('offline, 1 kept here')
    await next.goto(`${workshop.url}/piece/vestry-chair/test`)
    await expect(next.getByText('this piece has not been on this device')).toBeVisible()
    await workshop.start()
    await expect.poll(async () => state((await workshop.piece(CHAIR)).piece, J1)).toBe('gives')
  })
})
