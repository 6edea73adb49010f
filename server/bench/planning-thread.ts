import { Worker } from 'node:worker_threads'
import type { Made, PlanRequest } from './planning'
import type { PlanAnswer } from './planning-worker'

/** A plan of the largest piece there may be needs less, MB. */
const MOST_HEAP_MB = 256
/** With nothing to plan for so long its memory is given back, milliseconds. */
const IDLE_MS = 30_000

/** Plans beside the thread that answers requests. Started at the first plan, gone when it has rested. */
export class PlanningThread {
  private thread: { readonly worker: Worker, readonly gone: Promise<PlanAnswer> } | undefined
  private rest: NodeJS.Timeout | undefined
  constructor(private readonly file: URL) {}

  /** One plan; whoever asks waits for it before asking again. @throws why it could not be made */
  async plan(request: PlanRequest): Promise<Made> {
    clearTimeout(this.rest)
    this.thread ??= this.start()
    const { worker, gone } = this.thread
    const said = new Promise<PlanAnswer>((resolve) => {
      worker.once('message', resolve)
    })
    worker.postMessage(request)
    const answer = await Promise.race([said, gone])
    this.rest = setTimeout(() => void this.end(), IDLE_MS).unref()
    if ('error' in answer) throw new Error(answer.error)
    return answer.made
  }

  async end(): Promise<void> {
    clearTimeout(this.rest)
    const worker = this.thread?.worker
    this.thread = undefined
    await worker?.terminate()
  }

  /**
   * A thread, and what is answered once it is gone: a plan that needs too much memory ends it, and the next starts
   * another.
   */
  private start(): NonNullable<typeof this.thread> {
    const worker = new Worker(this.file, { resourceLimits: { maxOldGenerationSizeMb: MOST_HEAP_MB } })
    const gone = new Promise<PlanAnswer>((resolve) => {
      let why = 'The planning thread ended.'
      worker.on('error', (error) => {
        why = error.message
      })
      worker.on('exit', () => {
        if (this.thread?.worker === worker) this.thread = undefined
        resolve({ error: why })
      })
    })
    return { worker, gone }
  }
}
