import { describe, expect, it } from 'vitest'
import type { Vec } from '../measure/vec'
import { markClamp } from './clamp-marks'

const length = (a: Vec, b: Vec) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])

describe('a clamp on the drawing', () => {
  const middle: Vec = [0, 400, 0]
  it('has its jaws on the two places it presses, and its bar beside the wood on the outer side, as long as it spans', () => {
    const {
      strokes: [bar],
      at,
      isStrap,
    } = markClamp({ from: [200, 420, 180], to: [200, 420, -180] }, middle)
    expect(isStrap).toBe(false)
    expect([bar![0], bar!.at(-1)]).toEqual([
      [200, 420, 180],
      [200, 420, -180],
    ])
    expect(length(bar![1]!, bar![2]!)).toBeCloseTo(360, 9)
    expect(bar![1]![0]).toBeGreaterThan(230)
    expect(at[2]).toBeCloseTo(0, 9)
  })
  it('in line with the middle of the piece it still stands beside its line', () => {
    const {
      strokes: [bar],
    } = markClamp({ from: [-200, 400, 0], to: [200, 400, 0] }, middle)
    expect(length(bar![0]!, bar![1]!)).toBeCloseTo(48, 9)
  })
  it('a strap is drawn all the way round', () => {
    const loop: Vec[] = [
      [0, 0, 0],
      [100, 0, 0],
      [100, 0, 100],
      [0, 0, 100],
    ]
    const mark = markClamp({ from: loop[0]!, to: loop[1]!, loop }, middle)
    expect(mark.strokes).toEqual([[...loop, loop[0]]])
    expect(mark.isStrap).toBe(true)
  })
})
