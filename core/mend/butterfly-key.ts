import { input, inputOf } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import { sectionAt } from '../piece/geometry'
import type { Split } from '../piece/schema'
import { along, across, polygon, type View } from '../sheet'
import { cured, using } from '../work'
import { closeSplit } from './close-split'
import { written } from './joint-views'
import { no, sizeMm, sizeOf, type Mend, type Verdict, type Work } from './mend'
import { faultOf, partIn, type WoodCase } from './wood-case'

/**
 * A split in a seat or a top that keeps opening: closed, and keyed across from the back with wood whose grain crosses
 * it.
 */
export const butterflyKey: Mend<WoodCase> = {
  id: 'butterfly-key',
  decides: 'a board; keys every 150 mm, a third to half of its thickness, on the face that does not show',
  tools: [
    'straw',
    'syringe',
    'thin-blade',
    'wedge-of-wood',
    'knife',
    'chisel',
    'depth-stop',
    'fine-saw',
    'block-plane',
    'brush',
    'swab',
    'reversed-clamp',
  ],
  label: 'Closed, and keyed from the back',
  short: 'closed + keys',
  opens: false,
  undo: 'no',
  place: { conserve: 3, everyday: 2, strength: 0.8 },
  isFor: c => isBoard(c),
  consider,
  datum: say`Lengths are from the split; depth from the face that does not show.`,
  draw,
}

const BOARD = 3
/**
 * Keys against the board’s thickness and against the length of the split (docs/sources.md#splices, low), millimetres.
 */
const DEEP_SHARE = 0.4
const LONG_TIMES = 2.5
const WAIST_SHARE = 0.45
const EVERY_MM = 150
const LEAST_DEEP_MM = 5

function isBoard(c: WoodCase): boolean {
  const { widthMm, depthMm } = sectionAt(partIn(c), faultOf(c).along)
  return Math.max(widthMm, depthMm) > BOARD * Math.min(widthMm, depthMm)
}

function consider(c: WoodCase): Verdict {
  const closed = closeSplit.consider(c)
  if (!closed.fits) return closed
  const fault = faultOf(c) as Split
  const { widthMm, depthMm } = sectionAt(partIn(c), fault.along)
  const thickMm = Math.min(widthMm, depthMm)
  const deepMm = Math.round(DEEP_SHARE * thickMm)
  if (deepMm < LEAST_DEEP_MM) return no(say`two fifths of ${mm(thickMm)} are ${mm(deepMm)}: too thin a key curls out`)
  const longMm = Math.round(LONG_TIMES * thickMm)
  const wideMm = Math.round(longMm / 2)
  const waistMm = Math.round(wideMm * WAIST_SHARE)
  const count = Math.max(1, Math.round(fault.lengthMm.value / EVERY_MM))
  return {
    ...closed,
    reason: say`${closed.reason}; ${q(count, 'count')} ${count === 1 ? 'key' : 'keys'} ${mm(longMm)} across it, ${mm(deepMm)} deep in ${mm(thickMm)}, keep it from opening again once its cause is gone`,
    sizes: [
      ...closed.sizes,
      sizeMm('length', 'key, across the split', longMm, '2.5 × the board', [input('board', thickMm, 'mm')], 'splices'),
      sizeMm('width', 'key, at its ends', wideMm, 'half of its length', [input('key', longMm, 'mm')], 'splices'),
      sizeMm('core', 'key, at its waist', waistMm, '0.45 × its ends', [input('ends', wideMm, 'mm')], 'splices'),
      sizeMm(
        'thickness',
        'key and recess, deep',
        deepMm,
        '0.4 × the board',
        [input('board', thickMm, 'mm')],
        'splices',
      ),
      sizeMm(
        'spacing',
        'apart',
        EVERY_MM,
        'one to every 150 mm of split',
        [inputOf('split', fault.lengthMm, 'mm')],
        'splices',
      ),
    ],
    stock: [
      ...closed.stock,
      {
        id: 'patch',
        serves: 'each',
        what: 'butterfly key',
        count,
        sizesMm: [deepMm, wideMm, longMm],
        wood: 'as the board, or harder',
        note: 'grain along its length, across the split',
      },
    ],
    steps: [
      ...closed.steps,
      using(
        cured(
          'recess',
          20 * count,
          say`When it has cured, on the face that does not show: lay each key across the line, knife round it, pare ${mm(deepMm)} deep, flat.`,
        ),
        'knife',
        'chisel',
        'depth-stop',
      ),
      using(
        cured('keys', 8 * count, say`Keys in with glue, home with taps; levelled when they have set.`),
        'brush',
        'block-plane',
      ),
    ],
    settings: [{ what: say`Recess, from the hidden face`, stopMm: deepMm }],
    scrap: say`Let one key into scrap first: in by taps, no light at its waist.`,
    removedCm3: (count * deepMm * longMm * (wideMm + waistMm)) / 2 / 1000,
    hold: { low: 0.72, high: 0.93 },
  }
}

/** The key from the face, its grain along it, the split through its waist. */
function draw(_c: WoodCase, work: Work): View[] {
  const [l, w, n] = [sizeOf(work, 'length') / 2, sizeOf(work, 'width') / 2, sizeOf(work, 'core') / 2]
  return [
    {
      id: 'face',
      title: 'The key from the hidden face, the split upright',
      shapes: [
        { kind: 'line', from: [0, -w - 14], to: [0, w + 14], pencil: 'break' },
        polygon('new', [
          [-l, -w],
          [0, -n],
          [l, -w],
          [l, w],
          [0, n],
          [-l, w],
        ]),
      ],
      dimensions: [
        along(-l, l, -w, 8, written(2 * l)),
        across(-l, 2 * w, 8, written(2 * w)),
        across(0, 2 * n, -4, written(2 * n)),
      ],
    },
  ]
}
