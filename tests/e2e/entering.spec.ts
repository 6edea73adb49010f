import sharp from 'sharp'
import type { Page } from '@playwright/test'
import { findingOf } from '../../core/piece/facts'
import { writePieceFile } from '../../core/piece/file'
import type { BenchPage } from '../../shared/bench'
import { newPiece } from '../fixtures/pieces'
import { expect, saved, test } from './harness'

/** A keyboard that counts: every key that goes down, letters and digits too. */
function countingKeyboard(page: Page) {
  let presses = 0
  return {
    press: async (key: string) => {
      presses++
      await page.keyboard.press(key)
    },
    type: async (text: string) => {
      presses += text.length
      await page.keyboard.type(text)
    },
    get presses() {
      return presses
    },
  }
}

/** What a press changed has been drawn. */
const drawn = (page: Page) =>
  page.evaluate(
    () => new Promise<void>(done => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, 50)))),
  )
const named = (page: Page, name: string) =>
  page.evaluate(
    wanted =>
      (document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '').includes(
        wanted,
      ),
    name,
  )

test('a ladder-back of fourteen rungs, by keyboard alone, every joint marked', async ({ page, workshop }) => {
  test.setTimeout(240_000)
  const keys = countingKeyboard(page)
  await page.goto(workshop.url)
  await expect(page.getByRole('heading', { name: 'The bench is empty' })).toBeVisible()
  await keys.press('N')
  await expect(page.getByLabel('Name it')).toBeFocused()
  await keys.type('Ladder-back')
  await keys.press('Enter')
  await keys.press('p') // to the first drawing whose name begins with it: post and rung
  await expect(page.getByRole('button', { name: /^Post-and-rung/ })).toBeFocused()
  await keys.press('Enter')
  await expect(page.getByLabel('Seat height', { exact: true })).toBeFocused()
  for (const size of ['438', '975', '466', '370', '382', '34']) {
    await keys.type(size)
    await keys.press('Tab')
  }
  await expect(page.getByRole('heading', { name: 'Measured: the drawing is this piece' })).toBeVisible()
  // Three in front stay; four on each side, three behind: one arrow each.
  await expect.poll(() => named(page, '3')).toBe(true)
  await keys.press('Tab')
  await keys.press('ArrowRight')
  await keys.press('Tab')
  await keys.press('ArrowRight')
  await keys.press(']')
  await expect(page.locator('main h1')).toHaveText(/^J1 /)
  const total = 2 * (14 + 3)
  for (let i = 0; i < total; i++) {
    const heading = await page.locator('main h1').innerText()
    await keys.press(/Front second rung to left/.test(heading) ? '3' : '1')
    if (i === total - 1) break
    await keys.press('Enter')
    await expect(page.locator('main h1')).not.toHaveText(heading)
  }
  await expect(page.locator('.strip')).toContainText(`${total} tested`)
  await saved(page)
  const piece = (await workshop.pieces())[0]!
  expect(piece.parts.filter(p => p.id.includes('rung'))).toHaveLength(14)
  expect(Object.values(piece.findings).filter(f => f.state === 'gives')).toHaveLength(1)
  console.log(`  ladder-back of fourteen rungs: ${keys.presses} key presses for ${total} joints`)
  expect(keys.presses).toBeLessThan(150)
})

test('a plank-seat chair with a ragged break, placed by a click on the leg', async ({ page, workshop }) => {
  await page.goto(`${workshop.url}/start`)
  await page.getByLabel('Name it').fill('Chapel chair')
  await page.getByRole('button', { name: /^Chapel|^Plank-seat/ }).click()
  await expect(page.getByLabel('Seat height', { exact: true })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: /^Test/ }).click()
  await expect(page.locator('[data-testid="webgl"] canvas')).toBeVisible()
  await expect(page.getByTestId('flat')).toHaveCount(0)
  await page.getByRole('button', { name: '+ break' }).click()
  const sheet = page.locator('.stand .sheet')
  const box = (await sheet.boundingBox())!
  // The left front leg stands foremost, right of the middle; a little over its foot.
  const foot = await page.locator('.stand .tag', { hasText: 'J1' }).first().boundingBox()
  expect(foot).not.toBeNull()
  let hit = false
  for (let y = box.height * 0.92; y > box.height * 0.6 && !hit; y -= 12) {
    await page.mouse.click(box.x + box.width * 0.6, box.y + y)
    await drawn(page)
    hit = (await page.locator('[data-testid="fault-mark"]').count()) > 0
  }
  expect(hit).toBe(true)
  const sheetOf = page.locator('.looked-at .sheet')
  await sheetOf.getByLabel('Slope of the break').fill('60')
  await sheetOf.getByRole('radiogroup', { name: 'Surface' }).getByRole('radio', { name: 'ragged' }).click()
  await sheetOf.getByLabel('Across the grain by').fill('12')
  await sheetOf.getByLabel('Gap when pressed').fill('0.4')
  await sheetOf.getByLabel('How much is missing').fill('15')
  await sheetOf.getByRole('radiogroup', { name: 'The part is' }).getByRole('radio', { name: 'in two pieces' }).click()
  await sheetOf.getByRole('group', { name: 'Passes through it' }).getByRole('button', { name: 'screw' }).click()
  await expect(sheetOf.locator('.says')).toContainText('Aslant')
  await sheetOf.getByRole('button', { name: /^Glue area/ }).click()
  await expect(page.getByRole('dialog')).toContainText('section / sin')
  await page.keyboard.press('Escape')
  await expect(page.locator('.strip').getByRole('button', { name: /^B1, break in the .*leg, ragged/ })).toBeVisible()
  await saved(page)
  const [fault] = (await workshop.pieces())[0]!.faults
  expect(fault).toMatchObject({
    kind: 'break',
    part: expect.stringMatching(/leg/),
    parted: 'apart',
    surface: 'ragged',
    angleDeg: { value: 60 },
    through: ['screw'],
  })
  expect(fault!.along).toBeGreaterThan(0)
  expect(fault!.along).toBeLessThan(0.9)
})

test('a set of four with different faults: what is common is told once, the rest is each one’s own', async ({
  page,
  workshop,
}) => {
  test.setTimeout(90_000)
  expect(
    (
      await workshop.send('/api/pieces', {
        id: 'stool',
        title: 'Stools',
        family: 'stool',
        takenInAt: '2026-03-05T09:00',
      })
    ).status,
  ).toBe(201)
  await page.goto(`${workshop.url}/piece/stool/take-in`)
  await page.getByRole('spinbutton', { name: 'How many alike' }).fill('4')
  await page.getByRole('button', { name: 'Make it a set' }).click()
  await expect(page.getByText('This is 1 of 4.')).toBeVisible()
  const height = page.getByLabel('Height', { exact: true })
  await height.fill('500')
  await height.press('Enter')
  await saved(page)
  expect((await workshop.pieces()).map(p => p.shape.measures.seatHeight!.value)).toEqual([500, 500, 500, 500])
  // A stool has no sitter’s side: its left is that of whoever stands before it.
  const joint = 'front-rung--right-front-leg'
  await page.goto(`${workshop.url}/piece/stool/test`)
  await page
    .locator('.strip')
    .getByRole('button', { name: /front rung to left front leg/ })
    .click()
  await page.keyboard.press('3')
  await saved(page)
  await page.getByRole('button', { name: 'Copy this finding to the others' }).click()
  await expect(page.getByText('Copied to 3 others.')).toBeVisible()
  await page.goto(`${workshop.url}/piece/stool-3/test`)
  await page
    .locator('.strip')
    .getByRole('button', { name: /left rung to left front leg/ })
    .click()
  await page.keyboard.press('5')
  await saved(page)
  // What was copied is sent piece by piece, and outlives leaving the page.
  await expect
    .poll(async () => (await workshop.pieces()).map(p => findingOf(p, joint).state))
    .toEqual(['gives', 'gives', 'gives', 'gives'])
  const members = await workshop.pieces()
  expect(members.map(p => findingOf(p, 'right-rung--right-front-leg').state)).toEqual([
    'not-tested',
    'not-tested',
    'apart',
    'not-tested',
  ])
  // An undo of what was told to all is told to all.
  await page.goto(`${workshop.url}/piece/stool/take-in`)
  await page.getByRole('link', { name: 'Compare them' }).click()
  await expect(page.locator('table')).toContainText('apart')
  await expect(page.getByRole('heading', { name: /Stools: 4 of 4 loose/ })).toBeVisible()
})

test('a photo with a place in it comes back upright and without it', async ({ page, workshop }) => {
  await workshop.withDemo()
  const withPlace = await sharp({ create: { width: 64, height: 32, channels: 3, background: '#884422' } })
    .withExif({
      IFD0: { Copyright: 'nobody', Orientation: '6' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 1/1 0/1', GPSLongitudeRef: 'E', GPSLongitude: '8/1 1/1 0/1' },
    })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer()
  expect(withPlace.includes('Exif')).toBe(true)
  await page.goto(`${workshop.url}/piece/schoolroom-chair/take-in`)
  await page.getByLabel('Add a picture').setInputFiles({ name: 'chair.jpg', mimeType: 'image/jpeg', buffer: withPlace })
  const shown = page.locator('.shot img')
  await expect(shown).toBeVisible()
  await saved(page)
  const [photo] = (await workshop.piece('schoolroom-chair')).piece.photos
  const kept = Buffer.from(await (await fetch(`${workshop.url}/api/photos/${photo!.id}`)).arrayBuffer())
  const { exif, width, height, orientation } = await sharp(kept).metadata()
  expect({ exif, width, height, orientation: orientation ?? 1 }).toEqual({
    exif: undefined,
    width: 32,
    height: 64,
    orientation: 1,
  })
  expect(kept.includes('GPS')).toBe(false)
  for (const [name, bytes, says] of [
    [
      'trap.svg',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
      /JPEG, PNG or WebP/,
    ],
    ['note.jpg', Buffer.from('no picture'), /JPEG, PNG or WebP/],
    ['empty.png', Buffer.alloc(0), /empty/],
  ] as const) {
    await page.getByLabel('Add a picture').setInputFiles({ name, mimeType: 'image/jpeg', buffer: bytes })
    await expect(page.locator('.photos').getByRole('alert')).toContainText(says)
  }
  expect((await workshop.piece('schoolroom-chair')).piece.photos).toHaveLength(1)
})

test('a server killed in mid-entry loses nothing it acknowledged, and what it did not is sent again', async ({
  page,
  workshop,
}) => {
  test.setTimeout(90_000)
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/schoolroom-chair/test`)
  await expect(page.locator('main h1')).toHaveText(/^J1 /)
  await expect(page.locator('[data-testid="webgl"] canvas')).toBeVisible()
  const acknowledged: number[] = []
  page.on('response', async (r) => {
    if (r.url().endsWith('/entries') && r.status() === 200) {
      acknowledged.push(((await r.json().catch(() => ({ version: 0 }))) as { version: number }).version)
    }
  })
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press(String(1 + i))
    await page.keyboard.press('n')
  }
  await workshop.stop('SIGKILL')
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press(String(1 + i))
    await page.keyboard.press('n')
  }
  await expect(page.getByTestId('save-state')).toContainText('offline')
  await workshop.start()
  const afterKill = await workshop.piece('schoolroom-chair')
  expect(afterKill.version).toBeGreaterThanOrEqual(Math.max(0, ...acknowledged))
  await expect(page.getByTestId('save-state')).toHaveText('saved', { timeout: 20_000 })
  const states = (await workshop.piece('schoolroom-chair')).piece
  expect(states.joints.slice(0, 8).map(j => findingOf(states, j.id).state)).toEqual([
    'solid',
    'ticks',
    'gives',
    'swings',
    'solid',
    'ticks',
    'gives',
    'swings',
  ])
})

test('the caliper’s reading goes into the field in focus, and readings make a mean', async ({
  page,
  browser,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/schoolroom-chair/take-in`)
  const leg = page.getByLabel('Leg thickness', { exact: true })
  await leg.focus()
  const caliper = await (await browser.newContext()).newPage()
  await caliper.goto(`${workshop.url}/caliper`)
  await caliper.getByRole('slider', { name: 'How far the jaws are open, mm' }).focus()
  // From 17.52, a tenth with each press.
  for (let i = 0; i < 201; i++) await caliper.keyboard.press('PageUp')
  await expect(caliper.getByText('37.62 mm')).toBeVisible()
  await caliper.getByRole('button', { name: /^Send/ }).click()
  await expect(page.locator('.length-field', { has: leg })).toContainText('from the caliper')
  await leg.fill('+37.8')
  await leg.press('Enter')
  await expect(page.locator('.length-field', { has: leg })).toContainText('mean of 2, 37.6 mm to 37.8 mm')
  await saved(page)
  expect((await workshop.piece('schoolroom-chair')).piece.shape.measures.legSize).toMatchObject({
    readings: [37.62, 37.8],
  })
  await caliper.context().close()
})

test('a part is added, bent, told missing and taken away by hand; what was done outlives a new measurement', async ({
  page,
  workshop,
}) => {
  expect(
    (
      await workshop.send('/api/pieces', {
        id: 'chair',
        title: 'Chair',
        family: 'framed-chair',
        takenInAt: '2026-03-05T09:00',
      })
    ).status,
  ).toBe(201)
  await page.goto(`${workshop.url}/piece/chair/take-in`)
  await page.getByRole('button', { name: '+ a part' }).click()
  const form = page.locator('.parts .sheet')
  await form.getByLabel('Name').fill('left brace')
  const between = [['From the', 'left front leg'], ['To the', 'left back post']] as const
  for (const [list, part] of between) {
    await form.getByRole('group', { name: list }).getByRole('combobox').click()
    await page.getByRole('option', { name: part, exact: true }).click()
  }
  await form.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('button', { name: 'left brace', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('radiogroup', { name: 'Is it there' }).getByRole('radio', { name: 'missing' }).click()
  await page.getByLabel('Depth', { exact: true }).first().fill('430')
  await page.getByLabel('Depth', { exact: true }).first().press('Enter')
  await saved(page)
  const { piece } = await workshop.piece('chair')
  expect(piece.parts.find(p => p.id === 'left-brace')).toMatchObject({ missing: true, label: 'left brace' })
  expect(piece.joints.filter(j => j.enters === 'left-brace')).toHaveLength(2)
  await page.getByRole('button', { name: 'Take it away' }).click()
  await expect(page.getByRole('button', { name: 'left brace, missing' })).toHaveCount(0)
})

test('a piece file is taken in, and a bad one is listed by place and reason with nothing stored', async ({
  page,
  workshop,
}) => {
  await page.goto(`${workshop.url}/start`)
  const file = (text: string, name = 'piece.json') => ({
    name,
    mimeType: 'application/json',
    buffer: Buffer.from(text),
  })
  const good = writePieceFile({ ...newPiece('stool'), id: 'imported-stool', title: 'Imported stool' })
  const field = page.getByLabel('Choose a piece file')
  await field.setInputFiles(
    file(
      good
        .replace('"Imported stool"', '"<script>alert(1)</script>"')
        .replace('"species": "Beech, European"', '"species": 4'),
    ),
  )
  await expect(page.locator('.file')).toContainText('nothing was stored')
  await expect(page.locator('.file table')).toContainText('piece.title')
  await expect(page.locator('.file table')).toContainText('must be plain words')
  await field.setInputFiles(file('['.repeat(300_000)))
  await expect(page.locator('.file')).toContainText('40 deep')
  expect(await workshop.pieces()).toEqual([])
  await field.setInputFiles(file(good))
  await expect(page.getByRole('heading', { name: /measurements draw it|Measured/ })).toBeVisible()
  expect((await workshop.pieces()).map(p => p.id)).toEqual(['imported-stool'])
})

test('fifty megabytes are refused at the door, announced or not', async ({ workshop }) => {
  const huge = 'x'.repeat(50_000_000)
  for (const path of ['/api/pieces/import', '/api/pieces/none/photos']) {
    const status = await fetch(workshop.url + path, {
      method: 'POST',
      body: huge,
      headers: { 'content-type': 'application/json' },
    }).then(
      r => r.status,
      () => 413,
    )
    expect(status).toBe(413)
  }
  const stream = new ReadableStream({
    start: (c) => {
      for (let i = 0; i < 50; i++) c.enqueue(new TextEncoder().encode('x'.repeat(1_000_000)))
      c.close()
    },
  })
  const unannounced = await fetch(`${workshop.url}/api/pieces/import`, {
    method: 'POST',
    body: stream,
    duplex: 'half',
    headers: { 'content-type': 'application/json' },
  } as RequestInit).then(
    r => r.status,
    () => 413,
  )
  expect(unannounced).toBe(413)
  expect((await fetch(`${workshop.url}/api/health`)).status).toBe(200)
  expect(await workshop.pieces()).toEqual([])
})

test('the bench is narrowed by stage, customer and due date', async ({ page, workshop }) => {
  test.setTimeout(90_000)
  await workshop.withDemo()
  await page.goto(workshop.url)
  await expect(page.locator('.row')).toHaveCount(12)
  const choose = async (list: string, option: string) => {
    await page.getByLabel(list, { exact: true }).click()
    await page.getByRole('option', { name: option, exact: true }).click()
  }
  await choose('Customer', 'The school')
  await expect(page.locator('.row')).toHaveCount(2)
  await page.getByRole('button', { name: 'show all' }).click()
  await choose('Due', 'due within two days')
  await expect(page.locator('.row')).toHaveCount(2)
  await page.getByRole('button', { name: 'show all' }).click()
  await expect(page.locator('.row')).toHaveCount(12)
  await expect(page.getByTestId('stale')).toHaveCount(0, { timeout: 60_000 })
  await choose('Stage', 'Test')
  await expect(page.locator('.row', { hasText: 'Schoolroom side chair' })).toHaveCount(1)
  await expect(page.locator('.row', { hasText: 'School stool' })).toHaveCount(0)
  await page.getByRole('button', { name: 'show all' }).click()
  await page.getByRole('searchbox', { name: 'Title or customer' }).fill('LADDER')
  await expect(page.locator('.row')).toHaveCount(4)
  await page.getByRole('searchbox', { name: 'Title or customer' }).fill('nobody has this')
  await expect(page.getByText('Nothing on the bench fits that.')).toBeVisible()
})

test('what is planned while the bench is being read is shown all the same', async ({ page, workshop }) => {
  test.setTimeout(90_000)
  await workshop.withDemo()
  // The list is read before anything is planned, and arrives after everything is.
  const planned = async () => {
    const { rows } = (await (await fetch(`${workshop.url}/api/bench?at=2026-03-05T09:00`)).json()) as BenchPage
    return rows.every(r => r.plan && !r.isStale)
  }
  let wasStale = false
  let arrived = () => {}
  const late = new Promise<void>((resolve) => {
    arrived = resolve
  })
  await page.route(
    '**/api/bench?**',
    async (route) => {
      const response = await route.fetch()
      wasStale = ((await response.json()) as BenchPage).rows.some(r => !r.plan)
      await expect.poll(planned, { timeout: 60_000 }).toBe(true)
      await route.fulfill({ response })
      arrived()
    },
    { times: 1 },
  )
  await page.goto(workshop.url)
  // The page asks once more where it hears of the server: the late answer is waited for, whichever came first.
  await late
  await expect(page.locator('.row')).toHaveCount(12, { timeout: 60_000 })
  expect(wasStale).toBe(true)
  await expect(page.getByTestId('stale')).toHaveCount(0)
})

test('half a sentence outlives a crash, and is in the record once the field is left', async ({ page, workshop }) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/schoolroom-chair/take-in`)
  const ask = page.getByLabel('Asked for')
  await ask.focus()
  await page.keyboard.press('Control+A')
  await page.keyboard.type('Only the left side, and')
  await page.reload()
  await expect(ask).toHaveValue('Only the left side, and')
  await expect(page.getByText('kept on this device, not yet in the record')).toBeVisible()
  await ask.focus()
  await page.keyboard.press('End')
  await page.keyboard.type(' by Friday')
  await page.keyboard.press('Tab')
  await saved(page)
  expect((await workshop.piece('schoolroom-chair')).piece.intake.ask).toBe('Only the left side, and by Friday')
})

test('the drawing follows the typing before a size is taken, and goes back when it is not', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/schoolroom-chair/take-in`)
  const crest = page.locator('.stand .tag', { hasText: 'J14' })
  await expect(crest).toBeVisible()
  const before = (await crest.boundingBox())!
  const back = page.getByLabel('Back height', { exact: true })
  await back.fill('1240')
  await expect
    .poll(
      async () =>
        Math.abs((await crest.boundingBox())!.y - before.y) + Math.abs((await crest.boundingBox())!.x - before.x),
    )
    .toBeGreaterThan(4)
  expect((await workshop.piece('schoolroom-chair')).version).toBe(0)
  await back.fill('862')
  await expect
    .poll(
      async () =>
        Math.abs((await crest.boundingBox())!.y - before.y) + Math.abs((await crest.boundingBox())!.x - before.x),
    )
    .toBeLessThan(2)
})

test('a part that is missing can be pointed at where it would be', async ({ page, workshop }) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/ferry-bench/take-in`)
  await expect(page.locator('[data-testid="webgl"] canvas')).toBeVisible()
  await expect(page.getByTestId('flat')).toHaveCount(0)
  const chip = page.getByRole('button', { name: 'long stretcher, missing' })
  await expect(chip).toHaveAttribute('aria-pressed', 'false')
  // It runs low across the bench, under all that is there.
  await expect(async () => {
    const box = (await page.locator('.stand .sheet').boundingBox())!
    for (
      let y = box.height * 0.75;
      y > box.height * 0.45 && (await chip.getAttribute('aria-pressed')) === 'false';
      y -= 9
    ) {
      await page.mouse.click(box.x + box.width * 0.5, box.y + y)
      await drawn(page)
    }
    expect(await chip.getAttribute('aria-pressed')).toBe('true')
  }).toPass({ timeout: 30_000 })
})

test('a piece of before its family asked for so much is taken in and measured like any other', async ({
  page,
  workshop,
}) => {
  const piece = newPiece('upholstered-frame')
  const { splay: _splay, legRake: _legRake, ...measures } = piece.shape.measures
  const old = { ...piece, id: 'old-bench', shape: { ...piece.shape, measures } }
  expect((await workshop.send('/api/pieces/import', writePieceFile(old))).status).toBe(201)
  await page.goto(`${workshop.url}/piece/old-bench/take-in`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('measurements draw it')
  await page.getByRole('button', { name: 'Other sizes, assumed until measured' }).click()
  const splay = page.getByLabel('Splay of the legs', { exact: true })
  await expect(splay).toHaveValue('0')
  await splay.fill('4')
  await splay.press('Enter')
  await saved(page)
  expect((await workshop.piece('old-bench')).piece.shape.measures.splay).toEqual({ value: 4, basis: 'measured' })
})
