import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readDxf } from '../../tests/fixtures/read-sheet'
import { caulSheet } from './caul'
import { sheetDxf } from './export'

describe('a sloped caul', () => {
  it('by hand: 10° over 60 rise 60 tan 10° = 10.6: 12 at one end, 22.6 at the other', () => {
    const { lines } = readDxf(sheetDxf(caulSheet({ offSquareDeg: 10 }, 'J1')))
    const upright = lines
      .filter(l => l.layer === 'new' && Math.abs(l.a[0] - l.b[0]) < 0.01)
      .map(l => Math.abs(l.a[1] - l.b[1]))
      .sort((a, b) => a - b)
    expect(upright).toEqual([expect.closeTo(12, 1), expect.closeTo(22.58, 1)])
  })
  it('sawn from its drawing it turns the jaw by just what it was off, whatever that was', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 25, noNaN: true }), (deg) => {
        const top = readDxf(sheetDxf(caulSheet({ offSquareDeg: deg }, 'x')))
          .lines.filter(l => l.layer === 'new')
          .map(l => Math.abs((Math.atan2(l.b[1] - l.a[1], l.b[0] - l.a[0]) * 180) / Math.PI))
          .map(a => Math.min(a, 180 - a))
          .filter(a => a > 0.5 && a < 80)
        expect(top).toHaveLength(1)
        expect(top[0]).toBeCloseTo(deg, 0)
      }),
      { numRuns: 40 },
    )
  })
  it('steeper than 25° it would slide: the clamp wants another place', () => {
    expect(() => caulSheet({ offSquareDeg: 30 }, 'x')).toThrow(RangeError)
    expect(() => caulSheet({ offSquareDeg: 0 }, 'x')).toThrow(RangeError)
  })
})

describe('a notched caul', () => {
  const linesOf = (roundMm: number) => readDxf(sheetDxf(caulSheet({ offSquareDeg: 0, roundMm }, 'x')))

  it('by hand: a post of 38 touches a square notch 19 × 0.707 = 13.4 out; the notch is 18 deep, 36 wide, in a block of 56 by 30', () => {
    const { lines } = linesOf(38)
    const xs = lines.filter(l => l.layer === 'new').flatMap(l => [l.a[0], l.b[0]])
    const ys = lines.filter(l => l.layer === 'new').flatMap(l => [l.a[1], l.b[1]])
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(56, 1)
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(30, 1)
    const sides = lines.filter(
      l => l.layer === 'new' && Math.abs(Math.abs(l.a[0] - l.b[0]) - Math.abs(l.a[1] - l.b[1])) < 0.01,
    )
    expect(sides.map(l => Math.abs(l.a[0] - l.b[0]))).toEqual([expect.closeTo(18, 1), expect.closeTo(18, 1)])
  })

  it('whatever is in it, the round part touches both sides within the wood and neither cuts into it nor stands off', () => {
    fc.assert(
      fc.property(fc.double({ min: 10, max: 85, noNaN: true }), (roundMm) => {
        const { lines, circles } = linesOf(roundMm)
        const [part] = circles
        const sides = lines.filter(
          l => l.layer === 'new' && Math.abs(Math.abs(l.a[0] - l.b[0]) - Math.abs(l.a[1] - l.b[1])) < 0.01,
        )
        expect(sides).toHaveLength(2)
        for (const { a, b } of sides) {
          const long = Math.hypot(b[0] - a[0], b[1] - a[1])
          const off = Math.abs((b[0] - a[0]) * (a[1] - part!.y) - (a[0] - part!.x) * (b[1] - a[1])) / long
          expect(off).toBeCloseTo(part!.r, 1)
          const share = ((part!.x - a[0]) * (b[0] - a[0]) + (part!.y - a[1]) * (b[1] - a[1])) / long ** 2
          expect([share > 0.02, share < 0.98]).toEqual([true, true])
        }
      }),
      { numRuns: 40 },
    )
  })
})

describe('cauls for a bend', () => {
  it('by hand: outside a bend of 300 and 30 thick, hollowed 30² / (2 × 315) = 1.43 deep; inside rounded 30² / (2 × 285) = 1.58', () => {
    const views = caulSheet({ offSquareDeg: 0, curve: { radiusMm: 300, thickMm: 30 } }, 'x').views
    const heights = (i: number) => {
      const s = views[i]!.shapes[0]!
      return s.kind === 'polygon' ? s.points.slice(2).map(p => p[1]) : []
    }
    expect(Math.max(...heights(0)) - Math.min(...heights(0))).toBeCloseTo(1.43, 1)
    expect(Math.max(...heights(1)) - Math.min(...heights(1))).toBeCloseTo(1.58, 1)
    // Every point of the hollow lies on a circle of 315.
    const s = views[0]!.shapes[0]!
    const points = s.kind === 'polygon' ? s.points.slice(2) : []
    const low = Math.min(...points.map(p => p[1]))
    for (const [x, y] of points) expect(Math.hypot(x - 30, y - (low + 315))).toBeCloseTo(315, 3)
  })
})
