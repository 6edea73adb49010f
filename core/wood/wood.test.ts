import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mayHaveTannin, SPECIES, speciesNamed, TANNIN_WOODS } from '../reference/species'
import { fitClassOf } from './fit'
import { dimensionChangeMm, restingMoisturePct } from './moisture'

describe('moisture', () => {
  it('published table: 21.1 C and 50 % give 9.2 %; 65 % gives 12.0 %; 30 % gives 6.2 %', () => {
    expect(restingMoisturePct(21.1, 50)).toBeCloseTo(9.2, 1)
    expect(restingMoisturePct(21.1, 65)).toBeCloseTo(12.0, 1)
    expect(restingMoisturePct(21.1, 30)).toBeCloseTo(6.2, 1)
  })
  it('rises with humidity, and falls with temperature in a heated room', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 15, max: 40, noNaN: true }),
        fc.double({ min: 10, max: 90, noNaN: true }),
        (t, h) => {
          expect(restingMoisturePct(t, h + 5)).toBeGreaterThan(restingMoisturePct(t, h))
          expect(restingMoisturePct(t + 5, h)).toBeLessThan(restingMoisturePct(t, h))
        },
      ),
    )
  })
  it('refuses what is no air', () => expect(() => restingMoisturePct(20, 120)).toThrow(RangeError))
})

describe('movement', () => {
  it('by hand: 50 mm of beech, 11.8 % tangential, from 12 to 8 %: 50 x -4 / (3000/11.8 - 30 + 12) = -0.847 mm', () => {
    expect(dimensionChangeMm(50, 11.8, 12, 8)).toBeCloseTo(-0.847, 3)
  })
  it('stops at fibre saturation', () => expect(dimensionChangeMm(50, 8, 30, 60)).toBe(0))
})

describe('fit classes', () => {
  it.each([
    [-0.2, 'forced'],
    [-0.05, 'snug'],
    [0, 'snug'],
    [0.1, 'slip'],
    [0.15, 'slip'],
    [0.16, 'easy'],
    [0.5, 'loose'],
    [1.2, 'lost'],
  ] as const)('%f mm is %s', (mm, id) => {
    expect(fitClassOf(mm).id).toBe(id)
  })
})

describe('species', () => {
  it('have believable, complete values and are never merged by name', () => {
    expect(new Set(SPECIES.map(s => s.name)).size).toBe(SPECIES.length)
    for (const s of SPECIES) {
      expect(s.values.specificGravity.value).toBeGreaterThan(0.2)
      expect(s.values.tangentialShrinkagePct.value).toBeGreaterThan(s.values.radialShrinkagePct.value * 0.9)
    }
    expect(speciesNamed('something odd').values.bendingMPa.confidence).toBe('low')
    expect(TANNIN_WOODS.has('Oak, white')).toBe(true)
    expect(TANNIN_WOODS.has('Beech, European')).toBe(false)
    // One nobody knows may be oak, by whatever name an older file has it.
    expect(['Oak, white', 'Beech, European', 'not known', 'unknown'].map(mayHaveTannin)).toEqual([
      true,
      false,
      true,
      true,
    ])
  })
})
