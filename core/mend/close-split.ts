import { faceForce } from '../clamping'
import { reachMm } from '../geometry'
import { figureOf, input, inputOf, type Figure } from '../measure/figure'
import { fitMm, joined, q, say } from '../measure/phrase'
import { add, along, cross, negate, scale, type Vec } from '../measure/vec'
import { tagOf } from '../piece/facts'
import { axisLengthMm, frameOfSegment, pointAtShare, sectionAt } from '../piece/geometry'
import { jointsNamedBy } from '../piece/faults'
import type { Split } from '../piece/schema'
import { speciesNamed } from '../reference/species'
import type { PressLine } from './design'
import { no, type Mend, type Verdict } from './mend'
import { pressureMPa } from './press'
import { faultOf, notYet, partIn, type WoodCase } from './wood-case'
import { before, using, wet } from '../work'

/** A split that still closes: glue worked in from end to end, pressed across. */
export const closeSplit: Mend<WoodCase> = {
  id: 'close-split',
  decides: 'gap when pressed, the force it springs open with, where it ends',
  tools: ['straw', 'reversed-clamp', 'wedge-of-wood', 'thin-blade', 'syringe', 'swab'],
  label: 'Closed across',
  short: 'closed across',
  opens: false,
  undo: 'partly',
  place: { conserve: 1, everyday: 1, strength: 1 },
  consider,
}

/** More than this to hold it closed and the glue is pulled open for good, N (docs/sources.md#breaks, low). */
const MOST_SPRING_N = 400
/** No hand clamp gives as much, N: what exactly it would take says nothing more. */
const NO_CLAMP_N = 10_000
/** What is left of a split that was pulled closed, millimetres. */
const CLOSED_MM = 0.1
const MOST_CLAMPS = 4
/** Wider than so many times its thickness a part is a board. */
const BOARD = 1.5

function consider(c: WoodCase): Verdict {
  const fault = faultOf(c) as Split
  if (fault.runsOut === 'not-seen') {
    return notYet(say`nobody has looked where it ends: a light along it, from both faces`)
  }
  if (fault.openMm === null) return notYet(say`press it closed and measure how wide it stands open by itself`)
  const part = partIn(c)
  const { press, deepMm, wideMm } = pressAcross(c, fault)
  const spring = springOf(c, fault, deepMm, wideMm)
  if (spring.value > NO_CLAMP_N) {
    return no(
      say`no clamp closes ${fitMm(fault.openMm.value)} here, so broad and short are the halves beside it; a strip let in instead`,
    )
  }
  if (spring.value > MOST_SPRING_N) {
    return no(
      say`it takes ${q(spring.value, 'N')} to hold ${fitMm(fault.openMm.value)} closed, over ${q(MOST_SPRING_N, 'N')}: it would pull the glue open again; a strip let in instead`,
    )
  }
  const area = fault.lengthMm.value * deepMm
  const crossed = jointsNamedBy(fault).map(n => c.piece.joints.find(j => j.id === n.id)!)
  return {
    fits: true,
    reason: say`${fitMm(fault.openMm.value)} open, and ${q(spring.value, 'N')} hold it closed${fault.runsOut === 'yes' ? '; it runs out at an end, and is glued to there' : ''}`,
    sizes: [
      { id: 'spring', label: 'springs open with', figure: spring },
      {
        id: 'glue-face',
        label: 'glue face',
        figure: figureOf(
          area,
          'mm2',
          'length × thickness of the part there',
          [inputOf('length', fault.lengthMm, 'mm'), input('thickness', deepMm, 'mm')],
          'breaks',
          'medium',
        ),
      },
    ],
    stock: [],
    steps: [
      using(
        before('clean', 5, say`Blow it clean; press it shut dry and see that it closes along its whole length.`),
        'straw',
        'reversed-clamp',
      ),
      ...(crossed.length > 0
        ? [
            before(
              'try-crossed',
              4,
              say`Closing it draws ${joined(
                crossed.map(j => say`${tagOf(j)}`),
                ', ',
              )} together too: try that joint dry with the clamps on before any glue.`,
            ),
          ]
        : []),
      using(
        wet(
          'spread',
          say`Spread it a hair with a thin wedge and work the glue in from both faces, until it shows along the whole length and at both ends.`,
        ),
        'wedge-of-wood',
        'thin-blade',
        'syringe',
      ),
      using(
        wet(
          'press',
          say`Press it across, square to its face, lightly first from the middle out; wipe; a strip under each jaw.`,
        ),
        'swab',
      ),
    ],
    cautions: [],
    leavesGapMm: Math.min(fault.openMm.value, CLOSED_MM),
    removedCm3: 0,
    hold: { low: 0.65, high: 0.9 },
    design: {
      newWood: [],
      bores: [],
      glueLines: [
        {
          id: `${c.trouble.id}/face`,
          words: say`its faces`,
          areaMm2: area,
          gapMm: Math.min(fault.openMm.value, CLOSED_MM),
          turn: 1,
        },
      ],
      pressing: press.map(line => ({ ...line, force: faceForce(area / press.length, pressureMPa(part.species)) })),
      closingMin: 2,
      strength: 'good',
    },
  }
}

/**
 * What a closed split pulls with, N: each half is a beam bent by half the opening, held at one end where the split
 * runs out and at both where it does not. Stiffness along the grain; the split taken through the middle of the part.
 */
function springOf(c: WoodCase, fault: Split, deepMm: number, wideMm: number): Figure {
  const stiffnessMPa = speciesNamed(partIn(c).species).values.stiffnessGPa.value * 1000
  const inertia = (deepMm * (wideMm / 2) ** 3) / 12
  const factor = fault.runsOut === 'yes' ? 3 : 192
  // What glue bridges as it stands is not pulled.
  const pulledMm = fault.openMm!.value > CLOSED_MM + 1e-9 ? fault.openMm!.value : 0
  const value = (factor * stiffnessMPa * inertia * (pulledMm / 2)) / fault.lengthMm.value ** 3
  return figureOf(
    value,
    'N',
    fault.runsOut === 'yes'
      ? '3 × stiffness × inertia of one half × half the opening / length³'
      : '192 × stiffness × inertia of one half × half the opening / length³',
    [
      input('stiffness', stiffnessMPa, 'MPa', 'table'),
      input('part, across the split', wideMm, 'mm'),
      input('part, along its face', deepMm, 'mm'),
      inputOf('open', fault.openMm!, 'fit-mm'),
      inputOf('length', fault.lengthMm, 'mm'),
    ],
    'breaks',
    'low',
  )
}

/**
 * Clamps across a split, square to its face, spread over its length. The split runs in from the side that its turn
 * names.
 */
export function pressAcross(
  c: WoodCase,
  fault: Split,
): { press: Omit<PressLine, 'force'>[], deepMm: number, wideMm: number } {
  const part = partIn(c)
  const totalMm = axisLengthMm(part)
  const place = (share: number) => {
    const { point, segment } = pointAtShare(part, Math.min(1, Math.max(0, share)))
    const { tangent, across, through } = frameOfSegment(part, segment)
    const { widthMm, depthMm } = sectionAt(part, fault.along)
    const turn = (fault.turnDeg * Math.PI) / 180
    // A board splits through its thickness, whichever side it was seen from.
    const isBoard = Math.max(widthMm, depthMm) > BOARD * Math.min(widthMm, depthMm)
    const seen: Vec = isBoard
      ? widthMm < depthMm
        ? across
        : through
      : add(scale(across, Math.cos(turn)), scale(through, Math.sin(turn)))
    return { point, seen, aside: cross(tangent, seen) }
  }
  const middle = place(fault.along)
  const wideMm = reachMm(part, middle.point, middle.aside) + reachMm(part, middle.point, negate(middle.aside))
  const count = Math.max(1, Math.min(MOST_CLAMPS, Math.round(fault.lengthMm.value / Math.max(60, wideMm))))
  const press = Array.from({ length: count }, (_, i) => {
    const { point, aside } = place(fault.along + (((i + 0.5) / count - 0.5) * fault.lengthMm.value) / totalMm)
    return {
      from: along(point, aside, -reachMm(part, point, negate(aside))),
      to: along(point, aside, reachMm(part, point, aside)),
      offSquareDeg: 0,
    }
  })
  return {
    press,
    wideMm,
    deepMm: reachMm(part, middle.point, middle.seen) + reachMm(part, middle.point, negate(middle.seen)),
  }
}
