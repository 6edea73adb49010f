import { assumed } from '../../measure/measured'
import type { Vec } from '../../measure/vec'
import type { Part } from '../document-schema'
import { FrameBuilder, seatAt, tenonFor, type JointSpec } from './builder'
import { need, option, row, sizesOf, type Family, type Measures, type Options, type Sizes } from './family'

const MEASURES = [
  row('height', 'Height', 120, 2500, 700, 'over all, as it hangs', true),
  row('width', 'Width', 120, 2000, 500, 'over all, as it hangs', true),
  row('railWidth', 'Width of its sides', 15, 200, 55, 'across a side, seen from the front', true),
  row('thickness', 'Thickness', 8, 60, 20, 'front to back at a corner', true),
]
const OPTIONS = [
  option(
    'corner',
    'Corners',
    'plain',
    ['plain', 'mitred, glued'],
    ['spline', 'mitred, with a spline'],
    ['keys', 'mitred, keyed from outside'],
    ['nails', 'mitred, nailed'],
    ['half-lap', 'half-lapped'],
    ['tenon', 'mortise and tenon'],
  ),
]

/**
 * A frame that lies in one plane: of a mirror, a picture, a screen or a door. It is drawn as it hangs, its lower edge
 * on the floor.
 */
export const flatFrame: Family = {
  id: 'flat-frame',
  label: 'Flat frame',
  looks: 'four sides in one plane: a mirror, a picture, a screen, a door',
  measures: MEASURES,
  options: OPTIONS,
  build,
}

function build(measures: Measures, o: Options, species: string) {
  const v = sizesOf(measures)
  need(
    v('width') >= 3 * v('railWidth') && v('height') >= 3 * v('railWidth'),
    'The sides leave no opening: check their width against height and width.',
  )
  const b = new FrameBuilder(species)
  if (o.corner === 'half-lap' || o.corner === 'tenon') addSquare(b, v, o.corner)
  else addMitred(b, v, String(o.corner))
  return b.frame()
}

/** Stiles from end to end, rails between them. */
function addSquare(b: FrameBuilder, v: Sizes, corner: 'half-lap' | 'tenon'): void {
  const [h, r, t] = [v('height'), v('railWidth'), v('thickness')]
  const x = v('width') / 2 - r / 2
  const stile = (id: string, at: number) =>
    b.solid(
      { id, role: 'stile', thicknessMm: r, heightMm: t },
      [
        [at, 0, 0],
        [at, h, 0],
      ],
      [1, 0, 0],
    )
  const [left, right] = [stile('left-stile', -x), stile('right-stile', x)]
  const joint: JointSpec
    = corner === 'tenon'
      ? tenonFor(t, r, Math.round(r * 0.6))
      : { depthMm: r, form: { kind: 'half-lap', thicknessMm: assumed(t / 2), widthMm: assumed(r) } }
  const rail = (id: string, y: number) =>
    b.bar(
      { id, role: 'frame-rail', thicknessMm: t, heightMm: r },
      seatAt(left, [-x, y, 0]),
      seatAt(right, [x, y, 0]),
      joint,
    )
  rail('top-rail', h - r / 2)
  rail('bottom-rail', r / 2)
}

const HALF = Math.SQRT1_2

/** Four sides cut to half of each corner: the rails lie on the stiles’ slanting ends. */
function addMitred(b: FrameBuilder, v: Sizes, corner: string): void {
  const [h, r, t] = [v('height'), v('railWidth'), v('thickness')]
  const [x, low, high] = [v('width') / 2 - r / 2, r / 2, h - r / 2]
  const lock = corner === 'spline' || corner === 'keys' || corner === 'nails' ? corner : 'none'
  const joint: JointSpec = {
    depthMm: 0.5,
    form: { kind: 'mitre', thicknessMm: assumed(t), widthMm: assumed(Math.round(r * Math.SQRT2 * 10) / 10), lock },
  }
  const side = (id: string, role: string, axis: readonly [Vec, Vec], across: Vec, start: Vec, end: Vec): Part =>
    b.solid({ id, role, thicknessMm: r, heightMm: t }, axis, across, { start, end })
  const stile = (id: string, sign: 1 | -1) =>
    side(
      id,
      'stile',
      [
        [sign * x, low, 0],
        [sign * x, high, 0],
      ],
      [1, 0, 0],
      [sign * HALF, HALF, 0],
      [sign * HALF, -HALF, 0],
    )
  const [left, right] = [stile('left-stile', -1), stile('right-stile', 1)]
  const rail = (id: string, y: number, up: 1 | -1): void => {
    const part = side(
      id,
      'frame-rail',
      [
        [-x, y, 0],
        [x, y, 0],
      ],
      [0, 1, 0],
      [HALF, up * HALF, 0],
      [-HALF, up * HALF, 0],
    )
    b.join(part, left, [-x, y, 0], [HALF, up * HALF, 0], joint)
    b.join(part, right, [x, y, 0], [-HALF, up * HALF, 0], joint)
  }
  rail('top-rail', high, 1)
  rail('bottom-rail', low, -1)
}
