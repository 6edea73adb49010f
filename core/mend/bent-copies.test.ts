import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { faultsOfPlan } from '../../tests/fixtures/validate-plan'
import { troublesOf } from '../condition/troubles'
import { phraseText } from '../measure/phrase'
import type { Part, Piece } from '../piece/schema'
import { planPiece } from '../plan'
import { USUAL_SHOP } from '../reference/usual-shop'
import { bendOf } from './bend'
import { woodCandidates } from './index'

/** A part along an arc of so many degrees, `thickMm` thick in its plane and 30 wide square to it. */
function arc(radiusMm: number, deg: number, thickMm: number): Part {
  const points = Array.from({ length: 25 }, (_, i) => {
    const a = ((i / 24 - 0.5) * deg * Math.PI) / 180
    return [radiusMm * Math.sin(a), radiusMm * Math.cos(a), 0] as [number, number, number]
  })
  return {
    id: 'arc',
    role: 'arm',
    species: 'Ash, European',
    axis: points,
    across: [0, 0, 1],
    section: { shape: 'rectangle', stations: [{ along: 0, widthMm: 30, depthMm: thickMm }] },
  }
}
/** A chair whose missing arm is that part. */
function missing(part: Part): Piece {
  const chair = newChair({ arms: 'through' })
  return {
    ...chair,
    parts: chair.parts.map(p => (p.id === 'right-arm' ? { ...part, id: 'right-arm', missing: true } : p)),
  }
}
function asked(part: Part, mend: string) {
  const piece = missing(part)
  const trouble = troublesOf(piece).find(t => t.id === 'part:right-arm')!
  const { verdict } = woodCandidates({ piece, trouble, school: 'everyday', glueGapMm: 0.15 }).find(
    c => c.mend.id === mend,
  )!
  return {
    fits: verdict.fits,
    why: phraseText(verdict.reason),
    verdict,
    sizes: Object.fromEntries((verdict.fits ? verdict.sizes : []).map(s => [s.id, s.figure.value])),
  }
}

describe('the bend of a part', () => {
  it('by hand: 60 degrees of a radius of 300: 2 × 300 sin 30° = 300 of chord, 300 (1 − cos 30°) = 40.2 of rise, 314.2 along it, 30° at its ends', () => {
    const bend = bendOf(arc(300, 60, 20))!
    expect(bend.chordMm).toBeCloseTo(300, 3)
    expect(bend.riseMm).toBeCloseTo(300 * (1 - Math.cos(Math.PI / 6)), 1)
    expect(bend.arcMm).toBeCloseTo(Math.PI * 100, 0)
    expect(bend.radiusMm).toBeCloseTo(300, -1)
    expect(bend.endSlopeDeg).toBeGreaterThan(27)
    expect([bend.thickMm, bend.wideMm]).toEqual([20, 30])
    expect(bend.outOfPlaneMm).toBeCloseTo(0, 6)
  })
  it('a straight part has none', () => {
    const leg = newChair().parts.find(p => p.id === 'left-front-leg')!
    expect(bendOf(leg)).toBeNull()
  })
})

describe('a bent part lost', () => {
  it('a slight curve is sawn: 12 degrees of 1500 rise 8.2, so a board of 8.2 + 24; a deep one would break along its grain', () => {
    const flat = asked(arc(1500, 12, 24), 'sawn-copy')
    expect(flat.fits).toBe(true)
    expect(flat.sizes.width).toBeCloseTo(1500 * (1 - Math.cos((6 * Math.PI) / 180)) + 24, 1)
    expect(asked(arc(300, 60, 20), 'sawn-copy').why).toContain('break there again')
  })
  it('steam: 300 of radius for 20 is 15 times, over a form of 300 × 0.94 = 282; 48 minutes; 150 of radius is too tight', () => {
    const { fits, sizes, why } = asked(arc(300, 60, 20), 'steamed-copy')
    expect(fits).toBe(true)
    expect(sizes['moves-back']).toBeCloseTo(282, -1)
    expect(why).toContain('48 min')
    expect(asked(arc(150, 90, 20), 'steamed-copy').why).toContain('in layers')
  })
  it('layers: 300 / 60 = 5 at most, so four of 5 in 20, or five where the radius is measured a little under; the form by 1 − 1 / n²', () => {
    const { sizes } = asked(arc(300, 60, 20), 'laminated-copy')
    const n = sizes.turns!
    expect([4, 5]).toContain(n)
    expect(sizes.shim).toBeCloseTo(20 / n, 9)
    expect(sizes['moves-back']! / bendOf(arc(300, 60, 20))!.radiusMm).toBeCloseTo(1 - 1 / n ** 2, 9)
    expect(sizes.shim!).toBeLessThanOrEqual(bendOf(arc(300, 60, 20))!.radiusMm / 60 + 1e-9)
  })
  it('an arm and a bow are made again, their joints closed, and nothing is wrong with the plan; a bow is not sprung in like a stick', () => {
    for (const [piece, part] of [
      [newChair({ arms: 'through' }), 'right-arm'],
      [newPiece('stick-chair'), 'bow'],
    ] as const) {
      const lost = applyAll(piece, [
        ...piece.joints.map(j => ({ do: 'test-joint' as const, joint: j.id, state: 'solid' as const })),
        { do: 'edit-frame', edit: { do: 'describe-part', part, missing: true } },
      ])
      const made = planPiece(lost, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
      expect(faultsOfPlan(lost, made), part).toEqual([])
      expect(
        made.troubles.map(t => t.answer),
        part,
      ).toEqual(['mended'])
      expect(made.takeApart.decisions.map(d => phraseText(d.why)).join(' '), part).not.toContain('bowed until')
    }
  })
})
