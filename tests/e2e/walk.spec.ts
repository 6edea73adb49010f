import type { Page } from '@playwright/test'
import { formatLength } from '../../core/measure/length'
import { expect, saved, test } from './harness'
import { Reader } from './reader'

/** A hand that has a keyboard and no mouse, and hears the screen: all it knows is what a reader tells. */
class Hand {
  private constructor(
    private readonly page: Page,
    readonly reader: Reader,
  ) {}

  static of = async (page: Page): Promise<Hand> => new Hand(page, await Reader.of(page))

  async press(...keys: string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key)
  }

  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text)
  }

  /** Goes on by Tab to something and presses it. */
  async use(role: string, name: string | RegExp, key = 'Enter'): Promise<void> {
    await this.reader.tabTo(role, name)
    await this.press(key)
  }

  async enter(name: string | RegExp, text: string): Promise<void> {
    await this.reader.tabTo('textbox', name)
    await this.type(text)
    await this.press('Enter')
  }

  /** Opens a list and walks it to one of its words. */
  async choose(name: string, option: string): Promise<void> {
    await this.use('combobox', name)
    const at = async () => await this.reader.focused()
    await expect.poll(async () => (await at())?.role).toBe('option')
    const first = (await this.reader.told()).find(t => t.role === 'option')!.name
    await this.press('Home')
    await expect.poll(async () => (await at())?.name).toBe(first)
    for (let i = 0; i < 30; i++) {
      const word = (await at())?.name
      if (word === option) break
      await this.press('ArrowDown')
      await expect.poll(async () => (await at())?.name).not.toBe(word)
    }
    await this.press('Enter')
    await expect.poll(async () => (await at())?.role).toBe('combobox')
  }

  /** The heading under which one is: what a reader says first of a step. */
  async heading(): Promise<string> {
    return (await this.reader.told()).find(t => t.role === 'heading' && t.level === 1)?.name ?? ''
  }

  async heads(words: RegExp): Promise<void> {
    await expect.poll(() => this.heading(), { timeout: 20_000 }).toMatch(words)
  }

  /** Leaves what is typed into, so that single keys act, and goes to the next step. */
  async nextStep(words: RegExp): Promise<void> {
    await this.press('Escape', ']')
    await this.heads(words)
    // A step is read from its head: the keys go to the worksheet, not to the top of the page.
    await expect.poll(async () => (await this.reader.focused())?.role, 'where the keys go').toBe('main')
    await this.reader.expectInOrder()
  }
}

test('the whole job by keyboard alone, as a screen reader tells it: begun, measured, tried, mended, closed dry, glued, tried out, in the record', async ({
  page,
  workshop,
}) => {
  test.setTimeout(300_000)
  await page.goto(workshop.url)
  await expect(page.getByRole('heading', { name: 'The bench is empty' })).toBeVisible()
  const hand = await Hand.of(page)
  await hand.reader.expectInOrder()

  // The skip link is the first stop, and leads past the bar.
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  await hand.press('Tab')
  expect(await hand.reader.focused()).toMatchObject({ role: 'link', name: 'To the worksheet' })
  await hand.press('Enter')
  await hand.press('Tab')
  expect((await hand.reader.told()).find(t => t.role === 'main')).toBeDefined()
  expect(await page.evaluate(() => document.activeElement?.closest('main') !== null)).toBe(true)

  await hand.press('N')
  await hand.heads(/^What is it/)
  await hand.enter('Name it', 'Kitchen stool')
  for (let i = 0; i < 12 && !/^Stool/.test((await hand.reader.focused())?.name ?? ''); i++) await hand.press('s')
  expect((await hand.reader.focused())?.name).toMatch(/^Stool/)
  await hand.press('Enter')

  await hand.heads(/measurements draw it/)
  await hand.reader.expectInOrder()
  for (const [name, text] of [
    ['Height', '452'],
    ['Seat width', '298'],
    ['Seat depth', '298'],
    ['Seat thickness', '32'],
    ['Leg thickness', '35'],
    ['Splay', '12'],
  ] as const) {
    await hand.enter(name, text)
  }
  await hand.heads(/^Measured/)
  const id = new URL(page.url()).pathname.split('/')[2]!
  await hand.enter('For', 'The school')
  await hand.choose('Manner of work', 'everyday shop')
  await saved(page)
  expect((await workshop.piece(id)).piece.intake).toMatchObject({ customer: 'The school', school: 'everyday' })

  await hand.nextStep(/^J1 /)
  const { piece } = await workshop.piece(id)
  const loose = piece.joints.find(j => j.id.includes('rung'))!
  for (let i = 0; i < piece.joints.length; i++) {
    const tag = /^J\d+/.exec(await hand.heading())![0]
    await hand.press(tag === `J${loose.number}` ? '5' : '1')
    if (i < piece.joints.length - 1) {
      await hand.press('Enter')
      await expect.poll(() => hand.heading()).not.toContain(`${tag} `)
    }
  }
  // Back to the one that has come out, along the strip: one stop, and arrows.
  await page.locator('.skip').focus()
  await hand.reader.tabTo('button', /^J\d+, /)
  for (let i = 0; i < piece.joints.length && !(await hand.reader.focused())!.name.startsWith(`J${loose.number}, `); i++) {
    await hand.press('ArrowRight')
  }
  await hand.press('Enter')
  await hand.heads(new RegExp(`^J${loose.number} `))
  await hand.enter('Around, mouth', '.12')
  await hand.choose('Old glue', 'PVA')
  await saved(page)

  await hand.nextStep(/./)
  await hand.nextStep(/mend/)
  await hand.nextStep(/./)
  await hand.nextStep(/^Dry run, stage 1/)
  await hand.use('button', 'Stage 1 closes')
  await hand.nextStep(/./)
  await hand.use('button', 'Stage 1 is in clamps')
  await saved(page)
  const firm = page.getByRole('radiogroup', { name: new RegExp(`^J${loose.number} `) })
  await expect(firm).toBeVisible()
  await hand.reader.tabTo('radio', 'firm')
  await hand.press(' ')
  await saved(page)

  await hand.nextStep(/./)
  await hand.use('button', 'repair it')
  await saved(page)
  const done = (await workshop.piece(id)).piece
  expect(formatLength(done.shape.measures.seatHeight!.value, 'mm')).toBe('452 mm')
  expect(done.findings[loose.id]).toMatchObject({ state: 'apart', oldGlue: 'pva' })
  expect(done.events.map(e => e.kind)).toContain('stage-glued')
  expect(done.after[`joint:${loose.id}`]?.state).toBe('solid')
  expect(done.outcome?.verdict).toBe('repair')

  // At the bench: the step is told, its key takes it, and Escape leaves.
  await hand.press('Escape', 'b')
  await expect(page).toHaveURL(/\/bench\//)
  await hand.reader.expectInOrder()
  await hand.press('Escape')
  await expect(page).toHaveURL(/\/piece\//)
})

test('a press that takes away what had the keys leaves them beside it, on nothing one types into', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/shop`)
  const hand = await Hand.of(page)
  const rack = async () =>
    (await hand.reader.told()).filter(t => t.role === 'button' && /^Take off .* \d$/.test(t.name)).map(t => t.name)
  await expect.poll(async () => (await rack()).length).toBeGreaterThan(1)
  const before = await rack()
  await hand.use('button', before[0]!)
  await expect.poll(async () => (await rack()).length).toBe(before.length - 1)
  await expect.poll(async () => (await hand.reader.focused())?.role).toBe('button')
  await expect
    .poll(() => page.evaluate(() => document.activeElement?.closest('[aria-labelledby="rack"]') !== null))
    .toBe(true)

  // On a worksheet: a fault is taken off, and the next key still acts on it.
  await page.goto(`${workshop.url}/piece/chapel-chair/test`)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await hand.use('button', /^B1/)
  await hand.use('button', 'Take it off')
  await expect(page.getByRole('button', { name: /^B1/ })).toHaveCount(0)
  await expect.poll(() => page.evaluate(() => document.activeElement?.closest('main') !== null)).toBe(true)
  await saved(page)
  await hand.press('u')
  await expect(page.getByRole('button', { name: /^B1/ }).first()).toBeVisible()
})
