import { subtract, unit, type Vec } from '../../measure/vec'
import type { Part } from '../document-schema'
import { FrameBuilder, seatAtHeight, socketFor, tan, turned } from './builder'
import { counts, need, option, row, sizesOf, type Family, type Measures, type Options, type Sizes } from './family'

const MEASURES = [
  row('seatHeight', 'Height', 150, 900, 460, 'floor to the top of the seat', true),
  row('seatWidth', 'Seat width', 180, 600, 310, 'across the seat, side to side', true),
  row('seatDepth', 'Seat depth', 180, 600, 310, 'across the seat, front to back; the same for a round one', true),
  row('plank', 'Seat thickness', 15, 80, 34, 'at its edge', true),
  row('legSize', 'Leg thickness', 20, 70, 34, 'a leg, at its thickest', true),
  row('splay', 'Splay', 0, 25, 11, 'of a leg, outward from the middle', true, 'deg'),
  row('legTenon', 'Leg tenon', 10, 45, 24, 'diameter where the leg goes into the seat'),
  row('rungHeight', 'Rung height', 40, 500, 170, 'floor to the middle of the lowest rung'),
  row('rungSize', 'Rung thickness', 10, 40, 20, 'in the middle of a rung'),
]
const OPTIONS = [
  option('legCount', 'Legs', 4, [3, 'three'], [4, 'four']),
  option('top', 'Seat', 'round', ['round', 'round or oval'], ['square', 'square']),
  counts('rings', 'Rings of rungs', 1, 0, 2),
  option('legs', 'Leg tenons', 'through', ['through', 'through the seat, wedged'], ['blind', 'blind']),
]

interface Place {
  readonly id: string
  readonly angleDeg: number
}
/** Seen from above, degrees from the sitter's left toward the front. */
const PLACES: Readonly<Record<3 | 4, readonly Place[]>> = {
  3: [
    { id: 'left-leg', angleDeg: 30 },
    { id: 'right-leg', angleDeg: 150 },
    { id: 'back-leg', angleDeg: 270 },
  ],
  4: [
    { id: 'left-front-leg', angleDeg: 45 },
    { id: 'right-front-leg', angleDeg: 135 },
    { id: 'right-back-leg', angleDeg: 225 },
    { id: 'left-back-leg', angleDeg: 315 },
  ],
}

/** A seat on three or four splayed legs, with rungs around them. */
export const stool: Family = {
  id: 'stool',
  label: 'Stool',
  looks: 'a seat on three or four splayed legs, rungs around',
  measures: MEASURES,
  options: OPTIONS,
  build,
}

function build(measures: Measures, o: Options, species: string) {
  const v = sizesOf(measures)
  need(v('legTenon') <= v('legSize') - 4, 'The leg’s tenon must be thinner than the leg: check the leg tenon.')
  need(v('rungHeight') + v('plank') + 110 <= v('seatHeight'), 'The rungs would meet the seat: check the rung height.')
  need(v('rungSize') + 8 <= v('legSize'), 'The rungs must be thinner than the legs: check the rung thickness.')
  need(
    Math.min(v('seatWidth'), v('seatDepth')) >= 4 * v('legSize'),
    'The legs have no room under the seat: check the leg thickness against the seat.',
  )
  const b = new FrameBuilder(species)
  const seat = addSeat(b, v, o)
  const legs = PLACES[o.legCount === 3 ? 3 : 4].map(place => addLeg(b, v, o, seat, place))
  for (let ring = 0; ring < Number(o.rings); ring++) addRing(b, v, legs, ring)
  return b.frame()
}

function addSeat(b: FrameBuilder, v: Sizes, o: Options): Part {
  const [w, d, h, t] = [v('seatWidth'), v('seatDepth'), v('seatHeight'), v('plank')]
  if (o.top === 'square') {
    return b.solid({ id: 'seat', role: 'seat', thicknessMm: w, heightMm: t }, [
      [0, h - t / 2, -d / 2],
      [0, h - t / 2, d / 2],
    ])
  }
  const disc = (along: number, of: number) => ({ along, widthMm: w * of, depthMm: d * of })
  const part = b.solid({ id: 'seat', role: 'seat', turned: [disc(0, 0.94), disc(0.3, 1), disc(1, 1)] }, [
    [0, h - t, 0],
    [0, h, 0],
  ])
  return part
}

function addLeg(b: FrameBuilder, v: Sizes, o: Options, seat: Part, { id, angleDeg }: Place): Part {
  const under = v('seatHeight') - v('plank')
  const [x, z] = [Math.cos((angleDeg * Math.PI) / 180), Math.sin((angleDeg * Math.PI) / 180)]
  const top: Vec = [x * v('seatWidth') * 0.34, under, z * v('seatDepth') * 0.34]
  const foot: Vec = [top[0] + x * under * tan(v('splay')), 0, top[2] + z * under * tan(v('splay'))]
  const d = v('legSize')
  const part = b.solid(
    {
      id,
      role: z > 0 ? 'front-leg' : 'back-leg',
      turned: turned([0, d * 0.66], [0.3, d], [0.75, d * 0.92], [1, Math.max(v('legTenon') + 2, d * 0.75)]),
    },
    [foot, top],
    [1, 0, 0],
    { start: [0, 1, 0], end: [0, 1, 0] },
  )
  const through = o.legs === 'through'
  b.join(
    part,
    seat,
    top,
    unit(subtract(foot, top)),
    socketFor(v('legTenon'), through ? v('plank') : v('plank') * 0.7, through ? { through: true, wedged: true } : {}),
  )
  return part
}

const RING_WORDS = ['', 'upper ']

/**
 * One rung from leg to leg all around. Around four legs the sides stand higher; around three the last two meet in the
 * back leg's socket.
 */
function addRing(b: FrameBuilder, v: Sizes, legs: readonly Part[], ring: number): void {
  const d = v('rungSize')
  const y = v('rungHeight') + ring * Math.min(110, (v('seatHeight') - v('plank') - v('rungHeight')) * 0.45)
  const joint = socketFor(Math.round(d * 0.72), Math.min(20, v('legSize') - 8))
  const names = legs.length === 3 ? ['front', 'right', 'left'] : ['front', 'right', 'back', 'left']
  names.forEach((where, i) => {
    const [from, to] = [legs[i]!, legs[(i + 1) % legs.length]!]
    const height = y + (where === 'front' || where === 'back' ? 0 : d * 1.2)
    const id = `${where}-${RING_WORDS[ring]!.trim() ? 'upper-' : ''}rung`
    b.bar(
      { id, role: 'rung', turned: turned([0, d * 0.8], [0.5, d], [1, d * 0.8]), up: [0, 1, 0] },
      seatAtHeight(from, height),
      seatAtHeight(to, height),
      joint,
    )
  })
  if (legs.length === 3) {
    const up = ring === 1 ? 'upper-' : ''
    b.share(`left-${up}rung--back-leg`, `right-${up}rung--back-leg`)
  }
}
