import { along, lerp, type Vec } from '../../measure/vec'
import { pointAtHeight } from '../geometry'
import type { Part } from '../document-schema'
import { arcThrough, seatAt, socketFor, tan, turned, type FrameBuilder, type Seat } from './builder'
import type { Sizes } from './family'
import { SIDES } from './runners'

/** The back of a stick chair, as arms and sticks need it. */
export interface StickBack {
  readonly b: FrameBuilder
  readonly v: Sizes
  readonly plank: Part
  /** What an arm can enter on each side: the bow, or the back posts. */
  readonly members: Readonly<Record<'left' | 'right', Part>>
  /** How far out sideways the sticks stand, millimetres. */
  readonly spreadMm: number
  readonly topAt: (xMm: number) => Seat
}

const ARM = { widthMm: 50, heightMm: 22 } as const
const ARM_BOW = { widthMm: 46, heightMm: 20 } as const

/** Two curved arms, each let into the back and carried by a turned post and a stick from the plank. */
export function addArms({ b, v, plank, members }: StickBack): void {
  const y = v('armHeight') - ARM.heightMm / 2
  for (const { side, sign } of SIDES) {
    const back = heightOn(members[side], y, sign)
    const over: Vec = [sign * v('seatWidth') * 0.5, y, v('seatDepth') * 0.2]
    const tip: Vec = [over[0], y, over[2] + 60]
    const bulge = lerp(back, over, 0.55)
    const via = [...arcThrough(back, along(bulge, [sign, 0, 0], 16), over, 4), over]
    const arm = b.stub(
      { id: `${side}-arm`, role: 'arm', thicknessMm: ARM.widthMm, heightMm: ARM.heightMm, via },
      seatAt(members[side], back),
      tip,
      socketFor(13, 16),
    )
    const upright = (id: string, role: string, share: number, d: number) => {
      const top = share === 1 ? over : lerp(back, over, share)
      const onArm: Vec = share === 1 ? over : [via[2]![0], y, via[2]![2]]
      const foot: Vec = [
        sign * v('seatWidth') * (share === 1 ? 0.42 : 0.4),
        v('seatHeight') - v('plank') / 2,
        top[2] - 30,
      ]
      b.bar(
        { id, role, turned: turned([0, d * 0.8], [0.3, d], [0.55, d * 0.7], [0.8, d], [1, d * 0.75]), up: [0, 0, 1] },
        seatAt(plank, foot),
        seatAt(arm, onArm),
        socketFor(Math.round(d * 0.6), v('plank') * 0.7),
        socketFor(Math.round(d * 0.6), 14),
      )
    }
    upright(`${side}-arm-post`, 'arm-post', 1, 30)
    upright(`${side}-arm-stick`, 'spindle', 0.6, v('stickSize'))
  }
}

/** The point of an upright or bent member at a height, on its own side. */
function heightOn(part: Part, y: number, sign: 1 | -1): Vec {
  if (part.axis.length === 2) return pointAtHeight(part, y).point
  for (let i = 0; i < part.axis.length - 1; i++) {
    const [p, q] = [part.axis[i]!, part.axis[i + 1]!]
    if ((p[1] - y) * (q[1] - y) <= 0 && p[0] * sign > 0 && p[1] !== q[1]) return lerp(p, q, (y - p[1]) / (q[1] - p[1]))
  }
  throw new RangeError('The arms miss the bow: check the arm height.')
}

/**
 * One bent bow around the back at the height of the arms, on short sticks at the sides; the long sticks go through
 * it.
 */
export function addArmBow({ b, v, plank }: StickBack): Part {
  const y = v('armHeight') - ARM_BOW.heightMm / 2
  const backZ = -v('seatDepth') * 0.41 - 6 - (v('armHeight') - v('seatHeight')) * tan(v('rake'))
  const [x, front] = [v('seatWidth') * 0.52, v('seatDepth') * 0.26]
  const corner = (sign: 1 | -1): Vec => [sign * x, y, backZ + v('seatDepth') * 0.42]
  const arc = arcThrough(corner(1), [0, y, backZ], corner(-1), 11)
  const axis: Vec[] = [[x, y, front], corner(1), ...arc, corner(-1), [-x, y, front]]
  const bow = b.solid(
    { id: 'arm-bow', role: 'arm', thicknessMm: ARM_BOW.heightMm, heightMm: ARM_BOW.widthMm },
    axis,
    [0, 1, 0],
  )
  const d = v('stickSize')
  for (const { side, sign } of SIDES) {
    const short = (n: number, share: number, thick: number) => {
      const top = lerp([sign * x, y, front - 24], corner(sign), share)
      const foot: Vec = [sign * v('seatWidth') * 0.42, v('seatHeight') - v('plank') / 2, top[2] * 0.8 - 6]
      b.bar(
        {
          id: `${side}-arm-stick-${n}`,
          role: n === 1 ? 'arm-post' : 'spindle',
          turned: turned([0, thick * 0.85], [0.4, thick], [1, thick * 0.75]),
          up: [0, 0, 1],
        },
        seatAt(plank, foot),
        seatAt(bow, top),
        socketFor(Math.round(thick * 0.7), v('plank') * 0.7),
        socketFor(Math.round(thick * 0.7), 14),
      )
    }
    short(1, 0, d * 1.4)
    short(2, 0.5, d)
    short(3, 1, d)
  }
  return bow
}
