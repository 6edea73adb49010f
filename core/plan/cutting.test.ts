import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import type { Command } from '../piece/commands'
import type { Piece } from '../piece/schema'
import type { Shop, StoreRow } from '../reference/shop-settings'
import { SPECIES } from '../reference/species'
import { USUAL_SHOP } from '../reference/usual-shop'
import { drynessOf } from '../wood/dryness'
import { restingMoisturePct } from '../wood/moisture'
import { restOf } from '../wood/rest'
import { isListed, WOOD_USES, woodsFor } from '../wood/uses'
import { cutOf, fromStore } from './cutting'
import { cuttingCsv } from './cutting-csv'
import { planPiece } from '.'

const RAIL = 'left-side-rail--left-back-post'
const DOWEL = 'front-rail--left-front-leg'
const chair = (...more: Command[]): Piece => {
  const start = newChair({ frontRail: 'dowel' })
  return applyAll(start, [
    ...start.joints.map((j): Command => ({
      do: 'test-joint',
      joint: j.id,
      state: j.id === DOWEL || j.id === RAIL ? 'swings' : 'solid',
    })),
    { do: 'look-for', joint: DOWEL, sign: 'dowel-stub', look: 'seen' },
    { do: 'measure-clearance', joint: RAIL, where: 'cheek', measure: measured(0.6) },
    { do: 'measure-clearance', joint: RAIL, where: 'edge', measure: measured(0.1) },
    ...more,
  ])
}
const plan = (piece: Piece, shop: Partial<Shop> = {}) =>
  planPiece(piece, { ...USUAL_SHOP, ...shop }, USUAL_SHOP.climate, '2026-03-05T09:00')
const rod = (more: Partial<StoreRow> = {}): StoreRow => ({
  id: 'rods',
  kind: 'rod',
  wood: 'Beech, European',
  thicknessMm: 10,
  widthMm: 10,
  lengthMm: 1000,
  count: 1,
  ...more,
})

describe('rough and finished', () => {
  it('by hand: a shim of 0.28 × 46 × 26 is sawn 0.78 × 47 × 28; two dowels of 10 × 50 are 58 long: 2 × 10² × 58 / 1000 = 11.6 cm³', () => {
    expect(
      cutOf({ id: 'shim', sizesMm: [0.28, 46, 26], count: 1 })!.roughMm.map(x => Math.round(x * 100) / 100),
    ).toEqual([0.78, 47, 28])
    expect(cutOf({ id: 'dowel', sizesMm: [10, 50], count: 2 })).toMatchObject({
      roughMm: [10, 58],
      roughCm3: 11.6,
      from: 'rod',
    })
    expect(cutOf({ id: 'screw', sizesMm: [4, 40], count: 2 })).toBeNull()
  })
  it('nothing is sawn smaller than it is to be', () => {
    const ids = ['dowel', 'pin', 'peg', 'wedge', 'tenon', 'shim', 'plug', 'patch', 'collar', 'block', 'part'] as const
    fc.assert(
      fc.property(
        fc.constantFrom(...ids),
        fc.array(fc.double({ min: 0.2, max: 900, noNaN: true }), { minLength: 2, maxLength: 3 }),
        (id, sizesMm) => {
          const cut = cutOf({ id, sizesMm, count: 1 })!
          expect(cut.roughMm.every((r, i) => r >= cut.finishedMm[i]!)).toBe(true)
        },
      ),
    )
  })
})

describe('against what lies in the store', () => {
  const ask = (count: number, longMm: number) => ({
    cut: cutOf({ id: 'dowel', sizesMm: [10, longMm], count }),
    count,
    woods: ['Beech, European'],
  })
  it('by hand: a metre gives sixteen dowels of 50, for 16 × 58 + 15 × 2 = 958 and a seventeenth wants 1018', () => {
    expect(fromStore([ask(16, 50)], [rod()])[0]?.id).toBe('rods')
    expect(fromStore([ask(17, 50)], [rod()])[0]).toBeNull()
    expect(fromStore([ask(17, 50)], [rod({ count: 2 })])[0]?.id).toBe('rods')
  })
  it('what one line takes is gone for the next', () => {
    expect(fromStore([ask(10, 50), ask(10, 50)], [rod()]).map(r => r?.id ?? null)).toEqual(['rods', null])
  })
  it('a rod of another size, or of another wood, is not taken, nor is a dowel sawn out of a board; a collar is turned out of one', () => {
    expect(fromStore([ask(1, 50)], [rod({ thicknessMm: 12 }), rod({ id: 'ash', wood: 'Ash, European' })])[0]).toBeNull()
    const board = rod({ kind: 'board', thicknessMm: 22, widthMm: 60 })
    expect(fromStore([ask(1, 50)], [board])[0]).toBeNull()
    expect(
      fromStore([{ ...ask(1, 50), cut: cutOf({ id: 'collar', sizesMm: [16, 23], count: 1 }) }], [board])[0]?.id,
    ).toBe('rods')
  })
  it('says on the plan what is there, and takes it off the wood that is bought', () => {
    const prices = { money: 'EUR', hour: 60, woodLitre: 10, glue100g: null, hardwareEach: null }
    const bought = plan(chair(), { prices })
    const stored = plan(chair(), { prices, store: [rod()] })
    expect(stored.stock.find(s => s.id === 'dowel')!.have).toBe('rods')
    const cm3 = bought.stock.reduce((sum, s) => sum + (s.cut?.roughCm3 ?? 0), 0)
    expect(bought.cost.lines.find(l => l.id === 'wood')!.amount.value).toBeCloseTo(cm3 / 1000, 9)
    // What is left to buy is a shim: out of the offcut box.
    expect(stored.cost.lines.some(l => l.id === 'wood')).toBe(false)
  })
})

describe('new wood that is not as dry as the shop', () => {
  const { nowC, nowRhPct } = USUAL_SHOP.climate
  const restPct = restingMoisturePct(nowC, nowRhPct)

  it('by hand: a board of 25 at 6 points over the shop rests 0.025 × 625 × ln 3 = 17.2, 18 days; one within two points not at all', () => {
    expect(restOf(25, 15, 9)).toEqual({ fromPct: 15, toPct: 9, days: 18 })
    expect(restOf(6, 15, 9)!.days).toBe(1)
    expect([restOf(25, 11, 9), restOf(25, 7, 9)]).toEqual([null, null])
    expect(restOf(25, 3, 9)!.days).toBe(18)
  })

  it('lies first, before the mend it is for is begun, and the date knows it; dry wood, and wood nobody read, does not wait', () => {
    const stored = (moisturePct: number | undefined) =>
      plan(chair(), { store: [rod(moisturePct === undefined ? {} : { moisturePct })] })
    const [wet, dry, unread] = [stored(restPct + 8), stored(restPct + 1), stored(undefined)]
    const rest = wet.tasks.find(t => t.id === `joint:${DOWEL}/wood-rests`)!
    const days = wet.stock.find(s => s.id === 'dowel')!.rest!.days
    expect(days).toBe(Math.ceil(0.025 * 100 * Math.log(4)))
    expect(rest.waitMin).toBe(days * 1440)
    const first = wet.tasks.filter(t => t.id.startsWith(`joint:${DOWEL}/`) && t.kind === 'mend' && t.id !== rest.id)
    for (const t of first) expect(t.time!.startMin).toBeGreaterThanOrEqual(rest.time!.freeMin)
    expect(wet.returnMin!).toBeGreaterThan(dry.returnMin! + 2 * 1440)
    for (const p of [dry, unread]) expect(p.tasks.some(t => t.id.endsWith('/wood-rests'))).toBe(false)
  })
})

describe('what wood', () => {
  it('a dowel beside beech is of beech, then of the dense woods nearest to it: none more than a fifth off', () => {
    const [first, ...others] = woodsFor('pin', 'Beech, European')
    expect(first!.name).toBe('Beech, European')
    expect(others.every(w => Math.abs(w.density - 1) <= 0.2)).toBe(true)
    expect(others.map(w => Math.abs(w.density - 1))).toEqual(
      [...others.map(w => Math.abs(w.density - 1))].sort((a, b) => a - b),
    )
  })
  it('a patch is of the part’s own wood and nothing else; a pine part’s pin is no pine', () => {
    expect(woodsFor('patch', 'Walnut, European').map(w => w.name)).toEqual(['Walnut, European'])
    expect(woodsFor('pin', 'Pine, Scots').map(w => w.name)).not.toContain('Pine, Scots')
  })
  it('a patch in mahogany is of old stock, or of what looks like it: new wood of it is protected', () => {
    expect(woodsFor('patch', 'Mahogany, true (Honduran)').map(w => w.name)).toEqual([
      'Mahogany, true (Honduran)',
      'Sapele',
      'Khaya (African mahogany)',
    ])
    expect([isListed('Mahogany, true (Honduran)'), isListed('Beech, European')]).toEqual([true, false])
    for (const name of ['Sapele', 'Khaya (African mahogany)', 'Walnut, black', 'Walnut, European']) {
      expect(
        SPECIES.some(s => s.name === name),
        name,
      ).toBe(true)
    }
  })
  it('every wood named for a use is one whose figures are known', () => {
    for (const row of Object.values(WOOD_USES)) {
      for (const name of row.woods) {
        expect(
          SPECIES.some(s => s.name === name),
          name,
        ).toBe(true)
      }
    }
  })
  it('by hand: a 10 mm rod of beech at rest in 20 °C and 65 % (12.0 %) is in a heated January (6.5 %) 10 × 5.4 × (1 / (3000 / 5.8 − 18) + 1 / (3000 / 11.8 − 18)) / 2 = 0.17 mm thinner', () => {
    const dry = drynessOf(10, 'Beech, European', { temperatureC: 20, humidityPct: 65 }, 'heated-rooms')
    expect([dry.month, dry.placePct, dry.benchPct].map(x => Math.round(x * 10) / 10)).toEqual([1, 6.5, 12])
    const points = dry.benchPct - dry.placePct
    const by = (shrinkage: number) => (10 * points) / (3000 / shrinkage - 30 + dry.benchPct)
    expect(dry.shrinksMm).toBeCloseTo((by(5.8) + by(11.8)) / 2, 6)
    expect(dry.shrinksMm).toBeCloseTo(0.17, 2)
  })
  it('is told on the plan once somebody asked where the piece lives', () => {
    expect(plan(chair()).stock.find(s => s.id === 'dowel')!.dry).toBeNull()
    expect(
      plan(chair({ do: 'describe', intake: { place: 'heated-rooms' } })).stock.find(s => s.id === 'dowel')!.dry!.month,
    ).toBe(1)
  })
})

describe('what it comes to', () => {
  const prices = { money: 'EUR', hour: 60, woodLitre: 10, glue100g: 5, hardwareEach: 1 }
  it('only hours where the shop names no price', () => {
    const { cost } = plan(chair())
    expect(cost.total).toBeNull()
    expect(cost.lines.find(l => l.id === 'hands')!.amount.value).toBeGreaterThan(0.5)
  })
  it('hands by the hour, wood by the litre, glue by weight, added up', () => {
    const made = plan(chair(), { prices })
    const minutes = made.tasks.reduce((sum, t) => sum + t.minutes.usual * t.hands, 0)
    expect(made.cost.lines.find(l => l.id === 'hands')!.total).toBeCloseTo(minutes, 6)
    expect(made.cost.total).toBeCloseTo(
      made.cost.lines.reduce((sum, l) => sum + l.total!, 0),
      9,
    )
  })
})

describe('as a table', () => {
  it('is read back by another reader with every size in its column', () => {
    const { stock } = plan(chair())
    const rows = Papa.parse<Record<string, string>>(
      cuttingCsv(stock, t => t.split(':')[1]!),
      { header: true },
    ).data
    expect(rows).toHaveLength(stock.length)
    const dowel = rows.find(r => r.what === 'dowel')!
    const own = stock.find(s => s.id === 'dowel')!
    expect(Number(dowel['finished thickness or diameter, mm'])).toBe(own.cut!.finishedMm[0])
    expect(dowel['finished width, mm']).toBe('')
    expect(Number(dowel['rough length, mm'])).toBe(own.cut!.roughMm[1])
    expect(dowel.for).toBe(DOWEL)
  })
  it('runs nothing in the spreadsheet of whoever opens it', () => {
    const { stock } = plan(chair())
    const bad = cuttingCsv([{ ...stock[0]!, note: '=HYPERLINK("x")' }], () => '+1')
    expect(bad).not.toMatch(/[,\n]"?[=+]/)
  })
})
