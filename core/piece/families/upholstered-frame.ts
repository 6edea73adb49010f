import { assumed } from '../../measure/measured'
import { along, distance, type Vec } from '../../measure/vec'
import { frameOfSegment, pointAtHeight } from '../geometry'
import type { Part } from '../document-schema'
import { dowelsFor, FrameBuilder, seatAlong, seatAt, seatAtHeight, tan, tenonFor, type JointSpec } from './builder'
import { counts, need, option, row, sizesOf, type Family, type Measures, type Options, type Sizes } from './family'
import { addCornerBlocks, cornerBlocks, type Rails } from './corner-blocks'
import { SIDES } from './runners'

const MEASURES = [
  row('seatHeight', 'Frame height', 150, 600, 390, 'floor to the top of the seat rails', true),
  row('width', 'Width', 250, 2400, 1150, 'over the legs, side to side', true),
  row('depth', 'Depth', 250, 1000, 440, 'over the legs, front to back', true),
  row('legSize', 'Leg thickness', 25, 110, 48, 'square section at the rails', true),
  row('railHeight', 'Rail height', 40, 180, 85, 'the seat rails, top to bottom edge', true),
  row('backHeight', 'Back height', 450, 1300, 860, 'floor to the top of the back, where there is one', true),
  row('railThickness', 'Rail thickness', 15, 60, 27, 'the seat rails, face to face'),
  row('dowelDiameter', 'Dowel diameter', 6, 20, 10, 'the dowels of the rails'),
  row('dowelDepth', 'Dowel depth', 8, 70, 28, 'how deep the dowels go into the leg'),
  row('footSize', 'Foot thickness', 15, 110, 34, 'a leg at the floor'),
  row('stretcherHeight', 'Stretcher height', 50, 300, 120, 'floor to the middle of the stretchers'),
  row('armHeight', 'Arm height', 350, 900, 610, 'floor to the top of the arm rail'),
  row('splay', 'Splay of the legs', 0, 15, 0, 'feet set out sideways, seen from the front', false, 'deg'),
  row('legRake', 'Rake of the legs', 0, 15, 0, 'feet set out to front and back, seen from the side', false, 'deg'),
  row('rake', 'Lean of the back', 0, 25, 12, 'from upright', false, 'deg'),
]
const OPTIONS = [
  option(
    'corners',
    'Corners',
    'dowel',
    ['dowel', 'dowelled'],
    ['tenon', 'mortise and tenon'],
    ['bolted', 'bolted, hanger bolts'],
  ),
  cornerBlocks('screwed'),
  counts('crossRails', 'Rails across under the seat', 1, 0, 4),
  option('stretchers', 'Stretchers', 'none', ['none', 'none'], ['h', 'H, two sides and a long one']),
  option('back', 'Back', 'none', ['none', 'none'], ['yes', 'raked back frame']),
  option('arms', 'Arms', 'none', ['none', 'none'], ['yes', 'arm rails']),
]

type Corner = 'lf' | 'rf' | 'lb' | 'rb'
interface Bench {
  readonly b: FrameBuilder
  readonly v: Sizes
  readonly o: Options
  readonly legs: Readonly<Record<Corner, Part>>
}
const ARM = { widthMm: 45, heightMm: 30 } as const

/**
 * A stout frame to be covered: legs at the corners, dowelled or bolted rails, blocks in the corners, webbing over it;
 * bench, stool or settee.
 */
export const upholsteredFrame: Family = {
  id: 'upholstered-frame',
  label: 'Upholstered bench, stool or settee',
  looks: 'broad rails between legs, to be webbed and covered',
  measures: MEASURES,
  options: OPTIONS,
  build,
}

function build(measures: Measures, o: Options, species: string) {
  const v = sizesOf(measures)
  need(
    Math.min(v('width'), v('depth')) >= 2 * v('legSize') + 80,
    'The legs leave less than 80 mm between them: check the leg thickness against the width and the depth.',
  )
  need(
    v('seatHeight') >= v('railHeight') + 40,
    'The rails would reach the floor: check the frame height and the rail height.',
  )
  need(
    v('dowelDepth') + 4 < v('legSize'),
    'The dowels would come out of the far side of the leg: check the dowel depth against the leg thickness.',
  )
  need(v('railThickness') <= v('legSize'), 'The rails must be no thicker than the legs: check the rail thickness.')
  if (o.stretchers !== 'none') {
    need(
      v('stretcherHeight') + v('railHeight') + 40 <= v('seatHeight'),
      'The stretchers would meet the rails: check the stretcher height.',
    )
  }
  if (o.back !== 'none') {
    need(
      v('backHeight') >= v('seatHeight') + 160,
      'The back must stand at least 160 mm over the frame: check the back height.',
    )
  }
  if (o.arms !== 'none') need(o.back !== 'none', 'Arm rails go into a back: choose the raked back frame first.')
  if (o.arms !== 'none') {
    need(
      v('armHeight') >= v('seatHeight') + 90 && v('armHeight') + 40 <= v('backHeight'),
      'The arms must lie at least 90 mm over the frame and 40 mm under the top of the back: check the arm height.',
    )
  }
  const b = new FrameBuilder(species)
  const bench: Bench = { b, v, o, legs: addLegs(b, v, o) }
  const rails = addRails(bench)
  if (o.stretchers !== 'none') addStretchers(bench)
  if (o.back !== 'none') addBack(bench)
  if (o.arms !== 'none') addArms(bench)
  addCornerBlocks(b, rails, String(o.blocks), {
    inMm: Math.min(75, (v('depth') - 2 * v('legSize')) * 0.3) + v('railThickness'),
    yMm: v('seatHeight') - v('railHeight') / 2,
    thicknessMm: 24,
    heightMm: v('railHeight') * 0.6,
  })
  return b.frame()
}

function addLegs(b: FrameBuilder, v: Sizes, o: Options): Bench['legs'] {
  const [x, z, s, seat] = [
    (v('width') - v('legSize')) / 2,
    (v('depth') - v('legSize')) / 2,
    v('legSize'),
    v('seatHeight'),
  ]
  const railShare = (length: number) => Math.max(0.05, Math.min(0.95, (seat - v('railHeight')) / length))
  const made: Partial<Record<Corner, Part>> = {}
  for (const { side, sign } of SIDES) {
    const leg = (where: 'front' | 'back', points: readonly Vec[], lengthMm: number) =>
      b.solid(
        {
          id: `${side}-${where}-leg`,
          role: `${where}-leg`,
          stations: [
            { along: 0, widthMm: v('footSize'), depthMm: v('footSize') },
            { along: railShare(lengthMm), widthMm: s, depthMm: s },
            { along: 1, widthMm: s, depthMm: s },
          ],
        },
        points,
        [1, 0, 0],
        { start: [0, 1, 0], end: [0, 1, 0] },
      )
    /** Foot and seat end of a leg: splayed and raked below the seat, whatever goes on above it. */
    const below = (depth: number): Vec[] => [
      [sign * (x + seat * tan(v('splay'))), 0, depth + Math.sign(depth) * seat * tan(v('legRake'))],
      [sign * x, seat, depth],
    ]
    const belowMm = distance(...(below(z) as [Vec, Vec]))
    const arm = v('armHeight') - ARM.heightMm
    const back = v('backHeight') - seat
    made[side === 'left' ? 'lf' : 'rf']
      = o.arms === 'none'
        ? leg('front', below(z), belowMm)
        : leg('front', [...below(z), [sign * x, arm, z]], belowMm + arm - seat)
    made[side === 'left' ? 'lb' : 'rb']
      = o.back === 'none'
        ? leg('back', below(-z), belowMm)
        : leg(
            'back',
            [...below(-z), [sign * x, v('backHeight'), -z - back * tan(v('rake'))]],
            belowMm + back / Math.cos((v('rake') * Math.PI) / 180),
          )
  }
  return made as Bench['legs']
}

function cornerJoint(v: Sizes, o: Options): JointSpec {
  if (o.corners === 'tenon') {
    return tenonFor(v('railThickness'), v('railHeight'), Math.min(v('dowelDepth'), v('legSize') - 6))
  }
  if (o.corners === 'bolted') {
    return { depthMm: v('dowelDepth'), form: { kind: 'bolted', count: 1, diameterMm: assumed(8), bracket: true } }
  }
  return dowelsFor(v('dowelDiameter'), v('railHeight'), v('dowelDepth'))
}

function addRails({ b, v, o, legs }: Bench): Rails {
  const y = v('seatHeight') - v('railHeight') / 2
  const size = { thicknessMm: v('railThickness'), heightMm: v('railHeight') }
  const joint = cornerJoint(v, o)
  const rail = (id: string, role: string, from: Part, to: Part) =>
    b.bar({ id, role, ...size }, seatAtHeight(from, y), seatAtHeight(to, y), joint)
  const rails = {
    front: rail('front-rail', 'front-rail', legs.lf, legs.rf),
    left: rail('left-side-rail', 'side-rail', legs.lf, legs.lb),
    right: rail('right-side-rail', 'side-rail', legs.rf, legs.rb),
    back: rail('back-rail', 'back-rail', legs.lb, legs.rb),
  }
  const count = Number(o.crossRails)
  const names
    = count === 1
      ? ['cross']
      : count === 2
        ? ['left-cross', 'right-cross']
        : count === 3
          ? ['left-cross', 'middle-cross', 'right-cross']
          : ['left-outer-cross', 'left-inner-cross', 'right-inner-cross', 'right-outer-cross']
  for (let i = 0; i < count; i++) {
    const share = (i + 1) / (count + 1)
    b.bar(
      { id: `${names[i]}-rail`, role: 'cross-rail', thicknessMm: v('railThickness'), heightMm: v('railHeight') * 0.7 },
      seatAlong(rails.front, share),
      seatAlong(rails.back, share),
      dowelsFor(v('dowelDiameter'), v('railHeight') * 0.7, Math.min(v('dowelDepth'), v('railThickness') - 5)),
    )
  }
  return rails
}

function addStretchers({ b, v, legs }: Bench): void {
  const size = { thicknessMm: 20, heightMm: 34 }
  const side = (name: string, front: Part, back: Part) =>
    b.bar(
      { id: `${name}-stretcher`, role: 'stretcher', ...size },
      seatAtHeight(front, v('stretcherHeight')),
      seatAtHeight(back, v('stretcherHeight')),
      tenonFor(20, 34, Math.min(22, v('footSize') - 6)),
    )
  const [left, right] = [side('left', legs.lf, legs.lb), side('right', legs.rf, legs.rb)]
  b.bar(
    { id: 'long-stretcher', role: 'stretcher', ...size },
    seatAlong(left, 0.5),
    seatAlong(right, 0.5),
    tenonFor(20, 34, 14),
  )
}

function addBack({ b, v, o, legs }: Bench): void {
  const up = frameOfSegment(legs.lb, 1).tangent
  const joint = (heightMm: number) =>
    o.corners === 'tenon'
      ? tenonFor(v('railThickness'), heightMm, 24)
      : dowelsFor(v('dowelDiameter'), heightMm, Math.min(24, v('dowelDepth')))
  const across = (id: string, role: string, y: number, heightMm: number) =>
    b.bar(
      { id, role, thicknessMm: v('railThickness'), heightMm, up },
      seatAtHeight(legs.lb, y),
      seatAtHeight(legs.rb, y),
      joint(heightMm),
    )
  const low = across('lower-back-rail', 'back-slat', v('seatHeight') + 55, 45)
  const high = across('crest-rail', 'crest-rail', v('backHeight') - 40, 62)
  if (v('width') > 900) {
    b.bar(
      { id: 'back-upright', role: 'back-slat', thicknessMm: 24, heightMm: 40, up: [0, 0, 1] },
      seatAlong(low, 0.5),
      seatAlong(high, 0.5),
      tenonFor(24, 40, 18),
    )
  }
}

function addArms({ b, v, legs }: Bench): void {
  const y = v('armHeight') - ARM.heightMm / 2
  for (const { side } of SIDES) {
    const [front, back] = side === 'left' ? [legs.lf, legs.lb] : [legs.rf, legs.rb]
    const top = front.axis.at(-1)!
    const over: Vec = [top[0], y, top[2]]
    const from = pointAtHeight(back, y).point
    const arm = b.stub(
      { id: `${side}-arm`, role: 'arm', thicknessMm: ARM.widthMm, heightMm: ARM.heightMm },
      seatAt(back, from),
      along(over, [0, 0, 1], v('legSize') / 2),
      dowelsFor(v('dowelDiameter'), ARM.heightMm, 20),
    )
    b.join(
      front,
      arm,
      [over[0], v('armHeight') - ARM.heightMm, over[2]],
      [0, -1, 0],
      dowelsFor(v('dowelDiameter'), ARM.heightMm, 18),
    )
  }
}
