import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { phraseText } from '../measure/phrase'
import { measured } from '../measure/measured'
import type { Command } from '../piece/commands'
import type { Joint, Piece } from '../piece/schema'
import { newHold } from '../piece/new-hold'
import type { OldGlue } from '../piece/words'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '../plan'
import { openingMinutes } from './costs'
import { sawnIfOpened } from '.'

const LOOSE = 'left-side-rail--left-back-post'
const SOUND = 'right-side-rail--right-back-post'

/** A chair whose rails are dowelled, one of its joints loose. */
function dowelled(glue: OldGlue): Piece {
  const made = newChair({ stretchers: 'none' })
  const joints = made.joints.map((j): Joint => ({
    ...j,
    depthMm: measured(25),
    form: { kind: 'dowel', count: 2, diameterMm: measured(10), spacingMm: measured(30) },
  }))
  return applyAll(
    { ...made, joints },
    made.joints.flatMap((j): Command[] => [
      { do: 'test-joint', joint: j.id, state: j.id === LOOSE ? 'gives' : 'solid' },
      { do: 'measure-clearance', joint: j.id, where: 'round', measure: measured(0.1) },
      { do: 'set-old-glue', joint: j.id, glue },
    ]),
  )
}
const planOf = (piece: Piece, shop = USUAL_SHOP) => planPiece(piece, shop, shop.climate, '2026-03-05T09:00')

describe('dowels sawn at the seam', () => {
  it('by hand: a solid urea joint of a valued chair pulled 25 + 0.1 x 3 x 180 x 1.4 = 100.6 min; sawn 25 + 18 + 25 + 10 x 0.4 + 0.03 x 180 x 1.4 = 79.6', () => {
    const joint = dowelled('urea').joints.find(j => j.id === SOUND)!
    expect(openingMinutes(dowelled('urea'), joint)).toBeCloseTo(100.6, 6)
    expect(openingMinutes(dowelled('urea'), joint, true)).toBeCloseTo(79.56, 6)
    expect(sawnIfOpened(dowelled('urea')).has(SOUND)).toBe(true)
  })
  it('is not thought of where the glue lets go, where the joint gives already, or where metal crosses the seam', () => {
    expect(sawnIfOpened(dowelled('protein')).size).toBe(0)
    expect(sawnIfOpened(dowelled('urea')).has(LOOSE)).toBe(false)
    const screwed = applyAll(dowelled('urea'), [
      { do: 'add-hold', hold: newHold('screw', 'h', { kind: 'joint', id: SOUND }) },
    ])
    expect(sawnIfOpened(screwed).has(SOUND)).toBe(false)
  })
  it('a saw has to get at the seam: with something beside it on all four sides it is pulled', () => {
    const piece = dowelled('urea')
    const joint = piece.joints.find(j => j.id === SOUND)!
    const beside = ([dx, dy]: readonly [number, number], i: number): Joint => ({
      ...joint,
      id: `beside-${i}`,
      enters: 'front-rail',
      receives: joint.receives,
      at: [joint.at[0] + dx, joint.at[1] + dy, joint.at[2]],
    })
    const boxed = {
      ...piece,
      joints: [
        ...piece.joints,
        ...(
          [
            [40, 0],
            [-40, 0],
            [0, 60],
            [0, -60],
          ] as const
        ).map(beside),
      ],
    }
    expect(sawnIfOpened(boxed).has(SOUND)).toBe(false)
    expect(sawnIfOpened({ ...boxed, joints: boxed.joints.slice(0, -1) }).has(SOUND)).toBe(true)
  })
})

describe('a plan that saws', () => {
  const plan = planOf(dowelled('urea'))
  const decision = plan.takeApart.decisions.find(d => d.joint === SOUND)!
  it('opens the sound joint in the way by the saw, says why, and has new dowels for it in the same go', () => {
    expect(plan.takeApart.sawn).toContain(SOUND)
    expect(phraseText(decision.why)).toContain('sawn through at the seam')
    expect(decision.breakChance!.value).toBeCloseTo(0.03, 9)
    expect(plan.mends.find(m => m.joint === SOUND)!.chosen).toBe('new-dowel')
    expect(plan.recipes[SOUND]!.rounds.map(r => r.id)).toEqual(['saw-line'])
    expect(plan.tasks.some(t => t.id === `joint:${SOUND}/cleaned`)).toBe(false)
    expect(plan.stages.some(s => s.joints.includes(SOUND) && s.joints.includes(LOOSE))).toBe(true)
  })
  it('the saw frees no other way: the new dowels go home along the same line, with the same spring', () => {
    const pulled = planOf(dowelled('protein'))
    expect(plan.takeApart.moves.map(m => m.springMm)).toEqual(pulled.takeApart.moves.map(m => m.springMm))
  })
  it('the loose joint is drawn dry: what moves already mostly comes, 1 - 0.6 x 0.4 = 0.76', () => {
    expect(plan.recipes[LOOSE]!.rounds.map(r => r.id)).toEqual(['dry-rap', 'dry-blade'])
  })
  it('a shop that does not saw lines pulls it', () => {
    const pulled = planOf(dowelled('urea'), { ...USUAL_SHOP, roundsLeftOut: ['saw-line'] })
    expect(pulled.takeApart.sawn).toEqual([])
    expect(pulled.mends.some(m => m.joint === SOUND)).toBe(false)
  })
})
