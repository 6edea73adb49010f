import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { formatWallTime, parseWallTime } from '#core/measure/wall-time'
import { readPieceFile } from '#core/piece/file'
import type { Command } from '#core/piece/commands'
import type { Piece } from '#core/piece/schema'
import { planPiece } from '#core/plan'
import { USUAL_SHOP } from '#core/reference/usual-shop'
import { Shop } from '#core/reference/shop-settings'
import { PAGE_ROWS } from '#shared/bench'
import type { BenchAsked } from '#shared/bench-query'
import { newPiece } from '../../tests/fixtures/pieces'
import { closeDatabase, migrate, useDatabase } from '../db/database'
import { createPiece, erasePiece, giveEntries, makeSet, membersOf } from '../pieces/store'
import { readShop, tellShop } from '../pieces/shop-settings'
import { Background } from './background'
import { benchPage, benchSums, pictureOf } from './list'
import { keepOutlook, madeWith, nextToPlan } from './outlooks'
import { makeOutlook, type PlanRequest } from './planning'
import { hearWallClock, wallMinNow } from './wall-clock'

let folder = ''
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'arreglo-bench-'))
  process.env.ARREGLO_DATA = folder
  await migrate()
})
afterEach(async () => {
  await closeDatabase()
  rmSync(folder, { recursive: true, force: true })
})

const AT = '2026-03-05T10:00'
const QUIET_MS = 60
const SOON = '2026-03-05T09:40'
const stool = newPiece('stool')
const named = (id: string, more: Partial<Piece> = {}, intake: Partial<Piece['intake']> = {}): Piece => ({
  ...stool,
  id,
  title: `Stool ${id}`,
  ...more,
  intake: { ...stool.intake, ...intake },
})
let told = 0
const tell = async (id: string, seen: number, command: Command) =>
  giveEntries(id, seen, [
    { id: `entry-${String(++told).padStart(6, '0')}`, at: '2026-03-05T09:00:00Z', by: 'bench', command },
  ])
const page = (asked: Partial<BenchAsked> = {}, program = 'one') =>
  readShop().then(shop => benchPage({ at: AT, ...asked }, shop, madeWith(shop, program)))
const ids = async (asked: Partial<BenchAsked> = {}) => (await page(asked)).rows.map(r => r.id)

/** A queue that plans in this thread, and what it planned and told. */
function queue(program = 'one', at = AT) {
  const seen = { planned: [] as string[], told: [] as string[] }
  const plan = async (request: PlanRequest) => {
    const { id } = JSON.parse(request.document) as Piece
    seen.planned.push(id)
    if (id === 'broken') throw new Error('no plan for this one')
    return makeOutlook(request)
  }
  return {
    ...seen,
    background: new Background({
      program,
      plan,
      quietMs: QUIET_MS,
      nowMin: () => parseWallTime(at),
      tell: (id) => {
        seen.told.push(id)
      },
    }),
  }
}
async function planAll(at = AT) {
  const q = queue('one', at)
  q.background.wake()
  await q.background.rested()
  return q
}

describe('the list of pieces', () => {
  it('shows a piece at once, its plan once it was worked out, and again as stale when something was told of it', async () => {
    await createPiece(named('a', {}, { customer: 'Harbour Hall' }))
    expect((await page()).rows).toMatchObject([{ id: 'a', customer: 'Harbour Hall', isStale: true, plan: null }])
    await planAll()
    const [row] = (await page()).rows
    expect(row).toMatchObject({ isStale: false, version: 0, plan: { next: { step: 'test' }, tested: 0, pictureOf: 0 } })
    expect(JSON.parse((await pictureOf('a'))!).faces.length).toBeGreaterThan(5)
    await tell('a', 0, { do: 'test-joint', joint: stool.joints[0]!.id, state: 'gives' })
    expect((await page()).rows[0]).toMatchObject({ isStale: true, version: 1, plan: { tested: 0 } })
    await planAll()
    expect((await page()).rows[0]).toMatchObject({ isStale: false, plan: { tested: 1, loose: 1, pictureOf: 1 } })
  })

  it('is stale by another shop, another program and the clock, and not by a name on the shop’s door', async () => {
    await createPiece(named('a'))
    await planAll()
    await tellShop([{ do: 'set', field: 'name', value: 'Another name' }])
    expect((await page()).rows[0]!.isStale).toBe(false)
    expect((await page({}, 'two')).rows[0]!.isStale).toBe(true)
    await tellShop([{ do: 'set-climate', climate: { nowC: USUAL_SHOP.climate.nowC - 6 } }])
    expect((await page()).rows[0]!.isStale).toBe(true)
  })

  it('runs out by the clock: what is in clamps until a moment is planned anew once it is there', async () => {
    const shop = await readShop()
    await createPiece(named('a'))
    const piece = await nextToPlan([], new Set(), madeWith(shop, 'one'), parseWallTime(AT))
    const made = makeOutlook({ document: piece!.document, shop, startAt: AT })
    await keepOutlook(piece!, madeWith(shop, 'one'), {
      ...made,
      outlook: { ...made.outlook, goodUntilMin: parseWallTime('2026-03-05T12:00') },
    })
    expect((await page({ at: '2026-03-05T11:59' })).rows[0]!.isStale).toBe(false)
    expect((await page({ at: '2026-03-05T12:00' })).rows[0]!.isStale).toBe(true)
  })

  it('pages through every piece once, in the order they came in, whatever they are called', async () => {
    const all = Array.from({ length: 2 * PAGE_ROWS + 7 }, (_, n) =>
      named(`p${(n * 37) % 101}-${n}`, { takenInAt: formatWallTime(parseWallTime(AT) + ((n * 13) % 9)) }),
    )
    for (const piece of all) await createPiece(piece)
    const seen: string[] = []
    let after: string | null | undefined
    do {
      const got = await page(after ? { after } : {})
      expect(got.total).toBe(all.length)
      expect(got.rows.length).toBeLessThanOrEqual(PAGE_ROWS)
      seen.push(...got.rows.map(r => r.id))
      after = got.next
    } while (after)
    const sorted = all.toSorted((a, b) =>
      a.takenInAt === b.takenInAt ? (a.id < b.id ? -1 : 1) : a.takenInAt < b.takenInAt ? -1 : 1,
    )
    expect(seen).toEqual(sorted.map(p => p.id))
  })

  it('finds by any part of title, customer and id; what stands for anything elsewhere stands for itself', async () => {
    await createPiece(named('a', { title: 'Elm stool, 100% worn' }, { customer: 'The Ferry_Office' }))
    await createPiece(named('b', { title: 'Beech stool' }, { customer: 'The ferry office' }))
    expect(await ids({ find: 'ELM' })).toEqual(['a'])
    expect(await ids({ find: '0%' })).toEqual(['a'])
    expect(await ids({ find: 'y_o' })).toEqual(['a'])
    expect(await ids({ find: 'ferry' })).toEqual(['a', 'b'])
    expect(await ids({ find: 'oak' })).toEqual([])
  })

  it('asks by date: overdue, within two days and a week to their last minute, and without one', async () => {
    const due = {
      yesterday: '2026-03-04T16:00',
      now: '2026-03-05T09:59',
      saturday: '2026-03-07T23:59',
      sunday: '2026-03-08T00:00',
      thursday: '2026-03-12T23:59',
      later: '2026-03-13T00:00',
      never: null,
    }
    for (const [id, at] of Object.entries(due)) await createPiece(named(id, {}, { due: at }))
    expect((await ids({ due: 'overdue' })).sort()).toEqual(['now', 'yesterday'])
    expect((await ids({ due: 'two-days' })).sort()).toEqual(['now', 'saturday', 'yesterday'])
    expect((await ids({ due: 'week' })).sort()).toEqual(['now', 'saturday', 'sunday', 'thursday', 'yesterday'])
    expect(await ids({ due: 'none' })).toEqual(['never'])
  })

  it('leaves out what went home, unless that is asked for, and tells just those that are named', async () => {
    await createPiece(named('a'))
    await createPiece(named('b'))
    await tell('b', 0, {
      do: 'log-event',
      event: { id: 'home', kind: 'returned', at: AT, stage: null, of: [], note: '' },
    })
    expect(await ids()).toEqual(['a'])
    expect(await ids({ over: 'yes' })).toEqual(['b'])
    expect(await ids({ only: 'b,a,nobody' })).toEqual(['a'])
    expect(await benchSums(parseWallTime(AT))).toMatchObject({ onBench: 1, over: 1 })
  })
})

describe('the queue of plans', () => {
  it('plans those on a screen first, then the rest, the last taken in first, and rests', async () => {
    for (const [n, id] of ['a', 'b', 'c', 'd'].entries()) {
      await createPiece(named(id, { takenInAt: `2026-03-0${n + 1}T08:00` }))
    }
    const { background, planned, told: said } = queue()
    background.want(['b', 'a'])
    await background.rested()
    expect(planned).toEqual(['b', 'a', 'd', 'c'])
    expect(said).toEqual(planned)
    background.want(['a', 'b', 'c', 'd'])
    await background.rested()
    expect(planned).toHaveLength(4)
  })

  it('plans what is on a screen at once when something is told, and the rest once it is quiet', async () => {
    for (const id of ['shown', 'other']) await createPiece(named(id))
    const { background, planned } = queue()
    // The clock goes on only when it is told to: however slow the machine, nobody is quiet by chance.
    vi.useFakeTimers({ toFake: ['Date', 'setTimeout', 'clearTimeout'] })
    background.want(['shown'])
    background.changed()
    await background.rested()
    expect(planned).toEqual(['shown'])
    background.changed()
    await background.rested()
    expect(planned).toEqual(['shown'])
    vi.advanceTimersByTime(QUIET_MS - 1)
    await background.rested()
    expect(planned).toEqual(['shown'])
    vi.advanceTimersByTime(1)
    await background.rested()
    expect(planned).toEqual(['shown', 'other'])
  })

  it('does not plan what went home until it is on a screen', async () => {
    await createPiece(named('home'))
    await tell('home', 0, {
      do: 'log-event',
      event: { id: 'home', kind: 'returned', at: AT, stage: null, of: [], note: '' },
    })
    const { background, planned } = queue()
    background.wake()
    await background.rested()
    expect(planned).toEqual([])
    background.want(['home'])
    await background.rested()
    expect(planned).toEqual(['home'])
    await tellShop([{ do: 'set', field: 'hands', value: 2 }])
    expect((await page({ over: 'yes' })).rows[0]!.isStale).toBe(false)
  })

  it('leaves a piece that cannot be planned until it changes, says so once, and goes on with the others', async () => {
    const said = vi.spyOn(console, 'error').mockImplementation(() => undefined)
    await createPiece(named('broken', { takenInAt: '2026-03-09T08:00' }))
    await createPiece(named('a'))
    const { background, planned } = queue()
    background.wake()
    await background.rested()
    background.wake()
    await background.rested()
    expect(planned).toEqual(['broken', 'a'])
    expect(said).toHaveBeenCalledTimes(1)
    await tell('broken', 0, { do: 'describe', intake: { ask: 'Does it hold?' } })
    background.wake()
    await background.rested()
    expect(planned).toEqual(['broken', 'a', 'broken'])
    said.mockRestore()
  })

  it('keeps nothing of a piece that was erased while it was planned', async () => {
    await createPiece(named('a'))
    const shop = await readShop()
    const piece = await nextToPlan([], new Set(), 'x', 0)
    await erasePiece('a')
    await keepOutlook(piece!, 'x', makeOutlook({ document: piece!.document, shop, startAt: AT }))
    expect(await pictureOf('a')).toBeUndefined()
  })
})

describe('what stands beside the list', () => {
  it('counts clamps that are on, and puts what hands can do before what waits', async () => {
    const vestry = readPieceFile(readFileSync('demo/vestry-chair.json', 'utf8'))
    if (!vestry.ok) throw new Error('vestry')
    const shop = Shop.parse(JSON.parse(readFileSync('demo/shop.json', 'utf8')))
    await useDatabase()
      .insertInto('setting')
      .values({ key: 'shop', value: JSON.stringify(shop) })
      .execute()
    await createPiece(vestry.value)
    await createPiece(named('waits', {}, { due: '2026-03-06T09:00' }))
    await tell('waits', 0, { do: 'set-outcome', verdict: 'owner-decides', why: 'They think it over.' })
    await createPiece(named('later', {}, { due: '2026-03-20T09:00' }))
    await planAll(SOON)
    // Its stage was glued a quarter of an hour before; the clamps that are on by the plan itself are the ones that
    // are out.
    const plan = planPiece(vestry.value, shop, shop.climate, SOON)
    const on = plan.stages.filter(s => s.glued && s.clampsOffMin > parseWallTime(SOON))
    expect(on).toHaveLength(1)
    const sums = await benchSums(parseWallTime(SOON))
    expect(sums.now.map(r => r.id).indexOf('later')).toBeLessThan(sums.now.map(r => r.id).indexOf('waits'))
    expect(sums.inClamps).toBe(1)
    expect(Object.values(sums.clampsOut).reduce((a, b) => a + b, 0)).toBe(
      on[0]!.clamps.filter(c => c.clamp !== null).length,
    )
    expect(await benchSums(on[0]!.clampsOffMin)).toMatchObject({ inClamps: 0, clampsOut: {} })
    expect(sums.onBench).toBe(3)
  })
})

describe('a set', () => {
  it('is found by its own name, its members in order, each told of what is common', async () => {
    await createPiece(named('s'))
    await makeSet('s', 3, set => ({
      id: 'entry-set-1',
      at: '2026-03-05T09:00:00Z',
      by: 'bench',
      command: { do: 'join-set', set },
    }))
    await createPiece(named('alone'))
    expect((await membersOf('s')).map(m => [m.piece.id, m.piece.set!.member])).toEqual([
      ['s', 1],
      ['s-2', 2],
      ['s-3', 3],
    ])
    await tell('s-2', 0, { do: 'describe', intake: { customer: 'The school' } })
    expect((await page({ customer: 'The school' })).rows.map(r => [r.id, r.customer])).toEqual([
      ['s', 'The school'],
      ['s-2', 'The school'],
      ['s-3', 'The school'],
    ])
  })
})

describe('the wall clock of the workshop', () => {
  it('is what a page’s shows, in whatever zone the server stands; a clock that is days off is not believed', () => {
    const noon = new Date('2026-03-05T12:00:00Z')
    hearWallClock(parseWallTime('2026-03-05T14:00'), noon)
    expect(formatWallTime(wallMinNow(new Date('2026-03-05T13:30:00Z')))).toBe('2026-03-05T15:30')
    hearWallClock(parseWallTime('2019-01-01T08:00'), noon)
    expect(formatWallTime(wallMinNow(noon))).toBe('2026-03-05T14:00')
  })
})
