import { describe, expect, it } from 'vitest'
import { chanceFrom } from '../../tests/fixtures/noise'
import { orThrow } from '../measure/result'
import { levelFeet, STANDS_MM, type FootHeight } from '.'

const foot = (id: string, xMm: number, zMm: number, heightMm: number, over: Partial<FootHeight> = {}): FootHeight => ({
  id,
  xMm,
  zMm,
  heightMm,
  floorMm: 0,
  leanDeg: 0,
  areaMm2: 900,
  ...over,
})
const SQUARE = [foot('a', 200, 200, 0), foot('b', -200, 200, 0), foot('c', -200, -200, 0), foot('d', 200, -200, 4)]

describe('feet by their heights over a board', () => {
  it('by hand: the fourth stands 4 mm up: it rocks on the two beside it, and 4 mm off either of those is the least', () => {
    const { rocking, cuts, removedCm3 } = orThrow(levelFeet(SQUARE, { kind: 'least-wood' }))
    expect([...rocking!.on].sort()).toEqual(['a', 'c'])
    expect(rocking!.gapMm).toBeCloseTo(4, 9)
    expect(cuts.map(c => c.trimMm).sort((x, y) => x - y)).toEqual([0, 0, 0, 4])
    expect(['a', 'c']).toContain(cuts.find(c => c.trimMm > 1)!.id)
    // 4 mm of 30 x 30.
    expect(removedCm3).toBeCloseTo(3.6, 9)
  })
  it('by hand: as it is held, the other three lose 4 mm, or the fourth is padded by 4', () => {
    const { cuts } = orThrow(levelFeet(SQUARE, { kind: 'as-held' }))
    expect(cuts.map(c => c.trimMm)).toEqual([4, 4, 4, 0])
    expect(cuts.map(c => c.padMm)).toEqual([0, 0, 0, 4])
  })
  it('by hand: a seat 1 in 40 up to the front, held level, loses 400 / 40 = 10 mm at its back feet', () => {
    const { cuts } = orThrow(
      levelFeet(
        SQUARE.map(f => ({ ...f, heightMm: 0 })),
        { kind: 'slope', heldPer: { perX: 0, perZ: 0 }, wantedPer: { perX: 0, perZ: 1 / 40 } },
      ),
    )
    expect(cuts.map(c => [c.id, c.trimMm])).toEqual([
      ['a', 0],
      ['b', 0],
      ['c', 10],
      ['d', 10],
    ])
  })
  it('by hand: along a leg 10 degrees off plumb 4 mm become 4 / cos 10 = 4.06', () => {
    const { cuts } = orThrow(
      levelFeet(
        SQUARE.map(f => ({ ...f, leanDeg: 10 })),
        { kind: 'as-held' },
      ),
    )
    expect(cuts[0]!.cutMm).toBeCloseTo(4.0617, 3)
  })
  it('on the floor it is for: what is 3 mm higher under one foot comes off that foot', () => {
    const level = SQUARE.map(f => ({ ...f, heightMm: 0, floorMm: f.id === 'b' ? 3 : 0 }))
    expect(orThrow(levelFeet(level, { kind: 'as-held' })).cuts.map(c => c.trimMm)).toEqual([0, 3, 0, 0])
  })
  it('three feet never rock, and lose nothing for least wood', () => {
    const three = [foot('a', 0, 150, 0), foot('b', -130, -80, 2), foot('c', 130, -80, 5)]
    const { rocking, cuts } = orThrow(levelFeet(three, { kind: 'least-wood' }))
    expect([rocking, ...cuts.map(c => Math.round(c.trimMm * 1e9))]).toEqual([null, 0, 0, 0])
  })
  it('what cannot be is said beside the foot', () => {
    const odd = levelFeet([...SQUARE.slice(0, 3), foot('d', 200, -200, 1000)], { kind: 'as-held' })
    expect(odd.ok ? [] : odd.issues.map(i => [i.path, i.code])).toEqual([['d', 'absurd']])
    expect(levelFeet(SQUARE.slice(0, 2), { kind: 'as-held' }).ok).toBe(false)
    expect(levelFeet([foot('a', 0, 0, 0), foot('b', 100, 0, 1), foot('c', 200, 0, 0)], { kind: 'as-held' }).ok).toBe(
      false,
    )
  })
})

type Point = [number, number, number]
/** Turned about the fore-and-aft and the sideways line through the middle, and lifted: a body, not a formula. */
const posed = ([x, y, z]: Point, lift: number, aboutZ: number, aboutX: number): Point => {
  const [x1, y1] = [x * Math.cos(aboutZ) - y * Math.sin(aboutZ), x * Math.sin(aboutZ) + y * Math.cos(aboutZ)]
  return [x1, y1 * Math.cos(aboutX) - z * Math.sin(aboutX) + lift, y1 * Math.sin(aboutX) + z * Math.cos(aboutX)]
}
/** The pose in which three ends touch the floor, by Newton’s steps on the turned body. */
function standOn(ends: readonly Point[], floor: readonly number[]): [number, number, number] {
  let pose: [number, number, number] = [0, 0, 0]
  const gaps = (p: readonly number[]) => ends.slice(0, 3).map((e, i) => posed(e, p[0]!, p[1]!, p[2]!)[1] - floor[i]!)
  for (let step = 0; step < 30; step++) {
    const at = gaps(pose)
    const columns = [1e-4, 1e-7, 1e-7].map((h, k) =>
      gaps(pose.map((v, i) => (i === k ? v + h : v))).map((g, i) => (g - at[i]!) / h),
    )
    const det = (m: number[][]) =>
      m[0]![0]! * (m[1]![1]! * m[2]![2]! - m[2]![1]! * m[1]![2]!)
      - m[1]![0]! * (m[0]![1]! * m[2]![2]! - m[2]![1]! * m[0]![2]!)
      + m[2]![0]! * (m[0]![1]! * m[1]![2]! - m[1]![1]! * m[0]![2]!)
    const whole = det(columns)
    const change = columns.map((_, k) => det(columns.map((c, i) => (i === k ? at : c))) / whole)
    pose = pose.map((v, i) => v - change[i]!) as [number, number, number]
  }
  return pose
}

describe('200 pieces on 200 floors, cut and set down', () => {
  it('stand on all feet, and their seat has the wanted slope', () => {
    const chance = chanceFrom(41)
    for (let n = 0; n < 200; n++) {
      const [w, d] = [chance.between(150, 260), chance.between(150, 260)]
      const feet = (
        [
          [w, d],
          [-w, d],
          [-w, -d],
          [w, -d],
        ] as const
      ).map(([x, z], i) =>
        foot(String(i), x + chance.between(-30, 30), z + chance.between(-30, 30), chance.between(0, 10), {
          floorMm: chance.between(-4, 4),
          leanDeg: chance.between(0, 10),
        }),
      )
      const [held, wanted] = [
        { perX: chance.between(-0.01, 0.01), perZ: chance.between(-0.02, 0.02) },
        { perX: 0, perZ: chance.between(0, 0.05) },
      ]
      for (const aim of [{ kind: 'least-wood' }, { kind: 'slope', heldPer: held, wantedPer: wanted }] as const) {
        const { cuts } = orThrow(levelFeet(feet, aim))
        // Legs lean outward: what is sawn off an end brings it up and inward along the leg.
        const ends = feet.map((f, i): Point => {
          const far = Math.hypot(f.xMm, f.zMm)
          const inward = (cuts[i]!.cutMm * Math.sin((f.leanDeg * Math.PI) / 180)) / far
          return [
            f.xMm * (1 - inward),
            f.heightMm + cuts[i]!.cutMm * Math.cos((f.leanDeg * Math.PI) / 180),
            f.zMm * (1 - inward),
          ]
        })
        const floor = feet.map(f => f.floorMm)
        const pose = standOn(ends, floor)
        expect(Math.abs(posed(ends[3]!, ...pose)[1] - floor[3]!)).toBeLessThan(STANDS_MM)
        if (aim.kind === 'slope') {
          // A stick along the seat, held as it was measured, in its new pose: how much it rises on its way.
          const rise = (stick: Point) => {
            const [a, b] = [posed([0, 0, 0], ...pose), posed(stick, ...pose)]
            return (b[1] - a[1]) / Math.hypot(b[0] - a[0], b[2] - a[2])
          }
          expect(rise([0, 100 * held.perZ, 100])).toBeCloseTo(wanted.perZ, 2)
          expect(rise([100, 100 * held.perX, 0])).toBeCloseTo(0, 2)
          expect(Math.abs(rise([0, 400 * held.perZ, 400]) - wanted.perZ) * 400).toBeLessThan(0.6)
        }
      }
    }
  })
  it('least wood is never more than any slope tried needs', () => {
    const chance = chanceFrom(7)
    for (let n = 0; n < 60; n++) {
      const feet = (
        [
          [200, 200],
          [-200, 210],
          [-190, -200],
          [200, -180],
        ] as const
      ).map(([x, z], i) =>
        foot(String(i), x + chance.between(-40, 40), z + chance.between(-40, 40), chance.between(0, 9), {
          areaMm2: chance.between(400, 1600),
          leanDeg: chance.between(0, 12),
        }),
      )
      const { removedCm3 } = orThrow(levelFeet(feet, { kind: 'least-wood' }))
      let least = Infinity
      for (let px = -0.04; px <= 0.04; px += 0.001) {
        for (let pz = -0.04; pz <= 0.04; pz += 0.001) {
          const over = feet.map(f => px * f.xMm + pz * f.zMm - f.heightMm)
          const lowest = Math.min(...over)
          least = Math.min(
            least,
            feet.reduce(
              (sum, f, i) => sum + (((over[i]! - lowest) / Math.cos((f.leanDeg * Math.PI) / 180)) * f.areaMm2) / 1000,
              0,
            ),
          )
        }
      }
      expect(removedCm3).toBeLessThanOrEqual(least + 1e-9)
      expect(removedCm3).toBeGreaterThan(least - 1.5)
    }
  })
})
