const SECOND_MS = 1000
/** So many wrong ones are free: a slip of the thumb is none. */
const FREE = 4
const FIRST_WAIT_MS = 5 * SECOND_MS
const LONGEST_WAIT_MS = 15 * 60 * SECOND_MS
/** Tries of all together within a minute: a guesser with many addresses gets no more. */
const MOST_A_MINUTE = 30
const MINUTE_MS = 60 * SECOND_MS
/** Nobody is remembered longer than this. */
const FORGOTTEN_MS = 24 * 60 * MINUTE_MS
const MOST_REMEMBERED = 10_000

interface Wrong {
  readonly count: number
  readonly untilMs: number
  readonly lastMs: number
}

/**
 * Who tries passphrases has to wait, longer after every wrong one; and all together cannot try more than so many a
 * minute.
 */
export class Attempts {
  private readonly wrong = new Map<string, Wrong>()
  private recent: number[] = []

  /** How long this address has to wait before it may try, milliseconds; 0 if it may now. */
  waitMs(address: string, nowMs: number): number {
    this.recent = this.recent.filter(t => t > nowMs - MINUTE_MS)
    const own = (this.wrong.get(address)?.untilMs ?? 0) - nowMs
    const all = this.recent.length >= MOST_A_MINUTE ? this.recent[0]! + MINUTE_MS - nowMs : 0
    return Math.max(0, own, all)
  }

  /** A try is made: it counts from its start, so that many at once are many. */
  begin(address: string, nowMs: number): void {
    this.recent.push(nowMs)
    const before = this.wrong.get(address)
    const isOld = before !== undefined && before.lastMs < nowMs - FORGOTTEN_MS
    const count = (isOld ? 0 : (before?.count ?? 0)) + 1
    const wait = count <= FREE ? 0 : Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (count - FREE - 1))
    this.wrong.delete(address)
    this.wrong.set(address, { count, untilMs: nowMs + wait, lastMs: nowMs })
    const [oldest] = this.wrong.keys()
    if (this.wrong.size > MOST_REMEMBERED && oldest !== undefined) this.wrong.delete(oldest)
  }

  /** It was right: what was wrong before is forgotten. */
  right(address: string): void {
    this.wrong.delete(address)
  }
}
