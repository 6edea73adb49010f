import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { orThrow } from '../measure/result'
import { parseWallTime } from '../measure/wall-time'
import type { Command } from '../piece/commands'
import { readPieceFile } from '../piece/file'
import { newHold } from '../piece/new-hold'
import type { Piece } from '../piece/schema'
import { USUAL_SHOP } from '../reference/usual-shop'
import { benchSteps, eventOf, planPiece, tagOfWork } from '.'

const START = '2026-03-05T09:30'
const plan = (piece: Piece) => planPiece(piece, USUAL_SHOP, { nowC: 18, nowRhPct: 50, tonightC: 16 }, START)
const chapel = orThrow(readPieceFile(readFileSync(new URL('../../demo/chapel-chair.json', import.meta.url), 'utf8')))

describe('what to have ready', () => {
  it('a dowel for the snapped leg says whose it is and when its work begins: at once, with cleaning the faces', () => {
    const made = plan(chapel)
    expect(made.stock.map(s => [s.id, s.count, s.troubles])).toContainEqual(['dowel', 1, ['fault:broken-leg']])
    expect(made.stock.find(s => s.id === 'dowel')!.wantedMin).toBe(parseWallTime(START))
  })
  it('tools come in the order of first use, and are gone from the list once their work is done', () => {
    const made = plan(chapel)
    const ids = made.tools.map(t => t.id)
    expect(ids.indexOf('needle')).toBeLessThan(ids.indexOf('fine-saw'))
    expect(ids.indexOf('fine-saw')).toBeLessThan(ids.indexOf('drill'))
    expect(made.tools.find(t => t.id === 'fine-saw')!.tasks).toEqual(['fault:broken-leg/saw'])
    const first = benchSteps(made)[0]!
    const after = plan(
      applyAll(chapel, [
        { do: 'log-event', event: { id: 'did', at: START, stage: null, note: '', ...eventOf(first) } },
      ]),
    )
    expect(made.tools.some(t => t.tasks.includes(first.id))).toBe(true)
    expect(after.tools.some(t => t.tasks.includes(first.id))).toBe(false)
  })
  it('like things for several joints are one line that names them all', () => {
    const two = ['left-side-rail--left-back-post', 'right-side-rail--right-back-post']
    const loose = applyAll(newChair({ sideRails: 'dowel' }), [
      ...newChair({ sideRails: 'dowel' }).joints.map((j): Command => ({
        do: 'test-joint',
        joint: j.id,
        state: two.includes(j.id) ? 'swings' : 'solid',
      })),
      ...two.flatMap((joint): Command[] => [
        { do: 'look-for', joint, sign: 'dowel-stub', look: 'seen' },
        { do: 'choose-mend', trouble: `joint:${joint}`, mend: 'new-dowel' },
      ]),
    ])
    const dowels = plan(loose).stock.filter(s => s.id === 'dowel')
    expect(dowels.map(s => [s.count, [...s.troubles].sort()])).toEqual([[4, two.map(j => `joint:${j}`)]])
    // Bored in steps up to the dowel's own size, each bit once for all four holes.
    const bits = plan(loose).tools.find(t => t.id === 'bit')!.sizesMm
    expect(bits.at(-1)).toBe(dowels[0]!.sizesMm[0])
    expect(bits.length).toBeGreaterThan(1)
    expect(new Set(bits).size).toBe(bits.length)
  })
  it('screws of a block that was in the way go back when its joint is closed, and are told where', () => {
    const chair = newChair({ blocks: 'screwed' })
    const rail = chair.joints.find(j => j.enters === 'left-side-rail')!.id
    const loose = applyAll(chair, [
      ...chair.joints.map((j): Command => ({
        do: 'test-joint',
        joint: j.id,
        state: j.id === rail ? 'swings' : 'solid',
      })),
      { do: 'look-for', joint: rail, sign: 'polished-tenon', look: 'not-there' },
    ])
    const glue = plan(loose).tasks.find(t => t.kind === 'glue')!
    expect(phraseText(glue.words)).toMatch(/Screws back in J15 \(2\), J17 \(2\), drawn up/)
  })
  it('what is closed again and was wedged wants its wedges on the list, but for a joint whose mend brings its own', () => {
    const stool = newPiece('stool')
    const legs = stool.joints.filter(j => j.receives === 'seat').map(j => j.id)
    const told = (state: 'gives' | 'solid'): Piece =>
      applyAll(
        stool,
        stool.joints.map((j): Command => ({ do: 'test-joint', joint: j.id, state: legs.includes(j.id) ? state : 'solid' })),
      )
    const wedges = (piece: Piece) =>
      plan(piece)
        .stock.filter(s => s.id === 'wedge')
        .map(s => [s.count, s.troubles.length])
    expect(wedges(told('gives'))).toEqual([[4, 4]])
    const oneLoose = applyAll(told('solid'), [{ do: 'test-joint', joint: legs[0]!, state: 'gives' }])
    const made = plan(oneLoose)
    const tags = made.stock.flatMap(s => s.troubles.map(id => tagOfWork(oneLoose, made.troubles, id)))
    expect(tags.sort()).toEqual(legs.map((_, i) => `J${i + 1}`))
    expect(wedges(told('solid'))).toEqual([])
    const measuredWedges = applyAll(
      told('gives'),
      legs.flatMap((joint): Command[] => [
        {
          do: 'add-hold',
          hold: { ...newHold('wedge', `w-${joint}`.slice(0, 60), joint), diameterMm: measured(4) },
        },
        { do: 'choose-mend', trouble: `joint:${joint}`, mend: 'renew-wedge' },
      ]),
    )
    expect(wedges(measuredWedges)).toEqual([[4, 4]])
  })
  it('a pin that somebody recorded in a joint made with pins is made new as well; a nail driven in later is not put back', () => {
    const made = plan(
      orThrow(
        readPieceFile(
          readFileSync(
            new URL('../../tests/fixtures/files/jobs/pinned-wedged-and-nailed-under-a-drop-in.json', import.meta.url),
            'utf8',
          ),
        ),
      ),
    )
    const closing = made.tasks
      .filter(t => t.kind === 'glue')
      .map(t => phraseText(t.words))
      .join(' ')
    expect(closing).toMatch(/New: wooden pin in J4/)
    expect(closing).not.toMatch(/[Nn]ails? back|New: nail/)
    const loft = plan(
      orThrow(readPieceFile(readFileSync(new URL('../../demo/net-loft-armchair.json', import.meta.url), 'utf8'))),
    )
    expect(
      loft.tasks
        .filter(t => t.kind === 'glue')
        .map(t => phraseText(t.words))
        .join(' '),
    ).toMatch(/New: wooden pin in .*J1/)
  })
})
