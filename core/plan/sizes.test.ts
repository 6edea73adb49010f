import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arbitraryDamaged } from '../../tests/fixtures/damage'
import { phraseText } from '../measure/phrase'
import { FAMILIES } from '../piece/families'
import { INCH_BITS_MM } from '../reference/bits'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece, sheetFor } from '.'

/** What its maker bored stands, whatever wall that left; a leg is kept thicker round a castor. */
const OWN = new Set(['new-dowel', 'ease-hinge', 're-pin'])
const LEAST_WALL_MM = 3

describe('every mend that fits, of pieces badly treated', () => {
  it.each(FAMILIES.map(f => [f.label, f] as const))(
    '%s: walls and depths keep their limits, figures are figures, what is cut is longer than nothing, sheets say what they show',
    (_label, family) => {
      fc.assert(
        fc.property(arbitraryDamaged(family), fc.boolean(), (piece, inInches) => {
          const shop = inInches ? { ...USUAL_SHOP, bitsMm: [...INCH_BITS_MM] } : USUAL_SHOP
          const made = planPiece(piece, shop, shop.climate, '2026-03-05T09:00')
          const options = [...made.mends, ...made.woodMends].flatMap(m => m.options)
          for (const { id, verdict } of options) {
            if (!verdict.fits) {
              expect(phraseText(verdict.reason).length, id).toBeGreaterThan(8)
              continue
            }
            for (const size of verdict.sizes) {
              expect(Number.isFinite(size.figure.value), `${id} ${size.id}`).toBe(true)
              if (size.id === 'wall' && !OWN.has(id)) {
                expect(size.figure.value, `${id} wall`).toBeGreaterThanOrEqual(LEAST_WALL_MM - 1e-6)
              }
              if (size.id.startsWith('stop') || size.id.endsWith('length')) {
                expect(size.figure.value, `${id} ${size.id}`).toBeGreaterThan(0)
              }
            }
            for (const s of verdict.stock) for (const mm of s.sizesMm) expect(mm, `${id} ${s.what}`).toBeGreaterThan(0)
            expect(verdict.hold.low, id).toBeLessThanOrEqual(verdict.hold.high)
            expect(verdict.removedCm3, id).toBeGreaterThanOrEqual(0)
            // A bit that a step takes up is one that is in the drawer, where the mend had a choice.
            for (const setting of verdict.settings ?? []) {
              if (setting.stopMm !== undefined) expect(setting.stopMm, id).toBeGreaterThan(0)
            }
          }
          for (const line of made.stock) {
            if (line.cut) {
              expect(
                line.cut.roughMm.every((r, i) => r >= line.cut!.finishedMm[i]! - 1e-9),
                line.what,
              ).toBe(true)
            }
          }
          for (const t of made.troubles) {
            const sheet = sheetFor(piece, made, t.id)
            for (const d of sheet?.views.flatMap(v => v.dimensions) ?? []) {
              const long = Math.hypot(d.to[0] - d.from[0], d.to[1] - d.from[1])
              expect(Math.abs(Number.parseFloat(d.words) - long), `${t.id}: ${d.words} drawn ${long}`).toBeLessThan(0.6)
            }
          }
        }),
        { numRuns: Number(process.env.DAMAGED ?? 10) },
      )
    },
    240_000,
  )
})
