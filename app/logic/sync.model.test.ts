import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SyncWorld } from '../../tests/fixtures/sync-world'

/** More with RUNS=5000; a failure prints its seed and the shortest steps that still fail, to be kept below. */
const RUNS = Number(process.env.RUNS ?? 150)
type Step = readonly [number, number, number, number]

async function play(steps: readonly Step[], lastFirst: boolean): Promise<string[]> {
  const world = new SyncWorld()
  await world.begin()
  for (const step of steps) await world.step(step)
  await world.settle(lastFirst)
  return world.complaints()
}

describe('three devices, four tabs, and a network that does its worst', () => {
  it('lose nothing unseen, land nothing twice or elsewhere, and end equal', async () => {
    const step = fc.tuple(fc.nat(20), fc.nat(11), fc.nat(39), fc.nat(11))
    await fc.assert(fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 70 }), fc.boolean(), async (steps, lastFirst) => {
      expect(await play(steps, lastFirst)).toEqual([])
    }), { numRuns: RUNS })
  }, 600_000)
})
