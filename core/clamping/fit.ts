import { add, distance, lerp, scale, type Vec } from '../measure/vec'
import type { RackRow } from '../reference/shop-settings'
import { PAST_CORNER } from './force'
import type { ClampLine } from './line'
import { roundUp } from './lines'
import { loopOver, strapFor } from './loop'
import { unservable } from './rack'

/**
 * The lines as this rack can do them: where no clamp is long or free enough for bars, rails that stand in a ring get
 * one strap round all of them, and a single rail a strap of its own round what it stands between.
 */
export function fittedTo(rack: readonly RackRow[], lines: readonly ClampLine[]): readonly ClampLine[] {
  let best = lines
  for (let missing = unservable(best, rack); missing.length > 0;) {
    const tried = [
      ...ringsThrough(best, missing),
      ...missing.filter(canBeLooped).map(line => replaced(best, [line], loopOver(line))),
    ]
    const better = tried
      .map(some => ({ some, left: unservable(some, rack) }))
      .filter(t => openJoints(t.left) < openJoints(missing))
      .sort((a, b) => openJoints(a.left) - openJoints(b.left) || a.some.length - b.some.length)[0]
    if (!better) return best
    ;[best, missing] = [better.some, better.left]
  }
  return best
}

const openJoints = (lines: readonly ClampLine[]): number =>
  lines.reduce((sum, l) => sum + Math.max(1, l.joints.length), 0)

const canBeLooped = ({ by, label }: ClampLine): boolean => by === 'jaws' && label === null

const replaced = (lines: readonly ClampLine[], gone: readonly ClampLine[], by: ClampLine): ClampLine[] => {
  const at = lines.indexOf(gone[0]!)
  return lines.flatMap((l, i) => (i === at ? [by] : gone.includes(l) ? [] : [l]))
}

/** Level with each other within this, and end to end within that, rails stand in one ring, millimetres. */
const [LEVEL_MM, END_TO_END_MM] = [60, 110]

/** Each ring of rails that goes through a line nothing serves, as one strap. */
function ringsThrough(lines: readonly ClampLine[], missing: readonly ClampLine[]): ClampLine[][] {
  return missing.filter(canBeLooped).flatMap((line) => {
    const level = lines.filter(l => canBeLooped(l) && isLevelWith(l, line))
    const ring = linked(level, line)
    if (ring.length < 3) return []
    const ends = corners(ring)
    const middle = scale(
      ends.reduce((sum, p) => add(sum, p), [0, 0, 0] as Vec),
      1 / ends.length,
    )
    // At the corner farthest from the ratchet the pull has gone round two others.
    return [replaced(lines, ring, strapFor(ring, roundUp(ends, middle), (PAST_CORNER + PAST_CORNER ** 2) / 2))]
  })
}

const isLevelWith = (a: ClampLine, b: ClampLine): boolean =>
  [a.from, a.to].every(p => Math.abs(p[1] - (b.from[1] + b.to[1]) / 2) < LEVEL_MM)

function linked(lines: readonly ClampLine[], from: ClampLine): ClampLine[] {
  const ring = new Set([from])
  const touches = (a: ClampLine, b: ClampLine) =>
    [a.from, a.to].some(p => [b.from, b.to].some(q => distance(p, q) < END_TO_END_MM))
  for (const one of ring) for (const other of lines) if (touches(one, other)) ring.add(other)
  return [...ring]
}

/** The ends of lines, those that stand at one leg together. */
function corners(ring: readonly ClampLine[]): Vec[] {
  const found: Vec[] = []
  for (const p of ring.flatMap(l => [l.from, l.to])) {
    const i = found.findIndex(f => distance(f, p) < END_TO_END_MM)
    if (i < 0) found.push(p)
    else found[i] = lerp(found[i]!, p, 0.5)
  }
  return found
}
