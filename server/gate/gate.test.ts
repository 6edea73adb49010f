import { createHash } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { orThrow } from '#core/measure/result'
import { useCertificate, warnings } from './at-start'
import { Attempts } from './attempts'
import { networkAddresses } from './network'
import { isPassphrase, newPassphrase } from './passphrase'
import { contentPolicy, scriptHashes } from './policy'

describe('a passphrase', () => {
  it('is known again by its words, however the keyboard makes its letters, and no other is', async () => {
    const kept = orThrow(await newPassphrase('Hafenstraße caf\u00e9 elm rung'))
    expect(await isPassphrase('Hafenstraße cafe\u0301 elm rung ', kept)).toBe(true)
    for (const other of ['hafenstraße café elm rung', 'Hafenstraße café elm rungs', '', 'x'.repeat(500)]) {
      expect(await isPassphrase(other, kept)).toBe(false)
    }
  })
  it('is kept so that nobody reads it back, another way each time', async () => {
    const [one, two] = [
      orThrow(await newPassphrase('four words of salt')),
      orThrow(await newPassphrase('four words of salt')),
    ]
    expect(one.hash).not.toBe(two.hash)
    expect(JSON.stringify(one)).not.toContain('salt of')
    expect(JSON.stringify(one)).not.toContain(Buffer.from('four words of salt').toString('base64'))
  })
  it('is ten letters at least, blanks around it not counted, and 200 at most', async () => {
    expect(await newPassphrase('   nine let   ')).toMatchObject({
      ok: false,
      issues: [{ path: 'passphrase', message: expect.stringContaining('10 letters') }],
    })
    expect((await newPassphrase('ten letter')).ok).toBe(true)
    expect((await newPassphrase('x'.repeat(201))).ok).toBe(false)
  })
})

describe('who guesses', () => {
  const MINUTE = 60_000
  /** Tries as fast as it is let, for so long; how many tries that is. */
  function guesses(addresses: readonly string[], forMs: number): number {
    const attempts = new Attempts()
    let [now, tries] = [0, 0]
    while (now < forMs) {
      const free = addresses.find(a => attempts.waitMs(a, now) === 0)
      if (free) {
        attempts.begin(free, now)
        tries++
      }
      else { now += Math.max(1, Math.min(...addresses.map(a => attempts.waitMs(a, now)))) }
    }
    return tries
  }
  it('worked example: four at once, then after 5, 10, 20, 40 … s, 15 min at most: in an hour 13 until 21 min 15 s, then one each 15 min', () => {
    // The waits after the 5th to 12th try: 5 10 20 40 80 160 320 640 s, which is 1275 s for eight; then 900 s each:
    // 2325 s left are two and a bit.
    expect(guesses(['one'], 60 * MINUTE)).toBe(4 + 1 + 8 + 2)
  })
  it('gets no more from many addresses than thirty a minute', () => {
    const many = Array.from({ length: 2000 }, (_, i) => `10.0.${i >> 8}.${i & 255}`)
    expect(guesses(many, 10 * MINUTE)).toBeLessThanOrEqual(30 * 11)
  })
  it('who says it right is as new, and others are not held up by one who guesses', () => {
    const attempts = new Attempts()
    for (let i = 0; i < 6; i++) attempts.begin('guesser', i)
    expect(attempts.waitMs('guesser', 10)).toBeGreaterThan(5000)
    expect(attempts.waitMs('tablet', 10)).toBe(0)
    attempts.right('guesser')
    expect(attempts.waitMs('guesser', 10)).toBe(0)
  })
})

describe('what a page may do', () => {
  const html
    = '<head><script src="/a.js"></script><script id="x" type="application/json">{"a":1}</script><script>one()</script><script type="importmap">{"imports":{}}</script></head><script>one()</script>'
  it('its own inline scripts by what they say, data and files not, each once', () => {
    const named = (text: string) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`
    expect(scriptHashes(html)).toEqual([named('one()'), named('{"imports":{}}')])
  })
  it('allows no script that stands in a page otherwise, and nobody’s frame', () => {
    const policy = contentPolicy(scriptHashes(html))
    expect(/script-src [^;]*/.exec(policy)![0]).not.toMatch(/unsafe|\*|data:/)
    expect(policy).toContain('frame-ancestors \'none\'')
  })
})

describe('where it listens', () => {
  const interfaces = {
    lo: [{ address: '127.0.0.1', family: 'IPv4', internal: true }],
    eth: [
      { address: 'fe80::1', family: 'IPv6', internal: false },
      { address: '192.0.2.7', family: 'IPv4', internal: false },
    ],
  } as unknown as Parameters<typeof networkAddresses>[1]
  const at = (env: Record<string, string>) => networkAddresses(env, interfaces, 'Workbench')

  it('on its own machine there is nothing to open elsewhere; on the network every address, the names it was told first', () => {
    expect(at({})).toEqual([])
    expect(at({ NITRO_HOST: 'localhost' })).toEqual([])
    expect(at({ HOST: '0.0.0.0', PORT: '4820' })).toEqual(['http://192.0.2.7:4820', 'http://workbench.local:4820'])
    expect(at({ NITRO_HOST: '192.0.2.7', NITRO_PORT: '80' })).toEqual(['http://192.0.2.7:80'])
    expect(at({ HOST: '0.0.0.0', ARREGLO_NAMES: 'bench.test', NITRO_SSL_CERT: 'x', NITRO_SSL_KEY: 'y' })[0]).toBe(
      'https://bench.test:3000',
    )
  })
  it('says what is missing: a passphrase, a certificate, both, or nothing', () => {
    expect(warnings(true, true)).toEqual([])
    expect(warnings(false, true).join()).toMatch(/^Plain http/)
    expect(warnings(true, false).join()).toMatch(/^No passphrase/)
    expect(warnings(false, false)).toHaveLength(2)
  })
  it('a certificate without its key, a file that is none or is not there: one sentence that names it', () => {
    const folder = mkdtempSync(join(tmpdir(), 'arreglo-cert-'))
    const [cert, text] = [join(folder, 'cert.pem'), join(folder, 'text.pem')]
    writeFileSync(cert, '-----BEGIN CERTIFICATE-----\n')
    writeFileSync(text, 'no certificate')
    expect(() => useCertificate({ ARREGLO_CERT: cert })).toThrow(/name both, or neither/)
    expect(() => useCertificate({ ARREGLO_CERT: text, ARREGLO_KEY: text })).toThrow(
      `ARREGLO_CERT names ${text}, which holds no certificate`,
    )
    expect(() => useCertificate({ ARREGLO_CERT: cert, ARREGLO_KEY: join(folder, 'none') })).toThrow(
      /ARREGLO_KEY names .* cannot be read/,
    )
  })
})
