import { faultTag } from '../piece/faults'
import { faultyJoints, findingOf, missingParts, tagOf } from '../piece/facts'
import type { Fault, Piece } from '../piece/schema'
import type { JointState } from '../piece/words'

/** Everything that wants something done about it is one of these, with one kind of handle. */
export type TroubleKind = 'break' | 'part-missing' | 'split' | 'live-worm' | 'joint-loose' | 'earlier-repair' | 'loss' | 'worm'

export interface Trouble {
  /** `joint:…`, `fault:…` or `part:…`; what a decision names. */
  readonly id: string
  readonly kind: TroubleKind
  /** What stands on the drawing and on the paper tag; empty for a missing part. */
  readonly tag: string
  /** The part it lies in, or that is missing; for a joint the part that enters. */
  readonly part: string
  readonly joint: string | null
  readonly fault: string | null
}

/** Worst first: what the piece cannot carry with, then what grows worse, then what only looks bad. */
const RANKS: Readonly<Record<TroubleKind, number>> = {
  'break': 0,
  'part-missing': 1,
  'split': 2,
  'live-worm': 3,
  'joint-loose': 4,
  'earlier-repair': 5,
  'loss': 6,
  'worm': 7,
}
const STATE_RANKS: Readonly<Record<JointState, number>> = {
  'apart': 0,
  'swings': 1,
  'gives': 2,
  'ticks': 3,
  'solid': 4,
  'not-tested': 4,
}

/** All that is wrong with a piece, worst first, like ones together. Pure; what nobody found is not in it. */
export function troublesOf(piece: Piece): Trouble[] {
  const joints = faultyJoints(piece).sort((a, b) =>
    STATE_RANKS[findingOf(piece, a.id).state] - STATE_RANKS[findingOf(piece, b.id).state] || a.number - b.number)
  const troubles: Trouble[] = [
    ...piece.faults.flatMap(fault => asTrouble(piece, fault) ?? []),
    ...missingParts(piece).map((p): Trouble => ({
      id: `part:${p.id}`,
      kind: 'part-missing',
      tag: '',
      part: p.id,
      joint: null,
      fault: null,
    })),
    ...joints.map((j): Trouble => ({
      id: `joint:${j.id}`,
      kind: 'joint-loose',
      tag: tagOf(j),
      part: j.enters,
      joint: j.id,
      fault: null,
    })),
  ]
  return troubles.map((t, i) => [t, i] as const).sort(([a, i], [b, k]) => RANKS[a.kind] - RANKS[b.kind] || i - k).map(([t]) => t)
}

/** An earlier repair that holds, in register, is history and no trouble; of one nobody has judged yet that is not known. */
function asTrouble(piece: Piece, fault: Fault): Trouble | null {
  if (fault.kind === 'earlier-repair' && fault.holds === 'holds' && fault.register === 'in-register') return null
  const kind: TroubleKind = fault.kind === 'worm' ? (fault.live === 'old' ? 'worm' : 'live-worm') : fault.kind
  return {
    id: `fault:${fault.id}`,
    kind,
    tag: faultTag(piece, fault),
    part: fault.part,
    joint: 'joint' in fault ? fault.joint : null,
    fault: fault.id,
  }
}
