import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import type { Piece } from '../piece/schema'
import { jointCase, mendCandidates, type Work } from './index'

/** Mends that are made of mends, worked out by hand. */
function asked(piece: Piece, joint: string, mend: string) {
  const { verdict } = mendCandidates(
    jointCase(
      piece,
      piece.joints.find(j => j.id === joint)!,
      'everyday',
      0.15,
    ),
  ).find(c => c.mend.id === mend)!
  const work = verdict as Work
  return {
    fits: verdict.fits,
    why: phraseText(verdict.reason),
    work,
    sizes: Object.fromEntries((verdict.fits ? work.sizes : []).map(s => [s.id, s.figure.value])),
  }
}

describe('shims and wedge together', () => {
  const RAIL = 'left-side-rail--left-back-post' // a tenon 9 × 48 × 28
  const loose = (cheek: number, edge: number) =>
    applyAll(newChair(), [
      { do: 'test-joint', joint: RAIL, state: 'swings' },
      { do: 'measure-clearance', joint: RAIL, where: 'cheek', measure: measured(cheek) },
      { do: 'measure-clearance', joint: RAIL, where: 'edge', measure: measured(edge) },
    ])
  it('0.5 both ways: two shims of (0.5 − 0.05) / 2, 26 × 46; two kerfs 28 − 3 deep; 25 min of shims, 3 to glue them on and an hour to set, 30 of wedges', () => {
    const { fits, work, sizes } = asked(loose(0.5, 0.5), RAIL, 'shims-and-wedge')
    expect(fits).toBe(true)
    expect(sizes.shim).toBeCloseTo(0.225, 9)
    expect(sizes).toMatchObject({ 'shim-length': 26, 'shim-width': 46, 'kerf-depth': 25 })
    expect(work.steps.filter(s => s.id !== 'root-hole').reduce((sum, s) => sum + s.minutes, 0)).toBe(25 + 3 + 30)
    expect(work.steps.find(s => s.id === 'glue-shims')!.waitMin).toBe(60)
    expect(work.stock.map(s => [s.id, s.count])).toEqual([
      ['shim', 2],
      ['wedge', 2],
    ])
    expect(new Set(work.steps.map(s => s.id)).size).toBe(work.steps.length)
  })
  it('loose one way only asks for one of the two', () => {
    expect(asked(loose(0.5, 0.1), RAIL, 'shims-and-wedge').why).toContain('no wedge is needed')
    expect(asked(loose(0.1, 0.5), RAIL, 'shims-and-wedge').why).toContain('no shims are needed')
  })
})

describe('a pin that locks', () => {
  const RUNG = 'front-seat-rung--left-front-post' // a round tenon 15 × 24 in a post of 34
  const pulls: Command = { do: 'set-direction', joint: RUNG, direction: 'pulls-out', on: true }
  const snug: Command[] = [
    { do: 'test-joint', joint: RUNG, state: 'swings' },
    { do: 'measure-clearance', joint: RUNG, where: 'round', measure: measured(0.1) },
  ]
  const chair = newPiece('post-and-rung')

  it('4 mm is between 15 / 4 and 15 / 3; 0.6 × 24 from the shoulder; 2.6 off the post’s axis the wood goes √(17² − 2.6²) = 16.8 each way: 16.8 + 16.8 − 3, whole millimetres', () => {
    const { fits, work, sizes } = asked(applyAll(chair, [...snug, pulls]), RUNG, 'locking-pin')
    expect(fits).toBe(true)
    expect(sizes.dowel).toBe(4)
    expect(sizes['pin-depth']).toBeCloseTo(14.4, 9)
    expect(sizes['stop-receiving']).toBe(30)
    expect(work.removedCm3).toBeCloseTo(((Math.PI / 4) * 16 * 30) / 1000, 9)
    const pin = work.steps.at(-1)!
    expect([pin.id, pin.when, pin.minutes]).toEqual(['pin', 'cured', 15])
  })
  it('that never pulled out wants none', () => {
    expect(asked(applyAll(chair, snug), RUNG, 'locking-pin').why).toContain('it does not pull out')
  })
})
