import { frameOfSegment, pointAtHeight } from '../geometry'
import { along, lerp, type Vec } from '../../measure/vec'
import type { Part } from '../document-schema'
import {
  arcThrough,
  dowelsFor,
  FrameBuilder,
  seatAlong,
  seatAt,
  seatAtHeight,
  tan,
  tenonFor,
  turned,
  type JointSpec,
} from './builder'
import { counts, need, option, row, sizesOf, type Family, type Measures, type Options, type Sizes } from './family'
import { addCornerBlocks, cornerBlocks, type Rails } from './corner-blocks'
import { footings, needRunnerRoom, RUNNERS, RUNNER_MEASURES, SIDES, standOn, type Side } from './runners'

const MEASURES = [
  row('seatHeight', 'Seat height', 200, 900, 445, 'floor to the top of the seat rail, at the front', true),
  row('backHeight', 'Back height', 400, 1500, 880, 'floor to the top of the back post', true),
  row('frontWidth', 'Width at the front', 250, 900, 440, 'over both front legs, at the seat', true),
  row('backWidth', 'Width at the back', 220, 900, 370, 'over both back posts, at the seat', true),
  row('depth', 'Depth', 250, 900, 410, 'front of the front legs to the back of the back posts', true),
  row('legSize', 'Leg thickness', 20, 90, 38, 'square section of the legs at the rails', true),
  row('railHeight', 'Rail height', 25, 150, 58, 'the seat rails, top to bottom edge'),
  row('railThickness', 'Rail thickness', 12, 60, 22, 'the seat rails, face to face'),
  row('tenonDepth', 'Tenon length', 8, 70, 28, 'how deep the seat rail tenons go in'),
  row('dowelDiameter', 'Dowel diameter', 5, 20, 10, 'the dowels of dowelled rails'),
  row('dowelDepth', 'Dowel depth', 8, 70, 24, 'how deep the dowels go into the leg'),
  row('stretcherHeight', 'Stretcher height', 50, 400, 160, 'floor to the middle of the side stretchers'),
  row('armHeight', 'Arm height', 350, 1000, 665, 'floor to the top of the arm, at the front'),
  row('rake', 'Lean of the back', 0, 25, 9, 'above the seat, from upright', false, 'deg'),
  row('backLegRake', 'Rake of the back legs', 0, 20, 5, 'below the seat, feet set back', false, 'deg'),
  row('splay', 'Splay of the front legs', 0, 15, 0, 'feet set out sideways', false, 'deg'),
  ...RUNNER_MEASURES,
]

const JOINTS = [
  ['tenon', 'mortise and tenon'],
  ['dowel', 'dowels'],
] as const
const OPTIONS = [
  option('frontRail', 'Front rail joints', 'tenon', ...JOINTS),
  option('sideRails', 'Side rail joints', 'tenon', ...JOINTS),
  option(
    'stretchers',
    'Stretchers',
    'none',
    ['none', 'none'],
    ['box', 'box, all four sides'],
    ['h', 'H, two sides and a cross'],
  ),
  counts('slats', 'Slats under the crest rail', 2, 0, 4),
  option(
    'arms',
    'Arms',
    'none',
    ['none', 'none'],
    ['through', 'leg tenon through the arm'],
    ['post', 'dowelled post on the rail'],
  ),
  cornerBlocks('none'),
  RUNNERS,
]

type Corner = 'lf' | 'rf' | 'lb' | 'rb'
interface Chair {
  readonly b: FrameBuilder
  readonly v: Sizes
  readonly o: Options
  readonly legs: Readonly<Record<Corner, Part>>
}
const ARM = { widthMm: 52, heightMm: 24, overhangMm: 28 } as const

/**
 * Four legs, back posts continuous with the back legs, seat rails, slats and crest rail; stretchers none, box or H;
 * arms two ways.
 */
export const framedChair: Family = {
  id: 'framed-chair',
  label: 'Framed chair',
  looks: 'rails between square legs, back posts in one with the back legs',
  measures: MEASURES,
  options: OPTIONS,
  build,
}

function build(measures: Measures, o: Options, species: string) {
  const v = sizesOf(measures)
  assertRoomFor(v, o)
  const b = new FrameBuilder(species)
  const c: Chair = { b, v, o, legs: addLegs(b, v, o) }
  const rails = addSeatRails(c)
  if (o.stretchers !== 'none') addStretchers(c)
  addBack(c)
  if (o.arms !== 'none') addArms(c, rails)
  // Last, so that no joint of the frame changes its number with them.
  addCornerBlocks(b, rails, String(o.blocks), {
    inMm: 50 + v('railThickness'),
    yMm: v('seatHeight') - v('railHeight') / 2,
    thicknessMm: 20,
    heightMm: v('railHeight') * 0.6,
  })
  return b.frame()
}

function assertRoomFor(v: Sizes, o: Options): void {
  need(
    v('backHeight') >= v('seatHeight') + 120,
    'The back must stand at least 120 mm higher than the seat: check the seat height and the back height.',
  )
  need(
    Math.min(v('frontWidth'), v('backWidth'), v('depth')) >= 2 * v('legSize') + 60,
    'The legs leave less than 60 mm between them: check the leg thickness against the widths and the depth.',
  )
  need(
    v('stretcherHeight') + v('railHeight') + 70 <= v('seatHeight'),
    'The stretchers would meet the seat rails: check the stretcher height, the rail height and the seat height.',
  )
  need(
    Math.max(v('tenonDepth'), v('dowelDepth')) < v('legSize'),
    'The tenons or dowels would come out of the far side of the leg: check their length against the leg thickness.',
  )
  needRunnerRoom(v, o, v('depth'), o.stretchers === 'none' ? v('seatHeight') - v('railHeight') : v('stretcherHeight'))
  if (o.arms !== 'none') {
    need(
      v('armHeight') >= v('seatHeight') + 120 && v('armHeight') + 60 <= v('backHeight'),
      'The arms must lie at least 120 mm over the seat and 60 mm under the top of the back: check the arm height.',
    )
  }
}

function addLegs(b: FrameBuilder, v: Sizes, o: Options): Chair['legs'] {
  const [seat, top, size] = [v('seatHeight'), v('backHeight'), v('legSize')]
  const [frontX, backX, frontZ] = [(v('frontWidth') - size) / 2, (v('backWidth') - size) / 2, (v('depth') - size) / 2]
  const square = { thicknessMm: size, heightMm: size }
  // The leg that carries an arm goes on upward as its post.
  const post = o.arms === 'through' ? [v('armHeight') - ARM.heightMm] : []
  const made: Partial<Record<Corner, Part>> = {}
  for (const { side, sign } of SIDES) {
    const front = {
      top: [sign * frontX, seat, frontZ] as Vec,
      floor: [sign * (frontX + seat * tan(v('splay'))), 0, frontZ] as Vec,
    }
    const back = {
      top: [sign * backX, seat, -frontZ] as Vec,
      floor: [sign * backX, 0, -frontZ - seat * tan(v('backLegRake'))] as Vec,
    }
    const feet = footings(b, v, o.runners === 'yes', side, front, back)
    const fore = b.solid(
      { id: `${side}-front-leg`, role: 'front-leg', ...square },
      [feet.front.foot, front.top, ...post.map((y): Vec => [sign * frontX, y, frontZ])],
      [1, 0, 0],
      { start: [0, 1, 0], end: [0, 1, 0] },
    )
    const aft = b.upright(
      `${side}-back-post`,
      'back-post',
      [feet.back.foot, back.top, [sign * backX, top, -frontZ - (top - seat) * tan(v('rake'))]],
      square,
    )
    standOn(b, fore, feet.front, size * 0.6, 20)
    standOn(b, aft, feet.back, size * 0.6, 20)
    made[side === 'left' ? 'lf' : 'rf'] = fore
    made[side === 'left' ? 'lb' : 'rb'] = aft
  }
  return made as Chair['legs']
}

function addSeatRails({ b, v, o, legs }: Chair): Rails {
  const [height, thickness] = [v('railHeight'), v('railThickness')]
  const y = v('seatHeight') - height / 2
  const spec = (which: string | number | undefined): JointSpec =>
    which === 'dowel'
      ? dowelsFor(v('dowelDiameter'), height, v('dowelDepth'))
      : tenonFor(thickness, height, v('tenonDepth'))
  const rail = (id: string, role: string, from: Part, to: Part, joint: JointSpec) =>
    b.bar({ id, role, thicknessMm: thickness, heightMm: height }, seatAtHeight(from, y), seatAtHeight(to, y), joint)
  const front = rail('front-rail', 'front-rail', legs.lf, legs.rf, spec(o.frontRail))
  const left = rail('left-side-rail', 'side-rail', legs.lf, legs.lb, spec(o.sideRails))
  const right = rail('right-side-rail', 'side-rail', legs.rf, legs.rb, spec(o.sideRails))
  const back = rail('back-rail', 'back-rail', legs.lb, legs.rb, spec(o.sideRails))
  return { front, back, left, right }
}

function addStretchers({ b, v, o, legs }: Chair): void {
  const y = v('stretcherHeight')
  const size = { thicknessMm: 18, heightMm: 26 }
  const joint = tenonFor(size.thicknessMm, size.heightMm, Math.min(20, v('tenonDepth')))
  const between = (id: string, from: Part, to: Part, height = y) =>
    b.bar({ id, role: 'stretcher', ...size }, seatAtHeight(from, height), seatAtHeight(to, height), joint)
  const left = between('left-stretcher', legs.lf, legs.lb)
  const right = between('right-stretcher', legs.rf, legs.rb)
  if (o.stretchers === 'h') {
    b.bar(
      { id: 'cross-stretcher', role: 'stretcher', ...size },
      seatAlong(left, 0.5),
      seatAlong(right, 0.5),
      tenonFor(size.thicknessMm, size.heightMm, 12),
    )
    return
  }
  const raised = y + 45 // front and back stretchers stand higher so that their mortises do not meet those of the sides
  between('front-stretcher', legs.lf, legs.rf, raised)
  between('back-stretcher', legs.lb, legs.rb, raised)
}

function addBack({ b, v, o, legs }: Chair): void {
  const [seat, top] = [v('seatHeight'), v('backHeight')]
  const lean = frameOfSegment(legs.lb, legs.lb.axis.length - 2).tangent
  const across = (id: string, role: string, y: number, heightMm: number, thicknessMm: number, depthMm: number) =>
    b.bar(
      { id, role, thicknessMm, heightMm, up: lean },
      seatAtHeight(legs.lb, y),
      seatAtHeight(legs.rb, y),
      tenonFor(thicknessMm, heightMm, depthMm),
    )
  const crestHeight = Math.min(70, (top - seat) / 4)
  const slats = Number(o.slats)
  const free = top - crestHeight - 12 - seat
  for (let i = 1; i <= slats; i++) {
    const y = seat + (free * i) / (slats + 1) + 10
    const height = Math.min(40, free / (slats + 1) - 8)
    across(slats === 1 ? 'slat' : `slat-${i}`, 'slat', y, Math.max(14, height), 11, 16)
  }
  across('crest-rail', 'crest-rail', top - crestHeight / 2 - 6, crestHeight, 18, 22)
}

/** Each arm enters its back post and goes forward over what carries it, curved outward a little between. */
function addArms({ b, v, o, legs }: Chair, rails: Readonly<Record<Side, Part>>): void {
  const y = v('armHeight') - ARM.heightMm / 2
  const under = v('armHeight') - ARM.heightMm
  for (const { side, sign } of SIDES) {
    const [leg, post, rail] = side === 'left' ? [legs.lf, legs.lb, rails.left] : [legs.rf, legs.rb, rails.right]
    const back = pointAtHeight(post, y).point
    const onRail = seatAlong(rail, 0.3).point
    const carried: Vec = o.arms === 'through' ? [leg.axis[1]![0], y, leg.axis[1]![2]] : [onRail[0], y, onRail[2]]
    const tip: Vec = [carried[0], y, carried[2] + v('legSize') / 2 + ARM.overhangMm]
    const bow = lerp(back, carried, 0.5)
    const via = [...arcThrough(back, [bow[0] + sign * 12, y, bow[2]], carried, 3), carried]
    const arm = b.stub(
      { id: `${side}-arm`, role: 'arm', thicknessMm: ARM.widthMm, heightMm: ARM.heightMm, via },
      seatAt(post, back),
      tip,
      tenonFor(ARM.heightMm, ARM.widthMm - 12, 20),
    )
    if (o.arms === 'through') {
      b.join(leg, arm, [carried[0], under, carried[2]], [0, -1, 0], {
        depthMm: ARM.heightMm,
        form: {
          kind: 'mortise-and-tenon',
          thicknessMm: { value: 14, basis: 'assumed' },
          widthMm: { value: Math.round(v('legSize') * 0.7), basis: 'assumed' },
          deeperMm: { value: 0, basis: 'assumed' },
          pinned: false,
          through: true,
          wedged: true,
        },
      })
      continue
    }
    const dowel = dowelsFor(10, 20, 18)
    b.bar(
      {
        id: `${side}-arm-post`,
        role: 'arm-post',
        turned: turned([0, 26], [0.2, 30], [0.55, 20], [0.8, 28], [1, 22]),
        up: [0, 0, 1],
      },
      seatAt(rail, onRail),
      seatAt(arm, along(carried, [0, 1, 0], 0)),
      dowel,
    )
  }
}
