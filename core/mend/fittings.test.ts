import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { troublesOf } from '../condition/troubles'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { newHold } from '../piece/new-hold'
import type { Hold, HoldPlace, Piece } from '../piece/schema'
import { HOLD_FAULTS, HOLD_KINDS, type HoldKind } from '../piece/words'
import { woodCandidates, type Work } from './index'

const chair = newChair()
/** A side rail of 22 × 58 in a post of 38 mm, all of beech: 8.5 MPa across its grain. */
const CORNER = 'left-side-rail--left-back-post'
const FOOT: HoldPlace = { kind: 'part', id: 'left-front-leg', along: 0 }
const MIDDLE: HoldPlace = { kind: 'part', id: 'front-rail', along: 0.5 }

const with_ = (kind: HoldKind, on: HoldPlace | string, facts: Partial<Hold>, piece: Piece = chair) =>
  applyAll(piece, [{ do: 'add-hold', hold: { ...newHold(kind, 'h', on), ...facts } }])
function asked(piece: Piece, mend: string) {
  const trouble = troublesOf(piece).find(t => t.id === 'hold:h')!
  const found = woodCandidates({ piece, trouble, school: 'everyday', glueGapMm: 0.15 }).find(c => c.mend.id === mend)
  if (!found) {
    return {
      fits: false,
      why: 'not thought of',
      wants: false,
      work: null as unknown as Work,
      sizes: {} as Record<string, number>,
    }
  }
  const { verdict } = found
  const sizes = Object.fromEntries((verdict.fits ? verdict.sizes : []).map(s => [s.id, s.figure.value]))
  return {
    fits: verdict.fits,
    why: phraseText(verdict.reason),
    wants: !verdict.fits && verdict.wants === true,
    work: verdict as Work,
    sizes,
  }
}

describe('wood crushed under a nut', () => {
  it('worked example: 6000 / (0.2 × 8) = 3750 N; 3750 / 8.5 + π/4 × 9.5² = 512 mm², so 23 square; a washer of 20, let in 5', () => {
    const { sizes, work } = asked(
      with_('hanger-bolt', CORNER, { faults: ['crushed-wood'], diameterMm: measured(8) }),
      'hard-pad',
    )
    expect(sizes).toEqual({ 'width': 23, 'thickness': 5, 'clearance-hole': 9.5 })
    expect(work.removedCm3).toBeCloseTo((23 * 23 * 5) / 1000, 9)
  })
  it('asks for the bolt; in a rail of 22 mm nothing deeper than a third is let in; split wood is closed first', () => {
    expect(asked(with_('bolt', CORNER, { faults: ['crushed-wood'] }), 'hard-pad').wants).toBe(true)
    // A bolt of 3 pulls 10 000 N: 36 square reaches (36 − 7.5) / 2 = 14 past its washer, and 22 / 3 = 7.3.
    expect(
      asked(with_('bolt', CORNER, { faults: ['crushed-wood'], diameterMm: measured(3) }), 'hard-pad').why,
    ).toContain('a third')
    expect(
      asked(with_('bolt', CORNER, { faults: ['crushed-wood', 'split-wood'], diameterMm: measured(8) }), 'hard-pad').why,
    ).toContain('split is closed first')
  })
})

describe('hardware that is lost or spoilt', () => {
  it('a bolt of 8 passes a hole of 9.5, a screw of 4 one of 4.3; a castor is matched by its stem', () => {
    expect(
      asked(with_('bolt', CORNER, { state: 'gone', diameterMm: measured(8) }), 'new-hardware').sizes['clearance-hole'],
    ).toBe(9.5)
    expect(
      asked(with_('screw', CORNER, { faults: ['bent'], diameterMm: measured(4) }), 'new-hardware').sizes[
        'clearance-hole'
      ],
    ).toBeCloseTo(4.3, 9)
    expect(asked(with_('castor', FOOT, { state: 'gone' }), 'new-hardware').wants).toBe(true)
    expect(
      asked(with_('castor', FOOT, { state: 'gone', diameterMm: measured(10), lengthMm: measured(38) }), 'new-hardware')
        .work.stock[0]!.sizesMm,
    ).toEqual([10, 38])
  })
  it('into a stripped hole or split wood nothing new is driven', () => {
    expect(
      asked(with_('screw', CORNER, { state: 'gone', faults: ['stripped'], diameterMm: measured(4) }), 'new-hardware')
        .why,
    ).toContain('stripped')
    expect(
      asked(with_('bolt', CORNER, { state: 'gone', faults: ['split-wood'], diameterMm: measured(8) }), 'new-hardware')
        .why,
    ).toContain('split')
  })
  it('nothing else is put in the place of a wooden pin than wood, and what is only loose is not replaced', () => {
    expect(
      asked(with_('wooden-pin', CORNER, { state: 'gone', diameterMm: measured(6) }), 'new-hardware').work.stock[0]!
        .wood,
    ).toContain('split')
    expect(asked(with_('screw', CORNER, { state: 'loose', diameterMm: measured(4) }), 'new-hardware').why).toBe(
      'not thought of',
    )
  })
})

describe('a bracket without wood to hold in', () => {
  it('worked example: screws of 4 move 7 × 4 = 28; from the middle of 394 mm of rail 197 − 48 = 149 are free', () => {
    const plate = with_('plate', MIDDLE, { faults: ['stripped'], diameterMm: measured(4) })
    const { sizes, why } = asked(plate, 'move-bracket')
    expect(sizes.offset).toBe(28)
    expect(sizes.pilot).toBeCloseTo(4 * 0.7 * 0.88, 9)
    const rail = plate.parts.find(p => p.id === 'front-rail')!
    const lengthMm = Math.hypot(...rail.axis[1]!.map((x, i) => x - rail.axis[0]![i]!))
    expect(why).toContain(`${Math.round(lengthMm / 2 - 48)} mm are there`)
  })
  it('in its corner it has 58 / 2 − 3 × 4 = 17 of 28: it is plugged where it is', () => {
    const corner = with_('corner-bracket', CORNER, { faults: ['stripped'], diameterMm: measured(4) })
    expect(asked(corner, 'move-bracket').why).toContain('17 mm')
    expect(asked(corner, 'renew-thread').sizes).toMatchObject({ plug: 8, wall: 15 })
  })
})

describe('a castor that wobbles', () => {
  it('worked example: a stem of 10 × 38 wants a sleeve of 16, 40 deep; (38 − 16) / 2 = 11 of leg', () => {
    expect(
      asked(
        with_('castor', FOOT, { state: 'loose', diameterMm: measured(10), lengthMm: measured(38) }),
        'castor-socket',
      ).sizes,
    ).toEqual({ 'collar': 16, 'bore': 10, 'stop-receiving': 40, 'wall': 11 })
  })
  it('a leg too thin for it gets a new end: 38 − (24 + 6) leaves 4', () => {
    expect(asked(with_('castor', FOOT, { state: 'loose', diameterMm: measured(24) }), 'castor-socket').why).toContain(
      '4 mm of a leg',
    )
  })
})

describe('what only binds', () => {
  it('is taken off in a noted order, cleaned, and put back before anything is changed', () => {
    const { work } = asked(with_('plate', MIDDLE, { faults: ['binds'] }), 'off-and-on')
    expect(work.steps.map(s => s.id)).toEqual(['picture', 'off', 'clean', 'on'])
    expect(work.removedCm3).toBe(0)
  })
  it('what is stripped as well is more than that', () =>
    expect(asked(with_('plate', MIDDLE, { faults: ['binds', 'stripped'] }), 'off-and-on').why).toContain('stripped'))
})

describe('a rubbed block', () => {
  it('that is lost is made half as long as its rail is high: 58 / 2 = 29, legs of 15; one that let go is only rubbed on again', () => {
    expect(asked(with_('glue-block', CORNER, { state: 'gone' }), 'rub-block').sizes).toEqual({ length: 29, width: 15 })
    expect(asked(with_('glue-block', CORNER, { state: 'loose' }), 'rub-block').work.stock).toEqual([])
  })
})

describe('a rail that is to be covered again', () => {
  const tacked = (upholstery: 'stuffed' | 'none') =>
    applyAll(with_('staple', MIDDLE, { faults: ['bent'] }), [{ do: 'describe', intake: { upholstery } }])
  it('has its tack holes pinned with wood, a pin to every 12 mm at most; one that stays bare has its metal out and a plug', () => {
    const rail = chair.parts.find(p => p.id === 'front-rail')!
    const lengthMm = Math.hypot(...rail.axis[1]!.map((x, i) => x - rail.axis[0]![i]!))
    expect(asked(tacked('stuffed'), 'tack-pins').work.stock[0]).toMatchObject({
      count: Math.floor(lengthMm / 12),
      sizesMm: [2.5, 12],
    })
    expect(asked(tacked('none'), 'tack-pins').why).toBe('not thought of')
    expect(asked(tacked('none'), 'metal-out').fits).toBe(true)
  })
})

describe('whatever is wrong with whatever holds', () => {
  // A covering is the upholsterer's; webbing is bracing.
  const kinds = HOLD_KINDS.filter(k => k !== 'covering' && k !== 'web')
  const wrong: Partial<Hold>[] = [{ state: 'loose' }, { state: 'gone' }, ...HOLD_FAULTS.map(f => ({ faults: [f] }))]
  const places: (HoldPlace | string)[] = [MIDDLE, CORNER]
  it('has a mend that fits, one that asks for a reading, or a reason in words', () => {
    const table = newPiece('table', { support: 'fly', top: 'drop-leaf' })
    const hinge = table.joints.find(j => j.form.kind === 'knuckle')!.id
    for (const kind of kinds) {
      for (const facts of wrong) {
        for (const on of kind === 'hinge-pin' ? [hinge] : places) {
          const piece = with_(kind, on, facts, kind === 'hinge-pin' ? table : chair)
          const trouble = troublesOf(piece).find(t => t.id === 'hold:h')!
          const options = woodCandidates({ piece, trouble, school: 'everyday', glueGapMm: 0.15 })
          const what = `${kind} ${JSON.stringify(facts)}`
          expect(options.length, what).toBeGreaterThan(0)
          for (const { verdict } of options) expect(phraseText(verdict.reason).length, what).toBeGreaterThan(10)
          // Nothing unmeasured is ever sized: a fitting mend of something with a shank has its figure from the shank.
          for (const { verdict } of options) {
            if (verdict.fits) {
              expect(
                verdict.sizes.every(s => Number.isFinite(s.figure.value)),
                what,
              ).toBe(true)
            }
          }
        }
      }
    }
  })
  it.each([
    'screw',
    'bolt',
    'hanger-bolt',
    'corner-bracket',
    'plate',
    'button',
    'clip',
    'glue-block',
    'castor',
    'wooden-pin',
    'wedge',
  ] as const)('a %s that is lost is answered once it is measured', (kind) => {
    const lost = with_(kind, kind === 'castor' ? FOOT : CORNER, { state: 'gone', diameterMm: measured(6) })
    const trouble = troublesOf(lost).find(t => t.id === 'hold:h')!
    expect(
      woodCandidates({ piece: lost, trouble, school: 'everyday', glueGapMm: 0.15 }).some(c => c.verdict.fits),
    ).toBe(true)
  })
})
