import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { phraseText } from '../measure/phrase'
import { orThrow, type Result } from '../measure/result'
import { rackingFrom } from '../truing/diagonals'
import { dowelAnswer, forceAnswer, openAnswer, shimAnswer, squareAnswer, wedgeAnswer, type Answer } from './answers'

const text = (r: Result<Answer>) => phraseText(orThrow(r).sentence)

describe('quick answers', () => {
  it('gap to shim', () => {
    expect(text(shimAnswer(0.45))).toBe('0.20 mm of wood on each cheek, grain with the tenon.')
    expect(text(shimAnswer(0.15))).toBe('One shaving of 0.10 mm; it moves the rail over by 0.05 mm.')
    expect(text(shimAnswer(0.05))).toContain('glue alone')
    expect(text(shimAnswer(2))).toContain('a new tenon')
  })
  it('gap to wedge', () => {
    expect(text(wedgeAnswer(0.5, 30, 48))).toMatch(
      /^Two kerfs, 6 mm in from the edges, 27 mm deep.* wedges 1\.1[23] mm/,
    )
    expect(text(wedgeAnswer(1.4, 18, 24))).toContain('It would split')
  })
  it('dowel to hole: 10 mm in a 22 mm rail and a 38 mm leg stops at 26, in steps of 5, 7 and 9', () => {
    expect(text(dowelAnswer(10, 22, 38))).toBe(
      'Hole 10 mm to 10.15 mm, stop at 26 mm. An old one comes out in steps of 5, 7, 9 and 10 mm.',
    )
    expect(text(dowelAnswer(12, 20, 38))).toContain('Too thick')
    expect(text(dowelAnswer(10, 30, 18))).toContain('too short to hold')
  })
  it('glue open now, and clamp force', () => {
    expect(text(openAnswer('pva-white', { nowC: 20, nowRhPct: 50, tonightC: 20 }))).toBe(
      '8.0–12 min, of which 7.5 min may be used.',
    )
    expect(text(openAnswer('pva-white', { nowC: 6, nowRhPct: 50, tonightC: 6 }))).toContain('Too cold')
    expect(text(forceAnswer('shoulder', 22, 58, 'fish'))).toContain('39–65 kg')
    expect(text(forceAnswer('face', 40, 60, 'pva-white'))).toContain('170–420 kg')
  })
})

describe('out of square', () => {
  it('by hand: a 300 x 400 frame racked by 5 degrees has diagonals 520.5 and 478.6', () => {
    const [a, b, lean] = [300, 400, (5 * Math.PI) / 180]
    const diagonal = (sign: 1 | -1) => Math.sqrt(a * a + b * b + sign * 2 * a * b * Math.sin(lean))
    expect([diagonal(1), diagonal(-1)].map(d => d.toFixed(1))).toEqual(['520.5', '478.6'])
    const r = orThrow(rackingFrom(diagonal(1), diagonal(-1), a))
    expect([r.lean.value, r.trueDiagonal.value, r.otherSideMm].map(x => x.toFixed(6))).toEqual([
      '5.000000',
      '500.000000',
      '400.000000',
    ])
  })
  it('a square frame has no pull, whatever its size; swapping the diagonals changes nothing', () => {
    const side = fc.double({ min: 50, max: 900, noNaN: true })
    fc.assert(
      fc.property(side, side, (a, b) => {
        expect(orThrow(rackingFrom(Math.hypot(a, b), Math.hypot(a, b), a)).pull.value).toBeCloseTo(0, 6)
      }),
    )
    expect(rackingFrom(510, 490, 300)).toEqual(rackingFrom(490, 510, 300))
    expect(text(squareAnswer(500, 500, 300))).toContain('Square')
  })
  it('readings that no frame has are refused', () => {
    expect(rackingFrom(500, 490, 600)).toMatchObject({ ok: false, issues: [{ path: 'side' }] })
  })
})
