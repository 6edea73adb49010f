import { input, inputOf } from '../measure/figure'
import { mm, say } from '../measure/phrase'
import { axisLengthMm } from '../piece/geometry'
import type { Loss } from '../piece/schema'
import { before, using } from '../work'
import { no, sizeMm, type Mend, type Verdict } from './mend'
import { faultOf, notYet, partIn, type WoodCase } from './wood-case'

/** A small hollow that carries nothing, filled and coloured: never wood that something rests on or is driven into. */
export const fill: Mend<WoodCase> = {
  id: 'fill',
  decides: 'depth of 3 mm and 20 mm of length at most, 40 mm from any joint',
  tools: ['scraper', 'brush', 'swab', 'thin-blade'],
  label: 'Filled, where nothing is carried',
  short: 'fill',
  opens: false,
  undo: 'yes',
  place: { conserve: 0.8, everyday: 2, strength: 5 },
  consider,
}

/** Deeper, longer or nearer to a joint it is wood that is wanted (docs/sources.md#mends, low), millimetres. */
const DEEPEST_MM = 3
const LONGEST_MM = 20
const FROM_JOINT_MM = 40

function consider(c: WoodCase): Verdict {
  const fault = faultOf(c) as Loss
  if ([fault.lengthMm, fault.widthMm, fault.depthMm].some(m => m.basis === 'assumed')) {
    return notYet(say`measure what is gone: length, width and depth`)
  }
  if (fault.depthMm.value > DEEPEST_MM) {
    return no(say`${mm(fault.depthMm.value)} deep: fill that thick shrinks and drops out, and carries nothing`)
  }
  const longest = Math.max(fault.lengthMm.value, fault.widthMm.value)
  if (longest > LONGEST_MM) {
    return no(say`${mm(longest)} across: so much fill shows and moves against the wood; a patch`)
  }
  const part = partIn(c)
  const alongMm = fault.along * axisLengthMm(part)
  const near = c.piece.joints
    .filter(j => j.enters === part.id || j.receives === part.id)
    .map(j => Math.hypot(...j.at.map((x, k) => x - pointOf(c, alongMm)[k]!)))
  const nearest = Math.min(Infinity, ...near)
  if (nearest < FROM_JOINT_MM) {
    return no(say`it lies ${mm(nearest)} from a joint, where wood has to bear: fill carries nothing`)
  }
  return {
    fits: true,
    reason: say`${mm(fault.depthMm.value)} deep, ${mm(longest)} across, and nothing bears there`,
    sizes: [
      sizeMm('thickness', 'deep', fault.depthMm.value, 'as it is: 3 mm at most', [
        inputOf('gone', fault.depthMm, 'mm'),
        input('to the nearest joint', nearest, 'mm'),
      ]),
    ],
    stock: [],
    steps: [
      using(
        before(
          'clean',
          4,
          say`Clean it to bare wood; seal the hollow thinly, so that the fill can be taken out again.`,
        ),
        'scraper',
        'brush',
      ),
      using(
        before(
          'fill',
          6,
          say`Fill in the lightest ground colour of the wood, a shade proud; it is coloured afterwards, never lightened.`,
        ),
        'thin-blade',
      ),
      using(
        before('level', 4, say`When it is hard: level it with the grain, the finish round it untouched.`),
        'scraper',
      ),
    ],
    cautions: [],
    leavesGapMm: 0,
    removedCm3: 0,
    hold: { low: 0.6, high: 0.85 },
  }
}

/** Where along the part’s axis it lies, straight from end to end. */
function pointOf(c: WoodCase, alongMm: number): readonly number[] {
  const part = partIn(c)
  const share = alongMm / axisLengthMm(part)
  const [a, b] = [part.axis[0]!, part.axis.at(-1)!]
  return a.map((x, k) => x + share * (b[k]! - x))
}
