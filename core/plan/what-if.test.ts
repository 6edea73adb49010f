import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import type { Command } from '../piece/commands'
import { USUAL_SHOP } from '../reference/usual-shop'
import { changesInWords, planPiece } from '.'

const plan = (piece: Parameters<typeof planPiece>[0]) =>
  planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
const RAIL = 'left-side-rail--left-back-post'
const chair = newChair()
const loose = applyAll(chair, [
  ...chair.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: j.id === RAIL ? 'gives' : 'solid' })),
  { do: 'measure-clearance', joint: RAIL, where: 'cheek', measure: measured(0.05) },
  { do: 'measure-clearance', joint: RAIL, where: 'edge', measure: measured(0.05) },
])

describe('what if it stays shut', () => {
  const now = plan(loose)
  const opened = now.takeApart.moves.flatMap(m => m.opens).find(id => id !== RAIL)!
  it('another way round is named, with no less to do', () => {
    const then = plan(applyAll(loose, [{ do: 'leave-shut', joint: opened, on: true }]))
    const words = phraseText(changesInWords(loose, now, then, opened))
    const instead = then.takeApart.moves.flatMap(m => m.opens).filter(id => id !== RAIL)
    for (const id of instead) expect(words).toContain(`J${loose.joints.find(j => j.id === id)!.number}`)
    expect(then.takeApart.expectedMin).toBeGreaterThanOrEqual(now.takeApart.expectedMin - 0.01)
  })
  it('the loose joint itself kept shut: it can no longer be mended, and there is no date any more', () => {
    const then = plan(applyAll(loose, [{ do: 'leave-shut', joint: RAIL, on: true }]))
    const words = phraseText(changesInWords(loose, now, then, RAIL))
    expect(words).toMatch(/J4 (can no longer be mended|is mended in place)/)
    if (words.includes('no longer')) expect(words).toContain('no date any more')
  })
  it('the same plan changes nothing', () => {
    expect(phraseText(changesInWords(loose, now, now))).toBe('Nothing else changes.')
  })
  it('each of the two prices of a joint that may be mended either way is what forcing it costs; near each other they are a matter of judgement', () => {
    for (const { margin, decision } of now.takeApart.decisions) {
      if (!margin) continue
      expect(decision === 'open' ? margin.openMin : margin.inPlaceMin).toBeLessThanOrEqual(
        Math.max(margin.openMin, margin.inPlaceMin),
      )
      expect(margin.isJudgement).toBe(
        Math.abs(margin.openMin - margin.inPlaceMin) <= 0.15 * Math.max(margin.openMin, margin.inPlaceMin),
      )
    }
  })
})
