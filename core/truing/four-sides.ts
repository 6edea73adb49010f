import { input, type Figure } from '../measure/figure'
import { fail, succeed, type Result } from '../measure/result'

/**
 * A frame of four sides as it was measured, in order round it: front from left to right, right side, back, left side,
 * and its two diagonals: from the front left corner to the back right one, and from the front right to the back left.
 * Millimetres.
 */
export interface FourSides {
  readonly frontMm: number
  readonly rightMm: number
  readonly backMm: number
  readonly leftMm: number
  /** Front left to back right. */
  readonly firstMm: number
  /** Front right to back left. */
  readonly secondMm: number
}

export interface Racked {
  /** How far its front left corner is off what it should be; positive where that corner has opened. */
  readonly rack: Figure
  /** What the two diagonals read once it is true. */
  readonly trueFirst: Figure
  readonly trueSecond: Figure
  /** The diagonal that is too long: it is pulled together along it. */
  readonly pullAlong: 'first' | 'second' | null
  readonly pull: Figure
  /** What that diagonal reads at the furthest while it is pulled: past true, for it springs back. */
  readonly pullTo: Figure
}

/** Within this the two diagonals are as near as a tape reads, millimetres. */
const AGREE_MM = 1
/** Sides this much alike are meant to be, millimetres: a rectangle whose saw cuts differ a little. */
const ALIKE_MM = 4
/** Six readings of one frame that miss each other by more than this were not all read right: three tapes’ error. */
const CLOSE_MM = 4
/**
 * How far past true a frame is pulled before it is let go and read again, as a share of what it was off, and at most,
 * millimetres (low).
 */
const [PAST_SHARE, PAST_MOST_MM] = [0.25, 3]
/** No frame is out of true by more: then it is drawn or read wrongly, degrees. */
const MOST_RACK_DEG = 15

const DEG = 180 / Math.PI
const angleOpposite = (a: number, b: number, opposite: number): number =>
  Math.acos((a * a + b * b - opposite * opposite) / (2 * a * b))

/**
 * How far four sides have racked, and which diagonal to pull together and how far. Its true shape has front and back
 * parallel: a rectangle, or a trapezoid whose sides may differ, where the true diagonals differ as well. `cornerDeg`
 * is the front left corner of a parallelogram that is not meant to be square.
 */
export function rackOf(sides: FourSides, cornerDeg = 90): Result<Racked> {
  const issue = absurd(sides)
  if (issue) return issue
  const wanted = trueDiagonals(sides, cornerDeg)
  if (!wanted.ok) return wanted
  const { frontMm, leftMm, firstMm, secondMm } = sides
  const rackDeg
    = (angleOpposite(frontMm, leftMm, secondMm) - angleOpposite(frontMm, leftMm, wanted.value.secondMm)) * DEG
  if (Math.abs(rackDeg) > MOST_RACK_DEG) {
    return fail(
      'absurd',
      `It would be ${Math.round(Math.abs(rackDeg))}° out of true: no frame that holds together is. Look which reading is which.`,
      'second',
    )
  }
  const [overFirst, overSecond] = [firstMm - wanted.value.firstMm, secondMm - wanted.value.secondMm]
  const isTrue = Math.abs(overFirst) <= AGREE_MM && Math.abs(overSecond) <= AGREE_MM
  const pullAlong = isTrue ? null : overFirst > overSecond ? 'first' : 'second'
  const [over, want] = pullAlong === 'second' ? [overSecond, wanted.value.secondMm] : [overFirst, wanted.value.firstMm]
  const pullMm = pullAlong === null ? 0 : Math.max(0, over)
  const inputs = Object.entries(WORDS).map(([key, label]) =>
    input(label, sides[key as keyof FourSides], 'mm', 'measured'),
  )
  const figure = (value: number, unit: Figure['unit'], rule: string): Figure => ({
    value,
    unit,
    derivation: { rule, inputs, source: 'truing', confidence: 'high' },
  })
  return succeed({
    rack: figure(
      rackDeg,
      'deg',
      'the front left corner from its two sides and the diagonal across it, less what it is in the true shape',
    ),
    trueFirst: figure(wanted.value.firstMm, 'mm', wanted.value.rule),
    trueSecond: figure(wanted.value.secondMm, 'mm', wanted.value.rule),
    pullAlong,
    pull: figure(pullMm, 'fit-mm', 'what the longer diagonal reads over what it should'),
    pullTo: figure(
      want - Math.min(PAST_MOST_MM, PAST_SHARE * pullMm),
      'mm',
      'true, less a quarter of what it is off and 3 mm at most: it springs back',
    ),
  })
}

const WORDS: Readonly<Record<keyof FourSides, string>> = {
  frontMm: 'front',
  rightMm: 'right side',
  backMm: 'back',
  leftMm: 'left side',
  firstMm: 'front left to back right',
  secondMm: 'front right to back left',
}
/** Where a reading is asked for, by the same names on every screen. */
const PATHS: Readonly<Record<keyof FourSides, string>> = {
  frontMm: 'front',
  rightMm: 'right',
  backMm: 'back',
  leftMm: 'left',
  firstMm: 'first',
  secondMm: 'second',
}

/** What cannot be, at the reading it is about; null where the six fit each other. */
function absurd(sides: FourSides): ReturnType<typeof fail> | null {
  for (const key of Object.keys(PATHS) as (keyof FourSides)[]) {
    if (!(sides[key] > 0)) return fail('missing', 'Four sides and two diagonals, each longer than nothing.', PATHS[key])
  }
  const { frontMm, rightMm, backMm, leftMm, firstMm, secondMm } = sides
  const triangles: readonly [number, number, number, string, string][] = [
    [frontMm, rightMm, firstMm, 'first', 'the front and the right side'],
    [backMm, leftMm, firstMm, 'first', 'the back and the left side'],
    [frontMm, leftMm, secondMm, 'second', 'the front and the left side'],
    [backMm, rightMm, secondMm, 'second', 'the back and the right side'],
  ]
  for (const [a, b, across, path, words] of triangles) {
    if (across >= a + b) {
      return fail('no_such_frame', `A diagonal is shorter than ${words} together, here ${Math.round(a + b)} mm.`, path)
    }
    if (across <= Math.abs(a - b)) {
      return fail(
        'no_such_frame',
        `A diagonal is longer than what ${words} differ by, here ${Math.round(Math.abs(a - b))} mm.`,
        path,
      )
    }
  }
  const secondFrom = otherDiagonalMm(sides)
  if (Math.abs(secondFrom - secondMm) > CLOSE_MM) {
    return fail(
      'do_not_close',
      `The other five would make it ${Math.round(secondFrom)} mm: one of the six was misread, and six cannot tell which. Read them all again.`,
      'second',
    )
  }
  return null
}

/** The second diagonal as the four sides and the first one make it. */
function otherDiagonalMm({ frontMm, rightMm, backMm, leftMm, firstMm }: FourSides): number {
  // Front left corner at the origin, the front along x; back right from front and right side, back left beyond it.
  const atFrontLeft = angleOpposite(frontMm, firstMm, rightMm)
  const beyond = angleOpposite(leftMm, firstMm, backMm)
  const turn = atFrontLeft + beyond
  return Math.hypot(frontMm - leftMm * Math.cos(turn), leftMm * Math.sin(turn))
}

interface TrueShape {
  readonly firstMm: number
  readonly secondMm: number
  readonly rule: string
}

function trueDiagonals({ frontMm, rightMm, backMm, leftMm }: FourSides, cornerDeg: number): Result<TrueShape> {
  const [overEnds, overSides] = [frontMm - backMm, rightMm - leftMm]
  if (Math.abs(overEnds) <= ALIKE_MM) {
    if (Math.abs(overSides) > ALIKE_MM) {
      return fail(
        'not_parallel',
        `With front and back alike the sides have to be alike too, and they differ by ${Math.round(Math.abs(overSides))} mm: measure them again.`,
        'left',
      )
    }
    const [a, b, corner] = [(frontMm + backMm) / 2, (rightMm + leftMm) / 2, cornerDeg / DEG]
    const across = (sign: number) => Math.sqrt(a * a + b * b + sign * 2 * a * b * Math.cos(corner))
    return succeed({
      firstMm: across(1),
      secondMm: across(-1),
      rule:
        cornerDeg === 90
          ? '√(front² + side²), each the mean of its two'
          : '√(front² + side² ± 2 × front × side × cos of the corner)',
    })
  }
  // How far back left stands to the right of front left, with front and back parallel.
  const asideMm = (overEnds ** 2 + leftMm ** 2 - rightMm ** 2) / (2 * overEnds)
  const deep2 = leftMm ** 2 - asideMm ** 2
  if (deep2 <= 0) {
    return fail(
      'not_parallel',
      'With these four sides front and back can not be parallel: measure the sides again.',
      'left',
    )
  }
  const firstMm = Math.sqrt((asideMm + backMm) ** 2 + deep2)
  const secondMm = Math.sqrt((frontMm - asideMm) ** 2 + deep2)
  return succeed({
    firstMm,
    secondMm,
    rule: 'front and back parallel: aside = ((front − back)² + left² − right²) / (2 (front − back)); depth² = left² − aside²; first² = (aside + back)² + depth², second² = (front − aside)² + depth²',
  })
}
