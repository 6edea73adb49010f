import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { jointCase } from './mend'
import { measured } from '../measure/measured'
import { PLACES } from '../piece/words'
import { driestOf, gapOverYear } from './year'

const RUNG = 'front-seat-rung--left-front-post' // beech, 15 mm
const BENCH = { temperatureC: 20, humidityPct: 65 }
const round = (gapMm: number) => {
  const piece = applyAll(newPiece('post-and-rung'), [
    { do: 'test-joint', joint: RUNG, state: 'gives' },
    { do: 'measure-clearance', joint: RUNG, where: 'round', measure: measured(gapMm) },
  ])
  return jointCase(
    piece,
    piece.joints.find(j => j.id === RUNG)!,
    'everyday',
    0.15,
  )
}

describe('a joint through the year', () => {
  it('by hand: fitted snug at 20 °C and 65 % (12.0 %), a 15 mm tenon of beech (5.7 and 11.8 %) in a January of 32 % (6.6 %)', () => {
    const january = gapOverYear(round(0), 'heated-rooms', BENCH)[0]!
    expect(january.moisturePct).toBeCloseTo(6.6, 0)
    const shrinks = (s: number) => (15 * (12.0 - 6.6)) / (3000 / s - 30 + 12.0)
    expect(january.lowMm).toBeCloseTo(shrinks(5.7), 1)
    expect(january.highMm).toBeCloseTo(shrinks(11.8), 1)
    expect(january.gapMm).toBeCloseTo((shrinks(5.7) + shrinks(11.8)) / 2, 1)
  })
  it('keeps its gap where the air is the bench’s all the year, and is widest in the driest month', () => {
    const year = gapOverYear(round(0.1), 'heated-rooms', BENCH)
    expect(driestOf(year)!.moisturePct).toBe(Math.min(...year.map(m => m.moisturePct)))
    const damp = gapOverYear(round(0.1), 'unheated-hall', BENCH)
    expect(Math.max(...damp.map(m => m.gapMm))).toBeLessThan(Math.max(...year.map(m => m.gapMm)))
  })
  it('a tenon’s cheeks move less than a round tenon as thick: its mortise shrinks as well', () => {
    const chair = applyAll(newChair(), [
      { do: 'measure-clearance', joint: 'left-side-rail--left-back-post', where: 'cheek', measure: measured(0.1) },
    ])
    const cheeks = gapOverYear(
      jointCase(
        chair,
        chair.joints.find(j => j.id === 'left-side-rail--left-back-post')!,
        'everyday',
        0.15,
      ),
      'heated-rooms',
      BENCH,
    )
    for (const m of cheeks) expect(Math.abs(m.gapMm - 0.1)).toBeLessThan(0.01)
    // Which way the rings lie in either is not known, so it may be more or less.
    expect(cheeks[0]!.highMm).toBeGreaterThan(0.1)
  })
  it('a mend starts from what it leaves: the same curve, moved', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PLACES),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        (place, gap, left) => {
          const [now, mended] = [gapOverYear(round(gap), place, BENCH), gapOverYear(round(gap), place, BENCH, left)]
          now.forEach((m, i) => expect(m.gapMm - mended[i]!.gapMm).toBeCloseTo(gap - left, 9))
          expect(now.every(m => m.lowMm <= m.gapMm && m.gapMm <= m.highMm)).toBe(true)
        },
      ),
      { numRuns: 40 },
    )
  })
})
