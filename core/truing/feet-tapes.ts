import { fail, succeed, type Result } from '../measure/result'
import { spanMm, TAPE_NOISE_MM, type Ground } from './ground'
import { settle, type Tape } from './net'

/** One tape between two feet, by their names. */
export interface Reading {
  readonly a: string
  readonly b: string
  readonly mm: number
}
/** Where a foot was drawn. */
export interface Drawn extends Ground {
  readonly id: string
}

/** What six tapes say of four feet. */
export interface TapeShape {
  readonly feet: readonly Drawn[]
  /** How badly the six close: with one to spare, in units of one tape’s reading, millimetres. */
  readonly closureMm: number
  /** One of the six was misread, as far as six can tell. Which, they cannot. */
  readonly isMisread: boolean
  /** By how much each tape alone would have to change for the six to close; empty while they do. */
  readonly changes: readonly { readonly a: string, readonly b: string, readonly byMm: number }[]
}

/** A misread tape, found by other readings. */
export interface Misread {
  readonly a: string
  readonly b: string
  readonly readMm: number
  readonly isMm: number
}

/** Above so many times a tape’s usual error the six do not close: five sound sets in a hundred are above it. */
const CLOSES_SIGMAS = 1.96
/**
 * Two readings of the same length that differ by more than this were not both right: three times the error of a
 * difference.
 */
const DIFFERS_MM = 3 * Math.SQRT2 * TAPE_NOISE_MM
/** A tape between feet is within these shares of what is drawn, or the drawing or the reading is wrong. */
const [LEAST_SHARE, MOST_SHARE] = [0.5, 1.6]

export const pairsOf = <T>(all: readonly T[]): [T, T][] =>
  all.flatMap((a, i) => all.slice(i + 1).map((b): [T, T] => [a, b]))
const isOf = (r: Pick<Reading, 'a' | 'b'>, a: string, b: string): boolean =>
  (r.a === a && r.b === b) || (r.a === b && r.b === a)
export const tapeKey = (a: string, b: string): string => [a, b].sort().join('--')

/**
 * Where four feet stand to each other, by least squares from all six tapes between them. Only the shape is known from
 * tapes;
 * it is laid on the drawing as it was drawn. `drawn` in any order.
 */
export function shapeFromTapes(drawn: readonly Drawn[], readings: readonly Reading[]): Result<TapeShape> {
  const issue = issueIn(drawn, readings)
  if (issue) return issue
  const tapes = tapesOf(drawn, readings)
  const net = settle(drawn, tapes)
  const closureMm = Math.hypot(...net.residualsMm)
  const isMisread = closureMm > CLOSES_SIGMAS * TAPE_NOISE_MM
  const changes = isMisread
    ? tapes.map((t, i) => ({ a: drawn[t.from]!.id, b: drawn[t.to]!.id, byMm: changeThatCloses(drawn, tapes, i) }))
    : []
  return succeed({ feet: drawn.map((d, i) => ({ ...net.points[i]!, id: d.id })), closureMm, isMisread, changes })
}

/**
 * All six again, from a new zero: the tape that differs from its first reading was misread the first time, where the
 * second six close.
 */
export function misreadBySecond(
  drawn: readonly Drawn[],
  first: readonly Reading[],
  second: readonly Reading[],
): Result<Misread | null> {
  const again = shapeFromTapes(drawn, second)
  if (!again.ok) return again
  const differing = first.flatMap((r) => {
    const isMm = second.find(s => isOf(s, r.a, r.b))!.mm
    return Math.abs(isMm - r.mm) > DIFFERS_MM ? [{ a: r.a, b: r.b, readMm: r.mm, isMm }] : []
  })
  if (differing.length === 0) return succeed(null)
  if (differing.length > 1) {
    return fail(
      'several',
      `${differing.length} tapes differ from the first time: the piece was moved or the zero was, so take the six again.`,
    )
  }
  return again.value.isMisread
    ? fail('second_misread', 'The second six do not close either: take them once more.')
    : succeed(differing[0]!)
}

/**
 * Four more tapes, from each foot to a mark on the floor. With three to spare the misread one shows: without it all
 * others close. `mark` is about where the mark was made.
 */
export function misreadByMark(
  drawn: readonly Drawn[],
  readings: readonly Reading[],
  mark: Ground,
  toMark: readonly { readonly id: string, readonly mm: number }[],
): Result<Misread | null> {
  const issue = issueIn(drawn, readings)
  if (issue) return issue
  const missing = drawn.filter(d => !toMark.some(t => t.id === d.id))
  if (missing.length > 0) return fail('missing', 'A tape from each of the four feet to the mark.', missing[0]!.id)
  const points = [...drawn, { ...mark, id: '' }]
  const tapes = [
    ...tapesOf(drawn, readings),
    ...toMark.map((t): Tape => ({ from: drawn.findIndex(d => d.id === t.id), to: drawn.length, mm: t.mm })),
  ]
  const all = settle(points, tapes)
  if (Math.hypot(...all.residualsMm) <= MARK_SIGMAS * TAPE_NOISE_MM) return succeed(null)
  const without = tapes.map((_, i) =>
    settle(
      points,
      tapes.filter((__, k) => k !== i),
    ),
  )
  const best = without.reduce(
    (low, net, i) => (Math.hypot(...net.residualsMm) < Math.hypot(...without[low]!.residualsMm) ? i : low),
    0,
  )
  const { from, to, mm } = tapes[best]!
  return succeed({
    a: points[from]!.id,
    b: points[to]!.id,
    readMm: mm,
    isMm: spanMm(without[best]!.points[from]!, without[best]!.points[to]!),
  })
}
/** With three to spare: the root of the sum of three squares is above this in five sound sets of a hundred. */
const MARK_SIGMAS = 2.8

const tapesOf = (drawn: readonly Drawn[], readings: readonly Reading[]): Tape[] =>
  readings.map(r => ({ from: drawn.findIndex(d => d.id === r.a), to: drawn.findIndex(d => d.id === r.b), mm: r.mm }))

/** What one reading would have to be for all to close: what it is between the feet that the others fix. */
function changeThatCloses(drawn: readonly Drawn[], tapes: readonly Tape[], at: number): number {
  const { points } = settle(
    drawn,
    tapes.filter((_, i) => i !== at),
  )
  return spanMm(points[tapes[at]!.from]!, points[tapes[at]!.to]!) - tapes[at]!.mm
}

/** What is missing, or cannot be, beside the tape it is about. */
function issueIn(drawn: readonly Drawn[], readings: readonly Reading[]): ReturnType<typeof fail> | null {
  if (drawn.length !== 4) return fail('not_four', 'Six tapes are between four feet.')
  for (const [a, b] of pairsOf(drawn)) {
    const reading = readings.find(r => isOf(r, a.id, b.id))
    if (!reading) {
      return fail(
        'missing',
        'All six are wanted, four sides and two diagonals: fewer leave the shape open.',
        tapeKey(a.id, b.id),
      )
    }
    const drawnMm = spanMm(a, b)
    if (!(reading.mm >= LEAST_SHARE * drawnMm && reading.mm <= MOST_SHARE * drawnMm)) {
      return fail(
        'absurd',
        `It is drawn ${Math.round(drawnMm)} mm: a tape there reads ${Math.round(LEAST_SHARE * drawnMm)} to ${Math.round(MOST_SHARE * drawnMm)} mm, or the piece is drawn wrong.`,
        tapeKey(a.id, b.id),
      )
    }
  }
  for (const i of drawn.keys()) {
    const others = drawn.filter((_, k) => k !== i)
    const mmOf = (p: Drawn, q: Drawn) => readings.find(r => isOf(r, p.id, q.id))!.mm
    const [p, q, r] = others as [Drawn, Drawn, Drawn]
    const sides = [
      [p, q],
      [q, r],
      [r, p],
    ] as const
    const longest = sides.reduce((best, s) => (mmOf(...s) > mmOf(...best) ? s : best))
    const rest = sides.filter(s => s !== longest).reduce((sum, s) => sum + mmOf(...s), 0)
    if (mmOf(...longest) >= rest) {
      return fail(
        'no_triangle',
        'It is longer than the two tapes beside it together: no three feet stand so.',
        tapeKey(longest[0].id, longest[1].id),
      )
    }
  }
  return null
}
