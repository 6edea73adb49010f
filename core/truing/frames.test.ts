import { describe, expect, it } from 'vitest'
import { chanceFrom } from '../../tests/fixtures/noise'
import { orThrow } from '../measure/result'
import { add, cross, distance, dot, scale, subtract, unit, type Vec } from '../measure/vec'
import {
  betweenPosts,
  postLeaning,
  rackOf,
  seatBore,
  topOver,
  windingByHeights,
  windingBySights,
  type FourSides,
  type Overhangs,
} from '.'

type P = readonly [number, number]
const far = (a: P, b: P) => Math.hypot(a[0] - b[0], a[1] - b[1])
/** Front left, front right, back right, back left as a tape reads them. */
const read = ([fl, fr, br, bl]: readonly [P, P, P, P]): FourSides => ({
  frontMm: far(fl, fr),
  rightMm: far(fr, br),
  backMm: far(br, bl),
  leftMm: far(bl, fl),
  firstMm: far(fl, br),
  secondMm: far(fr, bl),
})
/** A linkage: the front stays, the left side swings, the back follows on its own length and that of the right side. */
function swung([fl, fr, br, bl]: readonly [P, P, P, P], deg: number): [P, P, P, P] {
  const [left, back, right] = [far(fl, bl), far(bl, br), far(br, fr)]
  const turn = Math.atan2(bl[1] - fl[1], bl[0] - fl[0]) + (deg * Math.PI) / 180
  const corner: P = [fl[0] + left * Math.cos(turn), fl[1] + left * Math.sin(turn)]
  const across = far(corner, fr)
  const along = (back * back - right * right + across * across) / (2 * across)
  const off = Math.sqrt(back * back - along * along)
  const [ux, uy] = [(fr[0] - corner[0]) / across, (fr[1] - corner[1]) / across]
  return [fl, fr, [corner[0] + along * ux - off * uy, corner[1] + along * uy + off * ux], corner]
}

describe('four sides and two diagonals', () => {
  it('by hand: 400 x 300 racked by 2 degrees: true diagonals 500; the longer reads √(250000 + 240000 sin 2°) = 508.3', () => {
    const frame = swung(
      [
        [0, 0],
        [400, 0],
        [400, 300],
        [0, 300],
      ],
      2,
    )
    const racked = orThrow(rackOf(read(frame)))
    expect(racked.rack.value).toBeCloseTo(2, 6)
    for (const t of [racked.trueFirst, racked.trueSecond]) expect(t.value).toBeCloseTo(500, 9)
    expect(racked.pullAlong).toBe('second')
    expect(racked.pull.value).toBeCloseTo(Math.sqrt(250000 + 240000 * Math.sin((2 * Math.PI) / 180)) - 500, 6)
    // 8.3 mm off: a quarter past is 2.1, so it is pulled to 497.9, let go and read.
    expect(racked.pullTo.value).toBeCloseTo(497.9, 1)
  })
  it('by hand: a seat frame 431 before and 338 behind, sides alike, 360 deep: true diagonals alike, √(384.5² + 360²) = 526.7', () => {
    const frame: [P, P, P, P] = [
      [0, 0],
      [431, 0],
      [384.5, 360],
      [46.5, 360],
    ]
    const racked = orThrow(rackOf(read(frame)))
    expect(racked.trueFirst.value).toBeCloseTo(526.72, 1)
    expect(racked.trueSecond.value).toBeCloseTo(526.72, 1)
    expect(racked.pullAlong).toBeNull()
  })
  it('unequal sides: front and back parallel, and the true diagonals differ; any such frame swung is told by how much and which way', () => {
    const chance = chanceFrom(5)
    for (let n = 0; n < 200; n++) {
      const [front, back, deep] = [chance.between(380, 480), chance.between(280, 360), chance.between(280, 420)]
      const aside = chance.between(0, front - back)
      const frame: [P, P, P, P] = [
        [0, 0],
        [front, 0],
        [aside + back, deep],
        [aside, deep],
      ]
      const deg = chance.between(-4, 4)
      const racked = orThrow(rackOf(read(swung(frame, deg))))
      expect(racked.rack.value).toBeCloseTo(deg, 4)
      expect(racked.trueFirst.value).toBeCloseTo(far(frame[0], frame[2]), 4)
      expect(racked.trueSecond.value).toBeCloseTo(far(frame[1], frame[3]), 4)
      if (Math.abs(deg) > 0.5) expect(racked.pullAlong).toBe(deg > 0 ? 'second' : 'first')
    }
  })
  it('a parallelogram that is meant to lean is true as it leans', () => {
    const lean = (80 * Math.PI) / 180
    const frame: [P, P, P, P] = [
      [0, 0],
      [400, 0],
      [400 + 300 * Math.cos(lean), 300 * Math.sin(lean)],
      [300 * Math.cos(lean), 300 * Math.sin(lean)],
    ]
    expect(orThrow(rackOf(read(frame), 80)).pullAlong).toBeNull()
    expect(orThrow(rackOf(read(frame))).pullAlong).not.toBeNull()
  })
  it('what cannot be is refused at its reading', () => {
    const frame = read([
      [0, 0],
      [400, 0],
      [400, 300],
      [0, 300],
    ])
    const path = (over: Partial<FourSides>) => {
      const r = rackOf({ ...frame, ...over })
      return r.ok ? null : `${r.issues[0]!.path} ${r.issues[0]!.code}`
    }
    expect(path({ firstMm: 800 })).toBe('first no_such_frame')
    expect(path({ secondMm: 60 })).toBe('second no_such_frame')
    expect(path({ secondMm: 520 })).toBe('second do_not_close')
    expect(path({ leftMm: 0 })).toBe('left missing')
    expect(
      path({
        ...read(
          swung(
            [
              [0, 0],
              [400, 0],
              [400, 300],
              [0, 300],
            ],
            20,
          ),
        ),
      }),
    ).toBe('second absurd')
    // Front and back alike, sides 300 and 330.
    expect(
      path({
        ...read([
          [0, 0],
          [400, 0],
          [388.7, 329.8],
          [0, 300],
        ]),
      }),
    ).toMatch(/not_parallel|absurd/)
  })
})

/** A top laid on a base by moving its corners, and read with a rule square to the base’s edges. */
function overhangsOf(
  right: number,
  back: number,
  turnDeg: number,
  skewDeg: number,
  [w, d, over]: readonly [number, number, number],
): Overhangs {
  const [t, k] = [(turnDeg * Math.PI) / 180, (skewDeg * Math.PI) / 180]
  const corner = (sx: number, sy: number): P => {
    const [x0, y0] = [sx * (w / 2 + over), sy * (d / 2 + over)]
    // Skewed: its sides lean, its front stays level; then turned and shifted.
    const [x, y] = [x0 * Math.cos(k / 2) + y0 * Math.sin(k / 2), y0 * Math.cos(k / 2) + x0 * Math.sin(k / 2)]
    return [x * Math.cos(t) - y * Math.sin(t) + right, x * Math.sin(t) + y * Math.cos(t) + back]
  }
  const [fl, fr, br, bl] = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)]
  const atX = (a: P, b: P, x: number) => a[1] + ((b[1] - a[1]) * (x - a[0])) / (b[0] - a[0])
  const atY = (a: P, b: P, y: number) => a[0] + ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1])
  return {
    frontLeft: -d / 2 - atX(fl, fr, -w / 2),
    frontRight: -d / 2 - atX(fl, fr, w / 2),
    backLeft: atX(bl, br, -w / 2) - d / 2,
    backRight: atX(bl, br, w / 2) - d / 2,
    leftFront: -w / 2 - atY(fl, bl, -d / 2),
    leftBack: -w / 2 - atY(fl, bl, d / 2),
    rightFront: atY(fr, br, -d / 2) - w / 2,
    rightBack: atY(fr, br, d / 2) - w / 2,
  }
}

describe('a top over its base', () => {
  it('by hand: 12 all round on the left and 18 on the right is 3 mm too far right; a front that runs 4 mm in 800 and sides that run 2 in 400 are turned by 0.29°', () => {
    const even: Overhangs = {
      frontLeft: 15,
      frontRight: 15,
      rightFront: 18,
      rightBack: 18,
      backRight: 15,
      backLeft: 15,
      leftBack: 12,
      leftFront: 12,
    }
    expect(orThrow(topOver(even, 800, 400))).toMatchObject({ shiftedRightMm: 3, shiftedBackMm: 0, says: ['shifted'] })
    const turned: Overhangs = {
      frontLeft: 17,
      frontRight: 13,
      rightFront: 16,
      rightBack: 14,
      backRight: 17,
      backLeft: 13,
      leftBack: 16,
      leftFront: 14,
    }
    const told = orThrow(topOver(turned, 800, 400))
    expect(told.says).toEqual(['turned'])
    expect(told.turnedDeg).toBeCloseTo(0.2865, 3)
  })
  it('any top moved by so much is told so', () => {
    const chance = chanceFrom(9)
    for (let n = 0; n < 200; n++) {
      const [right, back, turn, skew] = [
        chance.between(-8, 8),
        chance.between(-8, 8),
        chance.between(-1.5, 1.5),
        chance.between(-1, 1),
      ]
      const told = orThrow(topOver(overhangsOf(right, back, turn, skew, [800, 500, 30]), 800, 500))
      expect(told.shiftedRightMm).toBeCloseTo(right, 0)
      expect(told.shiftedBackMm).toBeCloseTo(back, 0)
      expect(Math.abs(told.turnedDeg - turn)).toBeLessThan(0.06)
      expect(Math.abs(told.skewedDeg - skew)).toBeLessThan(0.06)
    }
  })
  it('an overhang of a metre is refused at its place', () => {
    const odd = topOver(
      {
        frontLeft: 1000,
        frontRight: 1,
        rightFront: 1,
        rightBack: 1,
        backRight: 1,
        backLeft: 1,
        leftBack: 1,
        leftFront: 1,
      },
      800,
      400,
    )
    expect(odd.ok ? '' : odd.issues[0]!.path).toBe('frontLeft')
  })
})

describe('what goes between two posts', () => {
  it('by hand: legs 400 apart, 30 thick, the first leaning 5° outward: shoulder 400 − 15/cos 5° − 15 = 369.9, bevel 5° and 0°', () => {
    const made = orThrow(
      betweenPosts(postLeaning([0, 200, 0], -5, 0, 30), postLeaning([400, 200, 0], 0, 0, 30), [20, 20]),
    )
    expect(made.shoulderToShoulderMm).toBeCloseTo(400 - 15 / Math.cos((5 * Math.PI) / 180) - 15, 6)
    expect(made.lengthMm).toBeCloseTo(made.shoulderToShoulderMm + 40, 9)
    expect(made.ends.map(e => Math.round(e.bevelDeg * 1e6) / 1e6)).toEqual([5, 0])
  })
  it('by hand: a leg of a 10° and 5° off plumb: a level stretcher along it is bored off square by asin(tan 10 / √(1 + tan² 10 + tan² 5)) = 9.96°', () => {
    const made = orThrow(
      betweenPosts(postLeaning([0, 200, 0], 10, 5, 30), postLeaning([400, 200, 0], 0, 0, 30), [20, 20]),
    )
    const [a, b] = [Math.tan((10 * Math.PI) / 180), Math.tan((5 * Math.PI) / 180)]
    expect(made.ends[0].boreOffSquareDeg).toBeCloseTo((Math.asin(a / Math.sqrt(1 + a * a + b * b)) * 180) / Math.PI, 9)
    expect(made.ends[0].boreOffSquareDeg).toBeCloseTo(9.96, 2)
  })
  it('by hand: seat bores for 12° splay and 16° rake: tilt atan √(tan² 12 + tan² 16) = 19.64°, sight line atan(tan 12 / tan 16) = 36.5°', () => {
    const { tiltDeg, sightDeg } = seatBore(12, 16)
    expect(tiltDeg).toBeCloseTo(19.64, 2)
    expect(sightDeg).toBeCloseTo(36.55, 1)
  })
  it('200 pairs of splayed legs: bored and cut as told, a stick started in the one meets the other within 0.2 mm', () => {
    const chance = chanceFrom(21)
    for (let n = 0; n < 200; n++) {
      const heights = [chance.between(100, 300), chance.between(100, 300)] as const
      const lean = () => [chance.between(-15, 15), chance.between(-15, 15), chance.between(24, 45)] as const
      const [p, q] = [lean(), lean()]
      const [first, second] = [
        postLeaning([0, heights[0], 0], ...p),
        postLeaning([chance.between(250, 450), heights[1], chance.between(-200, 200)], ...q),
      ]
      const made = orThrow(betweenPosts(first, second, [18, 18]))
      // The bore is set by its angle to the leg and by the sight line to the other leg: the plane through the leg and
      // the point aimed at.
      const sight = subtract(second.at, first.at)
      const square = unit(subtract(sight, scale(first.along, dot(sight, first.along))))
      const off = (made.ends[0].boreOffSquareDeg * Math.PI) / 180
      const way = add(scale(square, Math.cos(off)), scale(first.along, Math.sin(off)))
      // Where the way leaves the first leg's wood, found by walking; then the shoulder length on from there.
      const outside = (post: typeof first, at: Vec, radius: number) => {
        const v = subtract(at, post.at)
        return Math.hypot(...cross(v, post.along)) - radius
      }
      let startMm = 0
      while (outside(first, add(first.at, scale(way, startMm)), p[2] / 2) < 0) startMm += 0.01
      const end = add(first.at, scale(way, startMm + made.shoulderToShoulderMm))
      expect(Math.abs(outside(second, end, q[2] / 2))).toBeLessThan(0.2)
      expect(distance(add(end, scale(way, made.ends[1].surfaceMm)), second.at)).toBeLessThan(0.2)
      // The shoulder at the far end meets the leg at the angle it was cut to.
      expect((Math.asin(Math.abs(dot(way, second.along))) * 180) / Math.PI).toBeCloseTo(made.ends[1].bevelDeg, 1)
      // A square peg laid along the first leg, turned by the twist, lies along the second as far as it can.
      const turned = rotatedAbout(unit(subtract(first.along, scale(way, dot(first.along, way)))), way, made.twistDeg)
      const want = unit(subtract(second.along, scale(way, dot(second.along, way))))
      expect(distance(turned, want)).toBeLessThan(0.01)
    }
  })
  it('two posts in one place have nothing between them', () => {
    expect(betweenPosts(postLeaning([0, 0, 0], 0, 0, 30), postLeaning([10, 0, 0], 0, 0, 30), [5, 5]).ok).toBe(false)
    expect(betweenPosts(postLeaning([0, 0, 0], 0, 0, 30), postLeaning([25, 0, 0], 0, 0, 30), [5, 5]).ok).toBe(false)
  })
})

/** Rodrigues, written out. */
function rotatedAbout(v: Vec, about: Vec, deg: number): Vec {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)]
  return add(add(scale(v, c), scale(cross(about, v), s)), scale(about, dot(about, v) * (1 - c)))
}

describe('winding', () => {
  it('by hand: corners at 0, 0, 0 and 6 over a board, 500 x 400: 6 mm out, the second and the fourth high', () => {
    const { offMm, high, twistDeg } = orThrow(windingByHeights([0, 0, 0, 6], 500, 400))
    expect([offMm, high]).toEqual([6, 'second-and-fourth'])
    expect(twistDeg).toBeCloseTo((Math.atan(6 / 500) * 180) / Math.PI, 9)
  })
  it('lying on a slope it is flat: only what is left of a plane counts', () => {
    expect(orThrow(windingByHeights([0, 5, 8, 3], 500, 400)).high).toBeNull()
  })
  it('by hand: sticks of 600 sighted 3 mm over on a frame 400 wide: asin(3 / 600) = 0.29°, 400 x tan of it = 2 mm', () => {
    const { twistDeg, offMm, high } = orThrow(windingBySights(3, 600, 400, true))
    expect(twistDeg).toBeCloseTo(0.2865, 3)
    expect(offMm).toBeCloseTo(2, 3)
    expect(high).toBe('first-and-third')
  })
  it('a corner at a metre is refused where it was typed', () => {
    const odd = windingByHeights([0, 0, 1000, 0], 500, 400)
    expect(odd.ok ? '' : odd.issues[0]!.path).toBe('2')
  })
})
