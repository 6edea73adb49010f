import { along, lerp, type Vec } from '../../measure/vec'
import { frameOfSegment, pointAtHeight } from '../geometry'
import type { Part } from '../document-schema'
import { arcThrough, FrameBuilder, seatAt, seatAtHeight, socketFor, tan, turned, type JointSpec } from './builder'
import { counts, need, option, row, sizesOf, type Family, type Measures, type Options, type Sizes } from './family'
import { footings, needRunnerRoom, RUNNERS, RUNNER_MEASURES, SIDES, standOn } from './runners'

const MEASURES = [
  row('seatHeight', 'Seat height', 200, 800, 440, 'floor to the top of the front seat rung', true),
  row('backHeight', 'Back height', 450, 1500, 960, 'floor to the top of the back post', true),
  row('frontWidth', 'Width at the front', 250, 800, 460, 'over both front posts', true),
  row('backWidth', 'Width at the back', 220, 800, 370, 'over both back posts, at the seat', true),
  row('depth', 'Depth', 230, 700, 380, 'front of the front posts to the back of the back posts', true),
  row('postSize', 'Post thickness', 22, 70, 34, 'round posts, at the seat', true),
  row('rungSize', 'Rung thickness', 12, 40, 22, 'in the middle of a rung'),
  row('tenonSize', 'Tenon diameter', 8, 30, 15, 'where a rung goes into its post'),
  row('socketDepth', 'Socket depth', 8, 50, 24, 'how deep a rung goes in'),
  row('lowestRung', 'Lowest rung', 40, 400, 125, 'floor to the middle of the lowest side rung'),
  row('slatHeight', 'Slat height', 25, 120, 62, 'in the middle of a slat'),
  row('slatBow', 'Bow of the slats', 0, 60, 18, 'how far a slat is bent back'),
  row('armHeight', 'Arm height', 350, 900, 640, 'floor to the top of the arm'),
  row('rake', 'Lean of the back', 0, 25, 10, 'above the seat, from upright', false, 'deg'),
  ...RUNNER_MEASURES,
]
const OPTIONS = [
  counts('frontRungs', 'Front rungs, the seat rung among them', 3, 1, 4),
  counts('sideRungs', 'Rungs on each side', 3, 1, 5),
  counts('backRungs', 'Back rungs', 2, 1, 4),
  counts('slats', 'Slats', 3, 1, 7),
  option('stagger', 'Sockets', 'staggered', ['staggered', 'staggered, sides higher'], ['level', 'at one height']),
  option('arms', 'Arms', 'none', ['none', 'none'], ['yes', 'on the front posts']),
  RUNNERS,
]

type Corner = 'lf' | 'rf' | 'lb' | 'rb'
interface Chair {
  readonly b: FrameBuilder
  readonly v: Sizes
  readonly o: Options
  readonly posts: Readonly<Record<Corner, Part>>
}
const ARM = { widthMm: 60, heightMm: 20 } as const
/** What stands over the seat rungs at the top of a front post, millimetres. */
const FINIAL_MM = 26

/** Four turned posts, round rungs between them on all sides, bent slats between the back posts. */
export const postAndRung: Family = {
  id: 'post-and-rung',
  label: 'Post-and-rung chair',
  looks: 'round posts, round rungs, bent slats or a ladder for a back',
  measures: MEASURES,
  options: OPTIONS,
  build,
}

function build(measures: Measures, o: Options, species: string) {
  const v = sizesOf(measures)
  assertRoomFor(v, o)
  const b = new FrameBuilder(species)
  const c: Chair = { b, v, o, posts: addPosts(b, v, o) }
  addRungs(c)
  addSlats(c)
  if (o.arms === 'yes') addArms(c)
  return b.frame()
}

function assertRoomFor(v: Sizes, o: Options): void {
  need(
    v('backHeight') >= v('seatHeight') + 150,
    'The back must stand at least 150 mm higher than the seat: check the seat height and the back height.',
  )
  need(
    Math.min(v('frontWidth'), v('backWidth'), v('depth')) >= 2 * v('postSize') + 80,
    'The posts leave less than 80 mm between them: check the post thickness against the widths and the depth.',
  )
  need(
    v('socketDepth') + 3 < v('postSize'),
    'The sockets would come out of the far side of the post: check the socket depth against the post thickness.',
  )
  need(
    v('tenonSize') <= v('rungSize') && v('tenonSize') + 6 < v('postSize'),
    'The tenons must be no thicker than the rungs and well under the posts: check the tenon diameter.',
  )
  const most = Math.max(Number(o.frontRungs), Number(o.sideRungs), Number(o.backRungs))
  need(
    (v('seatHeight') - v('lowestRung')) / Math.max(1, most - 1) >= 2.4 * v('rungSize'),
    'The rungs would meet: check the lowest rung, the rung thickness and how many there are.',
  )
  need(
    (v('backHeight') - v('seatHeight') - 60) / Number(o.slats) >= v('slatHeight') + 8,
    'The slats would meet: check the slat height, the back height and how many there are.',
  )
  needRunnerRoom(v, o, v('depth'), v('lowestRung'))
  if (o.arms === 'yes') {
    need(
      v('armHeight') >= v('seatHeight') + 100 && v('armHeight') + 80 <= v('backHeight'),
      'The arms must lie at least 100 mm over the seat and 80 mm under the top of the back: check the arm height.',
    )
  }
}

function addPosts(b: FrameBuilder, v: Sizes, o: Options): Chair['posts'] {
  const [seat, top, d] = [v('seatHeight'), v('backHeight'), v('postSize')]
  const [frontX, backX, z] = [(v('frontWidth') - d) / 2, (v('backWidth') - d) / 2, (v('depth') - d) / 2]
  const frontTop = o.arms === 'yes' ? v('armHeight') - ARM.heightMm : seat + FINIAL_MM
  const made: Partial<Record<Corner, Part>> = {}
  for (const { side, sign } of SIDES) {
    const front = { top: [sign * frontX, frontTop, z] as Vec, floor: [sign * frontX, 0, z] as Vec }
    const back = { top: [sign * backX, seat, -z] as Vec, floor: [sign * backX, 0, -z] as Vec }
    const feet = footings(b, v, o.runners === 'yes', side, front, back)
    const foreShape = turned([0, d * 0.72], [0.06, d * 0.92], [0.12, d], [0.96, d], [1, o.arms === 'yes' ? d : d * 0.7])
    const fore = b.solid(
      { id: `${side}-front-post`, role: 'front-leg', turned: foreShape },
      [feet.front.foot, front.top],
      [1, 0, 0],
      { start: [0, 1, 0], end: [0, 1, 0] },
    )
    const aft = b.upright(
      `${side}-back-post`,
      'back-post',
      [feet.back.foot, back.top, [sign * backX, top, -z - (top - seat) * tan(v('rake'))]],
      {
        turned: turned(
          [0, d * 0.72],
          [0.04, d * 0.92],
          [0.08, d],
          [0.9, d * 0.9],
          [0.95, d * 0.66],
          [0.98, d * 0.8],
          [1, d * 0.45],
        ),
      },
    )
    standOn(b, fore, feet.front, d * 0.55, 18)
    standOn(b, aft, feet.back, d * 0.55, 18)
    made[side === 'left' ? 'lf' : 'rf'] = fore
    made[side === 'left' ? 'lb' : 'rb'] = aft
  }
  return made as Chair['posts']
}

/** Heights of the middles of `count` rungs, the highest first: the seat rung, the rest evenly down to the lowest. */
const heights = (count: number, high: number, low: number): number[] =>
  Array.from({ length: count }, (_, i) => (count === 1 ? high : high - ((high - low) * i) / (count - 1)))

function addRungs({ b, v, o, posts }: Chair): void {
  const [d, t] = [v('rungSize'), v('tenonSize')]
  const shape = turned([0, t + (d - t) * 0.3], [0.12, d * 0.86], [0.5, d], [0.88, d * 0.86], [1, t + (d - t) * 0.3])
  const joint = socketFor(t, v('socketDepth'))
  const high = v('seatHeight') - d / 2
  // Side sockets stand higher, so that the tenons pass each other inside the post.
  const raise = o.stagger === 'staggered' ? Math.min(t * 1.15, FINIAL_MM - d / 2 - 2 + d / 2) : 0
  const between = (where: string, count: number, from: Part, to: Part, shift: number) => {
    heights(count, high + shift, v('lowestRung') + shift).forEach((y, i) => {
      const id = i === 0 ? `${where}-seat-rung` : `${where}-rung-${i + 1}`
      b.bar(
        {
          id,
          role: i === 0 ? (where === 'front' || where === 'back' ? `${where}-rail` : 'side-rail') : 'rung',
          turned: shape,
        },
        seatAtHeight(from, y),
        seatAtHeight(to, y),
        joint,
      )
    })
  }
  between('front', Number(o.frontRungs), posts.lf, posts.rf, 0)
  between('left', Number(o.sideRungs), posts.lf, posts.lb, raise)
  between('right', Number(o.sideRungs), posts.rf, posts.rb, raise)
  between('back', Number(o.backRungs), posts.lb, posts.rb, 0)
}

function addSlats({ b, v, o, posts }: Chair): void {
  const slats = Number(o.slats)
  const [seat, top, height] = [v('seatHeight'), v('backHeight'), v('slatHeight')]
  const lean = frameOfSegment(posts.lb, posts.lb.axis.length - 2).tangent
  const joint: JointSpec = {
    depthMm: Math.min(18, v('postSize') - 12),
    form: {
      kind: 'mortise-and-tenon',
      thicknessMm: { value: 8, basis: 'assumed' },
      widthMm: { value: height, basis: 'assumed' },
      deeperMm: { value: 1.5, basis: 'assumed' },
      pinned: false,
    },
  }
  const room = (top - seat - 60) / slats
  for (let i = 0; i < slats; i++) {
    const y = seat + 30 + room * (i + 0.6)
    const [left, right] = [pointAtHeight(posts.lb, y).point, pointAtHeight(posts.rb, y).point]
    const middle = lerp(left, right, 0.5)
    const via = arcThrough(left, [0, middle[1], middle[2] - v('slatBow')], right, 7)
    b.bar(
      { id: slats === 1 ? 'slat' : `slat-${i + 1}`, role: 'slat', thicknessMm: 8, heightMm: height, up: lean, via },
      seatAt(posts.lb, left),
      seatAt(posts.rb, right),
      joint,
    )
  }
}

function addArms({ b, v, posts }: Chair): void {
  const y = v('armHeight') - ARM.heightMm / 2
  for (const { side } of SIDES) {
    const [post, back] = side === 'left' ? [posts.lf, posts.lb] : [posts.rf, posts.rb]
    const over: Vec = [post.axis[0]![0], y, post.axis[1]![2]]
    const from = pointAtHeight(back, y).point
    const arm = b.stub(
      { id: `${side}-arm`, role: 'arm', thicknessMm: ARM.widthMm, heightMm: ARM.heightMm, via: [over] },
      seatAt(back, from),
      along(over, [0, 0, 1], v('postSize') / 2 + 20),
      socketFor(v('tenonSize'), v('socketDepth')),
    )
    b.join(
      post,
      arm,
      [over[0], v('armHeight') - ARM.heightMm, over[2]],
      [0, -1, 0],
      socketFor(Math.round(v('postSize') * 0.55), ARM.heightMm, { through: true, wedged: true }),
    )
  }
}
