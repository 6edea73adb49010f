import { describe, expect, it } from 'vitest'
import { assumed, measured } from '../measure/measured'
import type { Fault } from './schema'
import { newFault, putFault } from './faults'
import { axisLengthMm } from './geometry'
import { newChair } from '../../tests/fixtures/pieces'

const chair = newChair()
const rail = chair.parts.find(p => p.role === 'front-rail')!
const told = (fault: Fault) => {
  const result = putFault(chair, fault, true)
  return result.ok ? 'taken' : `${result.issues[0]!.path}: ${result.issues[0]!.message}`
}
const of = (kind: Fault['kind'], facts: object) => ({ ...newFault(kind, 'f', rail.id, 0.5, null), ...facts }) as Fault

describe('what a fault may measure', () => {
  it('a break pressed together stays open by no more than anybody would call so', () => {
    expect(told(of('break', { gapMm: measured(3) }))).toBe('taken')
    expect(told(of('break', { gapMm: measured(60) }))).toBe(
      'fault.gapMm: This is believed up to 20 mm: it cannot be more. Check the unit.',
    )
  })

  it('nothing is longer than the part it is in', () => {
    const long = axisLengthMm(rail)
    expect(told(of('split', { lengthMm: measured(long) }))).toBe('taken')
    for (const kind of ['split', 'worm', 'loss'] as const) {
      expect(told(of(kind, { lengthMm: measured(long + 5) }))).toBe(
        `fault.lengthMm: The part is ${Math.round(long)} mm long: it cannot be more. Check the unit.`,
      )
    }
  })

  it('no loss is wider or deeper than its part, measured over a rounded edge or not', () => {
    const high = Math.max(...rail.section.stations.flatMap(s => [s.widthMm, s.depthMm]))
    expect(told(of('loss', { widthMm: measured(high + 1), depthMm: measured(4) }))).toBe('taken')
    expect(told(of('loss', { widthMm: measured(10), depthMm: measured(high + 10) }))).toMatch(/^fault\.depthMm: The part/)
  })

  it('holds nothing against anybody that is only assumed', () => {
    expect(told(of('split', { lengthMm: assumed(5000) }))).toBe('taken')
  })
})
