import { describe, expect, it } from 'vitest'
import { chanceFrom } from '../../tests/fixtures/noise'
import { orThrow } from '../measure/result'
import {
  misreadByMark,
  misreadBySecond,
  pairsOf,
  pullToDrawing,
  shapeFromTapes,
  spanMm,
  type Drawn,
  type Reading,
} from '.'

const BASE: readonly Drawn[] = [
  { id: 'fl', xMm: 215, zMm: 180 },
  { id: 'fr', xMm: -215, zMm: 180 },
  { id: 'br', xMm: -170, zMm: -180 },
  { id: 'bl', xMm: 170, zMm: -180 },
]
const tapes = (feet: readonly Drawn[], error: () => number = () => 0): Reading[] =>
  pairsOf(feet).map(([a, b]) => ({ a: a.id, b: b.id, mm: spanMm(a, b) + error() }))
const FRONT = 'fl--fr'

describe('feet by six tapes', () => {
  it('by hand: a square of 300 whose sides and diagonals are exact closes; one side read 10 too long does not, and no tape is named', () => {
    const square: Drawn[] = [
      { id: 'a', xMm: 0, zMm: 0 },
      { id: 'b', xMm: 300, zMm: 0 },
      { id: 'c', xMm: 300, zMm: 300 },
      { id: 'd', xMm: 0, zMm: 300 },
    ]
    expect(orThrow(shapeFromTapes(square, tapes(square))).closureMm).toBeLessThan(1e-6)
    const off = tapes(square).map(t => (t.a === 'a' && t.b === 'b' ? { ...t, mm: 310 } : t))
    const shape = orThrow(shapeFromTapes(square, off))
    expect(shape.isMisread).toBe(true)
    // Of the six equations' one check the sides have a part of 1 / (2 root 2), the diagonals a half: 10 x 0.354 = 3.5.
    expect(shape.closureMm).toBeCloseTo(10 / Math.sqrt(8), 1)
    // Any of the six could be the one: the side by 10, an opposite one too, a diagonal by about 10 / root 2.
    expect(shape.changes).toHaveLength(6)
    const by = (a: string, b: string) =>
      shape.changes.find(c => (c.a === a && c.b === b) || (c.a === b && c.b === a))!.byMm
    expect(by('a', 'b')).toBeCloseTo(-10, 6)
    expect(by('a', 'c')).toBeCloseTo(10 / Math.SQRT2, 0)
  })
  it('a missing tape, one between feet that cannot be, and a triangle that does not close are said at that tape', () => {
    const paths = (readings: readonly Reading[]) => {
      const r = shapeFromTapes(BASE, readings)
      return r.ok ? [] : r.issues.map(i => [i.code, i.path])
    }
    expect(paths(tapes(BASE).slice(0, 3))[0]![0]).toBe('missing')
    expect(paths(tapes(BASE).map(t => (t.a === 'fl' && t.b === 'fr' ? { ...t, mm: 1000 } : t)))).toEqual([
      ['absurd', FRONT],
    ])
    const thin = tapes(BASE).map(t => (t.a === 'fl' && t.b === 'br' ? { ...t, mm: 820 } : t))
    expect(paths(thin)).toEqual([['no_triangle', 'br--fl']])
  })
  it('200 bases, each tape off by half to a whole millimetre: a misread of 15 mm is noticed in 95 of 100, a false alarm in 8 at most, places within the tapes’ noise', () => {
    const chance = chanceFrom(3)
    let [noticed, alarms, far, named] = [0, 0, 0, 0]
    for (let n = 0; n < 200; n++) {
      const feet = BASE.map(f => ({ ...f, xMm: f.xMm + chance.between(-40, 40), zMm: f.zMm + chance.between(-40, 40) }))
      const sigma = chance.between(0.5, 1)
      const first = tapes(feet, () => chance.error(sigma))
      const sound = orThrow(shapeFromTapes(BASE, first))
      if (sound.isMisread) alarms++
      const pull = pullToDrawing(sound.feet, feet)
      if (pull.kind !== 'true' && Math.max(...pull.laid.map(l => spanMm(l.is, l.drawn))) > 4 * sigma) far++
      const [wrong, byMm] = [Math.floor(chance.next() * 6), chance.next() < 0.5 ? 15 : -15]
      const misread = first.map((t, i) => (i === wrong ? { ...t, mm: t.mm + byMm } : t))
      if (orThrow(shapeFromTapes(BASE, misread)).isMisread) noticed++
      const again = misreadBySecond(
        BASE,
        misread,
        tapes(feet, () => chance.error(sigma)),
      )
      if (
        again.ok
        && again.value
        && again.value.a === first[wrong]!.a
        && again.value.b === first[wrong]!.b
        && Math.abs(again.value.isMm - first[wrong]!.mm) < 3
      ) { named++ }
    }
    expect({ noticed: noticed >= 190, alarms: alarms <= 16, far: far <= 4, named: named >= 190 }).toEqual({
      noticed: true,
      alarms: true,
      far: true,
      named: true,
    })
  })
  it('four tapes to a mark half a depth in front name it as well', () => {
    const chance = chanceFrom(12)
    const mark = { xMm: 30, zMm: 380 }
    let named = 0
    for (let n = 0; n < 100; n++) {
      const sigma = 0.5
      const first = tapes(BASE, () => chance.error(sigma))
      const wrong = n % 6
      const misread = first.map((t, i) => (i === wrong ? { ...t, mm: t.mm + 15 } : t))
      const toMark = BASE.map(f => ({ id: f.id, mm: spanMm(f, mark) + chance.error(sigma) }))
      const found = orThrow(misreadByMark(BASE, misread, mark, toMark))
      if (
        found
        && found.a === first[wrong]!.a
        && found.b === first[wrong]!.b
        && Math.abs(
          found.isMm
          - spanMm(
            BASE.find(f => f.id === found.a)!,
            BASE.find(f => f.id === found.b)!,
          ),
        ) < 3
      ) { named++ }
      expect(orThrow(misreadByMark(BASE, first, mark, toMark))).toBeNull()
    }
    expect(named).toBeGreaterThanOrEqual(90)
    expect(misreadByMark(BASE, tapes(BASE), mark, []).ok).toBe(false)
  })
})

describe('against the drawing', () => {
  it('by hand: the right back foot 5 mm in: that foot, 5 mm, pulled out', () => {
    const feet = BASE.map(f => (f.id === 'br' ? { ...f, xMm: f.xMm + 5 } : f))
    const pull = pullToDrawing(orThrow(shapeFromTapes(BASE, tapes(feet))).feet, BASE)
    expect(pull.kind).toBe('one-foot')
    if (pull.kind !== 'one-foot') return
    expect(pull.foot).toBe('br')
    expect(pull.byMm).toBeCloseTo(5, 1)
    expect(pull.toX).toBeCloseTo(-1, 2)
  })
  it('a frame that leaned over as a whole is racked, not one foot off: pulled along the diagonal that grew', () => {
    const feet = BASE.map(f => ({ ...f, xMm: f.xMm + (f.zMm > 0 ? 6 : -6) }))
    const pull = pullToDrawing(orThrow(shapeFromTapes(BASE, tapes(feet))).feet, BASE)
    expect(pull.kind).toBe('racked')
    if (pull.kind !== 'racked') return
    // The front went to the left: from front left to back right it is longer.
    expect([...pull.along].sort()).toEqual(['br', 'fl'])
  })
  it('turned and shifted it is the same shape', () => {
    const feet = BASE.map(f => ({ ...f, xMm: 80 + f.xMm * 0.6 - f.zMm * 0.8, zMm: -20 + f.xMm * 0.8 + f.zMm * 0.6 }))
    expect(pullToDrawing(orThrow(shapeFromTapes(BASE, tapes(feet))).feet, BASE).kind).toBe('true')
  })
})
