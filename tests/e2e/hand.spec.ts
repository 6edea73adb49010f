import { AxeBuilder } from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { findingOf } from '../../core/piece/facts'
import { writePieceFile } from '../../core/piece/file'
import type { Piece } from '../../core/piece/schema'
import { newPiece } from '../fixtures/pieces'
import { expect, saved, test, type Workshop } from './harness'

/** A piece of its own, taken in from a file. */
async function takenIn(workshop: Workshop, piece: Piece): Promise<string> {
  const id = `own-${piece.shape.family}`
  expect((await workshop.send('/api/pieces/import', writePieceFile({ ...piece, id }))).status).toBe(201)
  return id
}

const CHAIR = '/piece/schoolroom-chair'

test('Enter in a size goes on to the next nobody has told; Escape drops what was typed and leaves the field', async ({
  page,
  workshop,
}) => {
  const id = await takenIn(workshop, newPiece('framed-chair'))
  await page.goto(`${workshop.url}/piece/${id}/take-in`)
  const seat = page.getByLabel('Seat height', { exact: true })
  await seat.fill('17 1/4')
  await seat.press('Enter')
  await expect(page.getByLabel('Back height', { exact: true })).toBeFocused()
  await page.keyboard.type('30')
  // The unit a bare number is read in stands beside it.
  await expect(page.locator('.length-field', { has: page.getByLabel('Back height', { exact: true }) })).toContainText('mm')
  await page.keyboard.press('Escape')
  await expect(page.getByLabel('Back height', { exact: true })).toHaveValue('880 mm')
  await expect(page.locator('main')).toBeFocused()
  await saved(page)
  const { piece } = await workshop.piece(id)
  expect([piece.shape.measures.seatHeight?.basis, piece.shape.measures.backHeight?.basis]).toEqual([
    'measured',
    'assumed',
  ])
})

test('what is typed while Find opens is in its field, and a glue, a mend and a setting are found', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/net-loft-armchair/test`)
  await expect(page.locator('main h1')).toHaveText(/^J1 /)
  await page.keyboard.press('/')
  for (const letter of 'hide') await page.keyboard.press(letter)
  const field = page.getByPlaceholder(/^Find a piece/)
  await expect(field).toHaveValue('hide')
  await expect(page.getByRole('option', { name: /hide glue/i }).first()).toBeVisible()
  await field.fill('days off')
  await expect(page.getByRole('option', { name: /days off/ })).toBeVisible()
  await field.fill('shims at the cheeks')
  await page
    .getByRole('option', { name: /: Shims at the cheeks/ })
    .first()
    .click()
  await expect(page.locator('main tr.chosen')).toContainText('Shims at the cheeks')
})

test('the joint strip is one stop of Tab; arrows go along it and Enter picks', async ({ page, workshop }) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}${CHAIR}/test`)
  const strip = page.locator('.strip')
  await expect(strip.locator('button[tabindex="0"]')).toHaveCount(1)
  await strip.getByRole('button', { name: /^J1,/ }).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await expect(strip.getByRole('button', { name: /^J3,/ })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.locator('main h1')).toHaveText(/^J3 /)
  await page.keyboard.press('Tab')
  await expect(strip.locator('button:focus')).toHaveCount(0)
})

test('one thing is picked: a break takes the place of the joint on strip, drawing and sheet, and gives it back', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/chapel-chair/test`)
  const pressed = page.locator('.strip button[aria-pressed="true"]')
  await expect(pressed).toHaveCount(1)
  await page.locator('.strip').getByRole('button', { name: /^B1, break/ }).click()
  await expect(page.locator('main h1')).toHaveText(/^B1 Break in the left front leg/)
  await expect(pressed).toHaveCount(1)
  await expect(page.locator('.stand .tag[aria-pressed="true"]')).toHaveText('B1')
  const gap = page.getByLabel('Gap when pressed')
  await gap.fill('90')
  await gap.press('Enter')
  await expect(page.getByRole('alert')).toContainText('believed up to 20 mm')
  await expect(gap).toHaveValue('90')
  await gap.press('Escape')
  await page.keyboard.press('Enter')
  await expect(page.locator('main h1')).toHaveText(/^J1 /)
})

test('brads are said of every rung in one breath, and one undo takes them all back', async ({ page, workshop }) => {
  const id = await takenIn(workshop, newPiece('post-and-rung'))
  await page.goto(`${workshop.url}/piece/${id}/take-in`)
  await page.getByRole('button', { name: 'The same of many joints at once' }).click()
  await page.getByLabel('What is so').click()
  await page.getByRole('option', { name: 'brad or tack' }).click()
  await page.getByLabel('Of which joints').click()
  await page.getByRole('option', { name: /of rungs$/ }).click()
  await page.getByRole('button', { name: /^Say it of \d+$/ }).click()
  await saved(page)
  const { piece } = await workshop.piece(id)
  const rungs = piece.joints.filter(j => piece.parts.find(p => p.id === j.enters)?.role === 'rung')
  expect(piece.holds.map(h => h.on.id).sort()).toEqual(rungs.map(j => j.id).sort())
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await saved(page)
  expect((await workshop.piece(id)).piece.holds).toEqual([])
})

for (const [where, viewport] of [
  ['a phone', { width: 360, height: 740 }],
  ['a screen at twice its size', { width: 640, height: 400 }],
] as const) {
  test(`on ${where} a joint is answered with the drawing shown, undone, and the way to the Bench is there`, async ({
    page,
    workshop,
  }) => {
    await workshop.withDemo()
    await page.setViewportSize(viewport)
    await page.goto(`${workshop.url}${CHAIR}/test`)
    await page.getByRole('button', { name: 'Drawing', exact: true }).click()
    await expect(page.locator('.stand')).toBeVisible()
    const gives = page.getByRole('button', { name: /^gives/ })
    await expect(gives).toBeInViewport()
    await gives.click()
    await saved(page)
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await saved(page)
    const { piece } = await workshop.piece('schoolroom-chair')
    expect(findingOf(piece, piece.joints[0]!.id).state).toBe('not-tested')
    await page.getByRole('button', { name: 'Next joint' }).click()
    await expect(page.locator('main h1')).toHaveText(/^J2 /)
    await page.getByRole('button', { name: 'more', exact: true }).click()
    await expect(page.getByRole('link', { name: /^Climate/ })).toBeVisible()
    await page.getByRole('navigation', { name: 'More' }).getByRole('link', { name: 'Bench' }).click()
    await expect(page.getByRole('heading', { name: /pieces on the bench/ })).toBeVisible()
  })
}

test('a glue clock outlives leaving the bench mode, and stands on every screen', async ({ page, workshop }) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/bench/net-loft-armchair`)
  await page.getByLabel('Go to step').click()
  await page.getByRole('option', { name: /Spread and close/ }).first().click()
  await expect(page.locator('main h1')).toHaveText(/^Spread and close/)
  await expect(page.getByLabel('Go to step')).toBeFocused()
  await page.keyboard.press('c')
  await expect(page.getByRole('timer')).toHaveText(/^\d\d:\d\d$/)
  await page.keyboard.press('b')
  const running = page.getByRole('timer', { name: /^Glue clock/ })
  await expect(running).toHaveText(/\d\d:\d\d/)
  await page.reload()
  await running.click()
  await expect(page.locator('main h1')).toBeVisible()
})

/**
 * The shop's own settings have come and what hangs on them has been begun: until then a page plans once more by
 * itself.
 */
async function withShop(page: Page): Promise<void> {
  await expect(page.getByRole('link', { name: /^Climate/ })).toContainText('19.5')
  await page.waitForTimeout(700)
}

test('a planner that cannot be loaded says so, and is tried again by one press', async ({ page, workshop }) => {
  await workshop.withDemo()
  let isGone = true
  await page.route('**/plan.worker-*.js', route => (isGone ? route.abort() : route.continue()))
  await page.goto(`${workshop.url}/piece/net-loft-armchair/mend`)
  await withShop(page)
  await expect(page.getByRole('alert')).toContainText('could not be loaded')
  isGone = false
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.locator('main h1')).toContainText('mends would do')
})

test('a plan that takes long says so, is stopped and worked out by presses, all of it told to a reader', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  let release = () => {}
  const held = new Promise<void>((resolve) => {
    release = resolve
  })
  await page.route('**/plan.worker-*.js', async (route) => {
    await held
    await route.continue()
  })
  await page.goto(`${workshop.url}/piece/net-loft-armchair/mend`)
  await withShop(page)
  await expect(page.getByRole('progressbar', { name: 'Working it out' })).toBeVisible()
  const { violations } = await new AxeBuilder({ page }).exclude('svg').analyze()
  const serious = violations.filter(v => v.impact === 'serious' || v.impact === 'critical')
  expect(serious.map(v => `${v.id} ${v.nodes[0]?.html}`)).toEqual([])
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Stopped' })).toBeVisible()
  release()
  await page.getByRole('button', { name: 'Work it out' }).click()
  await expect(page.locator('main h1')).toContainText('mends would do')
  await expect(page.getByRole('progressbar')).toHaveCount(0)
})

test('the customer’s record is short, with the full one behind it', async ({ page, workshop }) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/net-loft-armchair/record`)
  await expect(page.getByRole('heading', { name: 'What will be done' })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Why it failed' })).toBeHidden()
  await page.getByRole('button', { name: 'The full record' }).click()
  await expect(page.getByRole('heading', { name: 'Why it failed' })).toBeVisible()
})

test('a count that cannot be stays as typed with the reason beside it, and is right again with the old one', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/shop`)
  const hands = page.getByRole('spinbutton', { name: 'Pairs of hands at a glue-up' })
  await expect(hands).toHaveValue('1')
  const row = page.locator('.field-line', { has: hands })
  await hands.fill('99')
  await hands.press('Tab')
  await expect(row.getByRole('alert')).toHaveText('must be 6 at most')
  await expect(hands).toHaveValue('99')
  await hands.fill('1')
  await hands.press('Tab')
  await expect(row.getByRole('alert')).toHaveCount(0)
  await page.getByRole('button', { name: 'One more: Pairs of hands at a glue-up' }).click()
  const told = async () => ((await (await fetch(`${workshop.url}/api/shop`)).json()) as { hands: number }).hands
  await expect.poll(told).toBe(2)
})

test('what the shop refuses stays as typed beside why, also when another device tells the shop something meanwhile', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/shop`)
  const tonight = page.getByRole('textbox', { name: 'Lowest tonight, °C' })
  const now = page.getByRole('textbox', { name: 'Wood and air now, °C' })
  const row = page.locator('.field-line', { has: tonight })
  const elsewhere = (climate: { nowC?: number, tonightC?: number }) =>
    workshop.send('/api/shop', { changes: [{ do: 'set-climate', climate }] })
  await expect(tonight).toHaveValue(/^\d+\.\d$/)
  for (const [typed, why] of [
    ['cold', /type/],
    ['400', /between -30 and 60/],
  ] as const) {
    await tonight.fill(typed)
    await tonight.press('Tab')
    await expect(row.getByRole('alert')).toHaveText(why)
    await expect(tonight).toHaveValue(typed)
  }
  await elsewhere({ nowC: 17, tonightC: 9 })
  await expect(now).toHaveValue('17.0')
  await expect(tonight).toHaveValue('400')
  await tonight.fill('9')
  await tonight.press('Enter')
  await expect(row.getByRole('alert')).toHaveCount(0)
  await expect(tonight).toHaveValue('9.0')
  await elsewhere({ tonightC: 8 })
  await expect(tonight).toHaveValue('8.0')
})

test('what the shop refuses without a server, a list’s choice as well, is said beside it', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/shop`)
  const way = page.getByRole('combobox', { name: 'Manner of work' })
  const before = await way.textContent()
  await page.context().setOffline(true)
  await way.click()
  await page.getByRole('option', { name: 'strength first' }).click()
  await expect(page.locator('.field-line', { has: way }).getByRole('alert')).toContainText('cannot be reached')
  await expect(way).toHaveText(before!)
})

test('the Bench goes without the program that works on pieces; a piece brings it', async ({ page, workshop }) => {
  await workshop.withDemo()
  const scripts: Promise<string>[] = []
  page.on('response', (r) => {
    if (new URL(r.url()).pathname.endsWith('.js')) scripts.push(r.text().catch(() => ''))
  })
  // A command no list has anything to do with.
  const hasCommands = async () => (await Promise.all(scripts)).some(s => s.includes('overrule-cause'))
  await page.goto(workshop.url)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(page.getByRole('link', { name: /Chapel chair/ }).first()).toBeVisible()
  expect(await hasCommands()).toBe(false)
  await page.goto(`${workshop.url}/piece/chapel-chair/test`)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  expect(await hasCommands()).toBe(true)
})
