import type { Result } from '#core/measure/result'
import { fail, succeed } from '#core/measure/result'
import { endBackground } from '../bench/use-background'
import { lookAtCopy, putInPlace, takeOutAgain, type PutBack } from './backup'
import { closeFile, dataFolder, migrate } from './database'

/** Requests that read or write the data now. */
let under = 0
let swapping: Promise<unknown> | undefined
/** So long the others have to end, milliseconds. */
const PATIENCE_MS = 10_000
const LOOK_MS = 25

/** Before a request touches the data: not while they are changed for others. Returns what to call when it is over. */
export async function enter(): Promise<() => void> {
  while (swapping) await swapping.catch(() => undefined)
  under++
  let isOver = false
  return () => {
    if (!isOver) under--
    isOver = true
  }
}

/**
 * Puts a copy in the place of the data a server runs on. Asked from within a request, which is the one that may be
 * under way.
 * What cannot be brought up to date is taken out again, and the server goes on with what it had.
 */
export async function swapFor(file: string, now: Date): Promise<Result<PutBack>> {
  if (swapping) return fail('busy', 'A copy is being put back already.')
  const whole = lookAtCopy(file)
  if (!whole.ok) return whole
  const swap = exchange(file, now)
  swapping = swap
  try {
    const keptIn = await swap
    return keptIn.ok ? succeed({ copied: whole.value, keptIn: keptIn.value }) : keptIn
  }
  finally {
    swapping = undefined
  }
}

async function exchange(file: string, now: Date): Promise<Result<string | null>> {
  for (let waited = 0; under > 1; waited += LOOK_MS) {
    if (waited > PATIENCE_MS) return fail('busy', 'Others are being answered all the time: try again in a moment.')
    await new Promise(resolve => setTimeout(resolve, LOOK_MS))
  }
  await endBackground()
  await closeFile()
  const folder = dataFolder()
  const keptIn = putInPlace(folder, file, now)
  try {
    await migrate()
    return succeed(keptIn)
  }
  catch (error) {
    await closeFile()
    if (keptIn) takeOutAgain(folder, keptIn)
    await migrate()
    return fail(
      'not_usable',
      `The copy cannot be brought up to date: ${error instanceof Error ? error.message : String(error)}`,
    )
  }
}
