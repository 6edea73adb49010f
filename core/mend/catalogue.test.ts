import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arbitraryDamaged } from '../../tests/fixtures/damage'
import { FAMILIES } from '../piece/families'
import { planPiece } from '../plan'
import { USUAL_SHOP } from '../reference/usual-shop'
import { TOOLS } from '../reference/tools'
import { catalogue } from './catalogue'

describe('the catalogue of mends', () => {
  it('lists each mend once, with what it answers, what decides it and what it takes', () => {
    const all = catalogue()
    expect(new Set(all.map(e => e.id)).size).toBe(all.length)
    expect(all.length).toBeGreaterThanOrEqual(55)
    for (const e of all) {
      expect(e.serves.length, e.id).toBeGreaterThan(0)
      expect(e.decides.length, e.id).toBeGreaterThan(10)
      expect(e.tools.length, e.id).toBeGreaterThan(0)
    }
  })
  it('names every tool that a mend’s steps take up, on any piece', () => {
    const listed = new Map(catalogue().map(e => [e.id, e.tools]))
    fc.assert(
      fc.property(
        fc
          .constantFrom(
            ...FAMILIES.filter(f =>
              ['stool', 'table', 'upholstered-frame', 'flat-frame', 'framed-chair'].includes(f.id),
            ),
          )
          .chain(f => arbitraryDamaged(f)),
        (piece) => {
          const plan = planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
          for (const { options } of [...plan.mends, ...plan.woodMends]) {
            for (const { id, verdict } of options) {
              if (!verdict.fits) continue
              for (const step of verdict.steps) {
                for (const t of step.tools ?? []) {
                  expect(listed.get(id), `${id}, ${step.id}`).toContain(TOOLS[t.id].label)
                }
              }
            }
          }
        },
      ),
      { numRuns: 60 },
    )
  }, 120_000)
})
