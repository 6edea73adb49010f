import type { Phrase } from '../measure/phrase'
import { tool, type ToolId, type ToolUse } from '../reference/tools'

/**
 * One thing a mend does to the wood, in its place among the mend’s glue lines: before the line of its turn is spread,
 * while that line is open, or once it has cured.
 */
export interface Step {
  /** What is done, such as `bore`: unlike any other step of the same mend. */
  readonly id: string
  readonly words: Phrase
  /** Hands-on, usual, without what is done while the glue is open: that is counted with the closing. */
  readonly minutes: number
  /** The glue line of the mend it belongs to, by its turn; a joint’s mend has one. */
  readonly turn: number
  readonly when: 'before' | 'wet' | 'cured'
  /** Nobody works on it for so long afterwards, minutes. */
  readonly waitMin?: number
  /** What has to lie ready for it. */
  readonly tools?: readonly ToolUse[]
  /** It is done when this part’s length is measured in the frame fitted dry without it, and not before. */
  readonly shouldersOf?: string
  /** Putting its joint back does it, where that comes apart in the same plan. */
  readonly isPuttingBack?: boolean
}

export const before = (id: string, minutes: number, words: Phrase, turn = 1): Step => ({
  id,
  words,
  minutes,
  turn,
  when: 'before',
})
export const wet = (id: string, words: Phrase, turn = 1): Step => ({ id, words, minutes: 0, turn, when: 'wet' })
export const cured = (id: string, minutes: number, words: Phrase, turn = 1): Step => ({
  id,
  words,
  minutes,
  turn,
  when: 'cured',
})

/** A step that is not told where its joint has been apart: putting that back is the same work. */
export const puttingBack = (step: Step): Step => ({ ...step, isPuttingBack: true })

/** Hands-on minutes of a mend, usual, without what is done while its glue is open. */
export const minutesOf = (steps: readonly Step[]): number => steps.reduce((sum, s) => sum + s.minutes, 0)

/** A step with what has to lie ready for it. */
export const using = (step: Step, ...tools: readonly (ToolId | ToolUse)[]): Step => ({
  ...step,
  tools: tools.map(t => (typeof t === 'string' ? tool(t) : t)),
})
