import type { Vec } from '../../measure/vec'
import { frameOfSegment } from '../geometry'
import type { Part } from '../schema'
import { FrameBuilder, dowelsFor, seatAlong, seatAtHeight, tenonFor, type JointSpec } from './builder'
import type { Family, MeasureRow, Measures, OptionRow, Options } from './family'

const row = (key: string, label: string, min: number, max: number, usual: number, hint: string, essential = false, unit: 'mm' | 'deg' = 'mm'): MeasureRow =>
  ({ key, label, unit, min, max, usual, essential, hint })

/** Usual sizes are those of a plain dining chair, this project's choice; each is replaced by what is measured. */
const MEASURES: readonly MeasureRow[] = [
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
  row('rake', 'Lean of the back', 0, 25, 9, 'above the seat, from upright', false, 'deg'),
  row('backLegRake', 'Rake of the back legs', 0, 20, 5, 'below the seat, feet set back', false, 'deg'),
  row('splay', 'Splay of the front legs', 0, 15, 0, 'feet set out sideways', false, 'deg'),
]

const OPTIONS: readonly OptionRow[] = [
  { key: 'frontRail', label: 'Front rail joints', usual: 'tenon', choices: [{ value: 'tenon', label: 'mortise and tenon' }, { value: 'dowel', label: 'dowels' }] },
  { key: 'sideRails', label: 'Side rail joints', usual: 'tenon', choices: [{ value: 'tenon', label: 'mortise and tenon' }, { value: 'dowel', label: 'dowels' }] },
  { key: 'stretchers', label: 'Stretchers', usual: 'none', choices: [{ value: 'none', label: 'none' }, { value: 'box', label: 'box, all four sides' }, { value: 'h', label: 'H, two sides and a cross' }] },
  { key: 'slats', label: 'Slats under the crest rail', usual: 2, choices: [0, 1, 2, 3, 4].map(n => ({ value: n, label: String(n) })) },
]

interface Chair { readonly b: FrameBuilder, readonly v: (key: string) => number, readonly o: Options, readonly legs: Record<'lf' | 'rf' | 'lb' | 'rb', Part> }

/** Four legs, back posts continuous with the back legs, seat rails, slats and crest rail; stretchers none, box or H. */
export const framedChair: Family = { id: 'framed-chair', label: 'Framed chair', measures: MEASURES, options: OPTIONS, build }

function build(measures: Measures, o: Options, species: string) {
  const v = (key: string) => measures[key]!.value
  assertRoomFor(v)
  const b = new FrameBuilder(species)
  const c: Chair = { b, v, o, legs: addLegs(b, v) }
  addSeatRails(c)
  if (o.stretchers !== 'none') addStretchers(c)
  addBack(c)
  return { parts: b.parts, joints: b.joints() }
}

/** Measurements that contradict each other leave no chair to draw. @throws RangeError naming the two. */
function assertRoomFor(v: Chair['v']): void {
  const need = (ok: boolean, message: string) => { if (!ok) throw new RangeError(message) }
  need(v('backHeight') >= v('seatHeight') + 120, 'The back must stand at least 120 mm higher than the seat: check the seat height and the back height.')
  need(Math.min(v('frontWidth'), v('backWidth'), v('depth')) >= 2 * v('legSize') + 60, 'The legs leave less than 60 mm between them: check the leg thickness against the widths and the depth.')
  need(v('stretcherHeight') + v('railHeight') + 70 <= v('seatHeight'), 'The stretchers would meet the seat rails: check the stretcher height, the rail height and the seat height.')
  need(Math.max(v('tenonDepth'), v('dowelDepth')) < v('legSize'), 'The tenons or dowels would come out of the far side of the leg: check their length against the leg thickness.')
}

const tan = (deg: number) => Math.tan(deg * Math.PI / 180)

function addLegs(b: FrameBuilder, v: Chair['v']): Chair['legs'] {
  const [seat, top, size] = [v('seatHeight'), v('backHeight'), v('legSize')]
  const frontX = (v('frontWidth') - size) / 2
  const backX = (v('backWidth') - size) / 2
  const frontZ = (v('depth') - size) / 2
  const front = (side: 1 | -1): Vec[] => [[side * (frontX + seat * tan(v('splay'))), 0, frontZ], [side * frontX, seat, frontZ]]
  const back = (side: 1 | -1): Vec[] => [
    [side * backX, 0, -frontZ - seat * tan(v('backLegRake'))], [side * backX, seat, -frontZ], [side * backX, top, -frontZ - (top - seat) * tan(v('rake'))],
  ]
  return {
    lf: b.upright('left-front-leg', 'left front leg', 'front-leg', front(1), size),
    rf: b.upright('right-front-leg', 'right front leg', 'front-leg', front(-1), size),
    lb: b.upright('left-back-post', 'left back post', 'back-post', back(1), size),
    rb: b.upright('right-back-post', 'right back post', 'back-post', back(-1), size),
  }
}

function addSeatRails({ b, v, o, legs }: Chair): void {
  const [height, thickness] = [v('railHeight'), v('railThickness')]
  const y = v('seatHeight') - height / 2
  const spec = (which: string | number | undefined): JointSpec => which === 'dowel' ? dowelsFor(v('dowelDiameter'), height, v('dowelDepth')) : tenonFor(thickness, height, v('tenonDepth'))
  const rail = (id: string, label: string, role: string, from: Part, to: Part, joint: JointSpec) =>
    b.bar({ id, label, role, thicknessMm: thickness, heightMm: height }, seatAtHeight(from, y), seatAtHeight(to, y), joint)
  rail('front-rail', 'front rail', 'front-rail', legs.lf, legs.rf, spec(o.frontRail))
  rail('left-side-rail', 'left side rail', 'side-rail', legs.lf, legs.lb, spec(o.sideRails))
  rail('right-side-rail', 'right side rail', 'side-rail', legs.rf, legs.rb, spec(o.sideRails))
  rail('back-rail', 'back rail', 'back-rail', legs.lb, legs.rb, spec(o.sideRails))
}

function addStretchers({ b, v, o, legs }: Chair): void {
  const y = v('stretcherHeight')
  const size = { thicknessMm: 18, heightMm: 26 }
  const joint = tenonFor(size.thicknessMm, size.heightMm, Math.min(20, v('tenonDepth')))
  const between = (id: string, label: string, from: Part, to: Part, height = y) =>
    b.bar({ id, label, role: 'stretcher', ...size }, seatAtHeight(from, height), seatAtHeight(to, height), joint)
  const left = between('left-stretcher', 'left stretcher', legs.lf, legs.lb)
  const right = between('right-stretcher', 'right stretcher', legs.rf, legs.rb)
  if (o.stretchers === 'h') {
    b.bar({ id: 'cross-stretcher', label: 'cross stretcher', role: 'stretcher', ...size }, seatAlong(left, 0.5), seatAlong(right, 0.5), tenonFor(size.thicknessMm, size.heightMm, 12))
    return
  }
  const raised = y + 45 // front and back stretchers stand higher so that their mortises do not meet those of the sides
  between('front-stretcher', 'front stretcher', legs.lf, legs.rf, raised)
  between('back-stretcher', 'back stretcher', legs.lb, legs.rb, raised)
}

const SLAT_WORDS = ['lowest', 'second', 'third', 'fourth']

function addBack({ b, v, o, legs }: Chair): void {
  const [seat, top] = [v('seatHeight'), v('backHeight')]
  const across = (id: string, label: string, role: string, y: number, heightMm: number, thicknessMm: number, depthMm: number) =>
    b.bar({ id, label, role, thicknessMm, heightMm, up: lean }, seatAtHeight(legs.lb, y), seatAtHeight(legs.rb, y), tenonFor(thicknessMm, heightMm, depthMm))
  const lean = frameOfSegment(legs.lb, 1).tangent
  const crestHeight = Math.min(70, (top - seat) / 4)
  const slats = Number(o.slats)
  const free = top - crestHeight - 12 - seat
  for (let i = 1; i <= slats; i++) {
    const y = seat + free * i / (slats + 1) + 10
    const height = Math.min(40, free / (slats + 1) - 8)
    across(slats === 1 ? 'slat' : `slat-${i}`, slats === 1 ? 'slat' : `${SLAT_WORDS[i - 1]} slat`, 'slat', y, Math.max(14, height), 11, 16)
  }
  across('crest-rail', 'crest rail', 'crest-rail', top - crestHeight / 2 - 6, crestHeight, 18, 22)
}
