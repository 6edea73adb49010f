import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { phraseText } from '../measure/phrase'
import { parseWallTime } from '../measure/wall-time'
import { glueNamed, GLUES } from '../reference/glues'
import { USUAL_SHOP } from '../reference/usual-shop'
import type { Climate } from '../reference/shop-settings'
import {
  chooseGlue,
  cleaningWords,
  clampTime,
  coldestBetweenC,
  glueAmounts,
  minutesToCure,
  openTime,
  temperatureAtC,
  verdictOf,
  type GlueNeeds,
} from './index'

const morning = parseWallTime('2026-03-05T09:00')
const at = (nowC: number, nowRhPct = 50, tonightC = nowC): Climate => ({ nowC, nowRhPct, tonightC })
const needs = (n: Partial<GlueNeeds> = {}): GlueNeeds => ({
  gapMm: 0.05,
  workingMin: 5,
  service: 'dry',
  oldGlueLeft: [],
  mustComeApart: false,
  oldPiece: false,
  keptFinish: false,
  startMin: morning,
  ...n,
})
const against = (id: Parameters<typeof verdictOf>[1], n: Partial<GlueNeeds>, climate = at(20)) =>
  verdictOf(chooseGlue(needs(n), 'everyday', USUAL_SHOP, climate), id)
    .against.map(a => phraseText(a))
    .join('; ')

describe('climate', () => {
  it('worked examples: white PVA 10 min at 20 C and 50 %; 14.1 at 15 C; 9 at 20 C and 40 %; slow epoxy halves at 30 C', () => {
    expect(openTime(glueNamed('pva-white'), at(20)).value).toBeCloseTo(10, 9)
    expect(openTime(glueNamed('pva-white'), at(15)).value).toBeCloseTo(14.142, 3)
    expect(openTime(glueNamed('pva-white'), at(20, 40)).value).toBeCloseTo(9, 9)
    expect(openTime(glueNamed('epoxy-slow'), at(30)).value).toBeCloseTo(22.5, 9)
  })
  it('a cold shop halves hot hide glue’s open time, a warm one doubles it', () => {
    expect(openTime(glueNamed('hot-hide'), at(8)).value).toBeCloseTo(1, 9)
    expect(openTime(glueNamed('hot-hide'), at(32)).value).toBeCloseTo(4, 9)
  })
  it('cools down after closing and is warm again at opening', () => {
    const climate = at(20, 50, 8)
    expect(temperatureAtC(climate, USUAL_SHOP, parseWallTime('2026-03-05T12:00'))).toBe(20)
    expect(temperatureAtC(climate, USUAL_SHOP, parseWallTime('2026-03-05T20:00'))).toBeCloseTo(14, 9)
    expect(temperatureAtC(climate, USUAL_SHOP, parseWallTime('2026-03-06T03:00'))).toBe(8)
    expect(coldestBetweenC(climate, USUAL_SHOP, morning, morning + 24 * 60)).toBe(8)
    expect(coldestBetweenC(climate, USUAL_SHOP, morning, morning + 60)).toBe(20)
  })
  it('makes up its clamp time by the temperature to come: at a steady 20 C just the label’s, at 10 C twice that', () => {
    expect(clampTime(glueNamed('epoxy-slow'), at(20), USUAL_SHOP, morning).value).toBeCloseTo(24 * 60, 6)
    expect(minutesToCure(glueNamed('pva-white'), 60, at(10), USUAL_SHOP, morning)).toBeCloseTo(120, 6)
    expect(minutesToCure(glueNamed('pva-white'), 60, at(5), USUAL_SHOP, morning)).toBe(Infinity)
  })
  it('a colder night never makes it sooner', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...GLUES),
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        (glue, tonight, colder) => {
          const wait = (t: number) =>
            minutesToCure(glue, glue.clampH[1] * 60, at(20, 50, t), USUAL_SHOP, morning + 7 * 60)
          expect(wait(tonight - colder)).toBeGreaterThanOrEqual(wait(tonight) - 1e-6)
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('choosing', () => {
  it('gives each hard limit with its number', () => {
    expect(against('pva-white', { gapMm: 0.3 })).toBe('bridges 0.15 mm, the joint leaves 0.30 mm')
    expect(against('pva-white', { workingMin: 9 })).toBe(
      'open 10 min today, of which 7.5 min may be used; the longest stage needs 9.0 min',
    )
    expect(against('pva-white', { service: 'wet' })).toContain('wet use')
    expect(against('pva-white', { oldGlueLeft: ['protein'] })).toContain('will not bond over protein glue')
    expect(against('epoxy-slow', { mustComeApart: true })).toContain('cannot be undone')
    expect(against('polyurethane', {})).toContain('foam fills but does not hold')
  })
  it('refuses tonight’s cold, not only now’s', () => {
    expect(against('liquid-hide', { startMin: morning + 6 * 60 }, at(20, 50, 9))).toContain(
      'too cold: 9 °C while it is in clamps, and it wants 18 °C',
    )
    expect(against('pva-white', { startMin: morning }, at(20, 50, 5))).toBe('')
  })
  it('the schools differ where good repairers do', () => {
    const best = (school: 'conserve' | 'everyday' | 'strength', n: Partial<GlueNeeds> = {}) =>
      chooseGlue(needs(n), school, USUAL_SHOP, at(20)).best!.glue.group
    expect([best('conserve'), best('everyday'), best('everyday', { oldPiece: true }), best('strength')]).toEqual([
      'protein',
      'pva',
      'protein',
      'pva',
    ])
    expect(best('everyday', { gapMm: 1 })).toBe('epoxy')
  })
  it('the winner breaks no limit, and the runner-up comes with what would make it win', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 5, max: 32, noNaN: true }),
        (gapMm, workingMin, t) => {
          const choice = chooseGlue(needs({ gapMm, workingMin }), 'everyday', USUAL_SHOP, at(t))
          if (choice.best) expect(choice.best.against).toEqual([])
          expect(Boolean(choice.runnerUp)).toBe(choice.wouldWin !== '')
        },
      ),
      { numRuns: 40 },
    )
  })
  it('is cleaned for as it is made: faces flat, a hole with its bit, dowels looked at one by one', () => {
    const words = (faces: 'flat' | 'tenon' | 'dowels') => phraseText(cleaningWords('protein', faces, 'everyday'))
    expect(words('flat')).toMatch(/^Both faces with a keen edge/)
    expect(words('tenon')).toMatch(/^The hole .* the tenon scraped/)
    expect(words('dowels')).toMatch(/^The holes .* made new/)
    expect(words('dowels')).not.toContain('tenon')
    expect(phraseText(cleaningWords('protein', 'flat', 'conserve'))).toContain('may stay under protein glue')
  })
  it('how much: 100 cm² of white PVA is 2.7 g, each glue by its own lines', () => {
    const amounts = glueAmounts(
      new Map([
        [glueNamed('pva-white'), [10_000]],
        [glueNamed('epoxy-slow'), [5000]],
        [glueNamed('fish'), [0]],
      ]),
      at(20),
    )
    expect(amounts.map(a => [a.glue, Number(a.grams.value.toFixed(2))])).toEqual([
      ['pva-white', 2.66],
      ['epoxy-slow', 2],
    ])
    expect(amounts[0]!.mixing).toBeNull()
  })
  it('hot hide glue by weight: 400 cm² want 13.3 g, and no pot is under 30: 12 dry in 18 of water, 1 to 1.5', () => {
    const [pot] = glueAmounts(new Map([[glueNamed('hot-hide'), [25_000, 15_000]]]), at(20))
    expect(pot!.grams.value).toBeCloseTo(13.3, 1)
    expect(phraseText(pot!.mixing!)).toMatch(/^12(\.0)? g dry in 18(\.0)? g of cold water/)
    const [large] = glueAmounts(new Map([[glueNamed('hot-hide'), [300_000]]]), at(20))
    // 300 000 mm² × 250 g/m² × 1.33 = 99.75 g: 39.9 dry, 59.85 water.
    expect(phraseText(large!.mixing!)).toMatch(/^(40|39\.9) g dry in (60|59\.[89]) g/)
  })
  it('epoxy by the batch: stages of 100 and 400 cm² want 16 g at most at a time, its pot life doubled at 10 °C; 2 500 cm² are two batches', () => {
    const told = (stages: number[], t: number) =>
      phraseText(glueAmounts(new Map([[glueNamed('epoxy-slow'), stages]]), at(t))[0]!.mixing!)
    // 40 000 mm² × 300 g/m² × 1.33 = 16 g, and 30 to 60 min at 20 °C.
    expect(told([10_000, 40_000], 20)).toMatch(/a batch of 16 g.*pot life today 30–60 min/)
    expect(told([10_000, 40_000], 10)).toMatch(/pot life today 60–120 min/)
    // 250 000 mm² × 0.3 × 1.33 = 99.8 g: two of 50.
    expect(told([250_000], 20)).toMatch(/2 batches of 50 g/)
    // 1 000 mm² want 0.4 g: too little to weigh.
    expect(told([1000], 20)).toMatch(/a batch of 10 g/)
  })
})
