import type { Page } from '@playwright/test'
import { writePieceFile } from '../../core/piece/file'
import { measured } from '../../core/measure/measured'
import type { Command } from '../../core/piece/commands'
import { applyAll, newChair } from '../fixtures/pieces'
import { expect, saved, test } from './harness'

/** A chair with its front half loose and a stretcher lost: two stages by the glue that was picked. */
function chair() {
  const bare = newChair({ stretchers: 'box' })
  const isLoose = (id: string) => id.includes('front-rail') || id.includes('left-side')
  return applyAll(bare, [
    ...bare.joints.flatMap((j): Command[] => [
      { do: 'test-joint', joint: j.id, state: isLoose(j.id) ? 'gives' : 'solid' },
      { do: 'measure-clearance', joint: j.id, where: 'cheek', measure: measured(0.1) },
      { do: 'measure-clearance', joint: j.id, where: 'edge', measure: measured(0.1) },
      { do: 'set-old-glue', joint: j.id, glue: 'pva' },
    ]),
    { do: 'choose-glue', glue: 'pva-slow' },
    { do: 'answer-bracing', answer: 'accept', why: 'The owner wants it as it was.' },
    { do: 'edit-frame', edit: { do: 'describe-part', part: 'front-stretcher', missing: true } },
  ])
}
const enter = async (page: Page, label: string | RegExp, value: string) => {
  const field = page.getByLabel(label, typeof label === 'string' ? { exact: true } : {})
  await field.fill(value)
  await field.press('Enter')
}

test('a dry run of two stages: held off and why, rehearsed, a stretcher measured, pulled true on the clock, glued, one joint loose afterwards and closed again, the date moved', async ({
  page,
  workshop,
}) => {
  // A Thursday morning: whether one more stage still fits before a day off is the calendar’s, not the test’s.
  await page.clock.install({ time: new Date('2026-03-05T08:30:00') })
  const piece = chair()
  expect((await workshop.send('/api/pieces/import', writePieceFile(piece))).ok).toBe(true)
  const told = async () => (await workshop.piece(piece.id)).piece
  const at = (step: string) => page.goto(`${workshop.url}/piece/${piece.id}/${step}`)
  const heading = page.getByRole('heading', { level: 1 })

  // Nothing is glued before it was closed dry.
  await at('glue-up')
  await expect(page.getByRole('button', { name: /is in clamps/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Close it dry first' }).click()
  await expect(heading).toHaveText('Dry run, stage 1: close it once without glue')

  // One joint stands open, and its reason is taken.
  await page
    .getByRole('button', { name: /^J\d+ is held off$/ })
    .first()
    .click()
  await enter(page, /stands open by/, '0.8')
  await expect(heading).toContainText('one of')
  await expect(page.locator('.joint.held')).toContainText('Most likely')
  await page.locator('.joint.held').getByRole('button', { name: 'lump' }).click()
  await saved(page)
  const held = Object.entries((await told()).dryClose!).map(([joint, close]) => ({ joint, ...close! }))
  expect(held.map(h => [h.offMm?.value, h.why])).toEqual([[0.8, 'lump']])
  await at('glue-up')
  await expect(page.locator('.gates')).toContainText('Held off in the dry run')
  await at('dry-run')
  await page
    .getByRole('button', { name: /^J\d+ closes now$/ })
    .last()
    .click()

  // Gone through by the clock: its minutes stand in the table’s place.
  const header = page.locator('article header')
  await expect(header).toContainText('Not rehearsed')
  await page.getByRole('button', { name: 'Rehearse, with the clock' }).click()
  await page.waitForTimeout(6500)
  await page.reload()
  await expect(page.getByRole('timer')).toHaveText(/^0:[01]\d$/)
  await page.getByRole('button', { name: /Last clamp on/ }).click()
  await expect(header).toContainText('where the table said')
  await page.getByRole('button', { name: 'Stage 1 closes' }).click()
  await expect(heading).toContainText('Dry run, stage 2')

  // What no drawing gives, and a reading that cannot be.
  await enter(page, 'Shoulder to shoulder of the front stretcher, frame fitted dry', '20')
  await expect(page.getByRole('alert').filter({ hasText: 'It is drawn' })).toBeVisible()
  await enter(page, 'Shoulder to shoulder of the front stretcher, frame fitted dry', '361')
  await page.getByRole('button', { name: 'Stage 2 closes' }).click()
  await saved(page)
  await at('glue-up')
  await page.getByRole('button', { name: 'Stage 1 is in clamps' }).click()
  await saved(page)

  // At the bench, with the glue open: the diagonals, and what to pull.
  await page.goto(`${workshop.url}/bench/${piece.id}`)
  await expect(heading).toBeVisible()
  for (let i = 0; i < 40 && !/^Spread and close/.test(await heading.innerText()); i++) {
    await page.getByRole('button', { name: /^Next/ }).click()
  }
  await expect(heading).toHaveText(/^Spread and close/)
  await page.keyboard.press('c')
  await expect(page.getByRole('timer')).toBeVisible()
  await enter(page, 'left front – right back, at the rails', '531')
  await enter(page, 'right front – left back, at the rails', '523')
  const answer = page.locator('.checks .answer').first()
  await expect(answer).toContainText('left front – right back, at the rails: 4 mm too long')
  await enter(page, 'left front – right back, at the rails', '527')
  await enter(page, 'right front – left back, at the rails', '527')
  await expect(answer).toContainText('True')
  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press(' ')
  await saved(page)

  // The clamps come off, and one joint moves again.
  await at('glue-up')
  const back = page.locator('.return strong').first()
  await expect(back).toBeVisible()
  const before = await back.innerText()
  const first = page.getByRole('radiogroup', { name: /^J\d+ left side rail to left back post/ })
  await first.getByRole('radio', { name: 'ticks' }).click()
  await expect(page.locator('section.feel')).toContainText('moves again')
  await page.getByRole('button', { name: /^the other \d+ are firm$/ }).click()
  await saved(page)
  const stage = page.getByRole('heading', { name: /once more/ })
  await expect(stage).toBeVisible()
  await expect(back).not.toHaveText(before)
  await page.getByRole('button', { name: 'Stage 3 is in clamps' }).click()
  await saved(page)
  await first.getByRole('radio', { name: 'firm' }).click()
  await saved(page)
  const after = await told()
  expect(after.events.filter(e => e.kind === 'stage-glued').at(-1)!.of).toEqual([
    'joint:left-side-rail--left-back-post/again',
  ])
  expect(after.after['joint:left-side-rail--left-back-post']!.state).toBe('solid')

  // On the floor: what was tried is written down.
  const gently = page.getByRole('listitem').filter({ hasText: 'Sat in gently' })
  await gently.getByRole('radio', { name: 'fine' }).click()
  await saved(page)
  expect((await told()).onFloor!['sat-gently']!.found).toBe('fine')
})

test('feet by six tapes and by heights: what cannot be is said at its field, what is found is drawn and kept', async ({
  page,
  workshop,
}) => {
  const piece = chair()
  expect((await workshop.send('/api/pieces/import', writePieceFile(piece))).ok).toBe(true)
  await page.goto(`${workshop.url}/piece/${piece.id}/dry-run`)
  // Left front to the others, then right front, then the back: as drawn 402, 551, 413, 413, 551, 332, the right back
  // foot 5 mm in.
  const land = page.locator('section.land')
  await enter(page, 'left front – right front', '1000')
  await expect(land.getByRole('alert')).toContainText('It is drawn 402 mm')
  await enter(page, 'left front – right front', '402')
  await expect(land).toContainText('All six are wanted')
  for (const [pair, mm] of [
    ['left front – right back', 547.5],
    ['left front – left back', 412.5],
    ['right front – right back', 412.9],
    ['right front – left back', 551],
    ['right back – left back', 327],
  ] as const) { await enter(page, pair, String(mm)) }
  await expect(land.getByRole('img')).toBeVisible()
  await expect(land).toContainText(/Right back post is [45](\.\d)? mm off its place: pull it to the sitter’s right/)
  await enter(page, 'left front – right front', '417')
  await expect(land).toContainText('six cannot tell which')
  await land.getByRole('button', { name: 'all six again' }).click()
  for (const [pair, mm] of [
    ['left front – right front', 402.5],
    ['left front – right back', 547.2],
    ['left front – left back', 412.8],
    ['right front – right back', 413],
    ['right front – left back', 551.2],
    ['right back – left back', 327.2],
  ] as const) { await enter(page, `${pair}, again`, String(mm)) }
  await expect(land).toContainText(/was misread: 402\.5 mm, not 417 mm/)

  const level = page.locator('section.level')
  await level.getByLabel('left front', { exact: true }).fill('1000')
  await level.getByLabel('left front', { exact: true }).press('Enter')
  await expect(level.getByRole('alert')).toContainText('0 mm to 60 mm')
  for (const [foot, mm] of [
    ['left front', 0],
    ['right front', 0],
    ['right back', 3],
    ['left back', 0],
  ] as const) {
    await level.getByLabel(foot, { exact: true }).fill(String(mm))
    await level.getByLabel(foot, { exact: true }).press('Enter')
  }
  await expect(level).toContainText('It rocks on right front leg and left back post')
  await level.getByRole('radio', { name: 'least wood' }).click()
  await expect(level.getByRole('status')).toContainText(/off the (right front leg|left back post)/)
  await saved(page)
  expect((await workshop.piece(piece.id)).piece.feetAim).toEqual({ kind: 'least-wood', riseMm: null })
})
