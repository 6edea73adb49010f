/** A call was ended because something newer is wanted, or because somebody stopped it. */
export class Stopped extends Error {
  override readonly name = 'Stopped'
}

/** What a worker has to be able to do: tell that it failed, and be ended. */
export interface Endable {
  addEventListener(type: 'error' | 'messageerror', heard: (event: Event) => void): void
  terminate(): void
}

/**
 * One worker, started at the first call and again after it was ended. A call that would wait for ever, because the
 * worker's program could not be fetched, fell over or was ended, is refused instead.
 */
export class WorkerCalls<W extends Endable, Remote> {
  private running: { readonly worker: W, readonly remote: Remote } | undefined
  private readonly waiting = new Set<(why: Error) => void>()
  constructor(
    private readonly start: () => W,
    private readonly wrap: (worker: W) => Remote,
    private readonly failedWords: string,
  ) {}

  /** Whatever the worker answers. @throws Stopped where it was ended; an Error with words where it fell over */
  call<T>(ask: (remote: Remote) => Promise<T>): Promise<T> {
    const { remote } = this.running ?? this.open()
    return new Promise<T>((resolve, reject) => {
      this.waiting.add(reject)
      ask(remote)
        .then(resolve, reject)
        .finally(() => this.waiting.delete(reject))
    })
  }

  /** Ends what is being worked out, and refuses whoever waits for it. */
  stop(why: Error = new Stopped('Stopped.')): void {
    this.running?.worker.terminate()
    this.running = undefined
    for (const refuse of this.waiting) refuse(why)
    this.waiting.clear()
  }

  private open(): { readonly worker: W, readonly remote: Remote } {
    const worker = this.start()
    this.running = { worker, remote: this.wrap(worker) }
    for (const type of ['error', 'messageerror'] as const) {
      worker.addEventListener(type, () => {
        if (this.running?.worker === worker) this.stop(new Error(this.failedWords))
      })
    }
    return this.running
  }
}
