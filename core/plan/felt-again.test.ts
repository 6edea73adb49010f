import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { faultsOfTasks } from '../../tests/fixtures/validate-tasks'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import type { Piece, PieceEvent } from '../piece/schema'
import type { JointState } from '../piece/words'
import { USUAL_SHOP } from '../reference/usual-shop'
import { eventOf, planPiece, toFeelAgain, type Plan } from '.'

const chair = newChair({ stretchers: 'box' })
const J = 'left-side-rail--left-back-post'
const found = applyAll(
  chair,
  chair.joints.flatMap((j): Command[] => [
    { do: 'test-joint', joint: j.id, state: j.id === J ? 'gives' : 'solid' },
    { do: 'measure-clearance', joint: j.id, where: 'cheek', measure: measured(0.1) },
    { do: 'measure-clearance', joint: j.id, where: 'edge', measure: measured(0.1) },
    { do: 'set-old-glue', joint: j.id, glue: 'pva' },
  ]),
)
const planAt = (piece: Piece, at: string): Plan =>
  planPiece(piece, USUAL_SHOP, { ...USUAL_SHOP.climate, tonightC: 18 }, at)
let nth = 0
const say = (event: Pick<PieceEvent, 'kind' | 'of'>, at: string): Command => ({
  do: 'log-event',
  event: { id: `e${nth++}`, at, stage: null, note: '', ...event },
})
const feel = (joint: string, state: Exclude<JointState, 'not-tested'>, at: string): Command => ({
  do: 'feel-after',
  trouble: `joint:${joint}`,
  felt: { state, at },
})
/** Everything the plan lists up to the clamps coming off, told as done. */
const gluedUp = (piece: Piece, day: string): Piece =>
  applyAll(
    piece,
    planAt(piece, `${day}T09:00`)
      .tasks.filter(t => !t.done && t.kind !== 'test-again' && t.kind !== 'surface')
      .map((t, i) => say(eventOf(t), `${day}T${10 + Math.floor(i / 60)}:${String(i % 60).padStart(2, '0')}`)),
  )

describe('a joint that moves again when the clamps are off', () => {
  const glued = gluedUp(found, '2026-03-05')
  const before = planAt(glued, '2026-03-06T09:00')
  const moved = applyAll(glued, [feel(J, 'ticks', '2026-03-06T09:10')])
  const plan = planAt(moved, '2026-03-06T09:15')

  it('was whole and rested before: nothing left but the test', () => {
    expect(before.stages.every(s => s.glued)).toBe(true)
    expect(before.tasks.filter(t => !t.done).map(t => t.kind)).toContain('test-again')
  })
  it('is spread, injected and closed in a stage of its own, while what was glued beside it stays glued', () => {
    expect(plan.woodMends.find(m => m.trouble === `joint:${J}`)!.chosen).toBe('inject-again')
    const [first, second] = plan.stages
    expect([first!.glued, first!.joints.includes(J), second!.glued]).toEqual([true, true, false])
    expect([second!.joints, second!.wood]).toEqual([[], [`joint:${J}/again`]])
    // It is drawn home by the same clamp.
    expect(second!.clamps.map(c => c.line.joints)).toEqual([[J]])
    expect(
      plan.tasks.filter(t => !t.done && (t.kind === 'open' || t.kind === 'soften' || t.kind === 'dry-run')),
    ).toEqual([])
    expect(faultsOfTasks(plan, USUAL_SHOP)).toEqual([])
  })
  it('has a later date, and says what was done, found and felt as three things', () => {
    expect(plan.returnMin!).toBeGreaterThan(before.returnMin!)
    const trouble = plan.troubles.find(t => t.joint === J)!
    expect([trouble.answer, trouble.felt]).toEqual(['mended', 'ticks'])
    expect(moved.findings[J]!.state).toBe('gives')
  })
  it('glued again and felt firm it is done, and the last test is asked for once more', () => {
    const again = gluedUp(applyAll(moved, [say({ kind: 'tested-again', of: [] }, '2026-03-06T09:12')]), '2026-03-07')
    expect(planAt(again, '2026-03-08T09:00').tasks.find(t => t.kind === 'test-again')!.done).toBe(false)
    const firm = applyAll(again, [
      feel(J, 'solid', '2026-03-08T09:00'),
      say({ kind: 'tested-again', of: [] }, '2026-03-08T09:05'),
    ])
    const last = planAt(firm, '2026-03-08T09:10')
    expect(last.stops).toEqual([])
    expect(last.stages.map(s => s.glued)).toEqual([true, true])
    expect(last.tasks.find(t => t.kind === 'test-again')!.done).toBe(true)
  })
  it('one that swings again is not injected: it comes apart once more, and that is said', () => {
    const swings = planAt(applyAll(glued, [feel(J, 'swings', '2026-03-06T09:10')]), '2026-03-06T09:15')
    expect(swings.woodMends.find(m => m.trouble === `joint:${J}`)!.chosen).toBeNull()
    expect([swings.returnMin, swings.stops.length > 0]).toEqual([null, true])
  })
  it('a firm joint beside it that took the pull is mended as it was felt, the shorter way where its old glue allows it', () => {
    const { glued: own, beside } = toFeelAgain(glued, before)
    expect(own.map(j => j.id)).toContain(J)
    const next = beside.find(j => j.receives === 'left-back-post' && j.enters === 'left-stretcher')!
    const strained = applyAll(glued, [
      { do: 'set-old-glue', joint: next.id, glue: 'protein' },
      feel(next.id, 'ticks', '2026-03-06T09:10'),
    ])
    const made = planAt(strained, '2026-03-06T09:15')
    expect(made.troubles.find(t => t.joint === next.id)!.answer).toBe('mended')
    expect(made.takeApart.decisions.find(d => d.joint === next.id)!.decision).toBe('mend-in-place')
    expect(made.stages.filter(s => !s.glued).map(s => s.joints)).toEqual([[next.id]])
    expect(made.returnMin!).toBeGreaterThan(before.returnMin!)
    expect(strained.findings[next.id]!.state).toBe('solid')
    // Over another glue it would have to open, and what was just glued with it: that is not planned by the way.
    const overPva = planAt(applyAll(glued, [feel(next.id, 'ticks', '2026-03-06T09:10')]), '2026-03-06T09:15')
    expect(overPva.stages.every(s => s.glued)).toBe(true)
    expect(overPva.stops.map(s => phraseText(s.why)).join()).toContain('that is another job')
  })
})
