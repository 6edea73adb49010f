import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseWallTime } from '../measure/wall-time'
import { foldedAxis } from './lanes'

const hours = { opensMin: 480, closesMin: 1080 }
const noon = parseWallTime('2026-03-05T12:00')

describe('a time axis with folded nights', () => {
  const axis = foldedAxis(hours, noon, 2)
  it('worked example: two days of 600 min and two nights of 150: noon is at 240/1500, next opening at 750/1500', () => {
    expect(axis.at(noon)).toBeCloseTo(240 / 1500, 9)
    expect(axis.at(parseWallTime('2026-03-06T08:00'))).toBeCloseTo(0.5, 9)
    expect(axis.at(parseWallTime('2026-03-06T01:00'))).toBeCloseTo((600 + 75) / 1500, 9)
  })
  it('never runs backward, and stays within its ends', () => {
    fc.assert(
      fc.property(fc.integer({ min: -2000, max: 6000 }), fc.integer({ min: 0, max: 500 }), (t, later) => {
        expect(axis.at(noon + t + later)).toBeGreaterThanOrEqual(axis.at(noon + t))
        expect(axis.at(noon + t) >= 0 && axis.at(noon + t) <= 1).toBe(true)
      }),
    )
  })
})
