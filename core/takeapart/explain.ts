import { bodyName, type Standing } from '../bodies'
import { joined, say, type Phrase } from '../measure/phrase'
import { tagOf } from '../piece/facts'
import type { Joint, Piece } from '../piece/schema'
import { faultOfTie, jointOfTie } from './problem'
import type { Separation } from './separate'

/**
 * Why a move is made as it is. For one that frees a fault: the way round by which the two parts would still hang
 * together if nothing else opened with it. For one that only makes way: what it makes way for.
 */
export function whyMove(
  { piece }: Standing,
  original: Piece,
  moves: readonly Separation[],
  at: number,
  wanted: ReadonlySet<string>,
): Phrase | null {
  const move = moves[at]!
  const own = jointsOf(move)
  const targets = own.filter(id => wanted.has(id))
  if (targets.length === 0) return makesWay(piece.joints, moves, at, wanted)
  if (own.length === targets.length) return null
  const within = new Set([...move.parts, ...move.from])
  const left = piece.joints.filter(
    j =>
      within.has(j.enters)
      && within.has(j.receives)
      && !targets.includes(j.id)
      && !moves.slice(0, at).some(m => jointsOf(m).includes(j.id)),
  )
  const target = piece.joints.find(j => j.id === targets[0])!
  const way = wayRound(left, target.enters, target.receives)
  if (!way) return null
  return say`Besides ${tagOf(target)} its parts hang together by ${joined(
    way.map(part => say`the ${bodyName(original, part)}`),
    ' – ',
  )}: that way opens with it.`
}

const jointsOf = (move: Separation): string[] => [
  ...new Set(move.joints.filter(tie => faultOfTie(tie) === null).map(jointOfTie)),
]

function makesWay(
  joints: readonly Joint[],
  moves: readonly Separation[],
  at: number,
  wanted: ReadonlySet<string>,
): Phrase | null {
  const body = new Set([...moves[at]!.parts, ...moves[at]!.from])
  const later = moves
    .slice(at + 1)
    .findIndex(m => m.parts.every(p => body.has(p)) && jointsOf(m).some(id => wanted.has(id)))
  if (later < 0) return null
  const frees = jointsOf(moves[at + 1 + later]!)
    .filter(id => wanted.has(id))
    .map(id => tagOf(joints.find(j => j.id === id)!))
  return say`It makes way for ${frees.join(', ')}: while it is shut nothing there moves.`
}

/** The parts between two on the shortest way from one to the other over joints; null where there is none. */
function wayRound(joints: readonly Joint[], from: string, to: string): string[] | null {
  const before = new Map<string, string | null>([[from, null]])
  for (const [part] of before) {
    if (part === to) break
    for (const j of joints) {
      const next = j.enters === part ? j.receives : j.receives === part ? j.enters : null
      if (next !== null && !before.has(next)) before.set(next, part)
    }
  }
  if (!before.has(to)) return null
  const way: string[] = []
  for (let part: string | null = to; part !== null; part = before.get(part) ?? null) way.unshift(part)
  return way
}
