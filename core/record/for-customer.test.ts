import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { phraseText, say } from '../measure/phrase'
import { planPiece } from '../plan'
import { USUAL_SHOP } from '../reference/usual-shop'
import { customerRecord, likeOnce } from '.'

const chair = newChair()
const told = applyAll(chair, [
  { do: 'describe', intake: { ask: 'It wobbles' } },
  ...chair.joints.map(
    j =>
      ({
        do: 'test-joint',
        joint: j.id,
        state: /^front-rail/.test(j.id) ? 'swings' : 'solid',
      }) as const,
  ),
])
const plan = planPiece(told, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')

describe('what the customer gets', () => {
  const record = customerRecord(told, plan)
  const words = record.flatMap(s => [s.title, ...s.lines.map(l => `${l.head}: ${phraseText(l.text)}`)]).join('\n')

  it('says what was asked, what is done where, when it may be sat in and how it comes undone', () => {
    expect(record.map(s => s.title)).toEqual(['The piece', 'What will be done', 'Using it'])
    expect(words).toContain('Asked for: It wobbles')
    expect(words).toMatch(/Front rail to left front leg; front rail to right front leg/)
    expect(words).toMatch(/Comes undone: .+ with /)
  })

  it('has no numbers that only the drawing explains, no likelihoods, nothing that nobody said', () => {
    expect(words).not.toMatch(/\bJ\d+\b|%|not looked|unknown/)
    expect(words.split('\n').length).toBeLessThan(14)
  })

  it('says of a trouble that was left why, and of one that is open that it is', () => {
    const [first, second] = plan.troubles
    const left = applyAll(told, [{ do: 'settle-trouble', trouble: first!.id, how: 'left', why: 'the owner likes it so' }])
    const lines = customerRecord(left, planPiece(left, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00'))
    expect(lines.flatMap(s => s.lines.map(l => l.head))).toContain('Left as it is: the owner likes it so')
    expect(second).toBeDefined()
  })
})

describe('lines that say the same', () => {
  it('are said once, with their heads together, in their order', () => {
    const lines = [
      { head: 'J1', text: say`loose` },
      { head: 'J2', text: say`solid` },
      { head: 'J3', text: say`loose` },
    ]
    expect(likeOnce(lines, ', ').map(l => `${l.head}: ${phraseText(l.text)}`)).toEqual(['J1, J3: loose', 'J2: solid'])
  })
})
