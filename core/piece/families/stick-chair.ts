import { along, distance, lerp, subtract, unit, type Vec } from '../../measure/vec'
import { pointAtShare } from '../geometry'
import type { Part } from '../document-schema'
import {
  arcThrough,
  FrameBuilder,
  seatAlong,
  seatAt,
  seatAtHeight,
  socketFor,
  tan,
  tenonFor,
  turned,
  type JointSpec,
} from './builder'
import { addArms, addArmBow, type StickBack } from './stick-arms'
import { counts, need, option, row, sizesOf, type Family, type Measures, type Options, type Sizes } from './family'
import { footings, needRunnerRoom, RUNNERS, RUNNER_MEASURES, SIDES, standOn } from './runners'

const MEASURES = [
  row('seatHeight', 'Seat height', 250, 800, 440, 'floor to the top of the plank, at the front', true),
  row('backHeight', 'Back height', 500, 1400, 900, 'floor to the top of the bow or crest', true),
  row('seatWidth', 'Seat width', 280, 700, 430, 'the plank, at its widest', true),
  row('seatDepth', 'Seat depth', 250, 600, 405, 'the plank, front to back', true),
  row('plank', 'Seat thickness', 20, 70, 40, 'the plank, at its edge', true),
  row('legSize', 'Leg thickness', 25, 70, 42, 'a leg, at its thickest', true),
  row('legTenon', 'Leg tenon', 12, 45, 25, 'diameter where the leg goes into the plank'),
  row('stretcherHeight', 'Stretcher height', 60, 400, 175, 'floor to the middle of the side stretchers'),
  row('stickSize', 'Stick thickness', 8, 30, 14, 'a stick, at its thickest'),
  row('bowSize', 'Bow or crest thickness', 14, 50, 24, 'of the bent bow, or front to back of the crest'),
  row('armHeight', 'Arm height', 400, 900, 655, 'floor to the top of the arm'),
  row('slatHeight', 'Slat height', 20, 140, 55, 'of a slat under the crest, top to bottom edge'),
  row('slatThickness', 'Slat thickness', 6, 25, 10, 'of a slat, at its ends'),
  row('frontSplay', 'Splay of the front legs', 0, 25, 9, 'seen from the front', false, 'deg'),
  row('frontRake', 'Rake of the front legs', 0, 25, 6, 'seen from the side, feet set forward', false, 'deg'),
  row('backSplay', 'Splay of the back legs', 0, 25, 7, 'seen from the front', false, 'deg'),
  row('backRake', 'Rake of the back legs', 0, 30, 15, 'seen from the side, feet set back', false, 'deg'),
  row('rake', 'Lean of the back', 0, 25, 11, 'from upright', false, 'deg'),
  ...RUNNER_MEASURES,
]
const OPTIONS = [
  option(
    'stretchers',
    'Stretchers',
    'h',
    ['none', 'none'],
    ['h', 'H, two sides and a cross'],
    ['box', 'box, all four sides'],
  ),
  option('legs', 'Leg tenons', 'through', ['through', 'through the plank, wedged'], ['blind', 'blind']),
  option(
    'back',
    'Back',
    'bow',
    ['bow', 'sticks in a bent bow'],
    ['crest', 'sticks, a crest on two posts'],
    ['slats', 'slats, a crest on two posts'],
  ),
  counts('sticks', 'Sticks in the back', 7, 3, 11),
  counts('slats', 'Slats in a back without sticks', 2, 1, 4),
  option('arms', 'Arms', 'none', ['none', 'none'], ['bow', 'arm bow on sticks'], ['arms', 'two arms on posts']),
  RUNNERS,
]

type Corner = 'lf' | 'rf' | 'lb' | 'rb'

/** A plank, splayed turned legs let into it from below; above sticks to a bent bow or a curved crest, or slats. */
export const stickChair: Family = {
  id: 'stick-chair',
  label: 'Plank-seat chair',
  looks: 'a plank, splayed turned legs below, sticks or slats above',
  measures: MEASURES,
  options: OPTIONS,
  build,
}

function build(measures: Measures, o: Options, species: string) {
  const v = sizesOf(measures)
  assertRoomFor(v, o)
  const b = new FrameBuilder(species)
  const plank = addPlank(b, v)
  const legs = addLegs(b, v, o, plank)
  if (o.stretchers !== 'none') addStretchers(b, v, o, legs)
  const back: StickBack = { b, v, plank, ...(o.back === 'bow' ? addBow(b, v, plank) : addCrest(b, v, plank)) }
  const rail = o.arms === 'bow' ? addArmBow(back) : null
  if (o.back === 'slats') addSlats(back, Number(o.slats))
  else addSticks(back, Number(o.sticks), rail)
  if (o.arms === 'arms') addArms(back)
  return b.frame()
}

function assertRoomFor(v: Sizes, o: Options): void {
  need(
    v('backHeight') >= v('seatHeight') + 180,
    'The back must stand at least 180 mm higher than the seat: check the seat height and the back height.',
  )
  need(v('legTenon') <= v('legSize') - 4, 'The leg’s tenon must be thinner than the leg: check the leg tenon.')
  need(
    v('stretcherHeight') + v('plank') + 70 <= v('seatHeight'),
    'The stretchers would meet the plank: check the stretcher height.',
  )
  if (o.back === 'slats') { assertSlatsHaveRoom(v, o) }
  else {
    need(
      v('seatWidth') * 0.62 >= (Number(o.sticks) + 1) * (v('stickSize') + 4) + 2 * v('bowSize'),
      'The sticks would touch: check how many there are, their thickness and the seat width.',
    )
  }
  needRunnerRoom(v, o, v('seatDepth'), v('stretcherHeight'))
  if (o.arms !== 'none') {
    need(
      v('armHeight') >= v('seatHeight') + 110 && v('armHeight') + 90 <= v('backHeight'),
      'The arms must lie at least 110 mm over the seat and 90 mm under the top of the back: check the arm height.',
    )
  }
}

/** Wood between two slats, and between a slat and the plank or the crest, millimetres. */
const BETWEEN_SLATS_MM = 12
/** Shares of the way from plank to crest between which slats are spread. */
const [LOWEST_SLAT, HIGHEST_SLAT] = [0.34, 0.8]
/** A post is this thick at least where a slat enters it, millimetres. */
const POST_MM = 24

/** How high the posts stand clear between plank and crest, along their lean. */
const clearOfPosts = (v: Sizes): number => (v('backHeight') - v('seatHeight') - CREST.heightMm) / Math.cos(lean(v))
const lean = (v: Sizes): number => Math.atan(tan(v('rake')))

function assertSlatsHaveRoom(v: Sizes, o: Options): void {
  need(o.arms !== 'bow', 'An arm bow is carried by sticks: pick a back with sticks, or two arms on posts.')
  const count = Number(o.slats)
  const eachMm = count === 1 ? Infinity : (clearOfPosts(v) * (HIGHEST_SLAT - LOWEST_SLAT)) / (count - 1)
  const toCrestMm = clearOfPosts(v) * (1 - HIGHEST_SLAT) - v('slatHeight') / 2
  const toPlankMm = clearOfPosts(v) * LOWEST_SLAT - v('slatHeight') / 2
  need(
    Math.min(eachMm - v('slatHeight'), toCrestMm, toPlankMm) >= BETWEEN_SLATS_MM,
    'The slats would touch: check how many there are, their height and the back height.',
  )
  need(v('slatThickness') <= POST_MM - 8, 'The slats are too thick for their posts: check the slat thickness.')
}

/** The plank runs from back to front; its sides follow the sitter. */
function addPlank(b: FrameBuilder, v: Sizes): Part {
  const [w, d, t] = [v('seatWidth'), v('seatDepth'), v('plank')]
  const y = v('seatHeight') - t / 2
  const at = (share: number, of: number) => ({ along: share, widthMm: w * of, depthMm: t })
  return b.solid(
    {
      id: 'seat',
      role: 'seat',
      stations: [at(0, 0.66), at(0.05, 0.78), at(0.2, 0.9), at(0.5, 1), at(0.8, 0.98), at(0.95, 0.9), at(1, 0.8)],
    },
    [
      [0, y, -d / 2],
      [0, y, d / 2],
    ],
  )
}

const LEG_PROFILE = [
  [0, 0.5],
  [0.1, 0.62],
  [0.22, 0.78],
  [0.3, 0.62],
  [0.34, 0.9],
  [0.5, 1],
  [0.72, 0.84],
  [0.8, 0.66],
  [0.84, 0.86],
  [0.9, 0.72],
] as const

function addLegs(b: FrameBuilder, v: Sizes, o: Options, plank: Part): Record<Corner, Part> {
  const under = v('seatHeight') - v('plank')
  const through = o.legs === 'through'
  const joint = socketFor(
    v('legTenon'),
    through ? v('plank') : v('plank') * 0.7,
    through ? { through: true, wedged: true } : {},
  )
  const profile = turned(...LEG_PROFILE.map(([share, d]) => [share, d * v('legSize')] as const), [
    1,
    Math.max(v('legTenon') + 2, v('legSize') * 0.68),
  ])
  const made: Partial<Record<Corner, Part>> = {}
  for (const { side, sign } of SIDES) {
    const line = (x: number, z: number, splay: number, rake: number) => ({
      top: [sign * x, under, z] as Vec,
      floor: [sign * (x + under * tan(splay)), 0, z + under * tan(rake)] as Vec,
    })
    const front = line(v('seatWidth') * 0.33, v('seatDepth') * 0.3, v('frontSplay'), v('frontRake'))
    const back = line(v('seatWidth') * 0.28, -v('seatDepth') * 0.3, v('backSplay'), -v('backRake'))
    const feet = footings(b, v, o.runners === 'yes', side, front, back)
    const leg = (where: 'front' | 'back', { top }: typeof front, foot: typeof feet.front) => {
      const part = b.solid(
        { id: `${side}-${where}-leg`, role: `${where}-leg`, turned: profile },
        [foot.foot, top],
        [1, 0, 0],
        { start: [0, 1, 0], end: [0, 1, 0] },
      )
      b.join(part, plank, top, unit(subtract(foot.foot, top)), joint)
      standOn(b, part, foot, v('legSize') * 0.42, 18)
      return part
    }
    made[side === 'left' ? 'lf' : 'rf'] = leg('front', front, feet.front)
    made[side === 'left' ? 'lb' : 'rb'] = leg('back', back, feet.back)
  }
  return made as Record<Corner, Part>
}

const swelled = (end: number, middle: number) =>
  turned([0, end], [0.2, (end + middle) / 2], [0.5, middle], [0.8, (end + middle) / 2], [1, end])

function addStretchers(b: FrameBuilder, v: Sizes, o: Options, legs: Record<Corner, Part>): void {
  const joint = socketFor(14, 18)
  const between = (id: string, from: Part, to: Part, y: number) =>
    b.bar({ id, role: 'stretcher', turned: swelled(16, 26) }, seatAtHeight(from, y), seatAtHeight(to, y), joint)
  const y = v('stretcherHeight')
  const left = between('left-stretcher', legs.lf, legs.lb, y)
  const right = between('right-stretcher', legs.rf, legs.rb, y)
  if (o.stretchers === 'h') {
    b.bar(
      { id: 'cross-stretcher', role: 'stretcher', turned: swelled(15, 24) },
      seatAlong(left, 0.5),
      seatAlong(right, 0.5),
      socketFor(13, 14),
    )
    return
  }
  between('front-stretcher', legs.lf, legs.rf, y + 34)
  between('back-stretcher', legs.lb, legs.rb, y + 34)
}

/** How full the bow is: 2 would be half an ellipse, more goes up straighter and turns tighter. */
const FULLNESS = 2.7
const BOW_POINTS = 17

/** A point of the leaning back: x to the left, and how far up along its lean, over the plank. */
function inBack(v: Sizes, x: number, upMm: number, setBackMm = 0): Vec {
  return [x, v('seatHeight') + upMm, -v('seatDepth') * 0.41 - setBackMm - upMm * tan(v('rake'))]
}

function addBow(b: FrameBuilder, v: Sizes, plank: Part): Pick<StickBack, 'members' | 'topAt' | 'spreadMm'> {
  const [half, high] = [v('seatWidth') * 0.36, v('backHeight') - v('seatHeight') - v('bowSize') / 2]
  const via = Array.from({ length: BOW_POINTS }, (_, i): Vec => {
    const angle = (Math.PI * (i + 1)) / (BOW_POINTS + 1)
    const pow = (c: number) => Math.sign(c) * Math.abs(c) ** (2 / FULLNESS)
    return inBack(v, half * pow(Math.cos(angle)), high * pow(Math.sin(angle)))
  })
  const foot = (sign: 1 | -1): Vec => {
    const p = inBack(v, sign * half, 0)
    return [p[0], p[1] - v('plank') / 2, p[2]]
  }
  const bow = b.bar(
    { id: 'bow', role: 'crest-rail', diameterMm: v('bowSize'), up: [1, 0, 0], via },
    seatAt(plank, foot(1)),
    seatAt(plank, foot(-1)),
    socketFor(Math.round(v('bowSize') * 0.7), v('plank') * 0.75),
  )
  return {
    members: { left: bow, right: bow },
    spreadMm: half - v('bowSize'),
    topAt: x => ({ part: bow, point: crossingAt(bow, x, v('seatHeight') + high * 0.45) }),
  }
}

/** Where a bent bow's axis stands at x, above a height. @throws RangeError where it does not */
function crossingAt(part: Part, x: number, overMm: number): Vec {
  for (let i = 0; i < part.axis.length - 1; i++) {
    const [p, q] = [part.axis[i]!, part.axis[i + 1]!]
    if ((p[0] - x) * (q[0] - x) > 0 || Math.abs(p[0] - q[0]) < 1e-9) continue
    const at = lerp(p, q, (x - p[0]) / (q[0] - p[0]))
    if (at[1] > overMm) return at
  }
  throw new RangeError('The sticks miss the bow: check how many there are and the seat width.')
}

const CREST = { heightMm: 78, curveMm: 34 } as const

function addCrest(b: FrameBuilder, v: Sizes, plank: Part): Pick<StickBack, 'members' | 'topAt' | 'spreadMm'> {
  const half = v('seatWidth') * 0.36
  const up = v('backHeight') - v('seatHeight') - CREST.heightMm / 2
  const ends = [inBack(v, half + 46, up), inBack(v, -half - 46, up)] as const
  const lean = unit(subtract(inBack(v, 0, 100), inBack(v, 0, 0)))
  // Curved backward square to its own lean, so that it is sawn from one plank.
  const middle = along(inBack(v, 0, up), [0, lean[2], -lean[1]], CREST.curveMm)
  const crest = b.solid(
    { id: 'crest-rail', role: 'crest-rail', thicknessMm: CREST.heightMm, heightMm: v('bowSize') },
    [ends[0], ...arcThrough(ends[0], middle, ends[1], 9), ends[1]],
    lean,
  )
  const topAt = (x: number) => ({ part: crest, point: crossingAt(crest, x * 1.1, 0) })
  const joint = socketFor(Math.round(v('stickSize') * 1.2), 22)
  const post = (sign: 1 | -1, side: 'left' | 'right') => {
    const base = inBack(v, sign * half, 0)
    return b.bar(
      {
        id: `${side}-back-post`,
        role: 'back-post',
        turned: turned([0, 22], [0.12, 30], [0.3, 24], [0.55, 32], [0.8, 24], [1, 20]),
        up: [0, 0, 1],
      },
      seatAt(plank, [base[0], base[1] - v('plank') / 2, base[2]]),
      topAt(sign * half),
      socketFor(18, v('plank') * 0.75),
      joint,
    )
  }
  return { members: { left: post(1, 'left'), right: post(-1, 'right') }, spreadMm: half - 30, topAt }
}

/** Slats from post to post, spread between plank and crest, each let into both. */
function addSlats({ b, v, members }: StickBack, count: number): void {
  const [height, thick] = [v('slatHeight'), v('slatThickness')]
  const up = unit(subtract(inBack(v, 0, 100), inBack(v, 0, 0)))
  const joint = tenonFor(thick, height, 12)
  for (let i = 0; i < count; i++) {
    const share = count === 1 ? HIGHEST_SLAT : LOWEST_SLAT + ((HIGHEST_SLAT - LOWEST_SLAT) * i) / (count - 1)
    b.bar(
      { id: `slat-${i + 1}`, role: 'slat', thicknessMm: thick, heightMm: height, up },
      seatAlong(members.left, share),
      seatAlong(members.right, share),
      joint,
    )
  }
}

const stickId = (i: number, count: number) =>
  count % 2 === 1 && i === (count - 1) / 2
    ? 'middle-stick'
    : i < count / 2
      ? `left-stick-${i + 1}`
      : `right-stick-${count - i}`

/** Sticks fan out from the plank to the bow or crest, through the arm bow where there is one. */
function addSticks({ b, v, plank, spreadMm, topAt }: StickBack, count: number, rail: Part | null): void {
  const d = v('stickSize')
  const joint: JointSpec = socketFor(Math.round(d * 0.8), v('plank') * 0.7)
  const top = socketFor(Math.round(d * 0.7), 14)
  for (let i = 0; i < count; i++) {
    const x = spreadMm * (1 - (2 * (i + 1)) / (count + 1))
    const base = rail
      ? onward(topAt(x).point, backPoint(rail, x * 0.96), v('seatHeight') - v('plank') / 2)
      : inBack(v, x * 0.9, -v('plank') / 2, 6)
    const stick = b.bar(
      {
        id: stickId(i, count),
        role: 'spindle',
        turned: turned([0, d * 0.85], [0.35, d], [1, d * 0.72]),
        up: [0, 0, 1],
      },
      seatAt(plank, base),
      topAt(x),
      joint,
      top,
    )
    if (rail) passThrough(b, stick, rail, Math.round(d * 0.95))
  }
}

/** The point at a height on the line from one point on through another. */
const onward = (from: Vec, through: Vec, y: number): Vec => lerp(from, through, (from[1] - y) / (from[1] - through[1]))

/** Where the arm bow's axis runs behind the sitter at x. */
function backPoint(rail: Part, x: number): Vec {
  const crossings = rail.axis.slice(1).flatMap((q, i): Vec[] => {
    const p = rail.axis[i]!
    return (p[0] - x) * (q[0] - x) <= 0 && Math.abs(p[0] - q[0]) > 1e-9 ? [lerp(p, q, (x - p[0]) / (q[0] - p[0]))] : []
  })
  const back = crossings.sort((p, q) => p[2] - q[2])[0]
  if (!back) throw new RangeError('The sticks miss the arm bow: check how many there are and the seat width.')
  return back
}

/** A stick goes through the arm bow: its shoulder is where it leaves the underside. */
function passThrough(b: FrameBuilder, stick: Part, rail: Part, diameterMm: number): void {
  const [low, high] = [stick.axis[0]!, stick.axis[1]!]
  const railY = rail.axis[0]![1]
  const t = (railY - low[1]) / (high[1] - low[1])
  const below = pointAtShare(stick, Math.max(0, t - 60 / distance(low, high))).point
  b.enter(stick, rail, below, lerp(low, high, t), socketFor(diameterMm, 20, { through: true }))
}
