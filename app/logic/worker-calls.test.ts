import { describe, expect, it } from 'vitest'
import { Stopped, WorkerCalls, type Endable } from './worker-calls'

/** A worker that answers when it is told to, and can fall over. */
function stage() {
  const started: { fall(): void, ended: boolean }[] = []
  const start = (): Endable & { nth: number } => {
    const heard: ((e: Event) => void)[] = []
    const own = {
      nth: started.length,
      ended: false,
      addEventListener: (_: string, h: (e: Event) => void) => heard.push(h),
      terminate: () => {
        own.ended = true
      },
      fall: () => heard[0]!(new Event('error')),
    }
    started.push(own)
    return own
  }
  const calls = new WorkerCalls(start, w => w, 'It could not be loaded.')
  return { calls, started }
}
const never = () => new Promise<string>(() => undefined)

describe('calls to a worker', () => {
  it('are answered by one worker, started with the first', async () => {
    const { calls, started } = stage()
    expect(await calls.call(w => Promise.resolve(w.nth))).toBe(0)
    expect(await calls.call(w => Promise.resolve(w.nth))).toBe(0)
    expect(started).toHaveLength(1)
  })

  it('that wait are refused in words once it falls over, and the next has a new one', async () => {
    const { calls, started } = stage()
    const waits = [calls.call(never), calls.call(never)]
    started[0]!.fall()
    for (const w of waits) await expect(w).rejects.toThrow('It could not be loaded.')
    expect(started[0]!.ended).toBe(true)
    expect(await calls.call(w => Promise.resolve(w.nth))).toBe(1)
  })

  it('can be stopped; an old worker that falls over afterwards ends nobody’s call', async () => {
    const { calls, started } = stage()
    const waits = calls.call(never)
    calls.stop()
    await expect(waits).rejects.toBeInstanceOf(Stopped)
    const next = calls.call(() => new Promise<string>(resolve => setTimeout(() => resolve('made'), 5)))
    started[0]!.fall()
    expect(await next).toBe('made')
  })
})
