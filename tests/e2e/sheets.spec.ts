import { readFileSync } from 'node:fs'
import DxfParser from 'dxf-parser'
import { expect, saved, test } from './harness'

test('a tenon loose both ways is measured, its mends compared, one chosen, its sheet read in inches and saved, and the choice undone', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/schoolroom-chair/test`)
  await page.locator('.strip').getByRole('button', { name: 'left side rail to left back post' }).click()
  await page.keyboard.press('4')
  await page.getByLabel('Cheeks, mouth').fill('0.5')
  await page.keyboard.press('Enter')
  await page.getByLabel('Edges, mouth').fill('0.5')
  await page.keyboard.press('Enter')
  await saved(page)
  await page.getByRole('link', { name: /^Mend/ }).click()
  await expect(page.locator('main h1')).toContainText('of play')
  // Side by side: what fits, with what it holds and costs, and what does not, with the number.
  await expect(page.locator('tr', { hasText: 'Shims at the cheeks, wedge at the edges' })).toContainText('cm³')
  await expect(page.getByText('Not here:', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Shims at the cheeks, wedge at the edges' }).click()
  await saved(page)
  expect(Object.values((await workshop.piece('schoolroom-chair')).piece.choices.mends)).toEqual(['shims-and-wedge'])
  const sheet = page.getByRole('region', { name: /^Cut sheet/ })
  await expect(sheet.getByRole('img')).toHaveCount(3)
  await expect(sheet).toContainText('From the side, with its wedges')
  // Blue on the stand: the tag says which mend.
  await expect(page.locator('.tag.blue', { hasText: 'shims + wedge' })).toBeVisible()
  const kerf = sheet.locator('dl div', { hasText: 'kerf depth' }).locator('dd')
  await expect(kerf).toContainText('25 mm')
  await page.getByRole('button', { name: 'in', exact: true }).click()
  await expect(kerf).toContainText('63/64 in')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    sheet.getByRole('button', { name: 'Sheet 1:1, DXF' }).click(),
  ])
  const text = readFileSync(await download.path(), 'utf8')
  expect(new DxfParser().parseSync(text)!.entities.length).toBeGreaterThan(30)
  await page.getByRole('button', { name: 'mm', exact: true }).click()
  await page.keyboard.press('u')
  await expect.poll(async () => (await workshop.piece('schoolroom-chair')).piece.choices.mends).toEqual({})
})
