import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { phraseText } from '../measure/phrase'
import { FINISHES } from '../piece/words'
import { surfaceSteps, type Mark } from '.'

const seam: Mark = {
  part: 'rail',
  name: 'rail',
  species: 'Beech, European',
  seams: 2,
  plugs: 0,
  holes: 0,
  isPatched: false,
  isNew: false,
}
const patched: Mark = { ...seam, part: 'leg', name: 'leg', seams: 1, isPatched: true }
const ids = (
  marks: readonly Mark[],
  finish: Parameters<typeof surfaceSteps>[1],
  aim: Parameters<typeof surfaceSteps>[2] = 'keep',
) => surfaceSteps(marks, finish, aim).map(s => s.id)
const step = (
  marks: readonly Mark[],
  finish: Parameters<typeof surfaceSteps>[1],
  aim: Parameters<typeof surfaceSteps>[2],
  id: string,
) => surfaceSteps(marks, finish, aim).find(s => s.id === id)!

describe('the surface after a mend', () => {
  it('of a joint glued again wants nothing but its squeeze-out looked for, and wax where there was wax', () => {
    expect(ids([seam], 'lacquer')).toEqual(['seams'])
    expect(ids([seam], 'wax')).toEqual(['seams', 'waxed'])
    expect(ids([seam], 'bare')).toEqual(['seams'])
  })

  it('of a patch under shellac: seams, ground, tone, wear, three thin coats, wax, in that order', () => {
    expect(ids([seam, patched], 'shellac')).toEqual([
      'seams',
      'ground',
      'tone',
      'wear',
      'coat-1',
      'coat-2',
      'coat-3',
      'waxed',
    ])
  })

  it('waits by hand: shellac 1 h between coats and 12 h at last; oil stain over a night, varnish a day and then two', () => {
    const waits = (finish: 'shellac' | 'varnish') => surfaceSteps([patched], finish, 'keep').map(s => [s.id, s.waitMin])
    expect(waits('shellac')).toEqual(
      expect.arrayContaining([
        ['coat-1', 60],
        ['coat-2', 60],
        ['coat-3', 720],
        ['waxed', 60],
      ]),
    )
    expect(waits('varnish')).toEqual(
      expect.arrayContaining([
        ['tone', 840],
        ['coat-1', 1440],
        ['coat-2', 2880],
      ]),
    )
  })

  it('kept, only the mend is coated; blended, the last coat goes over the whole part; a part that was only glued is left alone', () => {
    const coat = (aim: 'keep' | 'blend') => step([seam, patched], 'shellac', aim, 'coat-3')
    expect(coat('keep').parts).toEqual(['leg'])
    expect(coat('blend').parts).toEqual(['leg'])
    expect(phraseText(coat('keep').words)).toContain('a finger past it')
    expect(phraseText(coat('blend').words)).toContain('whole part')
  })

  it('a finish nobody looked at is found out before anything is put on it, and not for a joint that was only glued', () => {
    expect(ids([patched], 'unknown')[0]).toBe('finish')
    expect(ids([seam], 'unknown')).toEqual(['seams'])
  })

  it('light wood is wetted before it is stained: pine of 0.4 is, beech is not', () => {
    const ground = (species: string) => phraseText(step([{ ...patched, species }], 'shellac', 'keep', 'ground').words)
    expect(ground('Pine, eastern white')).toContain('Wet leg with thinner')
    expect(ground('Beech, European')).not.toContain('thinner first')
  })

  it('old paint is never sanded dry or burnt off; a hole is plugged before any colour', () => {
    expect(phraseText(step([patched], 'paint', 'refinish', 'stripped').words)).toMatch(/No dry sanding, no heat gun/)
    const holed = ids([{ ...seam, plugs: 1, holes: 1 }], 'oil')
    expect(holed.indexOf('plugs')).toBeGreaterThan(-1)
    expect(holed.indexOf('plugs')).toBeLessThan(holed.indexOf('ground'))
  })

  it('whatever was done under whatever finish: wax is last, coats come after colour, every step has parts, hands and no negative wait', () => {
    const mark = fc.record({ seams: fc.nat(4), holes: fc.nat(2), isPatched: fc.boolean(), isNew: fc.boolean() })
    fc.assert(
      fc.property(
        fc.array(mark, { minLength: 1, maxLength: 5 }),
        fc.constantFrom(...FINISHES),
        fc.constantFrom('keep' as const, 'blend' as const, 'refinish' as const),
        (drawn, finish, aim) => {
          const steps = surfaceSteps(
            drawn.map((d, i) => ({ ...seam, ...d, plugs: d.holes, part: `part-${i}`, name: `part ${i}` })),
            finish,
            aim,
          )
          const order = steps.map(s => s.id)
          if (order.includes('waxed')) expect(order.at(-1)).toBe('waxed')
          const firstCoat = order.findIndex(id => id.startsWith('coat'))
          for (const id of ['plugs', 'ground', 'tone', 'wear', 'stripped']) {
            if (firstCoat >= 0) expect(order.indexOf(id)).toBeLessThan(firstCoat)
          }
          for (const s of steps) expect([s.parts.length > 0, s.minutes > 0, s.waitMin >= 0]).toEqual([true, true, true])
          expect(new Set(order).size).toBe(order.length)
        },
      ),
    )
  })
})
