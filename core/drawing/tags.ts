import type { Point } from './camera'

export interface TagRequest { readonly id: string, readonly at: Point, readonly widthPx: number, readonly heightPx: number }
export interface PlacedTag { readonly id: string, readonly at: Point, readonly centre: Point }
export interface Sheet { readonly widthPx: number, readonly heightPx: number }

/** How far a tag stands off its joint at first, and the rounds of pushing apart; both chosen by eye. */
const LEADER_PX = 44
const ROUNDS = 80
const GAP_PX = 3

/**
 * Puts tags around the joints they belong to: outward from the middle of the piece, then pushed apart until none lies
 * on another, and kept on the sheet. The same input gives the same places.
 */
export function placeTags(requests: readonly TagRequest[], middle: Point, sheet: Sheet): PlacedTag[] {
  const centres = requests.map((r, i) => startFor(r, middle, i))
  for (let round = 0; round < ROUNDS; round++) {
    let moved = false
    for (let a = 0; a < requests.length; a++) for (let b = a + 1; b < requests.length; b++) moved = pushApart(requests, centres, a, b) || moved
    centres.forEach((c, i) => keepOn(c, requests[i]!, sheet))
    if (!moved) break
  }
  return requests.map((r, i) => ({ id: r.id, at: r.at, centre: { ...centres[i]! } }))
}

type Mutable = { x: number, y: number }

function startFor({ at }: TagRequest, middle: Point, index: number): Mutable {
  const [dx, dy] = [at.x - middle.x, at.y - middle.y]
  const away = Math.hypot(dx, dy)
  // A joint in the very middle has no outward: the tags there fan out by their index.
  const angle = away < 1 ? index * 2.4 : Math.atan2(dy, dx)
  return { x: at.x + Math.cos(angle) * LEADER_PX, y: at.y + Math.sin(angle) * LEADER_PX * 0.8 }
}

function pushApart(requests: readonly TagRequest[], centres: Mutable[], a: number, b: number): boolean {
  const [ra, rb, ca, cb] = [requests[a]!, requests[b]!, centres[a]!, centres[b]!]
  const overX = (ra.widthPx + rb.widthPx) / 2 + GAP_PX - Math.abs(ca.x - cb.x)
  const overY = (ra.heightPx + rb.heightPx) / 2 + GAP_PX - Math.abs(ca.y - cb.y)
  if (overX <= 0 || overY <= 0) return false
  const byY = overY <= overX
  const half = (byY ? overY : overX) / 2 + 0.5
  const forward = byY ? ca.y < cb.y || (ca.y === cb.y && a < b) : ca.x < cb.x || (ca.x === cb.x && a < b)
  const step = forward ? half : -half
  if (byY) { ca.y -= step; cb.y += step }
  else { ca.x -= step; cb.x += step }
  return true
}

function keepOn(c: Mutable, r: TagRequest, sheet: Sheet): void {
  c.x = Math.min(sheet.widthPx - r.widthPx / 2 - 2, Math.max(r.widthPx / 2 + 2, c.x))
  c.y = Math.min(sheet.heightPx - r.heightPx / 2 - 2, Math.max(r.heightPx / 2 + 2, c.y))
}
