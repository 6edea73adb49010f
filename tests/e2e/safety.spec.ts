import { request, type RequestOptions } from 'node:http'
import { readFileSync } from 'node:fs'
import Database from 'better-sqlite3'
import type { Command } from '../../core/piece/commands'
import { findingOf } from '../../core/piece/facts'
import { expect, saved, test } from './harness'

const CHAIR = 'schoolroom-chair'
const [J1, J2] = ['front-rail--left-front-leg', 'front-rail--right-front-leg']
const entry = (id: string, command: Command) => ({ id: `entry-${id}`, at: '2026-03-05T09:00:00Z', by: 'test', command })
const solid = (joint: string): Command => ({ do: 'test-joint', joint, state: 'solid' })

test.describe('the server', () => {
  test('answers 400 with the path of every bad field, and stores nothing', async ({ workshop }) => {
    await workshop.withDemo()
    const bad = await workshop.send(`/api/pieces/${CHAIR}/entries`, {
      seenVersion: -1,
      entries: [{ ...entry('1', solid(J1)), command: { do: 'test-joint', joint: J1, state: 'wobbly' } }],
    })
    expect(bad.status).toBe(400)
    const paths = ((await bad.json()) as { data: { issues: { path: string }[] } }).data.issues.map(i => i.path)
    expect(paths).toContain('seenVersion')
    expect(paths.some(p => p.startsWith('entries.0.command'))).toBe(true)
    expect((await workshop.piece(CHAIR)).version).toBe(0)
    const told = async (change: unknown) =>
      (
        (await (await workshop.send('/api/shop', { changes: [change] })).json()) as {
          data: { issues: { path: string }[] }
        }
      ).data.issues.map(i => i.path)
    expect(await told({ do: 'set', field: 'closesMin', value: 60 })).toEqual(['closesMin'])
    expect(await told({ do: 'set-climate', climate: { nowC: 200 } })).toEqual(['changes.0.climate.nowC'])
  })
  test('a clash of versions answers with the newer document and writes nothing; sending twice does nothing twice', async ({
    workshop,
  }) => {
    await workshop.withDemo()
    const give = (seenVersion: number, ...entries: unknown[]) =>
      workshop.send(`/api/pieces/${CHAIR}/entries`, { seenVersion, entries })
    expect((await give(0, entry('first000', solid(J1)))).status).toBe(200)
    const clash = await give(0, entry('second00', solid(J2)))
    expect(clash.status).toBe(409)
    const { data } = (await clash.json()) as { data: { version: number, piece: Parameters<typeof findingOf>[0] } }
    expect([data.version, findingOf(data.piece, J1).state, findingOf(data.piece, J2).state]).toEqual([
      1,
      'solid',
      'not-tested',
    ])
    expect((await give(0, entry('first000', solid(J1)))).status).toBe(200)
    expect((await workshop.piece(CHAIR)).log).toHaveLength(1)
    expect((await give(1, entry('third000', solid('no-such-joint')))).status).toBe(422)
  })
  test('refuses files that are no pieces with reasons, and writes from other pages', async ({ workshop }) => {
    for (const body of [
      '{',
      '{"format":"other"}',
      '{"format":"arreglo-piece","version":1,"piece":{"id":"<script>"}}',
    ]) {
      const answer = await workshop.send('/api/pieces/import', body)
      expect(answer.status).toBe(400)
      expect(((await answer.json()) as { data: { issues: { message: string }[] } }).data.issues[0]!.message).toMatch(
        /must be|not JSON|Not a piece/,
      )
    }
    const foreign = await fetch(`${workshop.url}/api/pieces`, {
      method: 'POST',
      headers: { origin: 'http://elsewhere.test' },
      body: '{}',
    })
    expect(foreign.status).toBe(403)
    expect(await workshop.pieces()).toEqual([])
  })
})

test('a database of the first version is brought up to date, with a copy kept of what it was', async ({
  page,
  workshop,
}) => {
  await workshop.stop()
  const old = readFileSync(new URL('../fixtures/files/version-1-vestry-chair.json', import.meta.url), 'utf8')
  const document = JSON.stringify((JSON.parse(old) as { piece: unknown }).piece)
  const entry = {
    id: 'old-entry-0001',
    at: '2026-03-05T09:30:00Z',
    by: 'bench',
    command: { do: 'test-joint', joint: 'front-rail--left-front-leg', state: 'ticks' },
  }
  const db = new Database(workshop.databaseFile)
  db.exec(
    'drop table summary; drop table outlook; drop table session; drop table photo; drop table snapshot; drop table erased; alter table piece drop column baseVersion; delete from kysely_migration where name > \'0001-pieces\'',
  )
  db.prepare('insert into piece (id, base, document, version, takenInAt, changedAt) values (?, ?, ?, 0, ?, ?)').run(
    'vestry-chair',
    document,
    document,
    '2026-03-05T08:40',
    '2026-03-05T08:40',
  )
  db.close()
  await workshop.start()
  expect(workshop.files).toContain('before-0002-photos-and-faults.db')
  const { piece } = await workshop.piece('vestry-chair')
  expect(piece).toMatchObject({
    schemaVersion: 3,
    faults: [],
    set: null,
    shape: { species: 'Beech, European', edits: [] },
  })
  expect((await workshop.send('/api/pieces/vestry-chair/entries', { seenVersion: 0, entries: [entry] })).status).toBe(
    200,
  )
  await page.goto(`${workshop.url}/piece/vestry-chair/test`)
  await expect(page.locator('.strip')).toContainText('22 tested')
})

test('two browsers on one piece: what both do lands, and nothing is lost', async ({ page, browser, workshop }) => {
  await workshop.withDemo()
  const other = await (await browser.newContext()).newPage()
  const url = `${workshop.url}/piece/${CHAIR}/test`
  await Promise.all([page.goto(url), other.goto(url)])
  await page.locator('.strip').getByRole('button', { name: /^J1,/ }).click()
  await page.keyboard.press('1')
  await saved(page)
  await other.locator('.strip').getByRole('button', { name: /^J2,/ }).click()
  await other.keyboard.press('4')
  await saved(other)
  const { piece } = await workshop.piece(CHAIR)
  expect([findingOf(piece, J1).state, findingOf(piece, J2).state]).toEqual(['solid', 'swings'])
  await expect(other.locator('.strip').getByRole('button', { name: /^J1,.*solid/ })).toBeVisible()
})

test('with the server gone work goes on, outlives a reload, and is all there once it is back', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/${CHAIR}/test`)
  await expect(page.locator('.strip')).toBeVisible()
  await workshop.stop('SIGKILL')
  for (const key of ['1', 'Enter', '3', 'Enter', '1', 'Enter', '4', 'Enter', '1']) await page.keyboard.press(key)
  await expect(page.getByTestId('save-state')).toContainText('offline, 5 kept here')
  await workshop.start()
  await page.reload()
  await saved(page)
  const states = Object.values((await workshop.piece(CHAIR)).piece.findings).map(f => f.state)
  expect(states.sort()).toEqual(['gives', 'solid', 'solid', 'solid', 'swings'])
  expect((await workshop.piece(CHAIR)).log).toHaveLength(5)
})

test('undo and redo by key say what they did; keys never act while typing and can be switched off', async ({
  page,
  workshop,
}) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/${CHAIR}/test`)
  await expect(page.locator('.strip')).toBeVisible()
  await page.keyboard.press('3')
  await page.keyboard.press('u')
  await expect(page.getByText('Undone: wiggle test.').first()).toBeVisible()
  await expect(page.locator('.answer[aria-pressed="true"]')).toHaveCount(0)
  await page.keyboard.press('U')
  await expect(page.getByText('Done again: wiggle test.').first()).toBeVisible()
  await page.getByLabel('Cheeks, mouth').or(page.getByLabel('Around, mouth')).first().fill('1')
  await page.getByLabel('Cheeks, mouth').or(page.getByLabel('Around, mouth')).first().press('2')
  await expect(page.locator('.answer[aria-pressed="true"]')).toContainText('gives')
  await page.goto(`${workshop.url}/shop`)
  await page.getByRole('switch', { name: 'Single-letter keys' }).click()
  await page.goto(`${workshop.url}/piece/${CHAIR}/test`)
  await expect(page.locator('.answer[aria-pressed="true"]')).toContainText('gives')
  await page.keyboard.press('1')
  await expect(page.locator('.answer[aria-pressed="true"]')).toContainText('gives')
})

test('a bad entry keeps what was typed and says beside the field what would be right', async ({ page, workshop }) => {
  await workshop.withDemo()
  await page.goto(`${workshop.url}/piece/${CHAIR}/take-in`)
  const seat = page.getByLabel('Seat height', { exact: true })
  await seat.fill('seventeen')
  await seat.press('Enter')
  await expect(seat).toHaveValue('seventeen')
  await expect(page.locator('.length-field', { has: seat }).getByRole('alert')).toContainText('type a length such as')
  await seat.fill('17.5')
  await seat.press('Enter')
  await expect(page.locator('.length-field', { has: seat }).getByRole('alert')).toContainText('between 200 and 900 mm')
  await page.getByRole('group', { name: 'Units' }).getByRole('button', { name: 'in', exact: true }).click()
  await seat.fill('17.5')
  await seat.press('Enter')
  await expect(seat).toHaveValue('17 1/2 in')
})

/** A request as somebody’s own program sends it, with any Host it likes. */
function ask(
  port: number,
  options: RequestOptions,
  body?: string,
): Promise<{ status: number, type: string, text: string }> {
  return new Promise((resolve, reject) => {
    const sent = request({ host: '127.0.0.1', port, ...options }, (answer) => {
      const chunks: Buffer[] = []
      answer.on('data', (c: Buffer) => chunks.push(c))
      answer.on('end', () =>
        resolve({
          status: answer.statusCode!,
          type: answer.headers['content-type'] ?? '',
          text: Buffer.concat(chunks).toString(),
        }),
      )
    })
    sent.on('error', reject)
    sent.end(body)
  })
}

test.describe('somebody who means harm', () => {
  test('a foreign name that points here gets nothing, whatever it asks; an own name does', async ({ workshop }) => {
    await workshop.withDemo()
    const port = Number(new URL(workshop.url).port)
    for (const host of ['elsewhere.test', 'localhost.elsewhere.test', 'elsewhere.test:4820']) {
      for (const [method, path] of [
        ['GET', '/api/bench?at=2026-03-05T09:00'],
        ['GET', `/api/pieces/${CHAIR}`],
        ['GET', '/api/shop'],
        ['GET', '/api/events'],
        ['GET', `/api/pieces/${CHAIR}/file`],
        ['POST', `/api/pieces/${CHAIR}/entries`],
        ['DELETE', `/api/pieces/${CHAIR}`],
        ['OPTIONS', '/api/pieces'],
      ] as const) {
        const answer = await ask(port, { method, path, headers: { host } })
        expect([host, method, path, answer.status >= 400 && answer.status !== 404]).toEqual([host, method, path, true])
        expect(answer.text).not.toContain('Schoolroom')
      }
    }
    // Its own name is heard, and asked for the passphrase; this machine's own is not.
    expect((await ask(port, { path: '/api/shop', headers: { host: 'workshop.test' } })).status).toBe(401)
    expect((await ask(port, { path: '/api/shop', headers: { host: 'localhost' } })).status).toBe(200)
    expect((await workshop.piece(CHAIR)).version).toBe(0)
  })
  test('a write that a browser says comes from another site is refused, with an origin or without', async ({
    workshop,
  }) => {
    await workshop.withDemo()
    const body = JSON.stringify({ seenVersion: 0, entries: [entry('1', solid(J1))] })
    for (const headers of [
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
      { origin: 'null' },
      { origin: 'http://elsewhere.test' },
    ]) {
      const answer = await ask(
        Number(new URL(workshop.url).port),
        {
          method: 'POST',
          path: `/api/pieces/${CHAIR}/entries`,
          headers: { 'content-type': 'application/json', ...headers },
        },
        body,
      )
      expect([headers, answer.status]).toEqual([headers, 403])
    }
    expect((await workshop.piece(CHAIR)).version).toBe(0)
  })
  test('what nobody answers is said in JSON; a body too large is cut off while it comes, on every way in', async ({
    workshop,
  }) => {
    await workshop.withDemo()
    const port = Number(new URL(workshop.url).port)
    const nothing = await ask(port, { path: '/api/none' })
    expect([nothing.status, nothing.type.includes('json'), nothing.text.includes('/api/none')]).toEqual([
      404,
      true,
      true,
    ])
    const large = Buffer.alloc(20_000_000, 'x').toString()
    for (const path of [
      '/api/pieces',
      `/api/pieces/${CHAIR}/entries`,
      '/api/shop',
      '/api/readings',
      `/api/pieces/${CHAIR}/set`,
      '/api/pieces/import',
    ]) {
      // Without saying how large: it is seen while it comes. The connection may end before all of it is sent.
      const status = await ask(
        port,
        { method: 'POST', path, headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked' } },
        large,
      ).then(
        a => a.status,
        () => 413,
      )
      expect([path, status]).toEqual([path, 413])
    }
    expect((await workshop.send('/api/readings', { valueMm: 3 })).status).toBe(200)
  })
  test('two things under one id, and the names of a set that are taken, are refused with the reason', async ({
    workshop,
  }) => {
    await workshop.withDemo()
    const twice = await workshop.send(`/api/pieces/${CHAIR}/entries`, {
      seenVersion: 0,
      entries: [entry('same0000', solid(J1)), entry('same0000', solid(J2))],
    })
    expect(twice.status).toBe(422)
    expect(((await twice.json()) as { message: string }).message).toContain('under one id')
    expect(
      (
        await workshop.send('/api/pieces', {
          id: `${CHAIR}-2`,
          title: 'In the way',
          family: 'stool',
          takenInAt: '2026-03-05T09:00',
        })
      ).status,
    ).toBe(201)
    const set = await workshop.send(`/api/pieces/${CHAIR}/set`, { of: 4, entry: 'entry-set-0001', by: 'test' })
    expect(set.status).toBe(409)
    expect(((await set.json()) as { message: string }).message).toContain(`“${CHAIR}-2” is taken`)
  })
})
