import { readFileSync } from 'node:fs'
import { expect, saved, test } from './harness'

test('bits, wood and prices told in the shop reach the cutting list; it is kept as a table, and a sheet is printed as large as it is', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/shop`)
  const bits = page.getByRole('region', { name: 'Bits in the drawer' })
  await bits.getByLabel('Another bit').fill('0')
  await bits.getByRole('button', { name: 'Put it in' }).click()
  await expect(bits.getByText(/must be 1 mm or more/)).toBeVisible()
  await expect(bits.getByLabel('Another bit')).toHaveValue('0')
  await bits.getByLabel('Another bit').fill('7/16')
  await bits.getByRole('button', { name: 'Put it in' }).click()
  await expect(bits.getByRole('button', { name: 'Take out the bit of 7/16 in' })).toBeVisible()
  const prices = page.getByRole('region', { name: 'Prices' })
  await prices.getByLabel('An hour of hands').fill('50')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'Add wood' }).click()
  await expect(page.getByRole('region', { name: 'Wood in the store' }).getByRole('listitem')).toHaveCount(4)

  await page.goto(`${workshop.url}/piece/chapel-chair/mend`)
  const list = page.getByRole('region', { name: 'To cut or buy, for the whole piece' })
  await expect(list).toContainText('sawn')
  await expect(list).toContainText(/Hands.*EUR/s)
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    list.getByRole('button', { name: 'Cutting list, CSV' }).click(),
  ])
  expect(readFileSync(await csv.path(), 'utf8')).toMatch(/rough length, mm.*\r\n1,dowel/s)

  await page.getByRole('link', { name: 'On paper, 1:1' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('saw + bore')
  const paper = page.locator('.page > svg').first()
  await expect(paper).toBeVisible()
  // 96 of a browser's pixels are an inch: the check line is 100 mm of them.
  const [, check] = await page
    .locator('.page path.check')
    .first()
    .evaluate((p: SVGGeometryElement) => {
      const { width, height } = p.getBoundingClientRect()
      return [width, height]
    })
  expect((check! / 96) * 25.4).toBeGreaterThan(100)
  const box = (await paper.boundingBox())!
  expect((box.width / 96) * 25.4).toBeCloseTo(210, 0)
})

test('a frame is taken in, its corner found loose, and keyed', async ({ page, workshop }) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/start`)
  await page.getByLabel('Name it').fill('Hall mirror')
  await page.getByRole('button', { name: /Flat frame/ }).click()
  await page.waitForURL(/\/piece\//)
  await page.getByRole('link', { name: /^Test/ }).click()
  // Keys for a state belong to this step: it has to be there before one is pressed.
  await expect(
    page
      .locator('main')
      .getByRole('radio', { name: /swings/ })
      .or(page.locator('main').getByText('swings'))
      .first(),
  ).toBeVisible()
  await page.locator('.strip button').first().click()
  await page.keyboard.press('3')
  await saved(page)
  await page.getByRole('link', { name: /^Mend/ }).click()
  await page.getByRole('button', { name: 'Re-glue, and keys across the corner' }).click()
  await expect(page.getByRole('region', { name: /^Cut sheet/ })).toContainText('From the front, the corner up and left')
})
