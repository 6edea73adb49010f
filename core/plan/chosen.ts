/** What was chosen among the mends of a plan, read out of it without what works them out. */
import type { Work } from '../mend'
import type { JointMend, MendOption, TroubleMend } from './plan'

type Mended = JointMend | TroubleMend

const chosenOption = (m: Mended): MendOption | undefined => m.options.find(o => o.id === m.chosen)

/** The work of the mend that is chosen, if it fits. */
export function chosenWork(m: Mended): Work | null {
  const verdict = chosenOption(m)?.verdict
  return verdict?.fits ? verdict : null
}

/** The short name of the mend that is chosen, for its tag. */
export const mendShort = (m: Mended): string | null => chosenOption(m)?.short ?? null

/** Whether nothing is done at a joint as things stand: it holds, and the repairer has not asked for more. */
export const isLeft = (m: JointMend): boolean => m.onlyIfPicked && !m.picked
