import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, saved, test, Workshop } from './harness'

const CHAIR = 'schoolroom-chair'
const J1 = 'left-side-rail--left-back-post'
const entry = (id: string, command: object) => ({
  id: `entry-${id.padStart(8, '0')}`,
  at: '2026-03-05T09:00:00Z',
  by: 'test',
  command,
})

/** A disk of so many MB that is really full when it is; null where this machine does not let one be made. */
function smallDisk(
  megabytes: number,
): { readonly folder: string, readonly readOnly: () => void, readonly gone: () => void } | null {
  const folder = mkdtempSync(join(tmpdir(), 'arreglo-disk-'))
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder]).status !== 0) return null
  return {
    folder,
    readOnly: () => {
      execFileSync('mount', ['-o', 'remount,ro', folder])
    },
    gone: () => {
      spawnSync('umount', ['-l', folder])
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
/** Everything in a folder's files, as it would be found by somebody who has the disk. */
const bytesOf = (folder: string): string =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map(f => join(folder, f))
    .filter(f => statSync(f).isFile())
    .map(f => readFileSync(f, 'latin1'))
    .join('\n')

test('a copy made on the Shop page is put back there: what came after is gone everywhere, and kept beside it', async ({
  page,
  browser,
  workshop,
}) => {
  await workshop.withDemo()
  const tablet = await (await browser.newContext({ serviceWorkers: 'block' })).newPage()
  await page.goto(`${workshop.url}/shop`)
  await page.getByRole('button', { name: 'Make a copy now' }).click()
  await expect(page.getByText('A copy of 12 pieces and 0 pictures is there.')).toBeVisible()
  await tablet.goto(`${workshop.url}/piece/${CHAIR}/test`)
  await saved(tablet)
  await tablet.keyboard.press('3')
  await expect.poll(async () => (await workshop.piece(CHAIR)).version).toBe(1)
  await page.getByRole('button', { name: /^Put back the copy made by hand/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Put it back' }).click()
  // The page itself begins anew with the data; what it says is in the list then.
  await expect.poll(async () => (await workshop.piece(CHAIR)).version).toBe(0)
  await expect(page.getByText('replaced by a copy')).toBeVisible()
  // The tablet shows what is there now, and what is entered from then on lands.
  await expect(tablet.locator('.strip')).toContainText('0 tested')
  await saved(tablet)
  await tablet.keyboard.press('1')
  await expect.poll(async () => (await workshop.piece(CHAIR)).piece.findings).not.toEqual({})
  expect(workshop.files.some(f => f.startsWith('replaced-'))).toBe(true)
})

test('a file taken along is put back, another kind of file is refused, and nothing changes by it', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await workshop.send('/api/copies', {})
  const { copies } = (await (await fetch(`${workshop.url}/api/copies`)).json()) as {
    copies: { name: string, kind: string }[]
  }
  const file = Buffer.from(
    await (
      await fetch(
        `${workshop.url}/api/copies/file?name=${encodeURIComponent(copies.find(c => c.kind === 'by-hand')!.name)}`,
      )
    ).arrayBuffer(),
  )
  await fetch(`${workshop.url}/api/pieces/${CHAIR}`, { method: 'DELETE' })
  await page.goto(`${workshop.url}/shop`)
  const give = async (name: string, buffer: Buffer) => {
    const choosing = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Put a file back' }).click()
    await (await choosing).setFiles({ name, mimeType: 'application/octet-stream', buffer })
    await page.getByRole('dialog').getByRole('button', { name: 'Put it back' }).click()
  }
  await give('picture.db', Buffer.from('not a database, but long enough to be one'))
  await expect(page.getByText('The file is no copy of a workshop’s data.')).toBeVisible()
  expect((await workshop.piece(CHAIR)).piece).toBeUndefined()
  await give('workshop.db', file)
  await expect.poll(async () => (await workshop.piece(CHAIR)).version).toBe(0)
  for (const name of ['../../etc/passwd', 'arreglo.db', 'copies/../arreglo.db', '']) {
    expect((await fetch(`${workshop.url}/api/copies/file?name=${encodeURIComponent(name)}`)).status).toBe(404)
    expect(
      (await fetch(`${workshop.url}/api/copies/restore?name=${encodeURIComponent(name)}`, { method: 'POST' })).status,
    ).toBe(404)
  }
})

test('an erased customer is on the disk no more, and the copies that still hold them are named', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  const words = 'Threadneedle unrepeatable'
  await workshop.send(`/api/pieces/${CHAIR}/entries`, {
    seenVersion: 0,
    entries: [entry('1', { do: 'describe', intake: { customer: words, ask: `${words} wants it soon` } })],
  })
  await workshop.send('/api/copies', {})
  await workshop.send(`/api/pieces/${CHAIR}/entries`, {
    seenVersion: 1,
    entries: [entry('2', { do: 'keep-note', note: { id: 'note-1', at: '2026-03-05T09:00', text: `${words} rang` } })],
  })
  await page.goto(`${workshop.url}/shop`)
  await page.getByRole('button', { name: 'Customer to erase' }).click()
  await page.getByRole('option', { name: `${words}, one piece` }).click()
  await page.getByRole('button', { name: 'Erase', exact: true }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Erase for good' }).click()
  await expect(
    page.getByText(/One piece is erased\. Still in one copy in the data folder: copies\/by-hand-/),
  ).toBeVisible()
  const copy = readdirSync(join(workshop.folder, 'copies')).find(f => f.startsWith('by-hand-'))!
  expect(bytesOf(join(workshop.folder, 'copies'))).toContain(words)
  rmSync(join(workshop.folder, 'copies', copy))
  expect(bytesOf(workshop.folder)).not.toContain(words)
  expect((await fetch(`${workshop.url}/api/pieces/${CHAIR}`)).status).toBe(410)
})

test('a piece is erased on its Record page, and where it still is stands on the Bench', async ({ page, workshop }) => {
  await workshop.withDemo()
  await workshop.send('/api/copies', {})
  await page.goto(`${workshop.url}/piece/${CHAIR}/record`)
  await page.getByRole('button', { name: 'Erase this piece for good' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Erase for good' }).click()
  await expect(page.getByText(/Schoolroom side chair is erased/).first()).toBeVisible()
  await expect(page.getByText(/Still in .*by-hand-/).first()).toBeVisible()
  await expect(page.locator('.row')).toHaveCount(11)
})

test('on a disk that is full what is entered is kept on the device, said in words, and sent once there is room', async ({
  page,
}) => {
  const disk = smallDisk(6)
  test.skip(disk === null, 'This machine does not let a small disk be made.')
  const workshop = await Workshop.open({}, disk!.folder)
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/${CHAIR}/test`)
  await saved(page)
  // The rest of the disk is taken, down to the last byte it gives.
  const filler = join(disk!.folder, 'filler')
  for (const size of [1_000_000, 100_000, 10_000, 4096]) {
    try {
      for (;;) writeFileSync(filler, Buffer.alloc(size), { flag: 'a' })
    }
    catch {
      /* full */
    }
  }
  const refused = await workshop.send(`/api/pieces/${CHAIR}/photos`, 'x')
  expect(refused.status).toBeGreaterThanOrEqual(400)
  let last = 0
  for (let n = 0; n < 400 && last !== 507; n++) {
    const { version } = await workshop.piece(CHAIR)
    const sent = await workshop.send(`/api/pieces/${CHAIR}/entries`, {
      seenVersion: version,
      entries: [entry(String(n), { do: 'test-joint', joint: J1, state: n % 2 ? 'gives' : 'solid' })],
    })
    last = sent.status
    if (last === 507) expect(await sent.text()).toContain('disk is full')
  }
  expect(last).toBe(507)
  await page.keyboard.press('2')
  await expect(page.getByTestId('sync-notes')).toContainText('its disk is full')
  await expect(page.getByTestId('save-state')).toContainText('kept here: the server has no room')
  const before = (await workshop.piece(CHAIR)).version
  rmSync(filler)
  await expect(page.getByTestId('save-state')).toHaveText('saved', { timeout: 60_000 })
  expect((await workshop.piece(CHAIR)).version).toBeGreaterThan(before)
  await workshop.stop()
  disk!.gone()
})

test('a folder that may not be written to is said in one sentence at the start, and left as it was', async () => {
  const disk = smallDisk(8)
  test.skip(disk === null, 'This machine does not let a small disk be made.')
  const workshop = await Workshop.open({}, disk!.folder)
  await workshop.withDemo()
  await workshop.stop()
  const before = bytesOf(disk!.folder).length
  disk!.readOnly()
  const said = spawnSync(process.execPath, [join(import.meta.dirname, '../../.output/server/index.mjs')], {
    env: { ...process.env, ARREGLO_DATA: disk!.folder, NITRO_PORT: '0' },
    encoding: 'utf8',
    timeout: 20_000,
  })
  expect(said.status).toBe(1)
  expect(said.stderr.trim()).toBe(
    `${disk!.folder} cannot be written to: nothing was changed. Give this user the right to, or name another folder in ARREGLO_DATA.`,
  )
  expect(bytesOf(disk!.folder)).toHaveLength(before)
  disk!.gone()
})
