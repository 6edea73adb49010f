import { describe, expect, it } from 'vitest'
import { isMeantForUs, nameIn, ownNames } from './host-names'

describe('whom a request is meant for', () => {
  const alone = ownNames({})
  it('on this machine alone: its own names with any port, and nobody else’s', () => {
    for (const host of ['127.0.0.1:4820', 'localhost', 'LOCALHOST:3000', '[::1]:4820']) {
      expect(isMeantForUs(host, alone), host).toBe(true)
    }
    for (const host of [
      'elsewhere.test',
      'localhost.elsewhere.test:4820',
      '127.0.0.1.elsewhere.test',
      '192.168.1.20',
      '',
      undefined,
      'localhost:99999999',
      'user@localhost',
      'localhost/',
    ]) { expect(isMeantForUs(host, alone), String(host)).toBe(false) }
  })
  it('open to the network: its addresses and its name as well, and what it was told', () => {
    const open = ownNames({ HOST: '0.0.0.0', ARREGLO_NAMES: 'Workshop.test, bench' })
    expect([...open]).toEqual(expect.arrayContaining(['localhost', 'workshop.test', 'bench']))
    expect(isMeantForUs('WORKSHOP.TEST:4820', open)).toBe(true)
    expect(isMeantForUs('elsewhere.test', open)).toBe(false)
  })
  it('a name is read without port and brackets', () => {
    expect([nameIn('a.b:80'), nameIn('[fe80::1]'), nameIn('a:b:c'), nameIn('a b')]).toEqual([
      'a.b',
      'fe80::1',
      null,
      null,
    ])
  })
})
