import { clampNamed } from '../reference/clamps'
import type { RackRow } from '../reference/shop-settings'
import type { ClampLine } from './line'

/** One clamp of the rack, with when it is free again (wall-clock minutes). */
export interface RackClamp {
  readonly row: RackRow
  readonly nth: number
  readonly freeAtMin: number
}
/** What a line gets: its clamp, and the handscrew that is gripped for it to pull on. Null where none is free. */
export interface HandedOut {
  readonly line: ClampLine
  readonly clamp: RackClamp | null
  readonly grip: RackClamp | null
}

/** Room for a pad under each jaw, millimetres. */
export const PADS_MM = 20

export const wholeRack = (rows: readonly RackRow[]): RackClamp[] =>
  rows.flatMap(row => Array.from({ length: row.count }, (_, nth) => ({ row, nth: nth + 1, freeAtMin: 0 })))

/**
 * Whether a kind of clamp spans the line, reaches in to it and can pull what it needs; round something goes only a
 * strap.
 */
export function canServe(row: RackRow, line: ClampLine): boolean {
  const type = clampNamed(row.type)
  const isWideAndStrong
    = row.openingMm >= line.spanMm + PADS_MM && type.forceKn[1] >= (line.force.low ?? line.force.value)
  if (line.by === 'strap') return row.type === 'strap' && isWideAndStrong
  return type.reachMm !== null && type.reachMm[1] >= line.throatMm && row.type !== 'spring' && isWideAndStrong
}

/** What is gripped to a part for another clamp to pull on: its jaws hold along a part that tapers. */
const canGrip = (row: RackRow, line: ClampLine): boolean =>
  (row.type === 'handscrew' || row.type === 'c-clamp') && row.openingMm >= (line.gripMm ?? 0) + PADS_MM

/**
 * Clamps are things: each line gets its own, the least able that pulls what is wanted, or else the strongest there is
 * that pulls the least of it; the longest line first. `null` where none is free.
 */
export function handOut(lines: readonly ClampLine[], rack: readonly RackClamp[], atMin: number): HandedOut[] {
  const free = rack.filter(c => c.freeAtMin <= atMin).sort((a, b) => byStrength(a.row, b.row))
  const taken = new Set<RackClamp>()
  const take = (does: (row: RackRow) => boolean): RackClamp | null => {
    const clamp = free.find(c => !taken.has(c) && does(c.row)) ?? null
    if (clamp) taken.add(clamp)
    return clamp
  }
  const takeLast = (does: (row: RackRow) => boolean): RackClamp | null => {
    const clamp = free.findLast(c => !taken.has(c) && does(c.row)) ?? null
    if (clamp) taken.add(clamp)
    return clamp
  }
  const out = new Map<ClampLine, HandedOut>()
  for (const line of longestFirst(lines)) {
    const grip = line.by === 'grip' ? take(row => canGrip(row, line)) : null
    const isStrong = (row: RackRow) => canServe(row, line) && isStrongFor(row, line)
    const clamp = line.by === 'grip' && !grip ? null : (take(isStrong) ?? takeLast(row => canServe(row, line)))
    if (grip && !clamp) taken.delete(grip)
    out.set(line, { line, clamp, grip: clamp ? grip : null })
  }
  return lines.map(line => out.get(line)!)
}

/** Lines that no clamp of the whole rack could serve, even with all of them free. */
export function unservable(lines: readonly ClampLine[], rows: readonly RackRow[]): ClampLine[] {
  const left = rows.map(row => ({ row, count: row.count })).sort((a, b) => byStrength(a.row, b.row))
  const take = (row: { count: number } | undefined): boolean => {
    if (row) row.count--
    return row !== undefined
  }
  const without = new Set<ClampLine>()
  for (const line of longestFirst(lines)) {
    const grip = line.by === 'grip' ? left.find(r => r.count > 0 && canGrip(r.row, line)) : undefined
    if (line.by === 'grip' && !take(grip)) {
      without.add(line)
      continue
    }
    const able = left.filter(r => r.count > 0 && canServe(r.row, line))
    if (take(able.find(r => isStrongFor(r.row, line)) ?? able.at(-1))) continue
    if (grip) grip.count++
    without.add(line)
  }
  return lines.filter(line => without.has(line))
}

const longestFirst = (lines: readonly ClampLine[]): ClampLine[] => [...lines].sort((a, b) => b.spanMm - a.spanMm)
const byStrength = (a: RackRow, b: RackRow): number =>
  clampNamed(a.type).forceKn[1] - clampNamed(b.type).forceKn[1] || a.openingMm - b.openingMm
const isStrongFor = (row: RackRow, line: ClampLine): boolean => clampNamed(row.type).forceKn[1] >= line.force.value

/** The most a clamp pulls where that is less than is wanted of it, kN; null where it is enough. */
export function fallsShortKn({ line, clamp }: Pick<HandedOut, 'line' | 'clamp'>): number | null {
  if (!clamp) return null
  const most = clampNamed(clamp.row.type).forceKn[1]
  return most < line.force.value ? most : null
}
