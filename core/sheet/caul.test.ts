import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readDxf } from '../../tests/fixtures/read-sheet'
import { caulSheet } from './caul'
import { sheetDxf } from './export'

describe('a sloped caul', () => {
  it('by hand: 10° over 60 rise 60 tan 10° = 10.6: 12 at one end, 22.6 at the other', () => {
    const { lines } = readDxf(sheetDxf(caulSheet(10, 'J1')))
    const upright = lines.filter(l => l.layer === 'new' && Math.abs(l.a[0] - l.b[0]) < 0.01).map(l => Math.abs(l.a[1] - l.b[1])).sort((a, b) => a - b)
    expect(upright).toEqual([expect.closeTo(12, 1), expect.closeTo(22.58, 1)])
  })
  it('sawn from its drawing it turns the jaw by just what it was off, whatever that was', () => {
    fc.assert(fc.property(fc.double({ min: 1, max: 25, noNaN: true }), (deg) => {
      const top = readDxf(sheetDxf(caulSheet(deg, 'x'))).lines.filter(l => l.layer === 'new').map(l => Math.abs(Math.atan2(l.b[1] - l.a[1], l.b[0] - l.a[0]) * 180 / Math.PI)).map(a => Math.min(a, 180 - a)).filter(a => a > 0.5 && a < 80)
      expect(top).toHaveLength(1)
      expect(top[0]).toBeCloseTo(deg, 0)
    }), { numRuns: 40 })
  })
  it('steeper than 25° it would slide: the clamp wants another place', () => {
    expect(() => caulSheet(30, 'x')).toThrow(RangeError)
    expect(() => caulSheet(0, 'x')).toThrow(RangeError)
  })
})
