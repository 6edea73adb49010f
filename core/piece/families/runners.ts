import { subtract, unit, type Vec } from '../../measure/vec'
import { surfaceBetween } from '../geometry'
import type { Part } from '../document-schema'
import { socketFor, type FrameBuilder } from './builder'
import { need, option, row, type Options, type OptionRow, type Sizes } from './family'

/** Measures and the option any family takes over that can stand on runners. */
export const RUNNER_MEASURES = [
  row('runnerRadius', 'Runner radius', 500, 2500, 950, 'of the curve it rocks on'),
  row('runnerHeight', 'Runner height', 15, 80, 38, 'of a runner, top to floor edge'),
  row('runnerOverhang', 'Runner overhang', 40, 400, 150, 'beyond the legs, front and back'),
] as const
export const RUNNERS: OptionRow = option('runners', 'Runners', 'none', ['none', 'none'], ['yes', 'rocks on runners'])

const THICKNESS_MM = 26
/** An even number of stretches, so that one corner of the curve is its lowest point and lies on the floor. */
const STRETCHES = 16

export type Side = 'left' | 'right'
export const SIDES: readonly { readonly side: Side, readonly sign: 1 | -1 }[] = [
  { side: 'left', sign: 1 },
  { side: 'right', sign: -1 },
]

/** What goes from leg to leg must clear the runners. @throws RangeError with the measurements to look at */
export function needRunnerRoom(v: Sizes, o: Options, depthMm: number, lowestMm: number): void {
  if (o.runners !== 'yes') return
  const rise = (depthMm / 2 + 80) ** 2 / (2 * v('runnerRadius'))
  need(
    lowestMm >= v('runnerHeight') + rise + 40,
    'What runs between the legs would meet the runners: check its height, the runner height and the runner radius.',
  )
}

/** A leg's line: from a point up in the seat to where it would meet the floor. */
export interface LegLine {
  readonly top: Vec
  readonly floor: Vec
}
export interface Footing {
  readonly foot: Vec
  readonly runner: Part | null
}

/**
 * Where the legs of one side come to stand: on the floor, or on a runner that is drawn here.
 * @throws RangeError where a leg misses its runner
 */
export function footings(
  b: FrameBuilder,
  v: Sizes,
  onRunners: boolean,
  side: Side,
  front: LegLine,
  back: LegLine,
): { front: Footing, back: Footing } {
  if (!onRunners) return { front: { foot: front.floor, runner: null }, back: { foot: back.floor, runner: null } }
  const runner = addRunner(b, v, side, front.floor, back.floor)
  const on = ({ top, floor }: LegLine): Footing => {
    const at = surfaceBetween(runner, top, [floor[0], v('runnerHeight') / 4, floor[2]])
    if (!at) throw new RangeError('A leg misses its runner: check the splay and the depth.')
    return { foot: at.point, runner }
  }
  return { front: on(front), back: on(back) }
}

function addRunner(b: FrameBuilder, v: Sizes, side: Side, front: Vec, back: Vec): Part {
  const [radius, height, over] = [v('runnerRadius'), v('runnerHeight'), v('runnerOverhang')]
  const way = unit([front[0] - back[0], 0, front[2] - back[2]])
  const span = Math.hypot(front[0] - back[0], front[2] - back[2]) + 2 * over
  if (span / 2 >= radius * 0.9) {
    throw new RangeError('The runners would curl up: check the runner radius against the depth and the overhang.')
  }
  const middle: Vec = [(front[0] + back[0]) / 2, 0, (front[2] + back[2]) / 2]
  const axis = Array.from({ length: STRETCHES + 1 }, (_, i): Vec => {
    const u = (i / STRETCHES - 0.5) * span
    return [middle[0] + way[0] * u, height / 2 + radius - Math.sqrt(radius * radius - u * u), middle[2] + way[2] * u]
  })
  return b.solid({ id: `${side}-runner`, role: 'runner', thicknessMm: height, heightMm: THICKNESS_MM }, axis, [0, 1, 0])
}

/** The joint of a leg in its runner, if it stands on one. */
export function standOn(
  b: FrameBuilder,
  leg: Part,
  { foot, runner }: Footing,
  diameterMm: number,
  depthMm: number,
): void {
  if (runner) b.join(leg, runner, foot, unit(subtract(leg.axis[1]!, leg.axis[0]!)), socketFor(diameterMm, depthMm))
}
