import {
  entriesPath,
  piecePath,
  placesNamed,
  type RefusedAnswer,
  type StoredPiece,
  type TakenAnswer,
  type UnreadableAnswer,
} from '#shared/wire'
import type { ReadAnswer, SendAnswer, Transport, Unanswered } from './ports'

/** A request that hangs longer than this has not reached anybody. */
const PATIENCE_MS = 20_000

type Fetch = (path: string, init?: RequestInit) => Promise<Response>

/** Speaks to the server over HTTP; what it answers is named, and nothing is thrown. */
export const httpTransport = (fetchFrom: Fetch): Transport => ({
  async read(pieceId, whole): Promise<ReadAnswer> {
    const answer = await ask(fetchFrom, piecePath(pieceId) + (whole ? '?whole' : ''))
    if (!answer) return { kind: 'offline' }
    if (answer.ok) return withBody<StoredPiece, ReadAnswer>(answer, stored => ({ kind: 'here', stored }))
    return answer.status === 410 ? { kind: 'erased' } : unanswered(answer.status)
  },

  async send(pieceId, seenVersion, entries): Promise<SendAnswer> {
    const body = JSON.stringify({ seenVersion, entries })
    const answer = await ask(fetchFrom, entriesPath(pieceId), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    })
    if (!answer) return { kind: 'offline' }
    if (answer.ok) return withBody<TakenAnswer, SendAnswer>(answer, taken => ({ kind: 'taken', taken }))
    if (answer.status === 410) return { kind: 'erased' }
    if (answer.status === 409) {
      return withBody<{ data: StoredPiece }, SendAnswer>(answer, ({ data }) => ({ kind: 'clash', stored: data }))
    }
    if (answer.status === 422) {
      return withBody<{ data: RefusedAnswer }, SendAnswer>(answer, ({ data }) => ({
        kind: 'refused',
        stored: data,
        entry: data.entry,
        issues: data.issues,
      }))
    }
    if (answer.status === 400) {
      return withBody<{ data?: UnreadableAnswer }, SendAnswer>(answer, ({ data }) => ({
        kind: 'unreadable',
        places: placesNamed(data?.issues ?? []),
        issues: data?.issues ?? [],
      }))
    }
    return unanswered(answer.status)
  },
})

/** The server is there and has no room, or may not write. */
const NOT_KEPT = 507
/** The server's own faults are like its absence: whatever was sent is sent again later. */
const unanswered = (status: number): Unanswered =>
  status >= 500 && status !== NOT_KEPT ? { kind: 'offline' } : { kind: 'denied', status }

async function ask(fetchFrom: Fetch, path: string, init: RequestInit = {}): Promise<Response | undefined> {
  try {
    return await fetchFrom(path, { ...init, signal: AbortSignal.timeout(PATIENCE_MS) })
  }
  catch {
    return undefined
  }
}

/** An answer cut off on its way, or from something that is not the server, is no answer. */
async function withBody<T, A extends ReadAnswer | SendAnswer>(
  answer: Response,
  then: (body: T) => A,
): Promise<A | Unanswered> {
  try {
    return then((await answer.json()) as T)
  }
  catch {
    return { kind: 'offline' }
  }
}
