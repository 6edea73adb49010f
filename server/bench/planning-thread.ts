import { once } from 'node:events'
import { Worker } from 'node:worker_threads'
import type { Made, PlanRequest } from './planning'
import type { PlanAnswer } from './planning-worker'

/** A plan of the largest piece there may be needs less, MB. */
const MOST_HEAP_MB = 256
/** With nothing to plan for so long its memory is given back, milliseconds. */
const IDLE_MS = 30_000

/** Plans beside the thread that answers requests. Started at the first plan, gone when it has rested. */
export class PlanningThread {
  private worker: Worker | undefined
  private rest: NodeJS.Timeout | undefined
  constructor(private readonly file: URL) {}

  /** One plan; whoever asks waits for it before asking again. @throws why it could not be made */
  async plan(request: PlanRequest): Promise<Made> {
    clearTimeout(this.rest)
    this.worker ??= new Worker(this.file, { resourceLimits: { maxOldGenerationSizeMb: MOST_HEAP_MB } }).on('error', () => undefined)
    const { worker } = this
    // Worker and request end together: a plan that needs too much memory ends the thread, and the next starts another.
    const gone = once(worker, 'exit').then((): PlanAnswer => {
      if (this.worker === worker) this.worker = undefined
      return { error: 'The planning thread ended.' }
    })
    worker.postMessage(request)
    const answer = await Promise.race([once(worker, 'message').then(([said]) => said as PlanAnswer), gone])
    this.rest = setTimeout(() => void this.end(), IDLE_MS).unref()
    if ('error' in answer) throw new Error(answer.error)
    return answer.made
  }

  async end(): Promise<void> {
    clearTimeout(this.rest)
    const { worker } = this
    this.worker = undefined
    await worker?.terminate()
  }
}
