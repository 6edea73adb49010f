import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { troublesOf } from '../condition/troubles'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { newFault } from '../piece/faults'
import { newHold } from '../piece/new-hold'
import type { Hold, Piece, Split } from '../piece/schema'
import { planPiece } from '../plan'
import { USUAL_SHOP } from '../reference/usual-shop'
import { woodCandidates, type Work } from './index'

function asked(piece: Piece, trouble: string, mend: string) {
  const found = troublesOf(piece).find(t => t.id === trouble)!
  const { verdict } = woodCandidates({ piece, trouble: found, school: 'everyday', glueGapMm: 0.15 }).find(
    c => c.mend.id === mend,
  )!
  const sizes = Object.fromEntries((verdict.fits ? verdict.sizes : []).map(s => [s.id, s.figure.value]))
  return {
    fits: verdict.fits,
    why: phraseText(verdict.reason),
    wants: !verdict.fits && verdict.wants === true,
    work: verdict as Work,
    sizes,
  }
}
const ids = (piece: Piece, trouble: string) =>
  woodCandidates({
    piece,
    trouble: troublesOf(piece).find(t => t.id === trouble)!,
    school: 'everyday',
    glueGapMm: 0.15,
  }).map(c => c.mend.id)
const with_ = (piece: Piece, hold: Hold) => applyAll(piece, [{ do: 'add-hold', hold }])

describe('a stripped thread', () => {
  // A seat rail of beech, 22 × 58.
  const screw = (facts: Partial<Hold>, faults: Hold['faults'] = ['stripped']): Hold => ({
    ...newHold('screw', 's', { kind: 'part', id: 'front-rail', along: 0.5 }, { faults, state: 'loose' }),
    ...facts,
  })
  it('worked example: a screw of 4.5 × 30: plug 10, for twice 4.5 is 9; 22 − 3 = 19 deep; pilot 4.5 × 0.7 × 0.88 = 2.77; (58 − 10) / 2 = 24 of wall', () => {
    const { sizes, why } = asked(
      with_(newChair(), screw({ diameterMm: measured(4.5), lengthMm: measured(30) })),
      'hold:s',
      'renew-thread',
    )
    expect(sizes).toMatchObject({ 'plug': 10, 'stop-receiving': 19, 'wall': 24 })
    expect(sizes.pilot).toBeCloseTo(2.772, 6)
    expect(why).toContain('11 mm short')
  })
  it('asks for the screw’s thickness; one that is bent is taken out first', () => {
    expect(asked(with_(newChair(), screw({})), 'hold:s', 'renew-thread')).toMatchObject({
      wants: true,
      why: expect.stringContaining('measured the screw'),
    })
    expect(
      asked(with_(newChair(), screw({ diameterMm: measured(4) }, ['stripped', 'bent'])), 'hold:s', 'renew-thread').why,
    ).toContain('out with it first')
    expect(asked(with_(newChair(), screw({ diameterMm: measured(4) })), 'hold:s', 'tighten').fits).toBe(false)
  })
  it('is chosen by the plan once it is measured, and the plug sets before the pilot', () => {
    const piece = applyAll(
      with_(newChair(), screw({ diameterMm: measured(4.5) })),
      newChair().joints.map(j => ({ do: 'test-joint' as const, joint: j.id, state: 'solid' as const })),
    )
    const plan = planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
    expect(plan.woodMends[0]!.chosen).toBe('renew-thread')
    const time = (step: string) => plan.tasks.find(t => t.id === `hold:s/${step}`)!.time!
    expect(time('pilot').startMin).toBeGreaterThanOrEqual(time('plug').endMin + 12 * 60)
  })
})

describe('the hole that metal leaves', () => {
  const metal = (kind: 'screw' | 'snapped-screw', diameterMm?: number): Hold => ({
    ...newHold(kind, 'm', { kind: 'part', id: 'front-rail', along: 0.5 }, { state: 'loose', faults: ['bent'] }),
    ...(diameterMm ? { diameterMm: measured(diameterMm), lengthMm: measured(25) } : {}),
  })
  it('worked example: a screw of 4.5 leaves 5.5, plugged with 6; snapped, a hollow cutter takes 8.5, plugged with 10, the next rod', () => {
    expect(asked(with_(newChair(), metal('screw', 4.5)), 'hold:m', 'metal-out').sizes.plug).toBe(6)
    const { sizes, work } = asked(with_(newChair(), metal('snapped-screw', 4.5)), 'hold:m', 'metal-out')
    expect(sizes.plug).toBe(10)
    expect(work.stock[0]!.sizesMm).toEqual([10, 25])
  })
  it('books a plug without a size where nobody measured it: it is measured once it is out', () => {
    const { sizes, work } = asked(with_(newChair(), metal('screw')), 'hold:m', 'metal-out')
    expect(sizes.plug).toBeUndefined()
    expect(work.stock[0]!.sizesMm).toEqual([])
  })
})

describe('a wooden hinge', () => {
  const table = newPiece('table', { top: 'drop-leaf', support: 'fly' })
  const joint = table.joints.find(j => j.enters === 'front-fly-rail')! // five fingers, 20 thick, on a pin of 7
  const pin = (faults: Hold['faults'], state: Hold['state'] = 'loose') =>
    with_(table, newHold('hinge-pin', 'p', joint.id, { faults, state }))
  const play = (piece: Piece, mm: number) =>
    applyAll(piece, [{ do: 'measure-clearance', joint: joint.id, where: 'round', measure: measured(mm) }])
  it('worked example: 0.6 of play on a pin of 7: the hole is 7.6 and wants 7.75, so 8; (20 − 8) / 2 = 6 of wall', () => {
    expect(asked(play(pin(['worn']), 0.6), 'hold:p', 're-pin').sizes).toMatchObject({ dowel: 8, wall: 6 })
  })
  it('bent in a hole that is whole it is as it was; unmeasured it asks; where no wall is left it is a new end', () => {
    expect(asked(play(pin(['bent']), 0.2), 'hold:p', 're-pin').sizes.dowel).toBe(7)
    expect(asked(pin(['worn']), 'hold:p', 're-pin').wants).toBe(true)
    const thin = applyAll(pin(['worn']), [
      { do: 'measure-joint', joint: joint.id, size: 'thicknessMm', measure: measured(13) },
    ])
    expect(asked(play(thin, 0.6), 'hold:p', 're-pin').why).toContain('2.5 mm of wall')
  })
  it('that only binds is eased and keeps its pin', () => {
    expect(ids(pin(['binds'], 'holds'), 'hold:p')).not.toContain('re-pin')
    expect(asked(pin(['binds'], 'holds'), 'hold:p', 'ease-hinge').sizes.play).toBe(0.4)
  })
})

describe('a knuckle whose fingers have broken', () => {
  const table = newPiece('table', { support: 'fly', top: 'drop-leaf' })
  const joint = table.joints.find(j => j.form.kind === 'knuckle' && j.enters.includes('fly'))!
  const broken = (thick: number | null): Piece =>
    applyAll(table, [
      ...(thick === null
        ? []
        : [{ do: 'measure-joint' as const, joint: joint.id, size: 'thicknessMm' as const, measure: measured(thick) }]),
      { do: 'add-hold', hold: { ...newHold('hinge-pin', 'p', joint.id), faults: ['split-wood'] } },
    ])
  it('worked example: 20 thick as the half that is whole, a rail 60 high and five fingers: 60 / 5 − 0.4 = 11.6; a lap of 60; a cove of 11; (20 − 7) / 2 = 6.5 of wall', () => {
    const { sizes, work } = asked(broken(20), 'hold:p', 'knuckle-end')
    expect(sizes).toMatchObject({ thickness: 20, length: 60, slot: 11, bore: 7, wall: 6.5 })
    expect(sizes.width).toBeCloseTo(11.6, 9)
    expect(work.stock[0]!.sizesMm).toEqual([20, 60, 80])
  })
  it('its thickness is measured on the mating half; in 12 mm a pin of 7 has 2.5 of wall', () => {
    expect(asked(broken(null), 'hold:p', 'knuckle-end').wants).toBe(true)
    expect(asked(broken(12), 'hold:p', 'knuckle-end').why).toContain('2.5 mm of wall')
  })
})

describe('a top held fast by its screws', () => {
  const table = newPiece('table', { fixing: 'screw' })
  const split: Split = {
    ...(newFault('split', 'crack', 'top', 0.5) as Split),
    runsOut: 'yes',
    lengthMm: measured(700),
    openMm: measured(0.15),
  }
  const held = applyAll(table, [{ do: 'add-fault', fault: split }])
  it('worked example: 520 of beech, 11.8 %; 12.0 % moisture in damp air to 6.2 in heated: 520 × 5.8 / (3000 / 11.8 − 30 + 12.0) = 12.8, 6.4 each side, slots of 4 + 6.4 + 2', () => {
    const { sizes } = asked(held, 'part:top', 'let-it-move')
    expect(sizes.travel!).toBeGreaterThan(6.1)
    expect(sizes.travel!).toBeLessThan(6.7)
    expect(sizes.slot).toBeCloseTo(4 + sizes.travel! + 2, 9)
  })
  it('lets go before its split is closed', () => {
    const tried = applyAll(
      held,
      table.joints.map(j => ({ do: 'test-joint' as const, joint: j.id, state: 'solid' as const })),
    )
    const plan = planPiece(tried, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
    expect(plan.woodMends.map(m => [m.trouble, m.chosen])).toEqual([
      ['fault:crack', 'close-split'],
      ['part:top', 'let-it-move'],
    ])
    const start = (id: string) => plan.tasks.find(t => t.id === id)!.time!
    expect(start('fault:crack/clean').startMin).toBeGreaterThanOrEqual(start('part:top/back').endMin)
  })
})
