import { parentPort } from 'node:worker_threads'
import { makeOutlook, type Made, type PlanRequest } from './planning'

/** An answer of the planning thread: what was made, or why nothing was. */
export type PlanAnswer = { readonly made: Made } | { readonly error: string }

// One request at a time: whoever asks waits for the answer before asking again.
parentPort?.on('message', (request: PlanRequest) => {
  parentPort!.postMessage(answer(request))
})

function answer(request: PlanRequest): PlanAnswer {
  try {
    return { made: makeOutlook(request) }
  }
  catch (error) {
    return { error: error instanceof Error ? error.message : String(error) }
  }
}
