import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { phraseText } from '../measure/phrase'
import { AGES, FINISHES, OLD_GLUES, SCHOOLS } from '../piece/words'
import { ROUND_IDS } from '../reference/rounds'
import { methodFor } from './methods'
import { minutesOfRecipe, recipeFor, type Around } from './release'

const usual: Around = {
  glue: 'protein',
  age: 'old',
  mendedBefore: false,
  elsewhere: [],
  finishes: ['varnish', 'varnish'],
  woods: ['Beech, European', 'Beech, European'],
  stuffed: false,
  metal: false,
  school: 'everyday',
  leftOut: [],
}
const rounds = (over: Partial<Around>) => recipeFor({ ...usual, ...over }).rounds.map(r => r.id)

describe('rounds for a joint', () => {
  it('protein glue in varnish: dry first, then warm and wet, spirit after all heat', () => {
    expect(rounds({})).toEqual(['dry-rap', 'dry-blade', 'warm-blade', 'warm-water', 'steam', 'spirit'])
  })
  it('shellac on one of the two parts is enough to keep water, heat and spirit off both', () => {
    expect(rounds({ finishes: ['varnish', 'shellac'] })).toEqual(['dry-rap', 'dry-blade'])
    // A finish nobody has named is treated as shellac.
    expect(rounds({ finishes: ['unknown', 'oil'] })).toEqual(['dry-rap', 'dry-blade'])
    expect(recipeFor({ ...usual, finishes: ['varnish', 'shellac'] }).leftOut.map(l => l.id)).toContain('warm-water')
  })
  it('where what is left gives too little hope, what harms is told with its shield', () => {
    const pva = recipeFor({ ...usual, glue: 'pva', finishes: ['shellac', 'oil'] })
    const warm = pva.rounds.find(r => r.id === 'warm-blade')!
    expect(phraseText(warm.shield!)).toContain('shellac')
  })
  it('vinegar and steam stay off oak, whichever of the two parts is of it, and off metal', () => {
    expect(rounds({ glue: 'pva', woods: ['Beech, European', 'Beech, European'] })).toContain('vinegar')
    expect(rounds({ glue: 'pva', woods: ['Beech, European', 'Oak, European'] })).not.toContain('vinegar')
    expect(rounds({ glue: 'pva', metal: true })).not.toContain('vinegar')
  })
  it('neither spirit nor acetone beside wax, on whichever part it is', () => {
    for (const glue of ['protein', 'pva'] as const) {
      expect(rounds({ glue, finishes: ['oil', 'wax'] }).filter(id => id === 'spirit' || id === 'acetone')).toEqual([])
    }
  })
  it('nothing wet near stuffing; nothing this shop does not use', () => {
    expect(rounds({ stuffed: true })).not.toContain('warm-water')
    expect(rounds({ leftOut: ['spirit'] })).not.toContain('spirit')
    expect(recipeFor({ ...usual, leftOut: ['spirit'] }).leftOut.find(l => l.id === 'spirit')).toBeDefined()
  })
  it('epoxy is heated before it is sawn, a finish that stands no heat shielded, leaf spared; polyurethane is never heated', () => {
    expect(rounds({ glue: 'epoxy', finishes: ['oil', 'oil'] })).toEqual(['local-heat', 'saw-line'])
    expect(rounds({ glue: 'epoxy', finishes: ['shellac', 'shellac'] })).toEqual(['local-heat', 'saw-line'])
    const [heat] = recipeFor({ ...usual, glue: 'epoxy', finishes: ['shellac', 'shellac'] }).rounds
    expect(phraseText(heat!.shield!)).toContain('shellac')
    expect(rounds({ glue: 'epoxy', finishes: ['gilded', 'gilded'] })).toEqual(['saw-line'])
    expect(rounds({ glue: 'polyurethane' })).toEqual(['saw-line'])
    expect(recipeFor({ ...usual, glue: 'polyurethane' }).cautions).toContain('polyurethane-heat')
  })
  it('an unknown glue is found out first; an old chair is taken to hold protein glue, one mended since PVA', () => {
    const old = recipeFor({ ...usual, glue: 'unknown' })
    expect(old.rounds[0]!.id).toBe('swab')
    expect(old.odds.protein).toBeGreaterThan(0.7)
    expect(recipeFor({ ...usual, glue: 'unknown', mendedBefore: true }).odds.pva).toBeGreaterThan(0.5)
  })
  it('by hand: with PVA in one known joint and protein in another of a modern chair, PVA is 0.85 / 2 + 0.15 x 0.7', () => {
    const { odds } = recipeFor({ ...usual, glue: 'unknown', age: 'modern', elsewhere: ['pva', 'protein', 'unknown'] })
    expect(odds.pva).toBeCloseTo(0.425 + 0.105, 9)
    expect(odds.protein).toBeCloseTo(0.425 + 0.15 * 0.05, 9)
  })
  it('by hand: two rounds of 30 and 35 % on shellac: the second is come to in 70 of 100; hands 3.5 + 0.7 x 6 = 7.7 min, waiting 0 + 0.7 x 10 = 7', () => {
    const recipe = recipeFor({ ...usual, finishes: ['shellac', 'shellac'] })
    expect(recipe.rounds.map(r => [r.chance, r.reach])).toEqual([
      [0.3, 1],
      [0.35, 0.7],
    ])
    const { hands, wait } = minutesOfRecipe(recipe)
    expect(hands).toEqual({ low: 2, usual: expect.closeTo(7.7, 9), high: 13 })
    expect(wait).toEqual({ low: 0, usual: expect.closeTo(7, 9), high: 15 })
  })

  const around = fc.record({
    glue: fc.constantFrom(...OLD_GLUES),
    age: fc.constantFrom(...AGES),
    mendedBefore: fc.boolean(),
    elsewhere: fc.array(fc.constantFrom(...OLD_GLUES), { maxLength: 4 }),
    finishes: fc.array(fc.constantFrom(...FINISHES), { minLength: 2, maxLength: 2 }),
    woods: fc.constant(['Beech, European', 'Oak, European']),
    stuffed: fc.boolean(),
    metal: fc.boolean(),
    school: fc.constantFrom(...SCHOOLS),
    leftOut: fc.subarray([...ROUND_IDS], { maxLength: 5 }),
  })
  it('whatever the joint is like: nothing hot after anything that gives off vapour, nothing the shop leaves out, leaf kept dry, odds that add up', () => {
    fc.assert(
      fc.property(around, (a) => {
        const recipe = recipeFor(a)
        const firstVapour = recipe.rounds.findIndex(r => r.row.vapour)
        if (firstVapour >= 0) expect(recipe.rounds.slice(firstVapour).some(r => r.row.hot)).toBe(false)
        for (const r of recipe.rounds.filter(x => x.id !== 'swab')) expect(a.leftOut).not.toContain(r.id)
        if (a.finishes.includes('gilded')) {
          for (const r of recipe.rounds) expect(r.row.wet || r.row.hot || r.row.vapour).toBeFalsy()
        }
        if (a.stuffed) for (const r of recipe.rounds) expect(r.row.wet).toBeFalsy()
        expect(Object.values(recipe.odds).reduce((x, y) => x + y, 0)).toBeCloseTo(1, 9)
        for (const [i, r] of recipe.rounds.entries()) {
          expect(r.reach).toBeCloseTo(
            recipe.rounds.slice(0, i).reduce((left, x) => left * (1 - x.chance), 1),
            9,
          )
        }
        const { hands, wait } = minutesOfRecipe(recipe)
        for (const m of [hands, wait]) {
          expect(m.low).toBeLessThanOrEqual(m.usual + 1e-9)
          expect(m.usual).toBeLessThanOrEqual(m.high + 1e-9)
        }
      }),
      { numRuns: 400 },
    )
  })
  it('in a few words, for a glue on one part: shellac stays dry, oak without vinegar', () => {
    expect(phraseText(methodFor('protein', 'shellac', 'Beech, European').how)).toContain('dry')
    expect(phraseText(methodFor('pva', 'varnish', 'Oak, European').how)).not.toContain('vinegar')
    expect(methodFor('polyurethane', 'bare', 'Beech, European').cautions).toContain('polyurethane-heat')
  })
})
