import { newFault } from '../../core/piece/faults'
import { expect, saved, test } from './harness'

test('a broken leg has its mend, drawn in its wood and with glues of its own; a cold night is freed by one press, and it is glued to the end', async ({
  page,
  workshop,
}) => {
  test.setTimeout(120_000)
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/chapel-chair/mend`)
  await expect(page.getByRole('heading', { name: 'B1 break in the left front leg: 2 mends would do' })).toBeVisible()
  await expect(page.locator('tr.chosen')).toContainText('Register, saw, bore')
  await expect(page.getByRole('region', { name: /^Cut sheet, B1/ })).toContainText('12 mm')
  await expect(page.getByTestId('new-wood').first()).toBeVisible()
  await page.getByRole('link', { name: /^Glue-up/ }).click()
  // Cold nights: the plan stops, says what would free it, and one press takes it.
  const stops = page.getByRole('region', { name: 'What stops it, and what would free it' })
  await expect(stops.getByText('J9: none of the mends here fits it.')).toBeVisible()
  await expect(page.getByText('May be sat in from')).toHaveCount(0)
  await page.getByRole('button', { name: /^Carry it to: Kitchen/ }).click()
  await expect(page.getByText('May be sat in from')).toBeVisible()
  await expect(page.getByText('Cures in').first()).toBeVisible()
  await saved(page)
  expect(Object.values((await workshop.piece('chapel-chair')).piece.choices.rooms)).toContain('kitchen')
  // The leg is glued in the hand and the stretcher in its place: nothing is closed dry.
  await expect(page.getByRole('button', { name: 'Close it dry first' })).toHaveCount(0)
  const next = page.getByRole('button', { name: /^Stage \d is in clamps$/ })
  const stages = await page.getByRole('heading', { name: /^Stage \d/ }).count()
  for (let stage = 1; stage <= stages; stage++) {
    await page.getByRole('button', { name: `Stage ${stage} is in clamps` }).click()
  }
  await expect(next).toHaveCount(0)
  await saved(page)
  await page.getByRole('link', { name: /^Record/ }).click()
  await page.getByRole('button', { name: 'The full record' }).click()
  const last = page.locator('section', { has: page.getByRole('heading', { name: 'For the next repairer' }) })
  await expect(
    last.getByText(/^Epoxy, slow in B1, its ragged faces; B1, dowel and faces; comes undone with heat/),
  ).toBeVisible()
  await expect(last.locator('dt', { hasText: 'Glue' })).toHaveCount(2)
})

test('a mend is overruled by a decision with its reason; undone it is planned again', async ({ page, workshop }) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/chapel-chair/mend`)
  await page.getByText('Leave it as it is, or mended otherwise').click()
  const alone = page.getByRole('region', { name: 'Decided otherwise' })
  await alone.getByRole('button', { name: 'Leave it as it is' }).click()
  await expect(alone.getByText('Say why it is left')).toBeVisible()
  await alone.getByLabel('Why it is left, or how you mended it').fill('New end spliced in ash, by hand.')
  await alone.getByRole('button', { name: 'Mended otherwise' }).click()
  const others = page.getByRole('region', { name: 'Also wrong, worst first' })
  await expect(others.getByText('Mended otherwise: New end spliced in ash, by hand.')).toBeVisible()
  await saved(page)
  expect((await workshop.piece('chapel-chair')).piece.choices.settled).toEqual({
    'fault:broken-leg': { how: 'mended-otherwise', why: 'New end spliced in ash, by hand.' },
  })
  await page.getByRole('link', { name: /^Record/ }).click()
  await expect(page.getByText('Mended: New end spliced in ash, by hand.', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'The full record' }).click()
  await expect(page.getByText('mended: New end spliced in ash, by hand.', { exact: true })).toBeVisible()
  await page.keyboard.press('u')
  await expect(page.getByText('mended: New end spliced in ash, by hand.')).toHaveCount(0)
  await expect(page.getByText(/^Register, saw, bore: sawn at/)).toBeVisible()
})

test('nothing is decided about a break nobody looked at: the plan asks, and mends it once it is told', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  const { piece, version } = await workshop.piece('chapel-chair')
  const fault = { ...piece.faults[0]!, surface: 'not-looked', gapMm: null }
  const entry = {
    id: 'forget-what-was-seen',
    at: '2026-03-05T09:00:00Z',
    by: 'device-test',
    command: { do: 'change-fault', fault },
  }
  expect((await workshop.send(`/api/pieces/${piece.id}/entries`, { seenVersion: version, entries: [entry] })).ok).toBe(
    true,
  )
  await page.goto(`${workshop.url}/piece/chapel-chair/mend`)
  await expect(page.locator('.mends')).toContainText('nobody has looked at its faces')
  await expect(page.locator('tr.chosen')).toHaveCount(0)
  await page.getByRole('link', { name: /^Test/ }).click()
  await page.locator('.strip').getByRole('button', { name: /^B1/ }).click()
  const sheet = page.locator('.looked-at .sheet')
  await sheet.getByRole('radiogroup', { name: 'Surface' }).getByRole('radio', { name: 'ragged' }).click()
  await sheet.getByLabel('Gap when pressed').fill('0.5')
  await sheet.getByLabel('Gap when pressed').press('Enter')
  await saved(page)
  await page.getByRole('link', { name: /^Mend/ }).click()
  await expect(page.locator('tr.chosen')).toContainText('Register, saw, bore')
})

test('a job half done goes on from there: what is opened and glued stays so when something new is found and measured', async ({
  page,
  workshop,
}) => {
  test.setTimeout(120_000)
  await workshop.withDemo()
  await page.goto(`${workshop.url}/bench/chapel-chair`)
  const heading = page.locator('main h1')
  await expect(heading).toHaveText(/^B1, saw \+ bore/)
  // Cleaned, marked, laid out, and the register glued: four things done at the bench.
  for (let done = 1; done <= 4; done++) {
    await page.keyboard.press(' ')
    await expect(page.locator('.count')).toContainText(new RegExp(`· ${done + 1} of`))
  }
  await expect(heading).toHaveText(/^Clamps off B1/)
  await saved(page)
  const told = (await workshop.piece('chapel-chair')).piece.events
  expect(told.map(e => e.kind)).toEqual(['done', 'done', 'done', 'stage-glued'])
  expect(told.at(-1)!.of).toEqual(['fault:broken-leg/register'])

  // While it cures a split turns up, and what stays open in the break is measured again.
  const { piece, version } = await workshop.piece('chapel-chair')
  const leg = piece.faults[0]!
  const split = {
    ...newFault('split', 'found-later', 'right-front-leg', 0.4),
    openMm: { value: 0.2, basis: 'measured' },
    lengthMm: { value: 250, basis: 'measured' },
    runsOut: 'no',
  }
  const entries = [
    { do: 'change-fault', fault: { ...leg, gapMm: { value: 0.5, basis: 'measured' } } },
    { do: 'add-fault', fault: split },
  ].map((command, i) => ({ id: `found-later-${i}`, at: '2026-03-05T11:00:00Z', by: 'device-test', command }))
  expect((await workshop.send(`/api/pieces/${piece.id}/entries`, { seenVersion: version, entries })).ok).toBe(true)
  await page.goto(`${workshop.url}/piece/chapel-chair/glue-up`)
  await expect(page.locator('.stage', { hasText: 'B1, its ragged faces' })).toContainText('glued')
  await page.goto(`${workshop.url}/bench/chapel-chair`)
  // The new split has its own work; nothing that was done is asked for again.
  await expect(page.locator('.count')).toContainText(/of \d+/)
  const seen: string[] = []
  for (let i = 0; i < 40; i++) {
    seen.push(await page.locator('main').innerText())
    const next = page.getByRole('button', { name: /^Next/ })
    if (await next.isDisabled()) break
    await next.click()
  }
  expect(seen.some(s => s.includes('Saw all round in the nearest groove'))).toBe(true)
  expect(seen.some(s => s.includes('press it shut dry'))).toBe(true)
  expect(
    seen.filter(s => s.includes('Pick out splinters') || s.includes('Spread and close B1, its ragged faces')),
  ).toEqual([])
})
