import { describe, expect, it } from 'vitest'
import { httpTransport } from './transport-http'

const answering = (status: number, body: unknown) =>
  httpTransport(() => Promise.resolve(new Response(typeof body === 'string' ? body : JSON.stringify(body), { status })))
const entry = {
  id: 'entry-0001',
  at: '2026-03-05T09:00:00Z',
  by: 'bench',
  command: { do: 'choose-glue', glue: null },
} as const

describe('the way to the server', () => {
  it.each<[number, object | string, object]>([
    [200, { piece: {}, version: 3 }, { kind: 'taken', taken: { version: 3 } }],
    [409, { data: { version: 4 } }, { kind: 'clash', stored: { version: 4 } }],
    [
      422,
      { data: { version: 4, entry: 'entry-0001', issues: [{ message: 'no' }] } },
      { kind: 'refused', entry: 'entry-0001' },
    ],
    [
      400,
      { data: { issues: [{ path: 'entries.2.command.joint' }, { path: 'entries.2.at' }, { path: 'entries.0.id' }] } },
      { kind: 'unreadable', places: [2, 0] },
    ],
    [400, { data: { issues: [{ path: 'seenVersion' }] } }, { kind: 'unreadable', places: [] }],
    [410, {}, { kind: 'erased' }],
    ...[403, 404, 408, 413, 429].map(status => [status, {}, { kind: 'denied', status }] as [number, object, object]),
    [500, {}, { kind: 'offline' }],
    [503, 'busy', { kind: 'offline' }],
    [200, 'cut off {', { kind: 'offline' }],
  ])('names what %i means', async (status, body, expected) => {
    expect(await answering(status, body).send('a', 0, [entry])).toMatchObject(expected)
  })

  it('throws nothing where nobody answers', async () => {
    const nobody = httpTransport(() => Promise.reject(new TypeError('fetch failed')))
    expect([await nobody.read('a', false), await nobody.send('a', 0, [entry])]).toEqual([
      { kind: 'offline' },
      { kind: 'offline' },
    ])
  })

  it('tells a piece that is here from one that was erased and one unknown', async () => {
    expect(await answering(200, { version: 2 }).read('a', true)).toEqual({ kind: 'here', stored: { version: 2 } })
    expect(await answering(410, {}).read('a', false)).toEqual({ kind: 'erased' })
    expect(await answering(404, {}).read('a', false)).toEqual({ kind: 'denied', status: 404 })
  })
})
