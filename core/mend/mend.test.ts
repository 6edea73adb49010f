import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import { newHold } from '../piece/new-hold'
import type { ClearanceKey, JointState } from '../piece/words'
import { INCH_BITS_MM } from '../reference/bits'
import { jointCase, mendCandidates, type MendId, type Work } from './index'
import { wedgeGeometry } from './kerf-and-wedge'

const TENON = 'left-side-rail--left-back-post'
const DOWEL = 'front-rail--left-front-leg'
const gap = (joint: string, where: ClearanceKey, mm: number): Command => ({
  do: 'measure-clearance',
  joint,
  where,
  measure: measured(mm),
})

function verdicts(joint: string, state: JointState, commands: Command[], glueGapMm = 0.15, bitsMm?: readonly number[]) {
  const piece = applyAll(newChair({ frontRail: 'dowel' }), [{ do: 'test-joint', joint, state }, ...commands])
  const candidates = mendCandidates(
    jointCase(
      piece,
      piece.joints.find(j => j.id === joint)!,
      'everyday',
      glueGapMm,
      null,
      bitsMm,
    ),
  )
  return (id: MendId) => {
    const { verdict } = candidates.find(c => c.mend.id === id)!
    return { fits: verdict.fits, why: phraseText(verdict.reason), work: verdict as Work }
  }
}
const size = (work: Work, label: string) => work.sizes.find(s => s.label === label)!.figure.value

describe('which mend fits', () => {
  it('a tight joint is just cleaned and glued again', () => {
    const of = verdicts(TENON, 'gives', [gap(TENON, 'cheek', 0.1), gap(TENON, 'edge', 0.1)])
    expect(of('re-glue').fits).toBe(true)
    expect(of('kerf-and-wedge')).toMatchObject({ fits: false, why: '0.10 mm along the grain is too little to wedge' })
    expect(of('new-dowel')).toMatchObject({ fits: false, why: 'there are no dowels in it' })
  })
  it('a gap at the cheeks is shimmed and never wedged: a wedge there would split the post', () => {
    const of = verdicts(TENON, 'gives', [gap(TENON, 'cheek', 0.45), gap(TENON, 'edge', 0.05)])
    expect(of('re-glue')).toMatchObject({ fits: false, why: 'the glue bridges 0.15 mm, the cheeks leave 0.45 mm' })
    expect(of('kerf-and-wedge')).toMatchObject({ fits: false, why: expect.stringContaining('splits it') })
    expect(of('shims').work.leavesGapMm).toBeCloseTo(0.05, 9)
    expect(size(of('shims').work, 'shim thickness')).toBeCloseTo(0.2, 9) // (0.45 - 0.05) / 2
    expect(of('shims').work.stock[0]).toMatchObject({ count: 2 })
  })
  it('a tapered mortise gets a tapered shim', () => {
    const { work } = verdicts(TENON, 'gives', [
      gap(TENON, 'cheek', 0.65),
      gap(TENON, 'cheek-bottom', 0.25),
      gap(TENON, 'edge', 0.05),
    ])('shims')
    expect([size(work, 'shim, mouth'), size(work, 'shim, bottom')].map(x => x.toFixed(2))).toEqual(['0.30', '0.10'])
  })
  it('a gap at the edges is wedged along the post’s grain', () => {
    const of = verdicts(TENON, 'gives', [gap(TENON, 'cheek', 0.1), gap(TENON, 'edge', 0.5)])
    expect(of('kerf-and-wedge')).toMatchObject({ fits: true, why: expect.stringContaining('two wedges') })
    expect(of('shims').fits).toBe(false)
    expect(of('re-glue').why).toContain('lets it rock')
    expect(of('glue-in-place')).toMatchObject({
      fits: false,
      why: expect.stringContaining('0.50 mm at the edges lets it rock'),
    })
  })
  it('loose both ways: shims alone and wedges alone are both refused', () => {
    const of = verdicts(TENON, 'swings', [gap(TENON, 'cheek', 0.6), gap(TENON, 'edge', 0.6)])
    expect([of('shims').fits, of('kerf-and-wedge').fits, of('re-glue').fits]).toEqual([false, false, false])
  })
  it('glue in place is for joints that tick or give, not for those that swing, hold metal or old PVA', () => {
    const tight: Command[] = [gap(TENON, 'cheek', 0.1), { do: 'set-old-glue', joint: TENON, glue: 'protein' }]
    expect(verdicts(TENON, 'ticks', [gap(TENON, 'cheek', 0.1)])('glue-in-place')).toMatchObject({
      fits: false,
      why: expect.stringContaining('swab'),
    })
    expect(verdicts(TENON, 'ticks', tight)('glue-in-place').fits).toBe(true)
    expect(verdicts(TENON, 'swings', tight)('glue-in-place').why).toContain('swings')
    expect(
      verdicts(TENON, 'gives', [...tight, { do: 'set-old-glue', joint: TENON, glue: 'pva' }])('glue-in-place').why,
    ).toContain('PVA')
    expect(
      verdicts(TENON, 'gives', [...tight, { do: 'add-hold', hold: newHold('brad', 'm', TENON, { hidden: true }) }])(
        'glue-in-place',
      ).why,
    ).toContain('metal')
    // A wedge or a wooden pin is listed with the metal, but it is wood.
    for (const kind of ['wedge', 'wooden-pin'] as const) {
      expect(
        verdicts(TENON, 'gives', [...tight, { do: 'add-hold', hold: newHold(kind, 'm', TENON, { hidden: true }) }])(
          'glue-in-place',
        ).fits,
      ).toBe(true)
    }
  })
})

describe('dowels', () => {
  const stub: Command = { do: 'look-for', joint: DOWEL, sign: 'dowel-stub', look: 'seen' }
  it('worked example: 10 mm dowels in a 22 mm rail and a 38 mm leg: same size, wall 6 mm, 25 mm each side, stop 26 mm', () => {
    const { work } = verdicts(DOWEL, 'swings', [stub])('new-dowel')
    expect([
      size(work, 'dowel'),
      size(work, 'wall left'),
      size(work, 'dowel length'),
      size(work, 'depth stop, leg'),
    ]).toEqual([10, 6, 50, 26])
  })
  it('a worn hole takes the next size up only where the wall allows it', () => {
    expect(verdicts(DOWEL, 'swings', [stub, gap(DOWEL, 'round', 0.5)])('new-dowel').why).toBe(
      'a 12 mm dowel leaves 5 mm of wall in 22 mm; it wants 6 mm: plug and bore anew',
    )
    const thick: Command = { do: 'measure-shape', key: 'railThickness', measure: measured(30) }
    expect(verdicts(DOWEL, 'swings', [thick, stub, gap(DOWEL, 'round', 0.5)])('new-dowel').why).toContain(
      'next size up, 12 mm',
    )
  })
  it('inch stock stays inch stock where the drawer has the bit; with a metric drawer a hole of 3/8 in takes a rod of 10', () => {
    const old: Command = { do: 'measure-joint', joint: DOWEL, size: 'diameterMm', measure: measured(9.525) }
    const inch = verdicts(DOWEL, 'swings', [old, stub], 0.15, INCH_BITS_MM)('new-dowel').work
    expect(size(inch, 'dowel')).toBe(9.525)
    expect(phraseText(inch.steps[0]!.words)).toContain('Bore in steps: 3/16 in, 9/32 in, 5/16 in')
    expect(size(verdicts(DOWEL, 'swings', [old, stub])('new-dowel').work, 'dowel')).toBe(10)
  })
  it('the bit’s point never comes within 3 mm of the far face', () => {
    fc.assert(
      fc.property(fc.double({ min: 29, max: 60, noNaN: true }), fc.constantFrom(6, 8, 10), (leg, dowel) => {
        const commands: Command[] = [
          { do: 'measure-shape', key: 'legSize', measure: measured(leg) },
          { do: 'measure-joint', joint: DOWEL, size: 'diameterMm', measure: measured(dowel) },
          stub,
        ]
        const v = verdicts(DOWEL, 'swings', commands)('new-dowel')
        if (v.fits) expect(size(v.work, 'depth stop, leg') + 0.3 * dowel).toBeLessThanOrEqual(leg - 3 + 1e-6)
      }),
      { numRuns: 40 },
    )
  })
})

describe('kerf and wedge', () => {
  it('worked example: gap 0.6, tenon 48 x 28, mortise 1.5 deeper, beech 12.6 GPa: two kerfs 25 deep, each wedge spreads 0.3', () => {
    const g = wedgeGeometry(0.6, 48, 28, 1.5, 12_600, false)
    expect(g).toMatchObject({ kerfs: 2, kerfDepthMm: 25, drillRoot: true })
    expect(g.strain).toBeCloseTo((1.5 * 6 * 0.3) / 625, 9)
    expect(g.strainLimit).toBeCloseTo(Math.sqrt((3 * 0.6) / (12_600 * 6)), 9)
    // 3° taper grows 2 tan 1.5° = 0.0524 a mm. Stands 1.5 + 0.3 / 0.0524 = 7.23 proud; thick end 0.8 + 0.0524 × 7.23
    // = 1.179; 22 long.
    expect(g.proudMm).toBeCloseTo(7.228, 3)
    expect(g.thicknessMm).toBeCloseTo(1.1786, 4)
    expect(g.lengthMm).toBe(22)
  })
  it('a blind wedge driven home by the bottom is as thick at the tenon’s end as kerf and spread; a through one is so at its end face', () => {
    const d = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(d(0.15, 1.5), d(12, 70), d(15, 60), d(0.5, 4), fc.boolean(), (gapMm, width, depth, deeper, round) => {
        const blind = wedgeGeometry(gapMm, width, depth, deeper, 12_000, round)
        const perMm = 2 * Math.tan((blind.taperDeg * Math.PI) / 360)
        // Home, its thick end lies on the bottom, so the tenon's end is the mortise's extra depth further along it.
        expect(blind.thicknessMm - perMm * deeper).toBeCloseTo(0.8 + gapMm / blind.kerfs, 9)
        // Set by hand, it is as thick as the kerf where it meets the tenon's end.
        expect(blind.thicknessMm - perMm * blind.proudMm).toBeCloseTo(0.8, 9)
        const through = wedgeGeometry(gapMm, width, depth, 0, 12_000, round)
        expect([through.proudMm, through.thicknessMm]).toEqual([0, 0.8 + gapMm / through.kerfs])
      }),
    )
  })
  it('is never set where it spreads across the receiving part’s grain: a cross stretcher’s upright tenon in a side stretcher', () => {
    const chair = newChair({ stretchers: 'h' })
    const joint = 'cross-stretcher--left-stretcher'
    const piece = applyAll(chair, [
      { do: 'test-joint', joint, state: 'gives' },
      gap(joint, 'cheek', 0.1),
      gap(joint, 'edge', 0.5),
    ])
    const { verdict } = mendCandidates(
      jointCase(
        piece,
        piece.joints.find(j => j.id === joint)!,
        'everyday',
        0.15,
      ),
    ).find(c => c.mend.id === 'kerf-and-wedge')!
    expect(verdict.fits).toBe(false)
    expect(phraseText(verdict.reason)).toContain('across the left stretcher’s grain')
  })
  it('is sized on the clearance at the bottom, where it spreads', () => {
    const work = (bottom: number) =>
      verdicts(TENON, 'gives', [gap(TENON, 'cheek', 0.1), gap(TENON, 'edge', 0.6), gap(TENON, 'edge-bottom', bottom)])(
        'kerf-and-wedge',
      ).work
    expect(size(work(0.4), 'wedge at its thick end')).toBeLessThan(size(work(0.5), 'wedge at its thick end'))
  })
  it('holds its rules for any tenon: short of the shoulder, shoulder closes, bears at the mouth', () => {
    const d = (min: number, max: number) => fc.double({ min, max, noNaN: true })
    fc.assert(
      fc.property(
        d(0.15, 1.5),
        d(12, 70),
        d(15, 60),
        d(0.5, 4),
        d(8000, 16_000),
        fc.boolean(),
        (gapMm, width, depth, deeper, stiffness, round) => {
          const g = wedgeGeometry(gapMm, width, depth, deeper, stiffness, round)
          const total = g.spreadMm * g.kerfs
          expect(depth - g.kerfDepthMm).toBeGreaterThanOrEqual(3 - 1e-9)
          expect(g.lengthMm).toBeLessThanOrEqual(g.kerfDepthMm + deeper - 1)
          expect(total >= gapMm && total <= gapMm + 0.3).toBe(true)
          expect(2 * Math.tan((g.taperDeg * Math.PI) / 360)).toBeGreaterThanOrEqual(
            (1.5 * g.spreadMm) / g.kerfDepthMm - 1e-9,
          )
        },
      ),
    )
  })
  it('refuses what would split, and says which depth would do', () => {
    const v = verdicts(TENON, 'gives', [
      gap(TENON, 'cheek', 0.1),
      gap(TENON, 'edge', 1.4),
      { do: 'measure-joint', joint: TENON, size: 'depthMm', measure: measured(20) },
    ])('kerf-and-wedge')
    expect(v).toMatchObject({
      fits: false,
      why: expect.stringMatching(/over its limit .* a kerf of \d+ mm would do, there is room for 17 mm/),
    })
  })
})
