import { expect, saved, test } from './harness'

test('what keeping a joint shut would cost is asked and answered, and nothing is kept by asking', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/net-loft-armchair/open-up`)
  await page.getByRole('button', { name: 'What if J9 stays shut?' }).click()
  const answer = page.getByRole('status').filter({ hasText: 'opens instead' })
  await expect(answer).toBeVisible()
  const { piece, log } = await workshop.piece('net-loft-armchair')
  expect(piece.choices.leaveShut.some(id => id.startsWith('left-stretcher'))).toBe(false)
  // Taken at its word, the plan is the one that was told.
  const instead = /(J\d+) opens instead/.exec(await answer.innerText())![1]!
  const row = page.getByRole('row').filter({ has: page.getByRole('button', { name: 'J9', exact: true }) })
  await row.getByRole('button', { name: 'Keep J9 shut' }).click()
  await saved(page)
  expect((await workshop.piece('net-loft-armchair')).log.length).toBe(log.length + 1)
  await expect(
    page.getByRole('row').filter({ has: page.getByRole('button', { name: instead, exact: true }) }),
  ).toContainText('open')
})

test('a recipe is followed round by round at the bench: one joint still holds and goes on to the next round, the other lets go and its rest falls away', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/net-loft-armchair/open-up`)
  await expect(page.locator('.recipe').first()).toContainText('dry rap')
  await page.goto(`${workshop.url}/bench/net-loft-armchair`)
  const heading = page.getByRole('heading', { level: 1 })
  const next = page.getByRole('button', { name: /^Next/ })
  /** On to a step, from the first one that is left. */
  const goTo = async (title: RegExp) => {
    await page.goto(`${workshop.url}/bench/net-loft-armchair`)
    await expect(heading).toBeVisible()
    for (let i = 0; i < 12 && !title.test(await heading.innerText()); i++) await next.click()
    await expect(heading).toHaveText(title)
  }
  const told = async () =>
    (await workshop.piece('net-loft-armchair')).piece.events.filter(e => e.kind === 'done').flatMap(e => e.of)
  await goTo(/J9, J11, J23, J25, round 2: dry rap/)
  await expect(page.locator('main')).toContainText('It has let go when')
  await page.getByRole('button', { name: /It still holds/ }).click()
  await expect.poll(async () => (await told()).filter(f => f.endsWith('/round-dry-rap')).length).toBe(4)
  await goTo(/J9, J11, J23, J25, round 3: dry blade/)
  await goTo(/J4, J6, round 1: dry rap/)
  await page.keyboard.press('l')
  await expect.poll(async () => (await told()).filter(f => f.endsWith('/round-dry-blade')).length).toBe(2)
  await page.goto(`${workshop.url}/bench/net-loft-armchair`)
  for (let i = 0; i < 6; i++) {
    await expect(heading).not.toHaveText(/J4, J6, round/)
    await next.click()
  }
})

test('a job over a night with two glues: its clamps stand numbered on the drawing, stage after stage is glued, and its date is told', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/chapel-chair/glue-up`)
  await page.getByRole('button', { name: /^Carry it to: Kitchen/ }).click()
  await saved(page)
  const main = page.locator('main')
  await expect(main).toContainText('Epoxy, slow')
  await expect(main).toContainText('Fish glue')
  await expect(page.getByTestId('clamp-mark')).toHaveCount(1)
  await page.getByRole('button', { name: 'what would another pair of hands change?' }).click()
  await expect(page.locator('.ask [role=status]')).toBeVisible()
  const count = await page.getByRole('heading', { name: /^Stage \d/ }).count()
  expect(count).toBeGreaterThan(2)
  await expect(page.getByRole('img', { name: /that may be used; it sets at/ })).toHaveCount(count)
  for (let stage = 1; stage <= count; stage++) {
    await page.getByRole('button', { name: `Stage ${stage} is in clamps` }).click()
    await saved(page)
  }
  await expect(page.locator('.stage .small', { hasText: /^glued$/ })).toHaveCount(count)
  await expect(page.locator('.return')).toContainText('sat in from')
})
