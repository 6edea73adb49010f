import { input } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { partOf } from '../piece/facts'
import { sectionAt } from '../piece/geometry'
import { before, using } from '../work'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { holdIn, type WoodCase } from './wood-case'

/** A rubbed block that has let go, or is lost: rubbed on again, held by nothing but its own glue while that gels. */
export const rubBlock: Mend<WoodCase> = {
  id: 'rub-block',
  decides: 'a block as long as half the rail is high, on faces planed to meet',
  tools: ['scraper', 'block-plane', 'brush', 'fine-saw'],
  label: 'Rubbed on again',
  short: 'rubbed on',
  opens: false,
  undo: 'yes',
  place: { conserve: 1, everyday: 1, strength: 1 },
  isFor: c => c.trouble.kind === 'hold-failed' && holdIn(c).kind === 'glue-block',
  consider,
}

/** Its two legs against its length, and no smaller than this, millimetres (docs/sources.md#mends, low). */
const LEGS_OF_LENGTH = 0.5
const LEAST_LEG_MM = 15
const GELS_MIN = 12 * 60

function consider(c: WoodCase): Verdict {
  const held = holdIn(c)
  if (held.faults.includes('split-wood')) return no(say`the wood it sits on has split: that is closed first`)
  const isNew = held.state === 'gone' || held.faults.includes('snapped')
  const { widthMm, depthMm } = sectionAt(partOf(c.piece, c.trouble.part!), 0.5)
  const highMm = Math.max(widthMm, depthMm)
  const lengthMm = Math.round(highMm / 2)
  const legMm = Math.max(LEAST_LEG_MM, Math.round(LEGS_OF_LENGTH * lengthMm))
  if (lengthMm < LEAST_LEG_MM) return no(say`${mm(highMm)} of rail leave no length for a block`)
  const fit = isNew
    ? using(
        before(
          'block',
          10,
          say`Saw a block ${mm(legMm)} × ${mm(legMm)}, ${mm(lengthMm)} long, along its grain; plane its two faces square until no light shows.`,
        ),
        'fine-saw',
        'block-plane',
      )
    : using(
        before(
          'faces',
          6,
          say`Old glue off the block and off both faces; plane the block a shaving until no light shows.`,
        ),
        'scraper',
        'block-plane',
      )
  return {
    fits: true,
    reason: isNew
      ? say`it is lost: ${mm(lengthMm)}, half of the ${mm(highMm)} of rail, is enough`
      : say`it has only let go: the same block, new glue`,
    sizes: isNew
      ? [
          sizeMm('length', 'block, length', lengthMm, 'half of the rail’s height', [input('rail', highMm, 'mm')]),
          sizeMm('width', 'block, both legs', legMm, 'half of its length, 15 mm at least', [
            input('length', lengthMm, 'mm'),
          ]),
        ]
      : [],
    stock: isNew
      ? [
          {
            id: 'block',
            serves: 'each',
            what: 'block',
            count: 1,
            sizesMm: [legMm, legMm, lengthMm],
            wood: 'pine or the rail’s own wood',
            note: 'its grain with the rail’s where it can be, so that both move alike',
          },
        ]
      : [],
    steps: [
      fit,
      {
        ...using(
          before(
            'rub',
            4,
            say`Hot hide glue on the block’s two faces; press it in and rub it to and fro until it grips; hands off, and leave it overnight.`,
          ),
          'brush',
        ),
        waitMin: GELS_MIN,
      },
    ],
    cautions: ['blade'],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.75, high: 0.92 },
  }
}
