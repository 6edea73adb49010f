import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { faultsOfPlan } from '../../tests/fixtures/validate-plan'
import { measured } from '../measure/measured'
import type { Command } from '../piece/commands'
import { newFault } from '../piece/faults'
import type { EarlierRepair, Piece } from '../piece/schema'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '.'

/** A firm joint that stands out of its line: left alone, or opened and set right because the repairer wants it. */

const RAIL = 'left-side-rail--left-back-post'
const plan = (piece: Piece) => planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
const repair = (offMm: number): EarlierRepair => ({
  ...(newFault('earlier-repair', 'old', 'left-side-rail', 0.02, RAIL) as EarlierRepair),
  register: 'in-register',
  holds: 'holds',
  glue: 'pva',
  offMm: measured(offMm),
})
const stepped = (...more: Command[]) => {
  const chair = newChair()
  return applyAll(chair, [
    ...chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: 'solid' })),
    { do: 'look-for', joint: RAIL, sign: 'step-in-line', look: 'seen' },
    { do: 'set-old-glue', joint: RAIL, glue: 'pva' },
    ...more,
  ])
}
const wanted: Command = { do: 'choose-mend', trouble: `joint:${RAIL}`, mend: 'put-right' }

describe('a firm joint out of its line', () => {
  it('stays shut until somebody wants it right, and what would be done is there to pick', () => {
    const left = plan(stepped({ do: 'add-fault', fault: repair(1.5) }))
    expect(left.mends).toMatchObject([{ joint: RAIL, chosen: null, picked: false }])
    expect(left.mends[0]!.options.map(o => [o.id, o.verdict.fits])).toEqual([['put-right', true]])
    expect(left.takeApart.moves).toEqual([])
    expect(left.returnMin).toBeNull()
  })
  it('asks how far it stands off before anything is pared', () => {
    const unknown = plan(stepped())
    expect(unknown.mends[0]!.options[0]!.verdict).toMatchObject({ fits: false, wants: true })
  })
  it('picked, it is opened, 1.5 mm go off one cheek, a shim of 1.45 by 46 by 26 onto the other, and it closes in a stage', () => {
    const piece = stepped({ do: 'add-fault', fault: repair(1.5) }, wanted)
    const made = plan(piece)
    expect(made.takeApart.decisions.find(d => d.joint === RAIL)!.decision).toBe('open')
    expect(made.stages.flatMap(s => s.joints)).toContain(RAIL)
    expect(made.troubles.find(t => t.id === `joint:${RAIL}`)!.answer).toBe('mended')
    expect(made.stock.find(s => s.id === 'shim')!.sizesMm).toEqual([1.45, 46, 26])
    expect(faultsOfPlan(piece, made)).toEqual([])
    const steps = made.tasks.filter(t => t.line === `joint:${RAIL}` && t.kind === 'mend').map(t => t.id.split('/')[1])
    expect(steps).toEqual(['mark', 'scrape', 'pare', 'line'])
  })
  it('3 mm of a tenon of 9 are over a quarter: it is refused, and a loose tenon named', () => {
    expect(plan(stepped({ do: 'add-fault', fault: repair(3) }, wanted)).mends[0]!.chosen).toBeNull()
  })
})
