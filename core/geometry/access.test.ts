import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newChair } from '../../tests/fixtures/pieces'
import { unit, type Vec } from '../measure/vec'
import { solidsOf } from '../piece/geometry'
import { partOf } from '../piece/facts'
import type { Part } from '../piece/schema'
import { drillAt, inTheWayOf } from '.'

const chair = newChair({ stretchers: 'box' })
const others = (id: string) => chair.parts.filter(p => p.id !== id)

describe('what is in a drill’s way', () => {
  it('worked example: along the front, 364 mm between the legs; a 60 mm bore wants 60 + 15 + 170 = 245 from the leg’s inner face, 400 do not fit', () => {
    const inner: Vec = [182, 250, 186]
    expect(inTheWayOf(drillAt(inner, [-1, 0, 0], 60, 10), others('left-front-leg'))).toEqual([])
    expect(inTheWayOf(drillAt(inner, [-1, 0, 0], 215, 10), others('left-front-leg'))).toEqual(['right-front-leg'])
  })
  it('the rail over it stops a drill held close under it, and not one further down', () => {
    // The rail's lower edge is at 387: a body of 28 mm radius passes 29 under it, and meets it 27 under.
    expect(inTheWayOf(drillAt([182, 387 - 27, 186], [-1, 0, 0], 40, 10), others('left-front-leg'))).toEqual([
      'front-rail',
    ])
    expect(inTheWayOf(drillAt([182, 387 - 29, 186], [-1, 0, 0], 40, 10), others('left-front-leg'))).toEqual([])
  })
  it('from outside nothing is in the way', () => {
    expect(inTheWayOf(drillAt([220, 300, 186], [1, 0, 0], 40, 10), others('left-front-leg'))).toEqual([])
  })
  it('finds every part whose drawn wood is seen to stand in the tool, wherever it is held', () => {
    const legs = ['left-front-leg', 'right-back-post', 'left-stretcher'] as const
    const way = fc
      .tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: 0, max: 6.28, noNaN: true }))
      .map(([y, t]): Vec => unit([Math.sqrt(1 - y * y) * Math.cos(t), y, Math.sqrt(1 - y * y) * Math.sin(t)]))
    fc.assert(
      fc.property(
        fc.constantFrom(...legs),
        fc.double({ min: 0.15, max: 0.85, noNaN: true }),
        way,
        (id, share, outward) => {
          const [a, b] = [partOf(chair, id).axis[0]!, partOf(chair, id).axis[1]!]
          const from = a.map((c, i) => c + share * (b[i]! - c) + 22 * outward[i]!) as unknown as Vec
          const found = inTheWayOf(drillAt(from, outward, 50, 10), others(id))
          for (const part of others(id)) {
            if (cornersIn(part, from, outward, 65, 235, 22)) expect(found).toContain(part.id)
          }
        },
      ),
      { numRuns: 200 },
    )
  })
})

/** Whether a point strewn over a part’s drawn wood lies well within the tool’s body. */
function cornersIn(part: Part, from: Vec, way: Vec, startMm: number, endMm: number, radiusMm: number): boolean {
  return solidsOf(part, 8).some(({ start, end }) =>
    start.some((a, i) =>
      Array.from({ length: 60 }, (_, k) => k / 59).some((s) => {
        const p = a.map((c, k) => c + s * (end[i]![k]! - c))
        const off = p.map((c, k) => c - from[k]!)
        const t = off.reduce((sum, c, k) => sum + c * way[k]!, 0)
        const aside = Math.hypot(...off.map((c, k) => c - t * way[k]!))
        return t > startMm + 6 && t < endMm - 6 && aside < radiusMm
      }),
    ),
  )
}
