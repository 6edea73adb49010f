import { describe, expect, it } from 'vitest'
import { applyAll, newChair } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { newFault } from '../piece/faults'
import { newHold } from '../piece/new-hold'
import type { Break, Loss, Piece } from '../piece/schema'
import { USUAL_SHOP } from '../reference/usual-shop'
import { planPiece } from '.'

const LEG = 'left-front-leg' // 38 × 38
const chair = newChair()
const snap: Break = {
  ...(newFault('break', 'snap', LEG, 0.2) as Break),
  parted: 'apart',
  surface: 'ragged',
  angleDeg: measured(90),
  gapMm: measured(0.1),
}
/** A chip in the leg’s side, over the dowel of the break and clear of its saw line: so deep from the surface. */
const chip = (depthMm: number, along = 0.27): Loss => ({
  ...(newFault('loss', 'chip', LEG, along) as Loss),
  lengthMm: measured(30),
  widthMm: measured(12),
  depthMm: measured(depthMm),
})
const plan = (piece: Piece) => planPiece(piece, USUAL_SHOP, USUAL_SHOP.climate, '2026-03-05T09:00')
const both = (loss: Loss, ...more: Parameters<typeof applyAll>[1]) =>
  applyAll(chair, [{ do: 'add-fault', fault: snap }, { do: 'add-fault', fault: loss }, ...more])
const chosen = (piece: Piece) => Object.fromEntries(plan(piece).woodMends.map(m => [m.trouble, m.chosen]))
const reason = (piece: Piece, trouble: string) =>
  phraseText(
    plan(piece)
      .woodMends.find(m => m.trouble === trouble)!
      .options.find(o => o.id === 'let-in-patch')!.verdict.reason,
  )

describe('a mend and what is in the wood besides', () => {
  const screwAt = (along: number): Parameters<typeof applyAll>[1][number] => ({
    do: 'add-hold',
    hold: newHold('screw', 'old-screw', { kind: 'part', id: LEG, along }, { state: 'holds' }),
  })
  const snapped = applyAll(chair, [{ do: 'add-fault', fault: snap }])
  const why = (piece: Piece, mend: string) =>
    phraseText(
      plan(piece)
        .woodMends.find(m => m.trouble === 'fault:snap')!
        .options.find(o => o.id === mend)!.verdict.reason,
    )
  const bore = plan(snapped).woodMends[0]!.options.find(o => o.id === 'saw-and-bore')!.verdict
  const ends = bore.fits
    ? [bore.design!.bores[0]!.from, bore.design!.bores[0]!.to].map(p => p[1]).sort((a, b) => a - b)
    : []

  it('a screw that stays in the leg beyond the dowel’s end is no matter; one in its way refuses it, and out of the way it is bored', () => {
    // The leg stands upright from the floor, 445 mm long: a share of its length is a height.
    const inTheWay = applyAll(snapped, [screwAt((ends[1]! - 10) / 445)])
    expect(chosen(inTheWay)['fault:snap']).not.toBe('saw-and-bore')
    expect(why(inTheWay, 'saw-and-bore')).toMatch(/^it would meet the screw that stays in it/)
    expect(chosen(applyAll(snapped, [screwAt((ends[1]! + 7) / 445)]))['fault:snap']).toBe('saw-and-bore')
    expect(why(applyAll(snapped, [screwAt((ends[1]! + 5) / 445)]), 'saw-and-bore')).toMatch(
      /^it would come within 2(\.\d+)? mm of the screw/,
    )
    const out = applyAll(inTheWay, [
      {
        do: 'log-event',
        event: { id: 'out', at: '2026-03-05T09:00', kind: 'hold-out', stage: null, of: ['hold:old-screw'], note: '' },
      },
    ])
    expect(chosen(out)['fault:snap']).toBe('saw-and-bore')
  })
  it('a second break that the dowel would pass through refuses it; one farther off has a dowel of its own', () => {
    const second = (along: number) => applyAll(snapped, [{ do: 'add-fault', fault: { ...snap, id: 'second', along } }])
    const near = second(0.2 + 14 / 445)
    expect(chosen(near)).toMatchObject({ 'fault:snap': null, 'fault:second': null })
    expect(plan(near).returnMin).toBeNull()
    expect(why(near, 'saw-and-bore')).toMatch(/the face of B2/)
    expect(chosen(second(0.6))).toMatchObject({ 'fault:snap': 'saw-and-bore', 'fault:second': 'saw-and-bore' })
  })
})

describe('two mends in one part', () => {
  it('an 18 mm dowel on centre in 38 mm leaves 10 of wall: a chip 3 mm deep, its recess 3.5, leaves 6.4 between them and both stay', () => {
    expect(chosen(both(chip(3)))).toMatchObject({ 'fault:snap': 'saw-and-bore', 'fault:chip': 'let-in-patch' })
  })
  it('a chip 8 mm deep would leave 1.4: the chip gives way to the break, and it is said with the wood that would be left', () => {
    const piece = both(chip(8))
    expect(chosen(piece)).toMatchObject({ 'fault:snap': 'saw-and-bore', 'fault:chip': null })
    expect(reason(piece, 'fault:chip')).toMatch(/^it would come within 1\.\d+ mm of the mend of B1/)
    expect(plan(piece).troubles.find(t => t.id === 'fault:chip')!.answer).toBe('open')
    expect(plan(piece).returnMin).toBeNull()
  })
  it('the same chip half the leg away has its patch', () => {
    expect(chosen(both(chip(8, 0.7)))).toMatchObject({ 'fault:snap': 'saw-and-bore', 'fault:chip': 'let-in-patch' })
  })
  it('a recess across the saw line is no patch to a part that is sawn there', () => {
    // Sawn 4 mm above the break at 89 mm of 445; the chip’s recess reaches 17 mm both ways.
    expect(chosen(both({ ...chip(1), along: 93 / 445 }))['fault:chip']).toBeNull()
  })
  it('what the repairer picked is kept, and the other is refused for it: then the patch waits for the break', () => {
    const made = plan(both(chip(8), { do: 'choose-mend', trouble: 'fault:chip', mend: 'let-in-patch' }))
    const [snapped, chipped] = ['fault:snap', 'fault:chip'].map(id => made.woodMends.find(m => m.trouble === id)!)
    expect(chipped!.options.find(o => o.id === 'let-in-patch')!.verdict.fits).toBe(true)
    expect(snapped!.chosen).toBeNull()
    expect(phraseText(snapped!.options.find(o => o.id === 'saw-and-bore')!.verdict.reason)).toMatch(
      /within 1\.\d+ mm of the mend of L1/,
    )
  })
})
