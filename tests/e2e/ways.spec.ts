import { readFileSync } from 'node:fs'
import DxfParser from 'dxf-parser'
import { measured } from '../../core/measure/measured'
import type { Command } from '../../core/piece/commands'
import { newFault } from '../../core/piece/faults'
import { writePieceFile } from '../../core/piece/file'
import type { Fault } from '../../core/piece/schema'
import { applyAll, newPiece } from '../fixtures/pieces'
import { expect, saved, test } from './harness'

test('the whole piece three ways: what they part ways over, one taken, and its plan is the piece’s', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/chapel-chair/mend`)
  await page.getByRole('link', { name: 'Three ways side by side' }).click()
  const table = page.getByRole('table')
  await expect(table).toContainText('Conserve first')
  await expect(table.locator('th.taken')).toContainText('Everyday shop')
  await expect(table).toContainText('Register, saw, bore')
  await page.getByRole('button', { name: 'Take strength first' }).click()
  await saved(page)
  await expect(table.locator('th.taken')).toContainText('Strength first')
  expect((await workshop.piece('chapel-chair')).piece.intake.school).toBe('strength')
  await page.getByRole('button', { name: 'Back to the mends' }).click()
  await expect(page.locator('main')).toContainText('strength first')
})

test('a break’s other mend is chosen, its sheet saved and read by another program, and the choice undone', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/chapel-chair/mend`)
  await page.getByRole('button', { name: 'Glue, and dowels across' }).click()
  await saved(page)
  const sheet = page.getByRole('region', { name: /^Cut sheet/ })
  await expect(sheet).toContainText('in the plane it is bored in')
  await expect(sheet).toContainText('angle')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    sheet.getByRole('button', { name: 'Sheet 1:1, DXF' }).click(),
  ])
  const layers = new Set(
    new DxfParser().parseSync(readFileSync(await download.path(), 'utf8'))!.entities.map(e => e.layer),
  )
  expect([...layers]).toEqual(expect.arrayContaining(['wood', 'new', 'cut', 'break', 'size']))
  await page.keyboard.press('u')
  await expect.poll(async () => (await workshop.piece('chapel-chair')).piece.choices.mends).toEqual({})
})

test('a lost arm is copied from its twin: said missing, sawn to its curve, its joints closed, a blank on the list', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/start`)
  await page.getByLabel('Name it').fill('Carver')
  await page.getByRole('button', { name: /Framed armchair/ }).click()
  await page.waitForURL(/\/piece\//)
  await page.getByRole('button', { name: 'right arm', exact: true }).first().click()
  await page.getByRole('radiogroup', { name: 'Is it there' }).getByRole('radio', { name: 'missing' }).click()
  await saved(page)
  await page.getByRole('link', { name: /^Mend/ }).click()
  await expect(page.locator('main')).toContainText('missing right arm')
  await page.getByRole('button', { name: 'Sawn to its curve' }).click()
  await expect(page.getByRole('region', { name: /^Cut sheet/ })).toContainText('off the left arm')
  await expect(page.getByRole('region', { name: 'To cut or buy, for the whole piece' })).toContainText('blank')
})

test('a lost stretcher is made to the length read in the dry frame: provisional before, refused where it cannot be, and taken back', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/ferry-bench/mend`)
  await page.getByRole('button', { name: 'missing long stretcher' }).click()
  const sheet = page.getByRole('region', { name: /^Cut sheet/ })
  await expect(sheet).toContainText('provisional')
  const field = page.getByLabel(/^Shoulder to shoulder of the long stretcher/)
  await field.fill('11')
  await field.press('Enter')
  await expect(page.getByRole('alert')).toContainText('a reading is between')
  await expect(field).toHaveValue('11')
  await field.fill('1109.5')
  await field.press('Enter')
  await saved(page)
  expect((await workshop.piece('ferry-bench')).piece.dryFit).toEqual({
    'long-stretcher': { value: 1109.5, basis: 'measured' },
  })
  await expect(sheet).not.toContainText('provisional')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(sheet).toContainText('provisional')
})

test('a stick that nothing mends is made again by one press: in two lengths, nothing opens for it, and one undo takes it back', async ({
  page,
  workshop,
}) => {
  const chair = newPiece('stick-chair')
  const snapped = {
    ...newFault('break', 'snapped', 'left-stick-2', 0.45),
    parted: 'apart',
    surface: 'ragged',
    angleDeg: measured(70),
    gapMm: measured(0.3),
    lostPct: measured(10),
  } as Fault
  const broken = applyAll({ ...chair, id: 'bow-back' }, [
    ...chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: 'solid' })),
    { do: 'add-fault', fault: snapped },
  ])
  expect((await workshop.send('/api/pieces/import', writePieceFile(broken))).status).toBe(201)
  await page.goto(`${workshop.url}/piece/bow-back/mend`)
  await page.getByRole('button', { name: 'Make it again: the left stick 2 is beyond saving' }).click()
  await expect(page.locator('tr.chosen')).toContainText('Made again in two lengths')
  await expect(page.getByLabel('Shoulder to shoulder of the left stick 2, frame as it stands')).toBeVisible()
  await page.getByRole('link', { name: /^Open up/ }).click()
  await expect(page.locator('main')).toContainText('Nothing has to come apart')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await saved(page)
  expect((await workshop.piece('bow-back')).piece.parts.some(part => part.missing)).toBe(false)
})

test('how far the surface goes is one press, and the work after the clamps follows', async ({ page, workshop }) => {
  await workshop.withDemo()
  // The one thing the plan asks for first: the swab said PVA, so that this joint cannot be glued in place.
  const { version } = await workshop.piece('harbour-ladder-back-3')
  const swabbed = {
    id: 'swab-told-0',
    at: '2026-03-05T11:00:00Z',
    by: 'device-test',
    command: { do: 'set-old-glue', joint: 'back-seat-rung--left-back-post', glue: 'pva' },
  }
  expect(
    (await workshop.send('/api/pieces/harbour-ladder-back-3/entries', { seenVersion: version, entries: [swabbed] })).ok,
  ).toBe(true)
  await page.goto(`${workshop.url}/piece/harbour-ladder-back-3/glue-up`)
  const after = page.getByRole('region', { name: 'When the clamps are off' })
  await expect(after).toContainText('Squeeze-out')
  await expect(after).toContainText('Coat 1 of 2')
  await after.getByRole('radio', { name: 'not here' }).click()
  await saved(page)
  await expect(after).not.toContainText('Squeeze-out')
  await expect(after).toContainText('Test every joint again')
  expect((await workshop.piece('harbour-ladder-back-3')).piece.choices.surface).toBe('elsewhere')
})
