import { parseWallTime } from '#core/measure/wall-time'
import type { Piece } from '#core/piece/schema'
import { planFacts, type Plan } from '#core/plan'
import type { Shop } from '#core/reference/shop-settings'

type Make = (piece: Piece, shop: Shop, startAt: string) => Promise<Plan>
interface Made {
  readonly facts: string
  readonly startMin: number
  readonly plan: Promise<Plan>
}

/** A plan is for work that begins now; one so old still says the same. */
const FRESH_FOR_MIN = 5
/** Plans of pieces that were not asked for lately are let go of. */
const MOST_KEPT = 60

/** Plans by what they are made from: one that was only just made of the same facts is not made again. */
export class PlanMemo {
  private readonly made = new Map<string, Made>()
  constructor(private readonly make: Make) {}

  /** The plan of a piece for work that begins at a wall-clock time. A failure is not remembered. */
  planFor(piece: Piece, shop: Shop, startAt: string): Promise<Plan> {
    const facts = JSON.stringify(planFacts(piece, shop))
    const startMin = parseWallTime(startAt)
    const before = this.made.get(piece.id)
    const isFresh = before?.facts === facts && Math.abs(startMin - before.startMin) < FRESH_FOR_MIN
    const entry = isFresh ? before : { facts, startMin, plan: this.make(piece, shop, startAt) }
    this.made.delete(piece.id)
    this.made.set(piece.id, entry)
    entry.plan.catch(() => {
      if (this.made.get(piece.id) === entry) this.made.delete(piece.id)
    })
    const [oldest] = this.made.keys()
    if (this.made.size > MOST_KEPT && oldest) this.made.delete(oldest)
    return entry.plan
  }
}
