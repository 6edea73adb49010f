import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { applyAll } from '../../tests/fixtures/pieces'
import { faultsOfTasks } from '../../tests/fixtures/validate-tasks'
import { measured } from '../measure/measured'
import { phraseText } from '../measure/phrase'
import { orThrow } from '../measure/result'
import { readPieceFile } from '../piece/file'
import type { Piece } from '../piece/schema'
import { USUAL_SHOP } from '../reference/usual-shop'
import { gatesFor, gatesOfTask, planPiece } from '.'

/** The bench that has lost its long stretcher, two blocks and its webbing. */
const bench = orThrow(readPieceFile(readFileSync(new URL('../../demo/ferry-bench.json', import.meta.url), 'utf8')))
const plan = (piece: Piece) => planPiece(piece, USUAL_SHOP, { ...USUAL_SHOP.climate, tonightC: 18 }, '2026-03-05T09:00')
const read = applyAll(bench, [{ do: 'measure-shoulders', part: 'long-stretcher', measure: measured(1109.5) }])
const STEP = 'part:long-stretcher/shoulders'
const of = (made: ReturnType<typeof plan>, id: string) => made.tasks.find(t => t.id === id)!

describe('a part made again between two others', () => {
  const made = plan(bench)

  it('is measured when every joint of old wood that opened has been fitted, and only then made', () => {
    const opened = new Set(made.takeApart.moves.flatMap(m => m.opens))
    const fitted = made.tasks.filter(
      t => t.kind === 'mend' && t.joints.some(j => opened.has(j)) && t.id.endsWith('/fit'),
    )
    expect(fitted.length).toBeGreaterThan(0)
    for (const t of fitted) expect(of(made, STEP).time!.startMin).toBeGreaterThanOrEqual(t.time!.endMin)
    expect(of(made, 'part:long-stretcher/make').time!.startMin).toBeGreaterThanOrEqual(of(made, STEP).time!.endMin)
    expect(faultsOfTasks(made, USUAL_SHOP)).toEqual([])
  })

  it('keeps only what it is in from being glued until it is measured; saying so is not measuring', () => {
    const gate = made.gates.find(g => g.id === 'shoulders')!
    expect([gate.done, phraseText(gate.words).includes('long stretcher')]).toEqual([false, true])
    const own = bench.joints.filter(j => j.enters === 'long-stretcher').map(j => j.id)
    for (const stage of made.stages) {
      expect(gatesFor(made, stage).some(g => g.id === 'shoulders')).toBe(stage.joints.some(j => own.includes(j)))
    }
    expect(gatesOfTask(made, of(made, 'part:long-stretcher/make')).map(g => g.id)).toEqual(['shoulders'])
    const said = applyAll(bench, [
      { do: 'log-event', event: { id: 'e', at: '2026-03-05T10:00', kind: 'done', stage: null, of: [STEP], note: '' } },
    ])
    expect(of(plan(said), STEP).done).toBe(false)
  })

  it('measured, the step is done, the gate is open and the blank is as long as that with its two tenons of 14', () => {
    const after = plan(read)
    expect([of(after, STEP).done, after.gates.find(g => g.id === 'shoulders')!.done]).toEqual([true, true])
    expect(after.stock.find(s => s.what.includes('long stretcher'))!.sizesMm.at(-1)).toBeCloseTo(1109.5 + 28, 9)
  })

  it('new wood is not scraped, and webbing is strained when the frame has been glued and its clamps are off', () => {
    const words = made.tasks
      .filter(t => t.id.startsWith('joint:long-stretcher'))
      .map(t => phraseText(t.words))
      .join(' ')
    expect(words).not.toContain('off both faces')
    const glued = Math.max(...made.stages.map(s => s.clampsOffMin))
    for (const t of made.tasks.filter(x => x.id.startsWith('bracing:webbing/'))) {
      expect(t.time!.startMin).toBeGreaterThanOrEqual(glued)
    }
  })
})
