import { input } from '../measure/figure'
import { mm, q, say } from '../measure/phrase'
import { distance } from '../measure/vec'
import { before, using } from '../work'
import { drawnShut } from './bracing-effect'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import type { WoodCase } from './wood-case'

/** Webbing lost, slack or replaced by a board: woven anew across the seat frame, strained, on sound rails. */
export const newWebbing: Mend<WoodCase> = {
  id: 'new-webbing',
  decides: 'strips of 50 mm, a third of their width apart, both ways over the opening',
  tools: ['tack-lifter', 'levers', 'mallet', 'knife'],
  label: 'Webbed anew',
  short: 'webbed',
  opens: false,
  undo: 'yes',
  place: { conserve: 1, everyday: 1, strength: 1 },
  isFor: c =>
    c.trouble.id === 'bracing:webbing'
    || (c.trouble.id.startsWith('hold:') && c.piece.holds.some(h => `hold:${h.id}` === c.trouble.id && h.kind === 'web')),
  consider,
}

const STRIP_MM = 50
const APART_SHARE = 1 / 3
/** Folded over and tacked at each end, millimetres; tacks at an end. */
const FOLD_MM = 45
const TACKS = 9
const STRAIN_MM = 10

function consider(c: WoodCase): Verdict {
  const rails = c.piece.parts.filter(p => !p.missing && ['front-rail', 'back-rail', 'side-rail'].includes(p.role))
  const front = rails.find(p => p.role === 'front-rail')
  const side = rails.find(p => p.role === 'side-rail')
  if (!front || !side) return no(say`there are no rails round a seat to web`)
  const [wideMm, deepMm] = [front, side].map(p => distance(p.axis[0]!, p.axis.at(-1)!)) as [number, number]
  const isOne = c.trouble.id.startsWith('hold:')
  const across = (spanMm: number) =>
    Math.max(2, Math.floor((spanMm + STRIP_MM * APART_SHARE) / (STRIP_MM * (1 + APART_SHARE))))
  const [alongCount, crossCount] = isOne ? [1, 0] : [across(wideMm), across(deepMm)]
  const total = alongCount * (deepMm + 2 * FOLD_MM) + crossCount * (wideMm + 2 * FOLD_MM)
  return {
    fits: true,
    reason: isOne
      ? say`one strip of ${mm(STRIP_MM)}, ${mm(total)} with its folds, woven in as it ran`
      : say`${q(alongCount, 'count')} strips front to back and ${q(crossCount, 'count')} across, ${mm(STRIP_MM)} wide: ${mm(total)} in all; taut, they pull the shoulders shut`,
    sizes: [
      sizeMm('width', 'strip', STRIP_MM, 'usual webbing', []),
      sizeMm('spacing', 'strips apart', STRIP_MM * APART_SHARE, 'a third of a strip', [input('strip', STRIP_MM, 'mm')]),
      sizeMm('length', 'webbing in all', total, 'count × (span + 2 folds of 45 mm), both ways', [
        input('opening, across', wideMm, 'mm'),
        input('opening, front to back', deepMm, 'mm'),
      ]),
      ...(isOne ? [] : [drawnShut(alongCount)]),
    ],
    stock: [
      {
        id: 'cloth',
        serves: 'each',
        what: 'webbing',
        count: 1,
        sizesMm: [STRIP_MM, total],
        wood: '',
        note: `and ${String(2 * (alongCount + crossCount) * TACKS)} tacks; jute or linen`,
      },
    ],
    steps: [
      using(
        before(
          'off',
          12,
          say`Old webbing, a board where one was put instead, and tacks off; see that the rails hold a tack: worn holes are pinned with wood first.`,
        ),
        'tack-lifter',
      ),
      using(
        before(
          'weave',
          10 + 4 * (alongCount + crossCount),
          say`Tack each strip folded at the back or one side, ${String(TACKS)} staggered tacks, strain it until it sounds, ${mm(STRAIN_MM)} past hand-tight, tack, cut and fold; front to back first, the others woven through.`,
        ),
        'levers',
        'mallet',
        'knife',
      ),
      before(
        'try',
        3,
        say`Press it in the middle with a fist: it gives two fingers and no more; the frame’s diagonals still agree.`,
      ),
    ],
    cautions: [],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.8, high: 0.95 },
  }
}
