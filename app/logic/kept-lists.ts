import type { BenchPage, BenchSums } from '#shared/bench'
import type { ListedPiece } from '#shared/wire'
import { isOfNow, OLD_QUEUE, WAITS, type KeptDatabase, type SmallStorage } from './kept-database'

const [LIST, SET] = ['list', 'set-']

/** The first page of the bench with what stands beside it. Another form of it is asked for anew. */
export interface KeptBench {
  readonly form: typeof BENCH_FORM
  readonly page: BenchPage
  readonly sums: BenchSums
}
export const BENCH_FORM = 1

/**
 * What this device keeps of lists, and whether anything else is kept: told without the program that works on pieces.
 * Rejects where the browser will not keep anything, or nothing more.
 */
export class KeptLists {
  constructor(
    private readonly database: KeptDatabase,
    private readonly small: SmallStorage,
  ) {}

  async keepBench(bench: KeptBench): Promise<void> {
    await (await this.database.open()).put('list', bench, LIST)
  }

  async bench(): Promise<KeptBench | undefined> {
    const kept = (await (await this.database.open()).get('list', LIST)) as KeptBench | undefined
    return kept?.form === BENCH_FORM ? kept : undefined
  }

  async keepSet(setId: string, members: readonly ListedPiece[]): Promise<void> {
    await (await this.database.open()).put('list', members, SET + setId)
  }

  async set(setId: string): Promise<readonly ListedPiece[] | undefined> {
    const kept = (await (await this.database.open()).get('list', SET + setId)) as readonly ListedPiece[] | undefined
    return kept?.every(isOfNow) ? kept : undefined
  }

  /** Nothing that the server handed over is true any more. What waits stays. */
  async forgetAll(): Promise<void> {
    const db = await this.database.open()
    await Promise.all([db.clear('states'), db.clear('list')])
  }

  /** Whether anything waits on this device to be sent or decided, in whatever form it was kept. */
  async anyWaits(): Promise<boolean> {
    if (this.small.keys().some(key => key.startsWith(WAITS) || OLD_QUEUE.test(key))) return true
    const db = await this.database.open()
    return (await db.count('waiting')) + (await db.count('clashes')) > 0
  }
}
