import { clampNamed } from '../reference/clamps'
import type { RackRow } from '../reference/shop-settings'
import type { ClampLine } from './lines'

/** One clamp of the rack, with when it is free again (wall-clock minutes). */
export interface RackClamp { readonly row: RackRow, readonly nth: number, readonly freeAtMin: number }
export interface HandedOut { readonly line: ClampLine, readonly clamp: RackClamp | null }

/** Room for a pad under each jaw, millimetres. */
export const PADS_MM = 20

export const wholeRack = (rows: readonly RackRow[]): RackClamp[] =>
  rows.flatMap(row => Array.from({ length: row.count }, (_, nth) => ({ row, nth: nth + 1, freeAtMin: 0 })))

/** Whether a kind of clamp spans the line and can pull what it needs; round a frame goes only a strap. */
export function canServe(row: RackRow, line: ClampLine): boolean {
  const type = clampNamed(row.type)
  if (line.around) {
    return row.type === 'strap' && row.openingMm >= line.spanMm + PADS_MM && type.forceKn[1] >= (line.force.low ?? line.force.value)
  }
  // A short jaw will do across two faces.
  const reaches = type.spans || (line.acrossFaces === true && (row.type === 'c-clamp' || row.type === 'handscrew'))
  return reaches && row.openingMm >= line.spanMm + PADS_MM && type.forceKn[1] >= (line.force.low ?? line.force.value)
}

/** Clamps are things: each line gets its own, the least able that will do, the hardest line first. `null` where none is free. */
export function handOut(lines: readonly ClampLine[], rack: readonly RackClamp[], atMin: number): HandedOut[] {
  const free = rack.filter(c => c.freeAtMin <= atMin).sort((a, b) => clampNamed(a.row.type).forceKn[1] - clampNamed(b.row.type).forceKn[1] || a.row.openingMm - b.row.openingMm)
  const taken = new Set<RackClamp>()
  const out = new Map<ClampLine, RackClamp | null>()
  for (const line of [...lines].sort((a, b) => b.spanMm - a.spanMm)) {
    const clamp = free.find(c => !taken.has(c) && canServe(c.row, line)) ?? null
    if (clamp) taken.add(clamp)
    out.set(line, clamp)
  }
  return lines.map(line => ({ line, clamp: out.get(line)! }))
}

/** Lines that no clamp of the whole rack could serve, even with all of them free. */
export function unservable(lines: readonly ClampLine[], rows: readonly RackRow[]): ClampLine[] {
  return handOut(lines, wholeRack(rows), 0).filter(h => h.clamp === null).map(h => h.line)
}
