import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer, request, type RequestOptions } from 'node:http'
import { request as secureRequest } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, expect, type Page } from '@playwright/test'
import { BROWSER_ARGS, Workshop } from './harness'

/** The workshop's network, as far as one machine has one: a name that is not trusted, on loopback. */
const NAME = 'workshop.test'
const PASSPHRASE = 'four words of salt'
const CHAIR = 'schoolroom-chair'

const test = base.extend<{ workshop: Workshop, outside: string }>({
  // eslint-disable-next-line no-empty-pattern
  workshop: async ({}, use) => {
    const workshop = await Workshop.open()
    await workshop.withDemo()
    await use(workshop)
    await workshop.close()
  },
  outside: async ({ workshop }, use) => {
    await use(`http://${NAME}:${new URL(workshop.url).port}`)
  },
})
test.use({
  launchOptions: {
    executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
    args: [...BROWSER_ARGS, `--host-resolver-rules=MAP ${NAME} 127.0.0.1, MAP elsewhere.test 127.0.0.1`],
  },
})

interface Answered {
  readonly status: number
  readonly headers: Record<string, string | string[] | undefined>
  readonly text: string
}
/** A request from the network, as somebody's own program sends it. */
function ask(
  workshop: Workshop,
  options: RequestOptions,
  body?: string,
  send: typeof request = request,
): Promise<Answered> {
  const { port } = new URL(workshop.url)
  return new Promise((resolve, reject) => {
    const sent = send(
      { host: '127.0.0.1', port, ...options, headers: { host: `${NAME}:${port}`, ...options.headers } },
      (answer) => {
        const chunks: Buffer[] = []
        answer.on('data', (c: Buffer) => chunks.push(c))
        answer.on('end', () =>
          resolve({ status: answer.statusCode!, headers: answer.headers, text: Buffer.concat(chunks).toString() }),
        )
      },
    )
    sent.on('error', reject)
    sent.end(body)
  })
}
const say = (workshop: Workshop, passphrase: string) =>
  ask(
    workshop,
    { method: 'POST', path: '/api/door', headers: { 'content-type': 'application/json' } },
    JSON.stringify({ passphrase }),
  )
const setPassphrase = async (workshop: Workshop) => {
  expect((await workshop.send('/api/door/passphrase', { passphrase: PASSPHRASE })).status).toBe(204)
}
async function enter(page: Page, outside: string): Promise<void> {
  await page.goto(outside)
  await page.getByLabel('Passphrase').fill(PASSPHRASE)
  await page.getByRole('button', { name: 'Enter' }).click()
  await expect(page.getByRole('heading', { name: /pieces on the bench/ })).toBeVisible()
}
const EVERYTHING = [
  ['GET', '/api/bench?at=2026-03-05T09:00'],
  ['GET', '/api/bench/sums?at=2026-03-05T09:00'],
  ['GET', `/api/pieces/${CHAIR}`],
  ['GET', '/api/pieces/nobody'],
  ['GET', `/api/pieces/${CHAIR}/picture`],
  ['GET', `/api/pieces/${CHAIR}/file`],
  ['GET', `/api/pieces/${CHAIR}/drawing`],
  ['GET', '/api/sets/harbour-ladder-back-1'],
  ['GET', '/api/photos/any'],
  ['GET', '/api/shop'],
  ['GET', '/api/events'],
  ['GET', '/api/health'],
  ['GET', '/api/network'],
  ['GET', '/api/network/qr.svg'],
  ['GET', '/api/copies'],
  ['GET', '/api/copies/file?name=arreglo.db'],
  ['GET', '/api/customers'],
  ['GET', '/api/none'],
  ['POST', '/api/pieces'],
  ['POST', '/api/pieces/import'],
  ['POST', `/api/pieces/${CHAIR}/entries`],
  ['POST', '/api/shop'],
  ['POST', '/api/readings'],
  ['POST', '/api/copies'],
  ['POST', '/api/copies/restore'],
  ['POST', '/api/customers/erase'],
  ['POST', '/api/door/passphrase'],
  ['DELETE', `/api/pieces/${CHAIR}`],
] as const

test('a stranger on the network sees the page that asks, and nothing whether it is there or not; with no passphrase set nobody is let in', async ({
  workshop,
}) => {
  for (const set of [false, true]) {
    if (set) await setPassphrase(workshop)
    for (const [method, path] of EVERYTHING) {
      const answer = await ask(workshop, { method, path })
      expect([method, path, answer.status]).toEqual([method, path, 401])
      expect(answer.text).not.toMatch(/side chair|The harbour office|Purser|Demo/)
    }
    expect(JSON.parse((await ask(workshop, { path: '/api/door' })).text)).toEqual({
      isOpen: false,
      hasPassphrase: set,
      isSecure: false,
    })
  }
  const pages = await Promise.all(
    ['/', `/piece/${CHAIR}/test`, '/piece/nobody/test'].map(path => ask(workshop, { path })),
  )
  expect(new Set(pages.map(p => p.text)).size).toBe(1)
  expect((await workshop.piece(CHAIR)).version).toBe(0)
})

test('who says it is let in until it is changed; a cookie that is guessed, cut short or of before opens nothing', async ({
  workshop,
}) => {
  expect((await say(workshop, 'anything at all')).text).toContain('No passphrase is set yet')
  await setPassphrase(workshop)
  expect((await say(workshop, 'four words of pepper')).status).toBe(401)
  const right = await say(workshop, PASSPHRASE)
  expect(right.status).toBe(204)
  const [set] = right.headers['set-cookie'] as string[]
  expect(set).toMatch(/HttpOnly/i)
  expect(set).toMatch(/SameSite=Strict/i)
  const cookie = set!.split(';')[0]!
  const shop = (own: string) => ask(workshop, { path: '/api/shop', headers: { cookie: own } }).then(a => a.status)
  expect(await shop(cookie)).toBe(200)
  for (const other of [
    cookie.slice(0, -1),
    `${cookie}A`,
    'arreglo-session=',
    'arreglo-session=x',
    cookie.replace('arreglo', 'Arreglo'),
  ]) { expect([other, await shop(other)]).toEqual([other, 401]) }
  await setPassphrase(workshop)
  expect(await shop(cookie)).toBe(401)
})

test('who guesses has to wait, the right one as well, and the machine itself goes on', async ({ workshop }) => {
  await setPassphrase(workshop)
  for (let i = 0; i < 5; i++) expect((await say(workshop, `guess number ${i}`)).status).toBe(401)
  const sixth = await say(workshop, PASSPHRASE)
  expect(sixth.status).toBe(429)
  expect(Number(sixth.headers['retry-after'])).toBeGreaterThan(0)
  expect((await workshop.send('/api/readings', { valueMm: 3 })).status).toBe(200)
})

test('a tablet over plain http, which the browser does not trust, says the passphrase and enters findings', async ({
  page,
  workshop,
  outside,
}) => {
  await setPassphrase(workshop)
  const complaints: string[] = []
  page.on('console', (m) => {
    if (m.type() === 'error' && !m.text().includes('401')) complaints.push(m.text())
  })
  await page.goto(`${outside}/piece/${CHAIR}/test`)
  expect(await page.evaluate(() => isSecureContext)).toBe(false)
  await expect(page.getByText('plain http')).toBeVisible()
  await page.getByLabel('Passphrase').fill('not this one')
  await page.getByRole('button', { name: 'Enter' }).click()
  await expect(page.getByText('That is not the passphrase.')).toBeVisible()
  await expect(page.getByLabel('Passphrase')).toHaveValue('not this one')
  await page.getByLabel('Passphrase').fill(PASSPHRASE)
  await page.getByRole('button', { name: 'Enter' }).click()
  // Back where it was on its way to.
  await expect(page.getByTestId('save-state')).toHaveText('saved')
  await page.keyboard.press('3')
  await expect.poll(async () => (await workshop.piece(CHAIR)).version).toBe(1)
  await expect(page.getByTestId('save-state')).toHaveText('saved')
  await page.goto(`${outside}/start`)
  await page.getByLabel(/name/i).first().fill('Porch stool')
  await page.getByRole('button', { name: /Stool/ }).first().click()
  await expect(page).toHaveURL(/porch-stool.*take-in/)
  expect(complaints).toEqual([])
})

test('a device that is turned away in the middle of its work keeps what is entered and sends it once it is let in', async ({
  page,
  workshop,
  outside,
}) => {
  await setPassphrase(workshop)
  await enter(page, outside)
  await page.goto(`${outside}/piece/${CHAIR}/test`)
  await expect(page.getByTestId('save-state')).toHaveText('saved')
  await setPassphrase(workshop)
  await page.keyboard.press('3')
  await expect(page.getByRole('heading', { name: 'The workshop’s passphrase' })).toBeVisible()
  await page.getByLabel('Passphrase').fill(PASSPHRASE)
  await page.getByRole('button', { name: 'Enter' }).click()
  await expect.poll(async () => (await workshop.piece(CHAIR)).version).toBe(1)
  await expect(page).toHaveURL(/test$/)
})

test('a foreign page cannot have it in a frame, nor read or write anything with its visitor’s session', async ({
  page,
  workshop,
  outside,
}) => {
  await setPassphrase(workshop)
  await enter(page, outside)
  const foreign = createServer((_, answer) =>
    answer
      .setHeader('content-type', 'text/html')
      .end(`<h1>Elsewhere</h1><iframe src="${outside}/" title="framed"></iframe>`),
  )
  await new Promise<void>((resolve) => {
    foreign.listen(0, '127.0.0.1', resolve)
  })
  const { port } = foreign.address() as { port: number }
  await page.goto(`http://elsewhere.test:${port}/`)
  await page.waitForTimeout(1000)
  const framed = page.frames().find(f => f !== page.mainFrame())!
  expect(await framed.content()).not.toMatch(/Arreglo|on the bench/)
  const tried = await page.evaluate(
    async ({ url, chair }) => {
      const read = await fetch(`${url}/api/shop`, { credentials: 'include' }).then(
        a => a.text(),
        e => String(e),
      )
      const blind = await fetch(`${url}/api/pieces/${chair}`, {
        method: 'DELETE',
        credentials: 'include',
        mode: 'cors',
      }).then(
        a => a.status,
        e => String(e),
      )
      await fetch(`${url}/api/pieces/${chair}/entries`, {
        method: 'POST',
        credentials: 'include',
        mode: 'no-cors',
        body: '{}',
      }).catch(() => undefined)
      return { read, blind }
    },
    { url: outside, chair: CHAIR },
  )
  expect(tried.read).toContain('TypeError')
  expect(tried.blind).toContain('TypeError')
  expect((await workshop.piece(CHAIR)).version).toBe(0)
  await new Promise(resolve => foreign.close(resolve))
})

test('pages run under a policy without inline scripts, and a script put into one does not run', async ({
  page,
  workshop,
}) => {
  const answer = await page.goto(workshop.url)
  const policy = (await answer!.allHeaders())['content-security-policy']!
  expect(/script-src [^;]*/.exec(policy)![0]).not.toMatch(/unsafe-inline|unsafe-eval/)
  await expect(page.getByRole('heading', { name: /pieces on the bench/ })).toBeVisible()
  await page.evaluate(() => {
    const script = document.createElement('script')
    script.textContent = 'window.stolen = true'
    document.body.append(script)
  })
  expect(await page.evaluate(() => 'stolen' in window)).toBe(false)
  const headers = (await ask(workshop, { path: '/' })).headers
  expect([headers['x-frame-options'], headers['x-content-type-options'], headers['referrer-policy']]).toEqual([
    'DENY',
    'nosniff',
    'no-referrer',
  ])
})

test('with a certificate it speaks https: the session is for it alone, and nobody is warned', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'arreglo-cert-'))
  const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')]
  try {
    execFileSync(
      'openssl',
      [
        'req',
        '-x509',
        '-newkey',
        'rsa:2048',
        '-nodes',
        '-days',
        '2',
        '-subj',
        `/CN=${NAME}`,
        '-keyout',
        key,
        '-out',
        cert,
      ],
      { stdio: 'ignore' },
    )
  }
  catch {
    test.skip(true, 'There is no openssl here to make a certificate with.')
  }
  const workshop = await Workshop.open({ ARREGLO_CERT: cert, ARREGLO_KEY: key })
  const ca = readFileSync(cert)
  const secure = (options: RequestOptions, body?: string) =>
    ask(workshop, { ...options, ca, servername: NAME } as RequestOptions, body, secureRequest as typeof request)
  const json = { 'content-type': 'application/json' }
  const near = { ...json, host: 'localhost' }
  expect(
    (
      await secure(
        { method: 'POST', path: '/api/door/passphrase', headers: near },
        JSON.stringify({ passphrase: PASSPHRASE }),
      )
    ).status,
  ).toBe(204)
  expect(JSON.parse((await secure({ path: '/api/door' })).text)).toEqual({
    isOpen: false,
    hasPassphrase: true,
    isSecure: true,
  })
  const let_in = await secure(
    { method: 'POST', path: '/api/door', headers: json },
    JSON.stringify({ passphrase: PASSPHRASE }),
  )
  expect((let_in.headers['set-cookie'] as string[])[0]).toMatch(/Secure/)
  await workshop.close()
  rmSync(folder, { recursive: true })
})
