import fc from 'fast-check'
import type { Locator, Page } from '@playwright/test'
import { drawCommand, type Command } from '../../core/piece/commands'
import { apply } from '../../core/piece/apply'
import { findingOf } from '../../core/piece/facts'
import { playWiggleTest } from '../../demo/story'
import { arbitraryTape, tapeDraw } from '../fixtures/pieces'
import { expect, saved, test } from './harness'

const CHAIR = 'schoolroom-chair'

/** Tab, as a hand on the keyboard would, until something has the focus. */
async function tabTo(page: Page, target: Locator, most = 80): Promise<void> {
  await target.first().waitFor()
  for (let i = 0; i < most; i++) {
    if (await target.first().evaluate(el => el === document.activeElement)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`Not reached by ${most} tabs.`)
}

test('the story by keyboard alone', async ({ page, workshop }) => {
  test.setTimeout(300_000)
  const { keyboard } = page
  await page.goto(workshop.url)
  await expect(page.getByRole('heading', { name: 'The bench is empty' })).toBeVisible()
  await keyboard.press('N')
  await expect(page.getByLabel('Name it')).toBeFocused()
  await keyboard.type('Kitchen chair')
  await keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Framed chair/ })).toBeFocused()
  await keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /Six measurements/ })).toBeVisible()
  await tabTo(page, page.getByLabel('Seat height', { exact: true }))
  for (const size of ['17 1/4', '862', '42.5 cm', '14 1/8 in', '398', '1 7/16']) {
    await keyboard.type(size)
    await keyboard.press('Tab')
  }
  await expect(page.getByRole('heading', { name: 'Measured: the drawing is this piece' })).toBeVisible()
  await tabTo(
    page,
    page.getByRole('radiogroup', { name: 'Front rail joints' }).getByRole('radio', { name: 'mortise and tenon' }),
  )
  await keyboard.press('ArrowRight')
  await keyboard.press(']')
  await expect(page.locator('main h1')).toHaveText(/^J1 /)
  for (let i = 0; i < 14; i++) {
    const heading = await page.locator('main h1').innerText()
    await keyboard.press(
      /Left side rail to left back post/.test(heading) ? '3' : /Front rail/.test(heading) ? '4' : '1',
    )
    if (i === 13) break
    await keyboard.press('Enter')
    await expect(page.locator('main h1')).not.toHaveText(heading)
  }
  while (!/^J1 /.test(await page.locator('main h1').innerText())) await keyboard.press('n')
  await keyboard.press('s')
  await tabTo(page, page.getByRole('button', { name: /^dowel stub/ }))
  await keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'dowel stub: seen' })).toBeFocused()
  await keyboard.press('n')
  await keyboard.press('s')
  await tabTo(page, page.getByRole('button', { name: /^dowel stub/ }))
  await keyboard.press('Enter')
  await keyboard.press('a')
  await tabTo(page, page.getByRole('button', { name: 'Add: screw' }))
  await keyboard.press('Enter')
  for (const heading of [
    /snapped dowel/,
    /mend/,
    /joints open in \d moves/,
    /Dry run, stage 1/,
    /to spare/,
    /condition and treatment/,
  ]) {
    await keyboard.press(']')
    await expect(page.locator('main h1')).toHaveText(heading)
  }
  await saved(page)
  const piece = (await workshop.pieces())[0]!
  expect(
    Object.values(piece.findings)
      .map(f => f.state)
      .filter(s => s !== 'solid')
      .sort(),
  ).toEqual(['gives', 'swings', 'swings'])
  await keyboard.press('/')
  await expect(page.getByPlaceholder(/^Find a piece/)).toBeFocused()
  await keyboard.type('bench')
  await expect(page.getByRole('option', { name: 'Bench', exact: true })).toBeVisible()
  await keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /One piece on the bench/ })).toBeVisible()
})

test('undo of fifty mixed commands gives the first document', async ({ page, workshop }) => {
  test.setTimeout(240_000)
  await workshop.withDemo()
  const { piece: first } = await workshop.piece(CHAIR)
  await page.addInitScript(() => localStorage.setItem('arreglo-device', 'device-fifty'))
  let piece = first
  const commands: Command[] = []
  for (const tape of fc.sample(arbitraryTape(), { numRuns: 400, seed: 7 })) {
    const command = drawCommand(tapeDraw(tape), piece)
    if (command.do === 'join-set') continue
    const next = apply(piece, command)
    if (next.ok && commands.length < 50) {
      piece = next.value
      commands.push(command)
    }
  }
  expect(commands).toHaveLength(50)
  const entries = commands.map((command, i) => ({
    id: `fifty-${String(i).padStart(4, '0')}`,
    at: '2026-03-05T09:00:00Z',
    by: 'device-fifty',
    command,
  }))
  expect((await workshop.send(`/api/pieces/${CHAIR}/entries`, { seenVersion: 0, entries })).status).toBe(200)
  await page.goto(`${workshop.url}/piece/${CHAIR}/test`)
  await expect(page.locator('.strip')).toBeVisible()
  for (let i = 0; i < 50; i++) await page.keyboard.press('u')
  await page.keyboard.press('u')
  await expect(page.getByText('Nothing of yours is left to undo.').first()).toBeVisible()
  await saved(page)
  expect((await workshop.piece(CHAIR)).piece).toEqual(first)
})

test('what one device does appears on the other by itself, undone as well', async ({ page, browser, workshop }) => {
  await workshop.withDemo()
  const other = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  await Promise.all([page, other].map(p => p.goto(`${workshop.url}/piece/${CHAIR}/test`)))
  await expect(other.locator('.strip')).toBeVisible()
  await page.locator('.strip').getByRole('button', { name: /^J3,/ }).click()
  await page.keyboard.press('3')
  await expect(other.locator('.strip').getByRole('button', { name: /^J3,.*gives/ })).toBeVisible()
  await page.keyboard.press('u')
  await expect(other.locator('.strip').getByRole('button', { name: /^J3,.*not tested/ })).toBeVisible()
  await other.close()
})

test('a clash is shown to the one who was slower, and nothing of either is lost', async ({ page, workshop }) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/${CHAIR}/take-in`)
  await page.getByRole('radiogroup', { name: 'Stretchers' }).getByRole('radio', { name: 'box' }).click()
  await saved(page)
  const joint = 'front-stretcher--left-front-leg'
  await page.context().setOffline(true)
  await page.getByRole('radiogroup', { name: 'Stretchers' }).getByRole('radio', { name: 'none' }).click()
  await expect(page.getByTestId('save-state')).toContainText('offline')
  const tested: Command = { do: 'test-joint', joint, state: 'gives' }
  expect(
    (
      await workshop.send(`/api/pieces/${CHAIR}/entries`, {
        seenVersion: 1,
        entries: [{ id: 'other-0001', at: '2026-03-05T09:00:00Z', by: 'tablet', command: tested }],
      })
    ).status,
  ).toBe(200)
  await page.context().setOffline(false)
  const clash = page.getByRole('alert').filter({ hasText: 'Somebody else changed this piece' })
  await expect(clash).toContainText('Stretchers: none')
  expect(findingOf((await workshop.piece(CHAIR)).piece, joint).state).toBe('gives')
  await page.getByRole('button', { name: 'Leave what stands' }).click()
  await expect(
    page.getByRole('radiogroup', { name: 'Stretchers' }).getByRole('radio', { name: 'box' }),
  ).toHaveAttribute('aria-checked', 'true')
})

test('bench mode: one step at a time, with its reason and its clock', async ({ page, workshop }) => {
  await workshop.withDemo()
  await playWiggleTest(workshop.url)
  await page.goto(`${workshop.url}/piece/${CHAIR}/open-up`)
  await expect(page.getByRole('heading', { name: /joints open/ })).toBeVisible()
  await page.keyboard.press('b')
  const heading = page.locator('main h1')
  // The page before has a heading as well.
  await expect(heading).toHaveText('Label it')
  const first = await heading.innerText()
  await page.keyboard.press(' ')
  await expect(heading).not.toHaveText(first)
  // A press too many is taken back.
  await page.keyboard.press('u')
  await expect(heading).toHaveText(first)
  // Begun and put off are kept like done: what is put off goes to the end of the list, and is taken up again by undo.
  await page.keyboard.press('s')
  await expect(page.locator('.count')).toContainText('at it since')
  await page.keyboard.press('p')
  await expect(heading).not.toHaveText(first)
  await expect
    .poll(async () => (await workshop.piece(CHAIR)).piece.events.map(e => e.kind))
    .toEqual(['begun', 'put-off'])
  await page.keyboard.press('u')
  await page.keyboard.press('u')
  await expect(heading).toHaveText(first)
  await expect(page.locator('.count')).not.toContainText('at it since')
  for (let i = 0; i < 40 && !/Spread and close/.test(await heading.innerText()); i++) await page.keyboard.press(' ')
  await page.keyboard.press('w')
  await expect(page.locator('.why')).toContainText(/of work in/)
  await page.keyboard.press('c')
  await expect(page.getByRole('timer')).toHaveText(/^3\d:\d\d$/)
  const before = await page.getByRole('timer').innerText()
  await page.keyboard.press('+')
  await expect(page.getByRole('timer')).not.toHaveText(before)
  await page.keyboard.press('b')
  await expect(page.getByRole('heading', { name: /joints open/ })).toBeVisible()
})

test('quick answers follow the fields, open to their derivation, and are kept to a piece by one press', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/quick`)
  const card = page.getByRole('region', { name: 'Dowel: which hole, where to stop?' })
  await card.getByLabel('Dowel').fill('3/8')
  await expect(card.locator('.answer')).toContainText('stop at 24 mm')
  await card.getByRole('button', { name: /^depth stop/ }).click()
  await expect(page.getByRole('dialog')).toContainText('2.5 diameters')
  await page.keyboard.press('Escape')
  await card.getByLabel('Keep to').click()
  await page.getByRole('option', { name: 'Schoolroom side chair' }).click()
  await expect(card.getByRole('status')).toHaveText('Kept to Schoolroom side chair.')
  await expect.poll(async () => (await workshop.piece(CHAIR)).piece.notes[0]?.text).toContain('dowel 3/8')
  await card.getByLabel('Dowel').fill('thick')
  await expect(card.getByRole('alert')).toContainText('not a length')
})
