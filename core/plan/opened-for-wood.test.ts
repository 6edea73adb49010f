import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { faultsOfTasks } from '../../tests/fixtures/validate-tasks'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import { newFault } from '../piece/faults'
import type { Fault, Piece } from '../piece/schema'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '.'

const chair = newChair({ stretchers: 'box' })
const POST = 'left-back-post'
/** A back post eaten where two stretchers sit in it: neither is loose. */
const eaten: Piece = applyAll(chair, [
  ...chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: 'solid' })),
  {
    do: 'add-fault',
    fault: {
      ...newFault('worm', 'f', POST, 0.16),
      lengthMm: measured(60),
      lostPct: measured(45),
      live: 'old',
    } as Fault,
  },
])
const plan = planPiece(eaten, USUAL_SHOP, { ...USUAL_SHOP.climate, tonightC: 18 }, '2026-03-05T09:00')
const opens = plan.woodMends[0]!.options.find(o => o.id === plan.woodMends[0]!.chosen)!.verdict
const sat = opens.fits ? opens.design!.opens! : []

describe('sound joints on wood that goes', () => {
  it('are those that reach into the length: counted from the drawing, and there are some', () => {
    expect(sat.length).toBeGreaterThan(0)
    for (const id of sat) {
      expect([chair.joints.find(j => j.id === id)!.enters, chair.joints.find(j => j.id === id)!.receives]).toContain(
        POST,
      )
    }
  })

  it('are opened before it is sawn, cut again when the new wood has cured, fitted after that, and glued', () => {
    const start = (id: string) => plan.tasks.find(t => t.id === id)!.time!
    const steps = plan.tasks.filter(t => t.id.startsWith('fault:f/') && (t.kind === 'mend' || t.kind === 'finish'))
    const [first, last] = [steps[0]!, steps.at(-1)!]
    for (const joint of sat) {
      const open = plan.tasks.find(t => t.kind === 'open' && t.joints.includes(joint))!
      expect(open.time!.endMin).toBeLessThanOrEqual(first.time!.startMin)
      const fitted = plan.tasks.filter(t => t.id.startsWith(`joint:${joint}/`) && t.kind === 'mend')
      expect(fitted.length).toBeGreaterThan(0)
      for (const f of fitted) expect(start(f.id).startMin).toBeGreaterThanOrEqual(last.time!.endMin)
      const glued = plan.stages.find(s => s.joints.includes(joint))!
      expect(glued.startMin).toBeGreaterThanOrEqual(Math.max(...fitted.map(f => f.time!.endMin)))
    }
    expect(faultsOfTasks(plan, USUAL_SHOP)).toEqual([])
  })

  it('are told why, and scraped only on their old side', () => {
    for (const joint of sat) {
      expect(plan.takeApart.decisions.find(d => d.joint === joint)!.decision).toBe('open')
      const words = plan.tasks
        .filter(t => t.id.startsWith(`joint:${joint}/scrape`))
        .map(t => phraseText(t.words))
        .join()
      expect(words).not.toContain('off both faces')
    }
    expect(plan.returnMin).not.toBeNull()
  })

  it('stay shut if the repairer says so, and then this mend is not there', () => {
    const shut = applyAll(
      eaten,
      sat.map((joint): Command => ({ do: 'leave-shut', joint, on: true })),
    )
    const made = planPiece(shut, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
    expect(made.woodMends[0]!.chosen).not.toBe(plan.woodMends[0]!.chosen)
  })
})
