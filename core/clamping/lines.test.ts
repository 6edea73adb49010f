import { describe, expect, it } from 'vitest'
import { applyAll, newChair, newPiece } from '../../tests/fixtures/pieces'
import { presentJoints } from '../piece/facts'
import { measured } from '../measure/measured'
import type { RackRow } from '../reference/shop-settings'
import { fallsShortKn, fittedTo, handOut, lineFigures, padWantedMm, unservable, wholeRack } from './index'
import { clampLines, drivenHome } from './lines'

const DEG = 180 / Math.PI

describe('the true angle of a pull', () => {
  it('on a round leg that leans is the lean in the plane of the pull: asin of the pull on the leg’s own line, and it wants a notch of the leg’s thickness', () => {
    const stool = newPiece('stool')
    const rung = stool.parts.find(p => p.role.includes('rung'))!
    const [line] = clampLines(
      stool,
      presentJoints(stool).filter(j => j.enters === rung.id),
    )
    const offs = stool.joints
      .filter(j => j.enters === rung.id)
      .map((j) => {
        const leg = stool.parts.find(p => p.id === j.receives)!
        const [a, b] = [leg.axis[0]!, leg.axis.at(-1)!]
        const long = Math.hypot(...[0, 1, 2].map(k => b[k]! - a[k]!))
        const pull = [0, 1, 2].reduce((sum, k) => sum + (j.withdraw[k]! * (b[k]! - a[k]!)) / long, 0)
        return Math.asin(Math.abs(pull)) * DEG
      })
    expect(Math.max(...offs)).toBeGreaterThan(3)
    expect(line!.offSquareDeg).toBeCloseTo(Math.max(...offs), 6)
    expect(line!.roundMm).toBeGreaterThan(25)
  })

  it('on the square leg of a straight frame is none, and no notch is wanted', () => {
    const chair = newChair()
    const [line] = clampLines(
      chair,
      chair.joints.filter(j => j.enters === 'front-rail'),
    )
    expect(line!.offSquareDeg).toBeLessThan(0.5)
    expect(line!.roundMm).toBeUndefined()
  })
})

const bars = (count: number, openingMm = 600): RackRow => ({ id: 'bars', type: 'screw-bar-light', count, openingMm })
const straps = (count: number, openingMm = 4000): RackRow => ({ id: 'straps', type: 'strap', count, openingMm })
const spanOf = (a: readonly number[], b: readonly number[]) => Math.hypot(...[0, 1, 2].map(k => a[k]! - b[k]!))

describe('where the jaws go', () => {
  it('a leg let into a plank is driven home: no bar is asked for along it, and none across the plank', () => {
    for (const family of ['stick-chair', 'stool']) {
      const piece = newPiece(family)
      const legs = piece.joints.filter(j => j.receives === 'seat' && j.enters.endsWith('leg'))
      expect(legs.length, family).toBeGreaterThan(2)
      expect(drivenHome(piece, legs)).toEqual(legs)
      expect(clampLines(piece, legs), family).toEqual([])
    }
  })
  it('eleven thin sticks and their bow are drawn down by two straps from the top of the bow to the underside of the seat', () => {
    const chair = newPiece('stick-chair', { sticks: 11 })
    const upright = chair.joints.filter(j => j.enters === 'bow' || j.enters.includes('stick'))
    const lines = clampLines(chair, upright)
    expect(lines.map(l => l.by)).toEqual(['strap', 'strap'])
    expect(new Set(lines[0]!.joints)).toEqual(new Set(upright.map(j => j.id)))
    const seat = chair.parts.find(p => p.id === 'seat')!
    const underside = seat.axis[0]![1] - seat.section.stations[3]!.depthMm / 2
    for (const line of lines) {
      // Before and behind sticks that lean, so a little over and under it.
      expect(Math.abs(Math.min(...line.loop!.map(p => p[1])) - underside)).toBeLessThan(12)
      const sum = line.loop!.reduce((total, p, i) => total + spanOf(p, line.loop![(i + 1) % line.loop!.length]!), 0)
      expect(line.spanMm).toBeCloseTo(sum, 6)
    }
    // One towards each side, or the bow tips.
    expect(lines[0]!.from[0] * lines[1]!.from[0]).toBeLessThan(0)
  })
  it('what ends in the air is drawn in by a handscrew gripped to it: from behind the post 90 mm past the shoulder, no bar to the far end', () => {
    const chair = newPiece('framed-armchair')
    const arm = chair.joints.find(j => j.enters === 'left-arm')!
    const [line] = clampLines(chair, [arm])
    const post = chair.parts.find(p => p.id === arm.receives)!
    const thick = Math.min(post.section.stations[0]!.depthMm, post.section.stations[0]!.widthMm)
    expect(line).toMatchObject({ by: 'grip', joints: [arm.id] })
    expect(line!.spanMm).toBeGreaterThan(90 + thick * 0.8)
    expect(line!.spanMm).toBeLessThan(90 + 3 * thick)
    // Without anything to grip with the bar has nothing to pull on.
    expect(unservable([line!], [bars(4)])).toHaveLength(1)
    const rows: RackRow[] = [bars(4), { id: 'grips', type: 'handscrew', count: 1, openingMm: 200 }]
    expect(handOut([line!], wholeRack(rows), 0)[0]).toMatchObject({
      clamp: { row: { id: 'bars' } },
      grip: { row: { id: 'grips' } },
    })
  })
  it('bars pull in line with what they close, so that together they rack nothing; one drawn beside its joints says how far', () => {
    for (const family of ['framed-chair', 'table', 'post-and-rung', 'stool']) {
      const piece = newPiece(family)
      for (const line of clampLines(piece, piece.joints).filter(l => l.by === 'jaws')) {
        expect(line.besideMm, `${family} ${line.part}`).toBeLessThan(8)
      }
    }
    const chair = newChair()
    const rail = chair.joints.filter(j => j.enters === 'front-rail')
    const [a, b] = rail
    // One end brought 30 mm up: the line between the jaws runs up with it, and still meets both.
    const risen = {
      ...chair,
      joints: chair.joints.map(j =>
        j.id === a!.id ? { ...j, at: [j.at[0], j.at[1] + 30, j.at[2]] as [number, number, number] } : j,
      ),
    }
    const [line] = clampLines(
      risen,
      risen.joints.filter(j => j.enters === 'front-rail'),
    )
    expect(line!.from[1] - line!.to[1]).toBeCloseTo(
      Math.sign(line!.from[0] - line!.to[0]) * Math.sign(a!.at[0] - b!.at[0]) * 30,
      0,
    )
    expect(line!.besideMm).toBeLessThan(4)
  })
  it('a glued face is pressed square to it through both parts, with the force of its area: 0.3 to 0.7 MPa x 22 x 58 mm', () => {
    const chair = newChair()
    const rail = chair.joints.find(j => j.enters === 'front-rail')!
    const butted = applyAll(chair, [
      {
        do: 'edit-frame',
        edit: {
          do: 'change-joint',
          joint: rail.id,
          form: { kind: 'butt', thicknessMm: measured(22), widthMm: measured(58), screws: 0 },
        },
      },
    ])
    const [line] = clampLines(
      butted,
      butted.joints.filter(j => j.id === rail.id),
    )
    expect(line!.by === 'faces' || line!.by === 'grip').toBe(true)
    expect(line!.force.low).toBeCloseTo((0.3 * 22 * 58) / 1000, 6)
    expect(line!.force.high).toBeCloseTo((0.7 * 22 * 58) / 1000, 6)
    const way = [0, 1, 2].map(k => (line!.to[k]! - line!.from[k]!) / line!.spanMm)
    expect(Math.abs([0, 1, 2].reduce((sum, k) => sum + way[k]! * rail.withdraw[k]!, 0))).toBeGreaterThan(0.99)
  })
  it('two rungs too near each other for a jaw each share one caul at both ends and one pull', () => {
    const chair = newPiece('post-and-rung')
    const own = (rung: string) => chair.joints.filter(j => j.enters === rung)
    const [a, b] = [own('front-rung-2'), own('front-rung-3')]
    const apart = clampLines(chair, [...a, ...b])
    expect(apart).toHaveLength(2)
    // The third brought up to 24 mm under the second.
    const up = a[0]!.at[1] - b[0]!.at[1] - 24
    const raised = (p: readonly number[]) => [p[0], p[1]! + up, p[2]] as [number, number, number]
    const near = {
      ...chair,
      parts: chair.parts.map(p => (p.id === 'front-rung-3' ? { ...p, axis: p.axis.map(raised) } : p)),
      joints: chair.joints.map(j => (j.enters === 'front-rung-3' ? { ...j, at: raised(j.at) } : j)),
    }
    const [one, ...more] = clampLines(
      near,
      near.joints.filter(j => j.enters === 'front-rung-2' || j.enters === 'front-rung-3'),
    )
    expect(more).toEqual([])
    expect(one).toMatchObject({ over: 2, needsCaul: true })
    expect(one!.force.value).toBeCloseTo(apart[0]!.force.value + apart[1]!.force.value, 9)
  })
})

describe('by what hangs on the rack', () => {
  const chair = newChair()
  const seat = chair.joints.filter(j => j.at[1] > 380 && j.at[1] < 440)
  const lines = clampLines(chair, seat)
  it('four rails in a ring take four bars where there are four, and one strap round the legs where there are three', () => {
    expect(lines.map(l => l.by)).toEqual(['jaws', 'jaws', 'jaws', 'jaws'])
    expect(fittedTo([bars(4), straps(2)], lines)).toEqual(lines)
    const round = fittedTo([bars(3), straps(1)], lines)
    expect(round.map(l => l.by)).toEqual(['strap'])
    expect(new Set(round[0]!.joints)).toEqual(new Set(seat.map(j => j.id)))
    // The way round is the four outer edges; the far corner has the mean of 0.62 and 0.39 of the pull.
    const least = (Math.exp((-0.3 * Math.PI) / 2) + Math.exp(-0.3 * Math.PI)) / 2
    expect(round[0]!.force.value).toBeCloseTo(Math.max(...lines.map(l => l.force.value)) / least, 6)
    expect(round[0]!.loop).toHaveLength(4)
  })
  it('a rail too long for every bar gets a strap of its own; with neither it is said', () => {
    const front = lines.filter(l => l.part === 'front-rail')
    const short = fittedTo([bars(4, 300), straps(1)], front)
    expect(short).toMatchObject([{ by: 'strap', joints: front[0]!.joints }])
    expect(unservable(short, [straps(1)])).toEqual([])
    expect(fittedTo([bars(4, 300)], front)).toEqual(front)
  })
  it('takes the least able that pulls what is wanted; where none does the strongest, and says how much it gives', () => {
    const line = { ...lines[0]!, force: { ...lines[0]!.force, low: 1, value: 3, high: 5 } }
    const rack: RackRow[] = [
      { id: 'hand', type: 'one-handed-heavy', count: 1, openingMm: 600 },
      bars(1),
      { id: 'strong', type: 'screw-bar-heavy', count: 1, openingMm: 600 },
    ]
    const given = (rows: RackRow[]) => handOut([line], wholeRack(rows), 0)[0]!
    expect(given(rack).clamp!.row.id).toBe('bars')
    expect(fallsShortKn(given(rack))).toBeNull()
    expect([given(rack.slice(0, 1)).clamp!.row.id, fallsShortKn(given(rack.slice(0, 1)))]).toEqual(['hand', 1.3])
  })
  it('what no clamp serves is the same whether clamps are handed out one by one or counted by their rows', () => {
    const all = ['framed-armchair', 'rocker', 'upholstered-frame'].flatMap((family) => {
      const piece = newPiece(family)
      return clampLines(piece, piece.joints)
    })
    const rack: RackRow[] = [
      bars(3),
      { id: 'long', type: 'screw-bar-heavy', count: 2, openingMm: 1000 },
      straps(1),
      { id: 'c', type: 'c-clamp', count: 2, openingMm: 100 },
      { id: 'grips', type: 'handscrew', count: 1, openingMm: 200 },
    ]
    for (let from = 0; from < all.length; from += 3) {
      const some = all.slice(from, from + 9)
      expect(unservable(some, rack)).toEqual(
        handOut(some, wholeRack(rack), 0)
          .filter(h => h.clamp === null)
          .map(h => h.line),
      )
    }
  })
  it('a jaw does not reach to the middle of a board, whatever it opens to', () => {
    const line = { ...lines[0]!, throatMm: 150 }
    expect(unservable([line], [bars(4)])).toHaveLength(1)
    expect(unservable([line], [{ id: 'deep', type: 'handscrew', count: 1, openingMm: 600 }])).toHaveLength(0)
  })
  it('what a pad presses with is told against what the wood bears: 3 kN on 40 x 40 is 1.9 MPa, and in pine wants a larger pad', () => {
    const pressed = { ...lines[0]!, force: { ...lines[0]!.force, high: 3 }, bearsMPa: 7 }
    expect(lineFigures(pressed).underPad.value).toBeCloseTo(3000 / 1600, 9)
    expect(padWantedMm(pressed)).toBeNull()
    // Half of 2.5 MPa: 3000 / 1.25 = 2400 mm2, 49 mm square.
    expect(padWantedMm({ ...pressed, bearsMPa: 2.5 })).toBe(50)
  })
})
