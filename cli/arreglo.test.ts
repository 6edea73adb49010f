import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { main } from './arreglo'

const folder = mkdtempSync(join(tmpdir(), 'arreglo-cli-'))
afterAll(() => rmSync(folder, { recursive: true }))
const DEMO = new URL('../demo/vestry-chair.json', import.meta.url).pathname
const LADDER = new URL('../demo/harbour-ladder-back-3.json', import.meta.url).pathname
const TABLE = new URL('../demo/pursers-table.json', import.meta.url).pathname
const SHOP = new URL('../demo/shop.json', import.meta.url).pathname

function run(...args: string[]) {
  const [out, err] = [[] as string[], [] as string[]]
  const code = main(
    args,
    t => out.push(t),
    t => err.push(t),
    '2026-03-05T10:00',
  )
  return { code, out: out.join('\n'), err: err.join('\n') }
}

describe('the command line', () => {
  it('prints the whole plan as JSON', () => {
    const { code, out } = run('plan', DEMO, '--json', '--shop', SHOP)
    expect(code).toBe(0)
    expect(Object.keys(JSON.parse(out))).toEqual(
      expect.arrayContaining([
        'diagnoses',
        'mends',
        'glue',
        'takeApart',
        'stages',
        'returnMin',
        'stock',
        'gates',
        'stops',
        'troubles',
        'usableFrom',
      ]),
    )
  })
  it('prints it in words', () => {
    const { out } = run('plan', DEMO, '--shop', SHOP)
    expect(out).toContain('Chapel vestry chair')
    expect(out).toMatch(/Stage 1: .* off tomorrow/)
  })
  it('prints the catalogue, and every mend of a piece with its sizes, chosen, fitting or refused', () => {
    expect(JSON.parse(run('mends', '--json').out).map((m: { id: string }) => m.id)).toEqual(
      expect.arrayContaining(['re-glue', 'sleeve', 'loose-tenon', 'renew-thread']),
    )
    expect(run('mends').out).toMatch(/kerf-and-wedge: .*\n {2}serves {3}joint-loose/)
    const found = JSON.parse(run('mends', DEMO, '--json').out) as {
      id: string
      mends: { fits: boolean, sizes: object[] }[]
    }[]
    expect(found.length).toBeGreaterThan(0)
    expect(found.every(t => Array.isArray(t.mends))).toBe(true)
    expect(run('mends', DEMO).out).toMatch(/ {2}> /)
    expect(run('plan').code).toBe(2)
  })
  it('lists what is cut, rough and finished, from the store where it lies there, with what it comes to; the same as a table', () => {
    const words = run('list', LADDER, '--shop', SHOP).out
    expect(words).toMatch(/sawn [\d.]+ × [\d.]+/)
    expect(words).toMatch(/hands: [\d.]+ h, EUR \d+\.\d\d/)
    expect(run('list', LADDER).out).not.toContain('EUR')
    const table = run('list', LADDER, '--csv').out.split('\r\n')
    expect(table[0]).toContain('rough length, mm')
    expect(table.length).toBeGreaterThan(1)
  })
  it('tells a shim to the hundredth, several things as several, and a joint by its tag', () => {
    const words = run('list', TABLE).out
    expect(words).toMatch(/2 shims 0\.15 × /)
    expect(words).not.toContain('joint:')
    expect(run('plan', TABLE).out).not.toMatch(/\b(joint|fault|hold|part):\S/)
  })
  it('takes a shop file that says less than a shop has: the rest is as usual; a wrong figure in it is named', () => {
    const [short, wrong] = [join(folder, 'short.json'), join(folder, 'wrong.json')]
    writeFileSync(short, JSON.stringify({ name: 'Shed', hands: 2 }))
    writeFileSync(wrong, JSON.stringify({ bitsMm: [0] }))
    expect(run('plan', DEMO, '--shop', short).code).toBe(0)
    expect(run('plan', DEMO, '--shop', wrong).err).toMatch(/bitsMm\.0: must be 1 mm or more/)
  })
  it('refuses a file with three errors: three paths, no stack trace, exit code 1', () => {
    const json = JSON.parse(readFileSync(DEMO, 'utf8'))
    json.piece.joints[3].withdraw = [2, 0, 0]
    json.piece.findings['front-rail--left-front-leg'].state = 'wobbly'
    delete json.piece.title
    const file = join(folder, 'bad.json')
    writeFileSync(file, JSON.stringify(json))
    const { code, err } = run('plan', file)
    expect(code).toBe(1)
    for (const path of ['piece.title', 'piece.joints.3.withdraw', 'piece.findings.front-rail--left-front-leg.state']) {
      expect(err).toContain(path)
    }
    expect(err).toContain('3 things are wrong')
    expect(err).not.toMatch(/at .*\.ts:\d+/)
  })
  it.each([
    [['plan', '/no/such/file.json'], 1],
    [['plan'], 2],
    [['dance', DEMO], 2],
    [['plan', DEMO, '--start', 'noon'], 2],
    [['check', DEMO], 0],
  ] as const)('%j ends with %i', (args, code) => {
    expect(run(...args).code).toBe(code)
  })
})
