import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyWhatFits, arbitraryChair, newChair } from '../../../tests/fixtures/pieces'
import { measured } from '../../measure/measured'
import { length, subtract } from '../../measure/vec'
import { boundsOf, solidsOf } from '../geometry'
import { partOf } from '../facts'
import { framedChair } from './framed-chair'

const anyChair = () =>
  arbitraryChair().chain(chair =>
    fc
      .tuple(
        ...framedChair.measures.map(m =>
          fc
            .double({ min: m.min, max: m.max, noNaN: true })
            .map(v => ({ do: 'measure-shape' as const, key: m.key, measure: measured(v) })),
        ),
      )
      .map(commands => applyWhatFits(chair, commands)),
  )

describe('a framed chair', () => {
  it('stands on the floor, is as high and as wide as measured, and its sides mirror each other', () => {
    fc.assert(
      fc.property(anyChair(), (chair) => {
        const { min, max } = boundsOf(chair.parts)
        const { backHeight, frontWidth, backWidth, splay } = chair.shape.measures
        expect(min[1]).toBeGreaterThan(-25) // a raked foot's corner dips below its axis end
        expect(Math.abs(max[1] - backHeight!.value)).toBeLessThan(25)
        expect(min[0]).toBeCloseTo(-max[0], 3)
        if (splay!.value === 0) expect(max[0] * 2).toBeCloseTo(Math.max(frontWidth!.value, backWidth!.value), 3)
      }),
      { numRuns: 40 },
    )
  })

  it('counts its joints: 14 without stretchers and two slats, 20 with an H, 22 with a box', () => {
    expect(
      [newChair(), newChair({ stretchers: 'h' }), newChair({ stretchers: 'box' })].map(c => c.joints.length),
    ).toEqual([14, 20, 22])
    expect(
      newChair({ frontRail: 'dowel' })
        .joints.slice(0, 3)
        .map(j => j.form.kind),
    ).toEqual(['dowel', 'dowel', 'mortise-and-tenon'])
  })

  it('worked example: with the usual measures the front rail is 440 - 2 x 38 = 364 mm between shoulders', () => {
    const rail = partOf(newChair(), 'front-rail')
    expect(length(subtract(rail.axis[1]!, rail.axis[0]!))).toBeCloseTo(364, 3)
    expect(solidsOf(partOf(newChair(), 'left-back-post'))).toHaveLength(2)
  })
})
