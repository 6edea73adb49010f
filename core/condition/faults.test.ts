import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAll, newPiece } from '../../tests/fixtures/pieces'
import { assumed, measured, rangeOf, withReading } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { apply } from '../piece/apply'
import type { Command } from '../piece/commands'
import { newFault, spokenFault } from '../piece/faults'
import { faultyJoints, partOf } from '../piece/facts'
import type { Break, Fault, Piece } from '../piece/schema'
import { FAULT_KINDS } from '../piece/words'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '../plan'
import { readBreak } from './breaks'
import { faultPhrase } from './fault-words'
import { leanOf, lengthOf } from './part-figures'
import { spokenJoint, surveyOf } from './survey'
import { tapersOf } from './taper'

const chair = newPiece('framed-chair', { stretchers: 'h' })
const broken = (facts: Partial<Break>): Break => ({
  ...(newFault('break', 'break-1', 'left-front-leg', 0.3) as Break),
  ...facts,
})
const withFault = (piece: Piece, fault: Fault) => applyAll(piece, [{ do: 'add-fault', fault }])

describe('a break', () => {
  it('worked example: a 38 mm square leg snapped at 30 degrees has 1444 / sin 30 = 2888 mm² of face, cos² 30 = 75 % long grain', () => {
    const reading = readBreak(chair, broken({ angleDeg: measured(30) }))
    expect(reading.section.value).toBe(1444)
    expect(reading.glueArea.value).toBeCloseTo(2888, 6)
    expect(reading.longGrain.value).toBeCloseTo(0.75, 9)
    expect(phraseText(reading.words)).toContain('Aslant')
  })
  it('worked example: a round leg 34 mm thick has π/4 × 34² of section; a fifth lost leaves four fifths of the face', () => {
    const stool = newPiece('stool')
    const reading = readBreak(stool, {
      ...broken({ angleDeg: measured(90), lostPct: measured(20) }),
      part: 'left-front-leg',
      along: 0.3,
    })
    expect(reading.glueArea.value).toBeCloseTo(((0.8 * Math.PI) / 4) * 34 ** 2, 3)
  })
  it('is judged against the fibres where somebody looked, and in a band where only the slope of the grain is known', () => {
    expect(phraseText(readBreak(chair, broken({ angleDeg: measured(70), fibreDeg: measured(5) })).words)).toContain(
      'Along the fibres',
    )
    const sloped = applyAll(chair, [
      { do: 'edit-frame', edit: { do: 'describe-part', part: 'left-front-leg', grainOneIn: measured(6) } },
    ])
    const { fibre, longGrain } = readBreak(sloped, broken({ angleDeg: measured(20) }))
    expect([fibre.low, fibre.high].map(x => Math.round(x! * 10) / 10)).toEqual([10.5, 29.5])
    expect(longGrain.low).toBeLessThan(longGrain.value)
    expect(longGrain.high).toBeGreaterThan(longGrain.value)
  })
  it('offers more face the flatter it runs, and never less than the section', () => {
    fc.assert(
      fc.property(fc.double({ min: 3, max: 90, noNaN: true }), fc.double({ min: 3, max: 90, noNaN: true }), (a, b) => {
        const [flat, steep] = [Math.min(a, b), Math.max(a, b)].map(p =>
          readBreak(chair, broken({ angleDeg: measured(p) })),
        )
        expect(flat!.glueArea.value).toBeGreaterThanOrEqual(steep!.glueArea.value - 1e-9)
        expect(steep!.glueArea.value).toBeGreaterThanOrEqual(steep!.section.value - 1e-9)
        expect(flat!.longGrain.value).toBeGreaterThanOrEqual(steep!.longGrain.value - 1e-9)
      }),
    )
  })
})

describe('faults in the wood', () => {
  it('of every kind can be recorded, said, changed and taken off again', () => {
    for (const kind of FAULT_KINDS) {
      const fault = newFault(
        kind,
        'fault-1',
        'left-front-leg',
        0.4,
        kind === 'split' ? 'front-rail--left-front-leg' : null,
      )
      const piece = withFault(chair, fault)
      expect(spokenFault(piece, fault)).toContain('left front leg')
      expect(phraseText(faultPhrase(piece, fault)).length).toBeGreaterThan(8)
      const noted = applyAll(piece, [{ do: 'change-fault', fault: { ...fault, note: 'seen by lamp' } }])
      expect(phraseText(faultPhrase(noted, noted.faults[0]!))).toContain('seen by lamp')
      expect(applyAll(noted, [{ do: 'remove-fault', fault: 'fault-1' }]).faults).toEqual([])
    }
  })
  it('are refused on wood that is not there, with what would be right', () => {
    expect(apply(chair, { do: 'add-fault', fault: newFault('break', 'b', 'no-part', 0.5) })).toMatchObject({
      ok: false,
      issues: [{ path: 'fault.part' }],
    })
    expect(
      apply(chair, { do: 'add-fault', fault: newFault('split', 's', 'left-front-leg', 0.5, 'no-joint') }),
    ).toMatchObject({ ok: false, issues: [{ code: 'no_such_joint', path: 'fault.joint' }] })
    expect(
      apply(chair, {
        do: 'add-fault',
        fault: newFault('split', 's', 'left-front-leg', 0.5, 'crest-rail--left-back-post'),
      }),
    ).toMatchObject({ ok: false, issues: [{ code: 'not_its_joint' }] })
    expect(
      apply(withFault(chair, newFault('worm', 'w', 'slat-1', 0.5)), {
        do: 'add-fault',
        fault: newFault('worm', 'w', 'slat-1', 0.5),
      }),
    ).toMatchObject({ ok: false, issues: [{ code: 'twice' }] })
  })
  it('are said in the plan, which asks for what decides and pretends nothing until then', () => {
    const piece = withFault(chair, broken({}))
    const plan = planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
    // Nobody has pressed it together: what stays open decides the glue, so it is asked for and nothing is dated.
    expect(plan.stops).toMatchObject([
      {
        id: 'measure-first',
        about: ['fault:break-1'],
        remedies: [{ id: 'measure', step: 'take-in' }, { id: 'mend-by-hand' }],
      },
    ])
    expect([plan.returnMin, plan.stages]).toEqual([null, []])
  })
})

describe('a missing part', () => {
  const gone = applyAll(chair, [
    { do: 'test-joint', joint: 'cross-stretcher--left-stretcher', state: 'gives' },
    { do: 'edit-frame', edit: { do: 'describe-part', part: 'cross-stretcher', missing: true } },
  ])
  it('takes its joints out of the test, not out of the drawing; made again they close as new ones, when what is in the way is open', () => {
    expect(surveyOf(gone).total).toBe(surveyOf(chair).total - 2)
    expect(faultyJoints(gone)).toEqual([])
    expect(partOf(gone, 'cross-stretcher').missing).toBe(true)
    expect(
      spokenJoint(
        gone,
        gone.joints.find(j => j.enters === 'cross-stretcher')!,
      ),
    ).toContain('part missing')
    const inOnePiece: Command = { do: 'choose-mend', trouble: 'part:cross-stretcher', mend: 'copy-part' }
    const plan = planPiece(applyAll(gone, [inOnePiece]), USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
    const own = ['cross-stretcher--left-stretcher', 'cross-stretcher--right-stretcher']
    expect(plan.woodMends).toMatchObject([{ trouble: 'part:cross-stretcher', chosen: 'copy-part' }])
    expect(plan.mends.map(m => m.joint)).toEqual(own)
    expect(plan.stages.flatMap(s => s.joints)).toEqual(expect.arrayContaining(own))
    // Its tenons are twelve deep between side stretchers that stand: one of these has to come out at an end first.
    expect(plan.takeApart.decisions.some(d => d.decision === 'in-the-way')).toBe(true)
    const left = applyAll(gone, [
      { do: 'settle-trouble', trouble: 'part:cross-stretcher', how: 'left', why: 'the owner has it' },
    ])
    expect(planPiece(left, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')).toMatchObject({
      mends: [],
      woodMends: [],
    })
  })
  it('that braced the frame counts as bracing lost', () => {
    const loose = applyAll(gone, [
      { do: 'test-joint', joint: 'front-rail--left-front-leg', state: 'swings' },
      { do: 'test-joint', joint: 'front-rail--right-front-leg', state: 'swings' },
    ])
    const plan = planPiece(loose, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
    const whole = applyAll(chair, [
      { do: 'test-joint', joint: 'front-rail--left-front-leg', state: 'swings' },
      { do: 'test-joint', joint: 'front-rail--right-front-leg', state: 'swings' },
    ])
    const lost = (p: typeof plan) => p.diagnoses[0]!.causes.find(c => c.cause === 'bracing-lost')!.probability
    expect(lost(plan)).toBeGreaterThan(lost(planPiece(whole, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')))
  })
})

describe('measures', () => {
  it('worked example: 24.1, 24.3 and 24.0 mean 24.13, from 24.0 to 24.3', () => {
    const three = [24.3, 24].reduce(withReading, measured(24.1))
    expect(three.value).toBeCloseTo(24.1333, 3)
    expect(rangeOf(three)).toEqual({ low: 24, high: 24.3 })
    expect(withReading(assumed(20), 24)).toEqual(measured(24))
    expect(rangeOf(measured(3))).toBeUndefined()
  })
  it('notices a tapered socket: 0.44 at the mouth, 0.18 at the bottom, 28 deep is 0.53 degrees', () => {
    const joint = chair.joints.find(j => j.id === 'left-side-rail--left-back-post')!
    const finding = {
      state: 'gives',
      directions: [],
      signs: {},
      oldGlue: 'unknown',
      clearance: {
        'cheek': measured(0.44),
        'cheek-bottom': measured(0.18),
        'edge': measured(0.2),
        'edge-bottom': measured(0.15),
      },
    } as const
    const [taper, ...others] = tapersOf(joint, { ...finding, directions: [] })
    expect(others).toEqual([])
    expect(taper).toMatchObject({ where: 'at the cheeks', widerAt: 'mouth' })
    expect(taper!.by.value).toBeCloseTo(0.26, 9)
    expect(taper!.angle.value).toBeCloseTo(0.532, 2)
  })
  it('tells a leg’s one angle in space, and a bent part’s two lengths', () => {
    const stick = newPiece('stick-chair')
    expect(leanOf(partOf(stick, 'left-front-leg'))!.inSpace.value).toBeCloseTo(10.76, 2)
    expect(leanOf(partOf(stick, 'cross-stretcher'))).toBeNull()
    const { along, straight } = lengthOf(partOf(stick, 'bow'))
    expect(along.value).toBeGreaterThan(2 * straight!.value)
    expect(lengthOf(partOf(stick, 'left-stick-1')).straight).toBeNull()
  })
})
