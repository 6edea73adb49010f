import type { Phrase } from '../measure/phrase'

interface Line {
  readonly head: string
  readonly text: Phrase
}

/**
 * Lines that say the same are said once, with their heads together, where the first of them stood. What they say is
 * compared by words and figures.
 */
export function likeOnce<L extends Line>(lines: readonly L[], between = '; '): Line[] {
  const groups = new Map<string, { heads: string[], text: Phrase }>()
  for (const { head, text } of lines) {
    const key = JSON.stringify(text)
    const group = groups.get(key)
    if (group) group.heads.push(head)
    else groups.set(key, { heads: [head], text })
  }
  return [...groups.values()].map(({ heads, text }) => ({ head: heads.join(between), text }))
}
