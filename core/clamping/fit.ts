import { figureOf, type Figure } from '../measure/figure'
import { add, along, cross, distance, lerp, scale, subtract, unit, type Vec } from '../measure/vec'
import type { RackRow } from '../reference/shop-settings'
import { PAST_CORNER } from './force'
import type { ClampLine } from './line'
import { roundUp } from './lines'
import { unservable } from './rack'

/**
 * The lines as this rack can do them: where no clamp is long or free enough for bars, rails that stand in a ring get one strap
 * round all of them, and a single rail a strap of its own round what it stands between.
 */
export function fittedTo(rack: readonly RackRow[], lines: readonly ClampLine[]): readonly ClampLine[] {
  let best = lines
  for (let missing = unservable(best, rack); missing.length > 0;) {
    const tried = [...ringsThrough(best, missing), ...missing.filter(canBeLooped).map(line => replaced(best, [line], loopOver(line)))]
    const better = tried.map(some => ({ some, left: unservable(some, rack) })).filter(t => openJoints(t.left) < openJoints(missing))
      .sort((a, b) => openJoints(a.left) - openJoints(b.left) || a.some.length - b.some.length)[0]
    if (!better) return best
    ;[best, missing] = [better.some, better.left]
  }
  return best
}

const openJoints = (lines: readonly ClampLine[]): number => lines.reduce((sum, l) => sum + Math.max(1, l.joints.length), 0)

const canBeLooped = ({ by, label }: ClampLine): boolean => by === 'jaws' && label === null

const replaced = (lines: readonly ClampLine[], gone: readonly ClampLine[], by: ClampLine): ClampLine[] => {
  const at = lines.indexOf(gone[0]!)
  return lines.flatMap((l, i) => (i === at ? [by] : gone.includes(l) ? [] : [l]))
}

/** A strap runs so far beside the middle of what it pulls together, millimetres. */
const BESIDE_MM = 35

function loopOver(line: ClampLine): ClampLine {
  const way = unit(subtract(line.to, line.from))
  const side = Math.abs(way[1]) > 0.8 ? unit(cross(way, [0, 0, 1])) : unit(cross(way, [0, 1, 0]))
  const loop = [along(line.from, side, BESIDE_MM), along(line.to, side, BESIDE_MM), along(line.to, side, -BESIDE_MM), along(line.from, side, -BESIDE_MM)]
  // Both legs pull, each weakened by the corner it has gone round.
  return strapFor([line], loop, 1 + PAST_CORNER)
}

function strapFor(lines: readonly ClampLine[], loop: readonly Vec[], share: number): ClampLine {
  const most = lines.map(l => l.force).reduce((a, b) => (b.value > a.value ? b : a))
  const part = (kn: number) => kn / share
  const force: Figure = {
    ...figureOf(part(most.value), 'kN', 'What the hardest of the shoulders under it wants, over what is left of the pull at the far corners: a strap keeps 0.62 of it past a right angle.', [], 'clamp-forces', 'low'),
    low: part(most.low ?? most.value),
    high: part(most.high ?? most.value),
  }
  const [first] = lines
  return {
    by: 'strap',
    part: first!.part,
    label: null,
    joints: lines.flatMap(l => l.joints),
    from: loop[0]!,
    to: loop[1]!,
    loop,
    spanMm: loop.reduce((sum, p, i) => sum + distance(p, loop[(i + 1) % loop.length]!), 0),
    force,
    offSquareDeg: 0,
    needsCaul: false,
    throatMm: 0,
    ...(first!.bearsMPa === undefined ? {} : { bearsMPa: Math.min(...lines.map(l => l.bearsMPa ?? Infinity)) }),
  }
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
    const middle = scale(ends.reduce((sum, p) => add(sum, p), [0, 0, 0] as Vec), 1 / ends.length)
    // At the corner farthest from the ratchet the pull has gone round two others.
    return [replaced(lines, ring, strapFor(ring, roundUp(ends, middle), (PAST_CORNER + PAST_CORNER ** 2) / 2))]
  })
}

const isLevelWith = (a: ClampLine, b: ClampLine): boolean => [a.from, a.to].every(p => Math.abs(p[1] - (b.from[1] + b.to[1]) / 2) < LEVEL_MM)

function linked(lines: readonly ClampLine[], from: ClampLine): ClampLine[] {
  const ring = new Set([from])
  const touches = (a: ClampLine, b: ClampLine) => [a.from, a.to].some(p => [b.from, b.to].some(q => distance(p, q) < END_TO_END_MM))
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
