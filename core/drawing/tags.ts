import type { Point } from './camera'

export interface TagRequest {
  readonly id: string
  readonly at: Point
  readonly widthPx: number
  readonly heightPx: number
}
export interface PlacedTag {
  readonly id: string
  readonly at: Point
  readonly centre: Point
}
export interface Sheet {
  readonly widthPx: number
  readonly heightPx: number
}

/** Where on the sheet there is wood, in coarse cells, ready to be asked how much of it lies under a tag. */
export class WoodMap {
  private readonly columns: number
  private readonly rows: number
  /** Summed from the upper left: entry (r, c) at r * (columns + 1) + c holds the wood cells above and left of it. */
  private readonly sums: Float64Array

  /** @param outlines visible faces, pixels, convex */
  constructor(
    outlines: readonly (readonly Point[])[],
    sheet: Sheet,
    private readonly cellPx = 6,
  ) {
    this.columns = Math.ceil(sheet.widthPx / cellPx)
    this.rows = Math.ceil(sheet.heightPx / cellPx)
    const cells = new Uint8Array(this.columns * this.rows)
    for (const outline of outlines) this.fill(cells, outline)
    this.sums = new Float64Array((this.columns + 1) * (this.rows + 1))
    for (let r = 0; r < this.rows; r++) {
      for (let c = 0; c < this.columns; c++) {
        const w = this.columns + 1
        this.sums[(r + 1) * w + c + 1]
          = cells[r * this.columns + c]!
            + this.sums[r * w + c + 1]!
            + this.sums[(r + 1) * w + c]!
            - this.sums[r * w + c]!
      }
    }
  }

  /** Marks the cells whose middle rows a convex outline crosses. */
  private fill(cells: Uint8Array, outline: readonly Point[]): void {
    const ys = outline.map(p => p.y)
    const first = Math.max(0, Math.floor(Math.min(...ys) / this.cellPx))
    const last = Math.min(this.rows - 1, Math.floor(Math.max(...ys) / this.cellPx))
    for (let r = first; r <= last; r++) {
      const y = (r + 0.5) * this.cellPx
      const xs = outline.flatMap((a, i) => {
        const b = outline[(i + 1) % outline.length]!
        return a.y <= y === b.y <= y ? [] : [a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)]
      })
      if (xs.length < 2) continue
      const [from, to] = [
        Math.max(0, Math.floor(Math.min(...xs) / this.cellPx)),
        Math.min(this.columns - 1, Math.floor(Math.max(...xs) / this.cellPx)),
      ]
      for (let c = from; c <= to; c++) cells[r * this.columns + c] = 1
    }
  }

  /** Share of a rectangle that lies on wood, 0 to 1. */
  under(centre: Point, widthPx: number, heightPx: number): number {
    const clampTo = (v: number, most: number) => Math.max(0, Math.min(most, Math.round(v / this.cellPx)))
    const [c0, c1] = [clampTo(centre.x - widthPx / 2, this.columns), clampTo(centre.x + widthPx / 2, this.columns)]
    const [r0, r1] = [clampTo(centre.y - heightPx / 2, this.rows), clampTo(centre.y + heightPx / 2, this.rows)]
    const area = (r1 - r0) * (c1 - c0)
    if (area <= 0) return 0
    const w = this.columns + 1
    return (
      (this.sums[r1 * w + c1]! - this.sums[r0 * w + c1]! - this.sums[r1 * w + c0]! + this.sums[r0 * w + c0]!) / area
    )
  }
}

/**
 * Distances and directions tried for a tag; weights chosen by eye: off other tags first, then off the wood, then near
 * and outward.
 */
const LEADERS_PX = [34, 48, 64, 84, 108, 136]
const ANGLES = 24
const WEIGHT = { overlap: 40, wood: 12, leader: 1 / 45, outward: 1.1, offSheet: 400 }
const GAP_PX = 4

/**
 * Puts tags around the joints they belong to: off each other, off the wood where there is room, on the sheet, near
 * their joint and outward from the middle of the piece. The same input gives the same places.
 * @param moving fewer places are tried while the piece is turning, so that the tags keep up with the hand
 */
export function placeTags(
  requests: readonly TagRequest[],
  middle: Point,
  sheet: Sheet,
  wood?: WoodMap,
  moving = false,
): PlacedTag[] {
  const [leaders, angles] = moving ? [LEADERS_PX.slice(0, 2), ANGLES / 3] : [LEADERS_PX, ANGLES]
  const placed: (PlacedTag & TagRequest)[] = []
  // The outermost joints choose first: they have the most room, and leave the inside to the others.
  const order = [...requests].sort(
    (a, b) =>
      Math.hypot(b.at.x - middle.x, b.at.y - middle.y) - Math.hypot(a.at.x - middle.x, a.at.y - middle.y)
      || (a.id < b.id ? -1 : 1),
  )
  for (const r of order) {
    const outward = Math.atan2(r.at.y - middle.y, r.at.x - middle.x)
    let best: { centre: Point, cost: number } | undefined
    for (const leader of leaders) {
      for (let k = 0; k < angles; k++) {
        const turn = ((k % 2 === 0 ? 1 : -1) * Math.ceil(k / 2) * 2 * Math.PI) / angles
        const angle = outward + turn
        const centre = {
          x: r.at.x + Math.cos(angle) * (leader + r.widthPx * 0.22 * Math.abs(Math.cos(angle))),
          y: r.at.y + Math.sin(angle) * leader,
        }
        const cost = costOf(r, centre, leader, Math.abs(turn), placed, sheet, wood)
        if (!best || cost < best.cost - 1e-9) best = { centre, cost }
      }
    }
    placed.push({ ...r, centre: keepOn(best!.centre, r, sheet) })
  }
  const byId = new Map(placed.map(p => [p.id, p.centre]))
  return requests.map(({ id, at }) => ({ id, at, centre: byId.get(id)! }))
}

function costOf(
  r: TagRequest,
  centre: Point,
  leader: number,
  turn: number,
  placed: readonly (PlacedTag & TagRequest)[],
  sheet: Sheet,
  wood: WoodMap | undefined,
): number {
  const on = keepOn(centre, r, sheet)
  const off = Math.hypot(on.x - centre.x, on.y - centre.y)
  const overlap = placed.reduce((sum, p) => {
    const x = (r.widthPx + p.widthPx) / 2 + GAP_PX - Math.abs(centre.x - p.centre.x)
    const y = (r.heightPx + p.heightPx) / 2 + GAP_PX - Math.abs(centre.y - p.centre.y)
    return sum + (x > 0 && y > 0 ? 1 + (x * y) / (r.widthPx * r.heightPx) : 0)
  }, 0)
  return (
    WEIGHT.overlap * overlap
    + WEIGHT.wood * (wood?.under(centre, r.widthPx, r.heightPx) ?? 0)
    + WEIGHT.leader * leader
    + (WEIGHT.outward * turn) / Math.PI
    + (off > 0.5 ? WEIGHT.offSheet : 0)
  )
}

function keepOn(c: Point, r: TagRequest, sheet: Sheet): Point {
  return {
    x: Math.min(sheet.widthPx - r.widthPx / 2 - 2, Math.max(r.widthPx / 2 + 2, c.x)),
    y: Math.min(sheet.heightPx - r.heightPx / 2 - 2, Math.max(r.heightPx / 2 + 2, c.y)),
  }
}
