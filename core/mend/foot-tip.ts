import { faceForce } from '../clamping'
import { input, inputOf } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { axisLengthMm, sectionAt } from '../piece/geometry'
import type { Loss } from '../piece/schema'
import { band, along, across, type View } from '../sheet'
import { before, cured, using, wet } from '../work'
import { endName } from '../piece/ends'
import { endSolid } from './new-end'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type Mend, type Verdict, type Work } from './mend'
import { pressureMPa } from './press'
import { faultOf, notYet, partIn, type WoodCase } from './wood-case'

/** A foot worn or chipped away at its end: sawn square and tipped with hard wood, as long again as its fellows. */
export const footTip: Mend<WoodCase> = {
  id: 'foot-tip',
  decides: 'a tip of 5 to 25 mm across the foot’s end; a dowel in it from 15 mm on',
  tools: ['fine-saw', 'square', 'block-plane', 'brush', 'batten', 'drill', 'scrap', 'swab', 'shaping'],
  label: 'Foot tipped',
  short: 'tipped',
  opens: false,
  undo: 'partly',
  place: { conserve: 2, everyday: 1, strength: 1 },
  isFor: c => footEnd(c) !== null,
  consider,
  datum: say`Lengths are from the end that goes; what is across it, from its show face.`,
  draw,
}

const NEAR_END = 0.12
const LEAST_MM = 5
const MOST_MM = 25
const DOWEL_FROM_MM = 15
const OVER_MM = 4

/** The end of an upright part that stands on the floor, if the loss is there. */
export function footEnd(c: WoodCase): 'first' | 'last' | null {
  const part = partIn(c)
  const [a, b] = [part.axis[0]!, part.axis.at(-1)!]
  const [low, high] = a[1] <= b[1] ? [a, b] : [b, a]
  if (high[1] - low[1] < 0.7 * axisLengthMm(part) || low[1] > 5) return null
  const end = low === a ? ('first' as const) : ('last' as const)
  const { along: share } = faultOf(c)
  return (end === 'first' ? share : 1 - share) <= NEAR_END ? end : null
}

function consider(c: WoodCase): Verdict {
  const fault = faultOf(c) as Loss
  const part = partIn(c)
  const end = footEnd(c)
  if (!end) return no(say`it is not at a foot`)
  if (fault.lengthMm.basis === 'assumed') return notYet(say`measure how high up the foot it is gone`)
  const totalMm = axisLengthMm(part)
  const atMm = (end === 'first' ? fault.along : 1 - fault.along) * totalMm
  const highMm = Math.min(totalMm, atMm + fault.lengthMm.value / 2)
  const tipMm = Math.max(LEAST_MM, Math.ceil(highMm))
  if (tipMm > MOST_MM) return no(say`${mm(tipMm)} would go: a new end on a long dowel`)
  const { widthMm, depthMm } = sectionAt(part, end === 'first' ? 0 : 1)
  const name = endName(c.piece, part, end)
  const isPegged = tipMm >= DOWEL_FROM_MM
  const faceMm2 = widthMm * depthMm * (part.section.shape === 'round' ? Math.PI / 4 : 1)
  return {
    fits: true,
    reason: say`sawn square ${mm(tipMm)} up, tipped with as much${isPegged ? ', pegged, for end grain alone holds no kick' : ''}: as long as its fellows, checked on the board`,
    sizes: [
      sizeMm(
        'saw-line',
        `saw line, from the ${name}’s old end`,
        tipMm,
        'past what is gone, 5 mm at least',
        [inputOf('gone', fault.lengthMm, 'mm')],
        'splices',
      ),
      sizeMm(
        'thickness',
        'tip',
        tipMm,
        'as much as went; its length off the other feet',
        [input('saw line', tipMm, 'mm')],
        'splices',
      ),
    ],
    stock: [
      {
        id: 'block',
        serves: 'each',
        what: 'foot tip',
        count: 1,
        sizesMm: [widthMm + OVER_MM, depthMm + OVER_MM, tipMm],
        wood: 'beech, oak or maple',
        note: 'its grain upright with the leg’s: end grain to the floor wears least',
      },
    ],
    steps: [
      using(
        before('saw', 8, say`Knife round and saw the foot square to its axis, ${mm(tipMm)} up; true the face.`),
        'square',
        'fine-saw',
        'block-plane',
      ),
      using(
        before(
          'make-tip',
          10,
          say`Tip over size, its grain upright; seal both faces, for they are end grain${isPegged ? '; two pegs of 6 mm, 10 deep in each' : ''}.`,
        ),
        'fine-saw',
        'brush',
        ...(isPegged ? ['drill' as const] : []),
      ),
      using(wet('glue', say`Glue it on, pressed along the leg.`), 'brush', 'swab'),
      using(
        cured(
          'shape',
          14,
          say`Down to the leg’s shape; then all feet on the board: what still floats is planed off the long one.`,
        ),
        'shaping',
        'batten',
      ),
    ],
    scrap: say`Stand the piece on a flat board with a scrap of the tip’s thickness under the foot first: it must not rock.`,
    settings: [{ what: say`Saw line, all round`, fenceMm: tipMm }],
    cautions: ['blade'],
    leavesGapMm: 0.05,
    removedCm3: (faceMm2 * tipMm * 0.5) / 1000,
    hold: isPegged ? { low: 0.65, high: 0.88 } : { low: 0.6, high: 0.85 },
    design: {
      newWood: [endSolid({ part, end, cutMm: end === 'first' ? tipMm : totalMm - tipMm, totalMm })],
      bores: [],
      sawnAtMm: [end === 'first' ? tipMm : totalMm - tipMm],
      glueLines: [{ id: `${c.trouble.id}/tip`, words: say`its tip`, areaMm2: faceMm2, gapMm: 0.05, turn: 1 }],
      pressing: [
        {
          from: part.axis[0]!,
          to: part.axis.at(-1)!,
          force: faceForce(faceMm2, pressureMPa(part.species)),
          offSquareDeg: 0,
        },
      ],
      closingMin: 1,
      strength: 'fair',
    },
  }
}

/** The foot, its saw line and its tip. */
function draw(c: WoodCase, work: Work): View[] {
  const tip = sizeOf(work, 'thickness')
  const end = footEnd(c)
  const { widthMm, depthMm } = sectionAt(partIn(c), end === 'last' ? 1 : 0)
  const wide = Math.max(widthMm, depthMm)
  return [
    {
      id: 'along',
      title: 'The foot, its end to the left',
      shapes: [
        band(tip, tip + 60, wide, 'wood', { hatched: true }),
        band(0, tip, wide + OVER_MM, 'new', { grain: 'x' }),
      ],
      dimensions: [
        along(0, tip, -wide / 2 - OVER_MM / 2, 8, written(tip)),
        across(0, wide + OVER_MM, 8, written(wide + OVER_MM)),
      ],
    },
  ]
}
