import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newChair } from '../../tests/fixtures/pieces'
import { clampLines, faceForce, handOut, shoulderForce, unservable, wholeRack } from '../clamping'
import { parseWallTime } from '../measure/wall-time'
import { glueAreaMm2, shoulderAreaMm2 } from '../piece/joint-area'
import type { GlueId } from '../piece/words'
import { glueNamed } from '../reference/glues'
import type { Shop } from '../reference/shop-settings'
import { USUAL_SHOP } from '../reference/usual-shop'
import { nextWorkingMin, schedule, workingMinutes, workingTime, workUntilMin, type Stage, type Timing } from './index'

const chair = newChair({ frontRail: 'dowel' })
const joint = (id: string) => chair.joints.find(j => j.id === id)!
const at = (t: string) => parseWallTime(`2026-03-05T${t}`)

describe('areas', () => {
  it('by hand: a 28 x 48 tenon has 2688 mm² of cheek; two 10 mm dowels 24 + 25 deep have 3079 mm²', () => {
    expect(glueAreaMm2(joint('left-side-rail--left-back-post'))).toBe(2 * 28 * 48)
    expect(glueAreaMm2(joint('front-rail--left-front-leg'))).toBeCloseTo(2 * Math.PI * 10 * 49, 6)
    expect(shoulderAreaMm2(chair, joint('left-side-rail--left-back-post'))).toBe(22 * 58 - 9 * 48)
  })
})

describe('working time', () => {
  it('worked example: one tenon, one clamp, one pair of hands: 53.76/60 + 0.5 + 0.75 + 0.3 + 2 = 4.446 min', () => {
    const work = { joints: [joint('left-side-rail--left-back-post')], mends: {}, clamps: 1 }
    expect(workingTime(work, 1).value).toBeCloseTo(53.76 / 60 + 0.5 + 0.75 + 0.3 + 2, 9)
    expect(workingTime(work, 2).value).toBeCloseTo((53.76 / 60 + 0.5 + 0.75 + 0.3) / 2 + 2, 9)
  })
  it('by hand: a strap takes 1.5 and a bar 0.75; a mitre drinks its glue twice; a wedged through tenon takes 1 to close; the parts add up', () => {
    const rail = joint('left-side-rail--left-back-post')
    const took = (over: Partial<Parameters<typeof workingTime>[0]>) =>
      workingTime({ joints: [rail], mends: {}, clamps: 0, ...over }, 1).value
    expect(took({ clamps: 1 }) - took({})).toBeCloseTo(0.75, 9)
    expect(took({ straps: 1 }) - took({})).toBeCloseTo(1.5, 9)
    const mitre = {
      ...rail,
      form: {
        kind: 'mitre' as const,
        thicknessMm: { value: 20, basis: 'measured' as const },
        widthMm: { value: 60, basis: 'measured' as const },
        lock: 'none' as const,
      },
    }
    // 2 faces of 12 cm2, twice: 48 / 60, and 0.4 to close.
    expect(took({ joints: [mitre] })).toBeCloseTo(48 / 60 + 0.4 + 0.3 + 2, 9)
    const wedged = { ...rail, form: { ...rail.form, wedged: true } as typeof rail.form }
    expect(took({ joints: [wedged] }) - took({})).toBeCloseTo(1 - 0.5, 9)
    const work = { joints: chair.joints, mends: {}, clamps: 4, straps: 2 }
    expect(Object.values(workingMinutes(work, 2)).reduce((a, b) => a + b, 0)).toBeCloseTo(workingTime(work, 2).value, 9)
  })
  it('more joints never take less, more hands never more', () => {
    fc.assert(
      fc.property(fc.subarray(chair.joints), fc.integer({ min: 1, max: 4 }), (joints, hands) => {
        const t = (n: number, h: number) => workingTime({ joints: joints.slice(0, n), mends: {}, clamps: 1 }, h).value
        expect(t(joints.length, hands + 1)).toBeLessThanOrEqual(t(joints.length, hands))
        if (joints.length > 1) expect(t(joints.length - 1, hands)).toBeLessThan(t(joints.length, hands))
      }),
    )
  })
})

describe('clamp force', () => {
  it('worked example: shoulder 844 mm² x 0.3 to 0.5 MPa = 0.30 (floor) to 0.42 kN', () => {
    expect(shoulderForce(844)).toMatchObject({ low: 0.3, high: 0.422, unit: 'kN' })
    expect(shoulderForce(20_000).high).toBe(3)
  })
  it('face joint: 1 MPa on 40 x 60 mm is 2.4 kN, and 2.55 kN pulled 20 degrees off', () => {
    expect(faceForce(2400, [1, 1]).value).toBeCloseTo(2.4, 9)
    expect(faceForce(2400, [1, 1], 20).value).toBeCloseTo(2.554, 3)
    expect(() => faceForce(2400, [1, 1], 80)).toThrow(RangeError)
  })
})

describe('clamps are things', () => {
  const rails = chair.joints.filter(j => j.enters.endsWith('rail'))
  const lines = clampLines(chair, rails)
  it('one bar serves both ends of a rail, from outer face to outer face', () => {
    expect(lines.map(l => l.joints.length)).toEqual([2, 2, 2, 2, 2])
    expect(lines.find(l => l.part === 'front-rail')!.spanMm).toBeCloseTo(440, 3)
    expect(lines.find(l => l.part === 'left-side-rail')!.needsCaul).toBe(true)
  })
  it('hands out the least able that will do, each once, and says when the rack runs out', () => {
    const given = handOut(lines, wholeRack(USUAL_SHOP.rack), 0).map(h => h.clamp!)
    expect(new Set(given.map(c => `${c.row.id} ${c.nth}`)).size).toBe(lines.length)
    expect(given.every(c => c.row.type === 'one-handed-heavy' || c.row.type.startsWith('screw-bar'))).toBe(true)
    expect(unservable(lines, [{ id: 'x', type: 'screw-bar-light', count: 2, openingMm: 600 }])).toHaveLength(3)
    expect(unservable(lines, [{ id: 'x', type: 'screw-bar-light', count: 9, openingMm: 300 }])).toHaveLength(5)
  })
})

describe('the clock', () => {
  it('work goes on only while the shop is open, and a stage is not begun before closing', () => {
    expect(nextWorkingMin(USUAL_SHOP, at('06:00'))).toBe(at('08:00'))
    expect(nextWorkingMin(USUAL_SHOP, at('17:50'), 20)).toBe(at('08:00') + 1440)
    expect(workUntilMin(USUAL_SHOP, at('17:00'), 120)).toBe(at('09:00') + 1440)
  })
  const stage = (number: number, after: number[], ids: string[]): Stage => {
    const joints = ids.map(joint)
    const lines = clampLines(chair, joints)
    return {
      number,
      after,
      joints: ids,
      dry: [],
      wood: [],
      lines,
      unserved: [],
      working: workingTime({ joints, mends: {}, clamps: lines.length }, 1),
      minutes: workingMinutes({ joints, mends: {}, clamps: lines.length }, 1),
    }
  }
  const climate = { nowC: 20, nowRhPct: 50, tonightC: 20 }
  const timing = (shop: Shop, glue: GlueId, from: string): Timing => ({
    shop,
    fromMin: at(from),
    gluesOf: () => [glueNamed(glue)],
    climateOf: () => climate,
  })
  it('a stage waits until the one it stands on is out of clamps', () => {
    const {
      stages: [first, second],
    } = schedule(
      [stage(1, [], ['front-rail--left-front-leg']), stage(2, [1], ['left-side-rail--left-front-leg'])],
      timing(USUAL_SHOP, 'pva-white', '09:00'),
    )
    expect(first!.clampsOffMin).toBeCloseTo(first!.clampedMin + 60, 6)
    expect(second!.startMin).toBeGreaterThanOrEqual(first!.clampsOffMin)
  })
  it('waits for clamps that another stage holds', () => {
    const one = { ...USUAL_SHOP, rack: [{ id: 'only', type: 'screw-bar-light' as const, count: 1, openingMm: 600 }] }
    const {
      stages: [first, second],
    } = schedule(
      [stage(1, [], ['front-rail--left-front-leg']), stage(2, [], ['left-side-rail--left-front-leg'])],
      timing(one, 'pva-white', '09:00'),
    )
    expect(second!.startMin).toBeGreaterThanOrEqual(first!.clampsOffMin)
    expect(second!.clamps[0]!.clamp).not.toBeNull()
  })
  it('clamps set after dark come off in the morning', () => {
    const {
      stages: [only],
    } = schedule([stage(1, [], ['front-rail--left-front-leg'])], timing(USUAL_SHOP, 'pva-white', '17:58'))
    expect(only!.startMin % 1440).toBe(8 * 60)
    const {
      stages: [late],
    } = schedule([stage(1, [], ['front-rail--left-front-leg'])], timing(USUAL_SHOP, 'fish', '16:00'))
    expect(late!.clampsOffMin).toBeGreaterThanOrEqual(at('16:00') + 1440)
  })
})

describe('days off', () => {
  const hours = { opensMin: 480, closesMin: 1080, daysOff: [0] }
  // The 7th of March 2026 is a Saturday.
  const at = (text: string) => parseWallTime(text)

  it('Saturday after closing is Monday at eight; Sunday at noon as well; a job begun on Saturday ends on Monday', () => {
    expect(nextWorkingMin(hours, at('2026-03-07T18:30'))).toBe(at('2026-03-09T08:00'))
    expect(nextWorkingMin(hours, at('2026-03-08T12:00'))).toBe(at('2026-03-09T08:00'))
    expect(nextWorkingMin(hours, at('2026-03-07T17:00'), 90)).toBe(at('2026-03-09T08:00'))
    // An hour is left on Saturday, half an hour of it goes into Monday.
    expect(workUntilMin(hours, at('2026-03-07T17:00'), 90)).toBe(at('2026-03-09T08:30'))
    expect(nextWorkingMin({ ...hours, daysOff: [] }, at('2026-03-07T18:30'))).toBe(at('2026-03-08T08:00'))
    expect(nextWorkingMin({ ...hours, daysOff: [0, 1, 2, 3, 4, 5] }, at('2026-03-08T12:00'))).toBe(
      at('2026-03-14T08:00'),
    )
  })
})
