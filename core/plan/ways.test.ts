import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { orThrow } from '../measure/result'
import type { Command } from '../piece/commands'
import { readPieceFile } from '../piece/file'
import type { Piece } from '../piece/schema'
import { SCHOOLS } from '../piece/words'
import { ShopFields, type Shop } from '../reference/shop-settings'
import { USUAL_SHOP } from '../reference/usual-shop'
import { compareWays, inSchool, planPiece } from '.'

const plansOf = (piece: Piece) =>
  SCHOOLS.map(s => planPiece(inSchool(piece, s), USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00'))
const ways = (piece: Piece) => compareWays(piece, plansOf(piece))
const demo = (name: string) =>
  orThrow(readPieceFile(readFileSync(new URL(`../../demo/${name}.json`, import.meta.url), 'utf8')))
const RAIL = 'left-side-rail--left-back-post'
const RUNG = ['left-side-rail--left-back-post', 'right-side-rail--right-back-post'] as const
const loose = (...more: Command[]) =>
  applyAll(newChair(), [
    ...newChair().joints.map((j): Command => ({
      do: 'test-joint',
      joint: j.id,
      state: RUNG.includes(j.id as never) ? 'swings' : 'solid',
    })),
    ...RUNG.flatMap((joint): Command[] => [
      { do: 'measure-clearance', joint, where: 'cheek', measure: measured(0.1) },
      { do: 'measure-clearance', joint, where: 'edge', measure: measured(0.1) },
      { do: 'set-old-glue', joint, glue: 'protein' },
    ]),
    ...more,
  ])

/** The shop of the demo, in a room that does not cool out. */
const SHOP: Shop = {
  ...USUAL_SHOP,
  ...ShopFields.partial().parse(JSON.parse(readFileSync(new URL('../../demo/shop.json', import.meta.url), 'utf8'))),
}

/** The table with its split looked at. */
const lookedAt = (table: Piece): Piece =>
  applyAll(
    table,
    table.faults.flatMap((f): Command[] =>
      f.kind === 'split' ? [{ do: 'change-fault', fault: { ...f, runsOut: 'yes' } }] : [],
    ),
  )

describe('three ways', () => {
  it('joints answered alike stand in one row, and what is the same in all three is marked', () => {
    const { rows } = ways(loose())
    const about = rows.filter(r => r.id === 'trouble').map(r => r.about)
    expect(about).toHaveLength(1)
    expect(about[0]).toHaveLength(2)
    for (const r of rows) expect(r.isSame).toBe(new Set(r.cells.map(c => phraseText(c))).size === 1)
  })
  it('each figure is its own plan’s: opened, hours, glue-ups and the day, counted again from the plans', () => {
    const piece = demo('harbour-ladder-back-3')
    const plans = plansOf(piece)
    const { rows } = compareWays(piece, plans)
    const cells = (id: string) => rows.find(r => r.id === id)!.cells.map(c => phraseText(c))
    expect(cells('opened')).toEqual(
      plans.map(p => `${new Set(p.takeApart.moves.flatMap(m => m.opens)).size} of ${piece.joints.length}`),
    )
    expect(cells('stages')).toEqual(plans.map(p => String(p.stages.length)))
    const hours = plans.map(p => p.tasks.reduce((sum, t) => sum + t.minutes.usual * t.hands, 0) / 60)
    cells('hands').forEach((c, i) => expect(Number.parseFloat(c)).toBeCloseTo(hours[i]!, 1))
  })
  it('a shop that conserves opens no more, takes no more wood, and undoes no less than one for strength', () => {
    for (const name of ['vestry-chair', 'schoolroom-chair', 'net-loft-armchair', 'harbour-ladder-back-3']) {
      const piece = demo(name)
      const plans = plansOf(piece)
      const lost = plans.map(p =>
        [...p.mends, ...p.woodMends].reduce((sum, m) => {
          const v = m.options.find(o => o.id === m.chosen)?.verdict
          return sum + (v?.fits ? v.removedCm3 : 0)
        }, 0),
      )
      expect(lost[0]!, name).toBeLessThanOrEqual(lost[2]! + 1e-9)
    }
  })
  it.each([
    ['net-loft-armchair', ['trouble', 'opened', 'undone', 'wood', 'hands', 'back']],
    ['strand-rocker', ['trouble', 'undone', 'wood', 'hands']],
    ['ferry-bench', ['trouble', 'glue', 'wood', 'hands', 'stages']],
    ['pursers-table', ['trouble', 'glue', 'undone', 'wood', 'hands']],
  ])('%s is done three ways that can be told apart', (name, rows) => {
    // What the demo leaves to be looked at has been looked at: where a split ends.
    const piece = name === 'pursers-table' ? lookedAt(demo(name)) : demo(name)
    const found = compareWays(
      piece,
      SCHOOLS.map(s => planPiece(inSchool(piece, s), SHOP, SHOP.climate, '2026-03-05T09:00')),
    ).rows
    expect(found.filter(r => !r.isSame).map(r => r.id)).toEqual(expect.arrayContaining(rows))
    // No two of the three are the same in everything.
    const columns = SCHOOLS.map((_, i) => found.map(r => phraseText(r.cells[i]!)).join('|'))
    expect(new Set(columns).size).toBe(3)
  })
  it('the repairer’s own pick is in all three', () => {
    const picked = loose({ do: 'choose-mend', trouble: `joint:${RAIL}`, mend: 're-glue' })
    for (const plan of plansOf(picked)) expect(plan.mends.find(m => m.joint === RAIL)!.chosen).toBe('re-glue')
  })
  it('wants a plan for every school', () =>
    expect(() => compareWays(loose(), plansOf(loose()).slice(1))).toThrow(RangeError))
})
