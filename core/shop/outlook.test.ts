import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { formatWallTime, parseWallTime } from '../measure/wall-time'
import { phraseText } from '../measure/phrase'
import { readPieceFile } from '../piece/file'
import type { Piece } from '../piece/schema'
import { nextStep, planPiece } from '../plan'
import { Shop } from '../reference/shop-settings'
import { lanesOf } from './lanes'
import { FOR_GOOD_MIN, laidOut, outlookOf, type AheadBar } from './outlook'

const shop = Shop.parse(JSON.parse(readFileSync('demo/shop.json', 'utf8')))
const START = '2026-03-05T09:30'
const startMin = parseWallTime(START)
const pieces = readdirSync('demo')
  .filter(f => f.endsWith('.json') && f !== 'shop.json')
  .map((f): Piece => {
    const read = readPieceFile(readFileSync(`demo/${f}`, 'utf8'))
    if (!read.ok) throw new Error(f)
    return read.value
  })
const outlookAt = (piece: Piece, at = START) => {
  const plan = planPiece(piece, shop, shop.climate, at)
  return { plan, outlook: outlookOf(piece, plan, shop, parseWallTime(at)) }
}
const hours = { opensMin: 480, closesMin: 1020, daysOff: [0, 6] }

describe('what a list says of a piece', () => {
  it('outlives being written down: every demo piece reads back as it was', () => {
    for (const piece of pieces) {
      const { outlook } = outlookAt(piece)
      expect(JSON.parse(JSON.stringify(outlook))).toEqual(outlook)
    }
  })

  it('laid out at the plan’s own start, what is not begun stands where the plan has it', () => {
    for (const piece of pieces) {
      const { plan, outlook } = outlookAt(piece)
      const bars = [...outlook.bars, ...laidOut(outlook.ahead, shop, startMin)].sort(
        (a, b) => a.fromMin - b.fromMin || a.toMin - b.toMin,
      )
      const planned = lanesOf(piece, plan).sort((a, b) => a.fromMin - b.fromMin || a.toMin - b.toMin)
      expect(
        bars.map(b => [b.kind, b.label, formatWallTime(b.fromMin), formatWallTime(b.toMin)]),
        piece.title,
      ).toEqual(planned.map(b => [b.kind, b.label, formatWallTime(b.fromMin), formatWallTime(b.toMin)]))
    }
  })

  it('says the same as the plan until the moment it names, and something else from then on', () => {
    for (const piece of pieces) {
      const { plan, outlook } = outlookAt(piece)
      const words = (t: number) => phraseText(nextStep(piece, plan, t).words, 'mm')
      const until = outlook.goodUntilMin
      const samples = Array.from({ length: 400 }, (_, i) => startMin + i * 37).filter(t => until === null || t < until)
      for (const t of samples) expect(words(t), `${piece.title} at ${formatWallTime(t)}`).toBe(words(startMin))
      if (until !== null) expect(words(until)).not.toBe(words(startMin))
    }
  })

  it('waits for good where the owner decides, and not at all where hands can do something', () => {
    const [piece] = pieces
    expect(
      outlookAt({ ...piece!, outcome: { verdict: 'owner-decides', why: 'they think it over' } }).outlook.waitsUntilMin,
    ).toBe(FOR_GOOD_MIN)
    expect(outlookAt({ ...piece!, outcome: null, events: [] }).outlook.waitsUntilMin).toBeNull()
  })
})

describe('what is not begun, laid out from another moment', () => {
  // Planned for Monday 9:00: hands 9:00 to 12:00, clamps 12:00 to 22:00, hands Tuesday 8:00 to 9:00.
  const ahead: AheadBar[] = [
    {
      kind: 'hands-on',
      stage: null,
      label: 'open, mend, fit',
      minutes: 180,
      fromMin: 0,
      toMin: 180,
      isWhole: true,
      notBeforeMin: null,
    },
    {
      kind: 'clamps',
      stage: 1,
      label: 'in clamps',
      minutes: 600,
      fromMin: 180,
      toMin: 780,
      isWhole: false,
      notBeforeMin: null,
    },
    {
      kind: 'hands-on',
      stage: null,
      label: '',
      minutes: 60,
      fromMin: 1380,
      toMin: 1440,
      isWhole: false,
      notBeforeMin: null,
    },
  ]
  const shown = (at: string) =>
    laidOut(ahead, hours, parseWallTime(at)).map(
      b => `${formatWallTime(b.fromMin).slice(5)} to ${formatWallTime(b.toMin).slice(5)}`,
    )

  it('worked example: begun at 15:00 it does not fit before 17:00, so hands are on it the next day from 8:00, and the last hour the day after', () => {
    expect(shown('2026-03-02T15:00')).toEqual([
      '03-03T08:00 to 03-03T11:00',
      '03-03T11:00 to 03-03T21:00',
      '03-04T08:00 to 03-04T09:00',
    ])
  })
  it('worked example: begun on Friday afternoon it waits for Monday, over days off', () => {
    expect(shown('2026-03-06T16:00')).toEqual([
      '03-09T08:00 to 03-09T11:00',
      '03-09T11:00 to 03-09T21:00',
      '03-10T08:00 to 03-10T09:00',
    ])
  })
  it('keeps the order of the plan and never works at night, whenever it begins', () => {
    for (let t = startMin; t < startMin + 8 * 1440; t += 47) {
      const [first, cure, last] = laidOut(ahead, hours, t)
      expect(first!.fromMin).toBeGreaterThanOrEqual(t)
      expect(cure!.fromMin).toBe(first!.toMin)
      expect(last!.fromMin).toBeGreaterThanOrEqual(cure!.toMin)
      for (const b of [first!, last!]) {
        expect(b.fromMin % 1440 >= 480 && (b.toMin - 1) % 1440 < 1020, formatWallTime(b.fromMin)).toBe(true)
      }
    }
  })
})
