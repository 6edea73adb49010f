import type { Hold, HoldPlace } from './document-schema'
import type { HoldKind } from './words'

/** A hold as it is when somebody has only said what it is and where; nothing of it looked at yet. */
export const newHold = (
  kind: HoldKind,
  id: string,
  on: HoldPlace | string,
  facts: Partial<Pick<Hold, 'state' | 'faults' | 'hidden' | 'note'>> = {},
): Hold => ({
  id,
  on: typeof on === 'string' ? { kind: 'joint', id: on } : on,
  kind,
  state: 'not-looked',
  faults: [],
  hidden: false,
  note: '',
  ...facts,
})
