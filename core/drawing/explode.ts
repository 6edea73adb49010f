import { add, scale, subtract, type Vec } from '../measure/vec'
import type { Joint, Part } from '../piece/schema'

const STILL: Vec = [0, 0, 0]
/** Rounds of averaging; a chair is at rest long before. */
const ROUNDS = 160

/**
 * How far each part stands off when the piece is drawn apart along its lines of withdrawal: every joint wants its
 * entering part `gapMm` out of its receiving one, and each part goes to the mean of what its joints want, until all
 * agree as well as they can. A rail between two legs stays, and the legs go outward.
 * @returns millimetres for each part id
 */
export function explodedOffsets(parts: readonly Part[], joints: readonly Joint[], gapMm: number): Map<string, Vec> {
  const offsets = new Map<string, Vec>(parts.map(p => [p.id, STILL]))
  if (gapMm === 0) return offsets
  const wishes = joints.flatMap(j => [
    { part: j.enters, other: j.receives, by: scale(j.withdraw, gapMm) },
    { part: j.receives, other: j.enters, by: scale(j.withdraw, -gapMm) },
  ])
  const byPart = parts.map(p => ({ id: p.id, own: wishes.filter(w => w.part === p.id) })).filter(p => p.own.length > 0)
  for (let round = 0; round < ROUNDS; round++) {
    for (const { id, own } of byPart) {
      const sum = own.reduce<Vec>((s, w) => add(s, add(offsets.get(w.other)!, w.by)), STILL)
      offsets.set(id, scale(sum, 1 / own.length))
    }
  }
  // Only differences matter to the joints: the whole is put back to where its middle was.
  const middle = scale(
    [...offsets.values()].reduce<Vec>((s, o) => add(s, o), STILL),
    1 / Math.max(1, offsets.size),
  )
  return new Map([...offsets].map(([id, o]) => [id, subtract(o, middle)]))
}

/** A part moved as a whole. */
export const movedPart = (part: Part, by: Vec): Part => ({
  ...part,
  axis: part.axis.map(p => add(p, by) as [number, number, number]),
})

/** Parts and joints with each part moved by its offset; a joint goes with the part that enters. */
export function movedPiece(
  parts: readonly Part[],
  joints: readonly Joint[],
  offsets: ReadonlyMap<string, Vec>,
): { parts: Part[], joints: Joint[] } {
  const by = (id: string) => offsets.get(id) ?? STILL
  return {
    parts: parts.map(p => movedPart(p, by(p.id))),
    joints: joints.map(j => ({ ...j, at: add(j.at, by(j.enters)) as [number, number, number] })),
  }
}

/** How far a move that is played takes its parts, millimetres. */
const MOVE_MM = 90

/**
 * Where the moves of a take-apart leave each part, once `done` of them are made; a fraction makes the last one in
 * part.
 */
export function offsetsOfMoves(
  moves: readonly { readonly parts: readonly string[], readonly direction: Vec }[],
  done: number,
): Map<string, Vec> {
  const offsets = new Map<string, Vec>()
  moves.forEach((move, i) => {
    const share = Math.max(0, Math.min(1, done - i))
    if (share > 0) {
      for (const p of move.parts) offsets.set(p, add(offsets.get(p) ?? STILL, scale(move.direction, MOVE_MM * share)))
    }
  })
  return offsets
}
