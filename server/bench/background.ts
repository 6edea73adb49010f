import { formatWallTime } from '#core/measure/wall-time'
import { readShop } from '../pieces/shop-settings'
import { keepOutlook, leftKey, madeWith, nextToPlan, type ToPlan } from './outlooks'
import type { Made, PlanRequest } from './planning'

/** As many as stand on a few screens: those before are planned when it is their turn. */
const MOST_WANTED = 200

interface Needs {
  readonly program: string
  plan(request: PlanRequest): Promise<Made>
  /** For so long nobody has to have told anything before what is on no screen is planned, milliseconds. */
  readonly quietMs: number
  /** The workshop's wall clock, minutes. */
  nowMin(): number
  /** What was worked out anew. */
  tell(pieceId: string): void
}

/** Works out one outlook after the other, those on a screen first, for as long as any is stale. */
export class Background {
  private wanted: string[] = []
  private readonly left = new Set<string>()
  private running: Promise<void> | undefined
  private isEnded = false
  private quietFromMs = 0
  private whenQuiet: NodeJS.Timeout | undefined
  /** Something may have become stale since it was last looked. */
  private isAwake = false
  constructor(private readonly needs: Needs) {}

  /** These stand on a screen now. */
  want(ids: readonly string[]): void {
    const fresh = new Set(ids)
    this.wanted = [...ids, ...this.wanted.filter(id => !fresh.has(id))].slice(0, MOST_WANTED)
    this.wake()
  }

  /** Something was told: what is on a screen is planned at once, the rest once nobody has told anything for a while. */
  changed(): void {
    this.quietFromMs = Date.now() + this.needs.quietMs
    clearTimeout(this.whenQuiet)
    this.whenQuiet = setTimeout(() => this.wake(), this.needs.quietMs).unref()
    if (this.wanted.length > 0) this.wake()
  }

  /** Looks whether anything is stale. */
  wake(): void {
    this.isAwake = true
    this.running ??= this.run().finally(() => {
      this.running = undefined
      if (this.isAwake && !this.isEnded) this.wake()
    })
  }

  /** Ends with the plan that is being made. */
  async end(): Promise<void> {
    this.isEnded = true
    clearTimeout(this.whenQuiet)
    await this.running
  }

  /** Until nothing is stale; for tests and for whoever has to know. */
  async rested(): Promise<void> {
    while (this.running) await this.running
  }

  private async run(): Promise<void> {
    while (this.isAwake && !this.isEnded) {
      this.isAwake = false
      while (!this.isEnded && (await this.step().catch(failed))) {
        /* the next one */
      }
    }
  }

  private async step(): Promise<boolean> {
    const shop = await readShop()
    const [made, nowMin] = [madeWith(shop, this.needs.program), this.needs.nowMin()]
    const piece = await nextToPlan(this.wanted, this.left, made, nowMin, Date.now() < this.quietFromMs)
    if (!piece) return false
    const outlook = await this.needs
      .plan({ document: piece.document, shop, startAt: formatWallTime(nowMin) })
      .catch((error: unknown) => this.leave(piece, made, error))
    if (outlook) await keepOutlook(piece, made, outlook)
    this.needs.tell(piece.id)
    return true
  }

  /** A piece that cannot be planned is not tried again until it or the shop changes. */
  private leave({ id, version }: ToPlan, made: string, error: unknown): null {
    if (this.isEnded) return null
    console.error(
      `“${id}” could not be planned for the bench: ${error instanceof Error ? error.message : String(error)}`,
    )
    this.left.add(leftKey(id, version, made))
    return null
  }
}

/** Said once where the server was started; what is stale stays so until something changes. */
function failed(error: unknown): false {
  console.error(`Plans for the bench rest: ${error instanceof Error ? error.message : String(error)}`)
  return false
}
