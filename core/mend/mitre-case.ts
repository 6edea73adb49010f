import type { Joint } from '../piece/schema'
import type { Step } from '../work'
import { before, using } from '../work'
import { say } from '../measure/phrase'
import type { JointCase } from './mend'

type Mitre = Extract<Joint['form'], { kind: 'mitre' }>

/** A mitre’s form; null for any other joint. */
export const mitreOf = (c: JointCase): Mitre | null => (c.joint.form.kind === 'mitre' ? c.joint.form : null)

/** A face that must see no water, heat or solvent, and no pressure without soft cloth. */
export const faceIsKept = (c: JointCase): boolean => ['gilded', 'paint'].includes(c.finish)

/** A seal of thinned glue is dry to the hand, minutes (low). */
const SEAL_MIN = 20

/** Both halves of a mitre are end grain: it drinks its glue, and is sized first. */
export const sizing = (c: JointCase): Step[] => [
  {
    ...using(
      before(
        'size',
        4,
        say`Both faces are end grain: seal them with thinned glue, worked in, and let it dry; where it stands, one stroke of the scraper.`,
      ),
      'brush',
      'scraper',
    ),
    waitMin: SEAL_MIN,
  },
  ...(faceIsKept(c)
    ? [
        using(
          before(
            'face',
            4,
            say`The ${c.finish === 'gilded' ? 'gilded' : 'painted'} face down on soft cloth over a board, tape along the line short of it; all work from the back, no water near it.`,
          ),
          'strap',
        ),
      ]
    : []),
]
