import { describe, expect, it } from 'vitest'
import { applyAll, newPiece } from '../../tests/fixtures/pieces'
import { faultsOfPlan } from '../../tests/fixtures/validate-plan'
import { faultsOfTasks } from '../../tests/fixtures/validate-tasks'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import { SCHOOLS, type JointState } from '../piece/words'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '.'

const chair = newPiece('stick-chair')
const STICK = 'left-stick-2'
const own = chair.joints.filter(j => j.enters === STICK).map(j => j.id)
const tried = (states: Readonly<Record<string, JointState>> = {}): Command[] =>
  chair.joints.map(j => ({ do: 'test-joint', joint: j.id, state: states[j.id] ?? 'solid' }))
const GONE: Command = {
  do: 'edit-frame',
  edit: { do: 'describe-part', part: STICK, missing: true, stillIn: true },
}
const planOf = (...commands: readonly Command[]) => {
  const piece = applyAll(chair, [...tried(), GONE, ...commands])
  return { piece, plan: planPiece(piece, USUAL_SHOP, { ...USUAL_SHOP.climate, tonightC: 18 }, '2026-03-05T09:00') }
}
const inTheWay = (plan: ReturnType<typeof planPiece>) =>
  plan.takeApart.decisions.filter(d => d.decision === 'in-the-way').length

describe('a stick of a bow-back that is beyond saving, all else sound', () => {
  it('goes in where the chair stands, in every manner of work: nothing opens, its halves and both holes in one go, no clamp but across the slope', () => {
    for (const school of SCHOOLS) {
      const { piece, plan } = planOf({ do: 'describe', intake: { school } })
      expect(plan.woodMends.map(m => m.chosen), school).toEqual(['in-two'])
      expect([plan.takeApart.moves, inTheWay(plan)], school).toEqual([[], 0])
      expect(plan.stages.map(s => [[...s.joints].sort(), s.wood])).toEqual([[[...own].sort(), [`part:${STICK}/slope`]]])
      expect(plan.stages[0]!.lines.map(l => [l.by, l.joints])).toEqual([['jaws', []], ['jaws', []], ['jaws', []]])
      expect(plan.troubles.map(t => t.answer)).toEqual(['mended'])
      expect(plan.returnMin).not.toBeNull()
      expect(faultsOfPlan(piece, plan), school).toEqual([])
      expect(faultsOfTasks(plan, USUAL_SHOP), school).toEqual([])
    }
  })
  it('picked in one piece it opens the bow, as it would have to, and says so', () => {
    const { plan } = planOf({ do: 'choose-mend', trouble: `part:${STICK}`, mend: 'copy-part' })
    expect(inTheWay(plan)).toBeGreaterThan(5)
    expect(plan.woodMends.map(m => m.chosen)).toEqual(['copy-part'])
  })
  it('is made in one piece where the bow comes off anyhow', () => {
    const loose = Object.fromEntries(
      chair.joints
        .filter(j => j.receives === 'bow' || j.enters === 'bow')
        .map((j): [string, JointState] => [j.id, 'swings']),
    )
    const { plan } = planOf(...tried(loose).filter(c => c.do === 'test-joint' && !own.includes(c.joint)))
    expect(plan.woodMends.map(m => m.chosen)).toEqual(['copy-part'])
  })
  it('the feathers are levelled once it has cured, its sockets are scraped before it is glued', () => {
    const { plan } = planOf()
    const at = (id: string) => plan.tasks.find(t => t.id === id)!.time!
    const glued = plan.tasks.find(t => t.kind === 'glue')!.time!
    expect(at(`part:${STICK}/level`).startMin).toBeGreaterThanOrEqual(plan.stages[0]!.clampsOffMin)
    for (const j of own) expect(at(`joint:${j}/scrape`).endMin).toBeLessThanOrEqual(glued.startMin)
    const words = plan.takeApart.decisions.filter(d => own.includes(d.joint)).map(d => phraseText(d.why))
    expect(words.every(w => w.includes('half by half'))).toBe(true)
  })
})
