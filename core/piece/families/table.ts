import { assumed } from '../../measure/measured'
import { lerp, type Vec } from '../../measure/vec'
import type { Part } from '../document-schema'
import {
  dowelsFor,
  fixedBy,
  FrameBuilder,
  seatAlong,
  seatAt,
  seatAtHeight,
  tan,
  tenonFor,
  type JointSpec,
} from './builder'
import { need, option, row, sizesOf, type Family, type Measures, type Options, type Sizes } from './family'
import { SIDES } from './runners'

const MEASURES = [
  row('height', 'Height', 250, 1000, 730, 'floor to the top of the table', true),
  row('length', 'Length of the top', 300, 2400, 900, 'side to side, leaves not counted', true),
  row('width', 'Width of the top', 250, 1200, 520, 'front to back, leaves not counted', true),
  row('legSize', 'Leg thickness', 22, 120, 44, 'square section at the apron', true),
  row('apronHeight', 'Apron height', 40, 220, 105, 'top to bottom edge', true),
  row('overhang', 'Overhang', 0, 250, 35, 'of the top over the legs', true),
  row('footSize', 'Foot thickness', 12, 120, 28, 'a leg at the floor'),
  row('splay', 'Splay of the legs', 0, 20, 0, 'feet set out sideways, seen from the front', false, 'deg'),
  row('rake', 'Rake of the legs', 0, 20, 0, 'feet set out to front and back, seen from the side', false, 'deg'),
  row('apronThickness', 'Apron thickness', 12, 50, 21, 'face to face'),
  row('topThickness', 'Thickness of the top', 10, 60, 20, 'at its edge'),
  row('tenonDepth', 'Tenon or dowel length', 8, 80, 26, 'how deep the apron goes into the leg'),
  row('stretcherHeight', 'Stretcher height', 50, 400, 140, 'floor to the middle of the stretchers'),
  row('leaf', 'Leaf', 100, 900, 330, 'width of a leaf, from its hinge outward'),
]
const OPTIONS = [
  option('aprons', 'Apron joints', 'tenon', ['tenon', 'mortise and tenon'], ['dowel', 'dowels']),
  option(
    'stretchers',
    'Stretchers',
    'none',
    ['none', 'none'],
    ['h', 'H, two sides and a long one'],
    ['box', 'box, all four sides'],
  ),
  option(
    'fixing',
    'What holds the top',
    'screw',
    ['screw', 'screws'],
    ['button', 'buttons in a groove'],
    ['clip', 'clips'],
    ['glue-block', 'rubbed blocks'],
  ),
  option(
    'top',
    'Top',
    'fixed',
    ['fixed', 'fixed'],
    ['drop-leaf', 'two drop leaves'],
    ['flip', 'flip top, opens backward'],
  ),
  option(
    'support',
    'What carries a leaf',
    'gate',
    ['gate', 'gate leg'],
    ['fly', 'fly rail on a wooden knuckle'],
    ['none', 'nothing that moves'],
  ),
]

type Corner = 'lf' | 'rf' | 'lb' | 'rb'
interface Table {
  readonly b: FrameBuilder
  readonly v: Sizes
  readonly o: Options
  readonly legs: Readonly<Record<Corner, Part>>
  readonly apronJoint: JointSpec
}

/** Four legs and an apron under a top that is fixed, has drop leaves or flips over, on gate legs or fly rails. */
export const table: Family = {
  id: 'table',
  label: 'Leg-and-apron table',
  looks: 'a top over an apron between four legs; leaves or a flip top',
  measures: MEASURES,
  options: OPTIONS,
  build,
}

function build(measures: Measures, o: Options, species: string) {
  const v = sizesOf(measures)
  need(
    Math.min(v('length'), v('width')) >= 2 * v('overhang') + 2 * v('legSize') + 80,
    'The legs leave less than 80 mm between them: check the top, the overhang and the leg thickness.',
  )
  need(
    v('height') >= v('topThickness') + v('apronHeight') + 60,
    'The apron would reach the floor: check the height and the apron height.',
  )
  need(
    v('tenonDepth') + 4 < v('legSize') && v('apronThickness') <= v('legSize'),
    'The apron’s tenons would come out of the leg, or it is thicker than the leg: check them against the leg thickness.',
  )
  if (o.stretchers !== 'none') {
    need(
      v('stretcherHeight') + v('apronHeight') + v('topThickness') + 60 <= v('height'),
      'The stretchers would meet the apron: check the stretcher height.',
    )
  }
  const b = new FrameBuilder(species)
  const legs = addLegs(b, v)
  const apronJoint
    = o.aprons === 'dowel'
      ? dowelsFor(10, v('apronHeight'), v('tenonDepth'))
      : tenonFor(v('apronThickness'), v('apronHeight'), v('tenonDepth'))
  const t: Table = { b, v, o, legs, apronJoint }
  const aprons = addAprons(t)
  if (o.stretchers !== 'none') addStretchers(t)
  const top = addTop(t)
  if (o.top === 'drop-leaf') {
    addLeaf(t, top, 'front', 1)
    addLeaf(t, top, 'back', -1)
  }
  if (o.top === 'flip') addLeaf(t, top, 'flip', -1)
  if (o.top !== 'fixed' && o.support !== 'none') {
    if (o.top === 'drop-leaf') addSupport(t, aprons.front, 'front', 1)
    addSupport(t, aprons.back, 'back', -1)
  }
  return b.frame()
}

function addLegs(b: FrameBuilder, v: Sizes): Table['legs'] {
  const high = v('height') - v('topThickness')
  const [x, z, s] = [
    v('length') / 2 - v('overhang') - v('legSize') / 2,
    v('width') / 2 - v('overhang') - v('legSize') / 2,
    v('legSize'),
  ]
  const [out, forth] = [high * tan(v('splay')), high * tan(v('rake'))]
  const made: Partial<Record<Corner, Part>> = {}
  for (const { side, sign } of SIDES) {
    const leg = (where: 'front' | 'back', depth: number) =>
      b.solid(
        {
          id: `${side}-${where}-leg`,
          role: `${where}-leg`,
          stations: [
            { along: 0, widthMm: v('footSize'), depthMm: v('footSize') },
            { along: (high - v('apronHeight')) / high, widthMm: s, depthMm: s },
            { along: 1, widthMm: s, depthMm: s },
          ],
        },
        [
          [sign * (x + out), 0, depth + Math.sign(depth) * forth],
          [sign * x, high, depth],
        ],
        [1, 0, 0],
        { start: [0, 1, 0], end: [0, 1, 0] },
      )
    made[side === 'left' ? 'lf' : 'rf'] = leg('front', z)
    made[side === 'left' ? 'lb' : 'rb'] = leg('back', -z)
  }
  return made as Table['legs']
}

function addAprons({ b, v, legs, apronJoint }: Table): { front: Part, back: Part } {
  const y = v('height') - v('topThickness') - v('apronHeight') / 2
  const apron = (id: string, role: string, from: Part, to: Part) =>
    b.bar(
      { id, role, thicknessMm: v('apronThickness'), heightMm: v('apronHeight') },
      seatAtHeight(from, y),
      seatAtHeight(to, y),
      apronJoint,
    )
  const front = apron('front-apron', 'front-rail', legs.lf, legs.rf)
  apron('left-apron', 'side-rail', legs.lf, legs.lb)
  apron('right-apron', 'side-rail', legs.rf, legs.rb)
  return { front, back: apron('back-apron', 'back-rail', legs.lb, legs.rb) }
}

function addStretchers({ b, v, o, legs }: Table): void {
  const size = { thicknessMm: 19, heightMm: 30 }
  const joint = tenonFor(19, 30, Math.min(18, v('footSize') - 6))
  const between = (id: string, from: Part, to: Part, y = v('stretcherHeight')) =>
    b.bar({ id, role: 'stretcher', ...size }, seatAtHeight(from, y), seatAtHeight(to, y), joint)
  const [left, right] = [between('left-stretcher', legs.lf, legs.lb), between('right-stretcher', legs.rf, legs.rb)]
  if (o.stretchers === 'h') {
    b.bar(
      { id: 'long-stretcher', role: 'stretcher', ...size },
      seatAlong(left, 0.5),
      seatAlong(right, 0.5),
      tenonFor(19, 30, 12),
    )
    return
  }
  between('front-stretcher', legs.lf, legs.rf, v('stretcherHeight') + 40)
  between('back-stretcher', legs.lb, legs.rb, v('stretcherHeight') + 40)
}

/** The top lies on the legs, and is held there by what lets it move, or should. */
function addTop({ b, v, o, legs }: Table): Part {
  const y = v('height') - v('topThickness') / 2
  const top = b.solid(
    { id: 'top', role: 'top', thicknessMm: v('width'), heightMm: v('topThickness') },
    [
      [-v('length') / 2, y, 0],
      [v('length') / 2, y, 0],
    ],
    [0, 0, 1],
  )
  for (const leg of Object.values(legs)) b.join(leg, top, leg.axis[1]!, [0, -1, 0], fixedBy(o.fixing, v('legSize')))
  return top
}

/** A leaf, drawn open: hinged along the top's edge. */
function addLeaf({ b, v, o }: Table, top: Part, where: string, sign: 1 | -1): void {
  const y = v('height') - v('topThickness') / 2
  const out = o.top === 'flip' ? v('width') : v('leaf')
  const edge: Vec = [0, y, (sign * v('width')) / 2]
  const leaf = b.solid(
    { id: `${where}-leaf`, role: 'leaf', thicknessMm: v('length'), heightMm: v('topThickness') },
    [edge, [0, y, edge[2] + sign * out]],
    [sign, 0, 0],
  )
  b.join(leaf, top, edge, [0, 0, sign], {
    depthMm: 1,
    form: {
      kind: 'knuckle',
      count: 3,
      diameterMm: assumed(5),
      thicknessMm: assumed(v('topThickness')),
      turnsAbout: [sign, 0, 0],
      stopDeg: o.top === 'flip' ? 180 : 90,
    },
  })
}

const FLY = { thicknessMm: 20, heightMm: 60 } as const

/** Swung out square to the apron, on a wooden knuckle: a bracket alone, or a frame with a leg of its own. */
function addSupport({ b, v, o, legs }: Table, apron: Part, where: 'front' | 'back', sign: 1 | -1): void {
  const knuckle: JointSpec = {
    depthMm: 22,
    form: {
      kind: 'knuckle',
      count: 5,
      diameterMm: assumed(7),
      thicknessMm: assumed(FLY.thicknessMm),
      turnsAbout: [0, 1, 0],
      stopDeg: 90,
    },
  }
  const high = v('height') - v('topThickness')
  const y = high - FLY.heightMm / 2
  const hinge = seatAlong(apron, 0.5).point
  const reach = (o.top === 'flip' ? v('width') : v('leaf')) * 0.7
  const at: Vec = [hinge[0], y, hinge[2]]
  if (o.support === 'fly') {
    b.stub(
      { id: `${where}-fly-rail`, role: 'fly-rail', ...FLY },
      seatAt(apron, at),
      [at[0], y, at[2] + sign * reach],
      knuckle,
    )
    return
  }
  const legZ = at[2] + sign * (reach + v('legSize') / 2)
  const leg = b.upright(
    `${where}-gate-leg`,
    'gate-leg',
    [
      [at[0], 0, legZ],
      [at[0], high, legZ],
    ],
    { stations: legs.lf.section.stations },
  )
  const rail = b.bar(
    { id: `${where}-gate-rail`, role: 'gate-rail', ...FLY },
    seatAt(apron, at),
    seatAt(leg, [at[0], y, legZ]),
    knuckle,
    tenonFor(FLY.thicknessMm, FLY.heightMm, Math.min(24, v('legSize') - 6)),
  )
  const low = Math.max(60, Math.min(v('stretcherHeight'), y - 160))
  const stile: Vec = [at[0], low, lerp(rail.axis[0]!, rail.axis[1]!, 0.25)[2]]
  const post = b.stub(
    { id: `${where}-gate-stile`, role: 'gate-rail', thicknessMm: 22, heightMm: 22, up: [0, 0, 1] },
    seatAt(rail, [stile[0], y, stile[2]]),
    [stile[0], low - 22, stile[2]],
    tenonFor(20, 30, 20),
  )
  b.bar(
    { id: `${where}-gate-low-rail`, role: 'gate-rail', thicknessMm: 18, heightMm: 32 },
    seatAt(post, stile),
    seatAt(leg, [at[0], low, legZ]),
    tenonFor(18, 32, 12),
  )
}
