import { formatLength } from '../../core/measure/length'
import { formatQuantity, phraseText, q } from '../../core/measure/phrase'
import { tagOf } from '../../core/piece/facts'
import type { Piece } from '../../core/piece/schema'
import { planPiece, type Plan } from '../../core/plan'
import { OPEN_TIME_SHARE } from '../../core/reference/rates'
import { Shop } from '../../core/reference/shop-settings'
import { recordOf } from '../../core/record'
import { expect, saved, test, type Workshop } from './harness'
import type { Page } from '@playwright/test'

/** What the hand finds, by the words on the worksheet; every other joint is solid. */
const FOUND: Record<string, string> = {
  'left side rail to left back post': '3',
  'front rail to left front leg': '4',
  'front rail to right front leg': '4',
}

async function startChair(page: Page): Promise<string> {
  await page.keyboard.press('N')
  await page.getByLabel('Name it').fill('Rickety chair')
  await page.getByRole('button', { name: /^Framed chair/ }).click()
  await expect(page.getByRole('heading', { name: /Six measurements draw it/ })).toBeVisible()
  return new URL(page.url()).pathname.split('/')[2]!
}

async function takeMeasurements(page: Page): Promise<void> {
  const sizes = [
    ['Seat height', '17 1/4'],
    ['Back height', '862'],
    ['Width at the front', '42.5 cm'],
    ['Width at the back', '14 1/8 in'],
    ['Depth', '398'],
    ['Leg thickness', '1 7/16'],
  ] as const
  for (const [label, text] of sizes) {
    await page.getByLabel(label, { exact: true }).fill(text)
    await page.keyboard.press('Enter')
  }
  await expect(page.getByText('read as 17 1/4 in').first()).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Measured: the drawing is this piece' })).toBeVisible()
  await page.getByRole('radiogroup', { name: 'Front rail joints' }).getByRole('radio', { name: 'dowels' }).click()
}

async function goRound(page: Page, joints: number): Promise<void> {
  await expect(page.locator('main h1')).toHaveText(/^J1 /)
  for (let i = 0; i < joints; i++) {
    const heading = await page.locator('main h1').innerText()
    await page.keyboard.press(FOUND[heading.replace(/^J\d+\s/, '').toLowerCase()] ?? '1')
    if (i === joints - 1) break
    await page.keyboard.press('Enter')
    await expect(page.locator('main h1')).not.toHaveText(heading)
  }
  await expect(page.getByText(`All ${joints} joints tried: 3 loose`)).toBeVisible()
}

async function lookCloser(page: Page): Promise<void> {
  const joint = (name: string) => page.locator('.strip').getByRole('button', { name }).click()
  await joint('left side rail to left back post')
  await page.getByRole('button', { name: 'pulls out' }).click()
  await page.getByLabel('Cheeks, mouth').fill('.08 mm')
  await page.keyboard.press('Enter')
  await page.getByLabel('Edges, mouth').fill('0.0215 in')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /^amber crumbs/ }).click()
  await joint('front rail to left front leg')
  await page.getByRole('button', { name: /^dowel stub/ }).click()
  await expect(page.getByRole('button', { name: 'dowel stub: seen' })).toBeVisible()
  await joint('front rail to right front leg')
  await page.getByRole('button', { name: /^dowel stub/ }).click()
  await page.getByRole('button', { name: 'Add: screw', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Take off: screw', exact: true })).toBeVisible()
}

const step = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Steps of the work' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click()

async function planOf(workshop: Workshop, piece: Piece, at: string): Promise<Plan> {
  const shop = Shop.parse(await (await fetch(`${workshop.url}/api/shop`)).json())
  return planPiece(piece, shop, shop.climate, at)
}

test('the whole job, from first look to record, with the server restarted in the middle', async ({
  page,
  workshop,
}) => {
  test.setTimeout(300_000)
  await page.goto(workshop.url)
  await expect(page.getByRole('heading', { name: 'The bench is empty' })).toBeVisible()
  const id = await startChair(page)
  await takeMeasurements(page)
  await step(page, 'Test')
  await goRound(page, 14)
  await lookCloser(page)
  await saved(page)

  await workshop.restart('SIGKILL')
  await page.reload()
  const { piece } = await workshop.piece(id)
  expect(piece.shape.measures.seatHeight).toEqual({ value: 17.25 * 25.4, basis: 'measured' })
  const plan = await planOf(workshop, piece, new Date().toISOString().slice(0, 16))
  const tag = (joint: string) => tagOf(piece.joints.find(j => j.id === joint)!)
  const main = page.locator('main')

  await step(page, 'Cause')
  for (const d of plan.diagnoses) {
    await page
      .getByRole('button', { name: new RegExp(`^${tag(d.joint)} `) })
      .and(page.locator('main button'))
      .click()
    const top = d.causes[0]!
    await expect(main.locator('h1')).toContainText(top.label.toLowerCase())
    await expect(main.locator('.bars li').first()).toContainText(formatQuantity(q(top.low, 'share', top.high)))
  }

  await step(page, 'Mend')
  for (const m of plan.mends) {
    await main.getByRole('button', { name: tag(m.joint), exact: true }).click()
    for (const option of m.options) {
      await expect(main.locator('.mends')).toContainText(phraseText(option.verdict.reason))
    }
    const chosen = m.options.find(o => o.id === m.chosen)!
    await expect(main.locator('tr.chosen')).toContainText(chosen.label)
    if (chosen.verdict.fits) {
      for (const s of chosen.verdict.sizes) {
        await expect(main.locator('.sizes div', { has: page.locator(`dt:text-is("${s.label}")`) })).toContainText(
          formatQuantity(q(s.figure.value, s.figure.unit)),
        )
      }
    }
  }
  expect(plan.mends.map(m => m.chosen)).toEqual(['new-dowel', 'new-dowel', 'kerf-and-wedge'])
  await expect(main).toContainText(plan.glue.chosen!.glue.label)

  await step(page, 'Open up')
  await expect(main.locator('h1')).toHaveText(`4 joints open in ${plan.takeApart.moves.length} moves, 10 stay shut`)
  for (const m of plan.takeApart.moves) await expect(main).toContainText(phraseText(m.words))
  for (const d of plan.takeApart.decisions) await expect(main).toContainText(phraseText(d.why))
  await expect(main).toContainText(`Out first: screw, ${tag('front-rail--right-front-leg')}`)

  await step(page, 'Glue-up')
  const usable = plan.glue.chosen!.open.value * OPEN_TIME_SHARE
  for (const s of plan.stages) {
    const card = page.getByRole('region', { name: `Stage ${s.number}` })
    await expect(card).toContainText(formatQuantity(q(s.working.value, 'min')))
    await expect(card).toContainText(formatQuantity(q(usable - s.working.value, 'min')))
    for (const { line, clamp } of s.clamps) {
      await expect(card).toContainText(formatQuantity(q(line.force.low!, 'kN', line.force.high!)))
      await expect(card).toContainText(formatLength(Math.round(line.spanMm), 'mm'))
      expect(clamp).not.toBeNull()
    }
  }
  await expect(main).toContainText('May be sat in from')
  await page.getByRole('button', { name: /Open time today/ }).click()
  await expect(page.getByRole('dialog')).toContainText(plan.glue.chosen!.open.derivation.rule)
  await page.keyboard.press('Escape')

  await step(page, 'Record')
  const record = recordOf(piece, plan)
  for (const t of record.tags) await expect(main.locator('.tags li', { hasText: t.tag })).toContainText(t.part)
  await page.getByRole('button', { name: 'owner decides' }).click()
  await expect(main.getByRole('alert')).toContainText('Say why')
  await page.getByLabel(/^Why, in a sentence/).fill('Costs as much as another chair; they want to think.')
  await page.getByRole('button', { name: 'owner decides' }).click()
  await saved(page)

  await workshop.restart()
  await page.goto(workshop.url)
  await expect(page.getByRole('link', { name: /Rickety chair/ }).first()).toContainText('Waits for the owner')
  expect((await workshop.piece(id)).piece.outcome).toEqual({
    verdict: 'owner-decides',
    why: 'Costs as much as another chair; they want to think.',
  })
})
