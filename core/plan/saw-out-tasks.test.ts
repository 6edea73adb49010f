import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { faultsOfTasks } from '../../tests/fixtures/validate-tasks'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import { newFault } from '../piece/faults'
import { newHold } from '../piece/new-hold'
import { anotherMember } from '../piece/sets'
import { recordOf } from '../record'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '.'

const chair = newChair({ stretchers: 'box' })
const LOST = 'front-stretcher'
const [first, second] = chair.joints.filter(j => j.enters === LOST)
const tested = applyAll(
  chair,
  chair.joints.map((j): Command => ({
    do: 'test-joint',
    joint: j.id,
    state: j.enters === 'front-rail' ? 'gives' : 'solid',
  })),
)
const told = (facts: { missing: boolean, stillIn?: boolean }): Command => ({
  do: 'edit-frame',
  edit: { do: 'describe-part', part: LOST, ...facts },
})
const beyond = applyAll(tested, [told({ missing: true, stillIn: true })])
const planOf = (piece = beyond) =>
  planPiece(piece, USUAL_SHOP, { ...USUAL_SHOP.climate, tonightC: 18 }, '2026-03-05T09:00')

describe('a part beyond saving', () => {
  const plan = planOf()
  const out = plan.tasks.find(t => t.id === `part:${LOST}/out`)!
  it('is sawn out before anything else: 10 + 2 x 8 = 26 minutes, every piece kept as the pattern', () => {
    expect(out.minutes.usual).toBe(26)
    expect(phraseText(out.words)).toContain('pattern')
    expect(phraseText(out.words)).toContain(`J${first!.number}, J${second!.number}`)
    const others = plan.tasks.filter(t => t.kind === 'soften' || t.kind === 'open').filter(t => t !== out)
    for (const t of others) expect(t.time!.startMin).toBeGreaterThanOrEqual(out.time!.endMin)
    expect(faultsOfTasks(plan, USUAL_SHOP)).toEqual([])
  })
  it('is made again as a lost one is; a lost one is not sawn out', () => {
    const lost = planOf(applyAll(tested, [told({ missing: true })]))
    expect(lost.tasks.some(t => t.id === out.id)).toBe(false)
    expect(plan.stages.map(s => s.joints)).toEqual(lost.stages.map(s => s.joints))
    expect(plan.woodMends.map(m => m.chosen)).toEqual(lost.woodMends.map(m => m.chosen))
  })
  it('the saw makes no room for a new one in one piece: it goes home between the same legs, which open or are sprung for it', () => {
    const firm = planOf(
      applyAll(beyond, [
        ...chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: 'solid' })),
        { do: 'choose-mend', trouble: `part:${LOST}`, mend: 'copy-part' },
      ]),
    )
    const opened = firm.takeApart.decisions.filter(d => d.decision === 'in-the-way')
    const isSprung = firm.takeApart.moves.some(m => m.joints.includes(first!.id) && m.springMm > 0)
    expect(opened.length > 0 || isSprung).toBe(true)
    expect(firm.stages.find(s => s.joints.includes(first!.id))!.joints).toContain(second!.id)
  })
  it('what holds it is out first, and it is told in the record', () => {
    const pinned = planOf(
      applyAll(beyond, [{ do: 'add-hold', hold: newHold('nail', 'h', { kind: 'joint', id: first!.id }) }]),
    )
    expect(phraseText(pinned.tasks.find(t => t.id === out.id)!.words)).toContain(`What is in J${first!.number} out`)
    const { sections } = recordOf(beyond, planOf())
    expect(sections.flatMap(s => s.lines).some(l => l.head === 'Beyond saving')).toBe(true)
  })
  it('what broke it is why it goes and no trouble any more, its cause still told; not gone, nothing mends it and one press says so', () => {
    const snapped = newFault('break', 'snapped', LOST, 0.5)
    const broken = applyAll(tested, [
      {
        do: 'add-fault',
        fault: {
          ...snapped,
          parted: 'apart',
          surface: 'ragged',
          angleDeg: measured(70),
          gapMm: measured(0.3),
          lostPct: measured(10),
        } as typeof snapped,
      },
    ])
    const stopped = planOf(broken)
    expect(stopped.woodMends.find(m => m.trouble === 'fault:snapped')!.chosen).toBeNull()
    const again = stopped.stops
      .find(s => s.about.includes('fault:snapped'))!
      .remedies.find(r => r.id === 'make-again')!
    const gone = applyAll(broken, [again.command!])
    const made = planOf(gone)
    expect(made.troubles.map(t => [t.id, t.answer])).toContainEqual([`part:${LOST}`, 'mended'])
    expect(made.troubles.some(t => t.fault === 'snapped')).toBe(false)
    expect(made.faultDiagnoses.map(d => d.fault)).toEqual(['snapped'])
    expect(faultsOfTasks(made, USUAL_SHOP)).toEqual([])
  })
  it('a seat that nothing mends is no bar that is made again: it is not offered', () => {
    const stool = newPiece('stool')
    const worm = newFault('worm', 'eaten', 'seat', 0.5)
    const eaten = applyAll(stool, [
      { do: 'add-fault', fault: { ...worm, live: 'old', lostPct: measured(60) } as typeof worm },
    ])
    const remedies = planOf(eaten).stops.flatMap(s => s.remedies.map(r => r.id))
    expect(remedies).not.toContain('make-again')
  })
  it('the next of a set does not have it', () => {
    const next = anotherMember({ ...beyond, set: { id: 's', member: 1, of: 2 } }, 'p2', { id: 's', member: 2, of: 2 })
    expect(next.parts.find(p => p.id === LOST)!.stillIn).toBeUndefined()
  })
  it('a table’s leg that is screwed to its top leaves no stub there, and the new one is fastened home: it has a date', () => {
    const table = newPiece('table')
    const leg = 'left-back-leg'
    const screwed = table.joints.find(j => j.enters === leg && j.form.kind === 'fixing')!
    const lost = applyAll(table, [
      ...table.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: 'solid' })),
      { do: 'edit-frame', edit: { do: 'describe-part', part: leg, missing: true, stillIn: true } },
    ])
    const made = planOf(lost)
    const words = phraseText(made.tasks.find(t => t.id === `part:${leg}/out`)!.words)
    expect(words).toContain('Split it away from')
    expect(words).not.toContain('Saw it through')
    expect(made.stages.find(s => s.joints.includes(screwed.id))!.dry).toContain(screwed.id)
    expect(made.troubles.map(t => t.answer)).toEqual(['mended'])
    expect(made.gates.find(g => g.id === 'mends')!.done).toBe(true)
    expect(made.returnMin).not.toBeNull()
    expect(faultsOfTasks(made, USUAL_SHOP)).toEqual([])
  })
})
