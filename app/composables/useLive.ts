import { lookAtDoor, turnedAway } from './useDoor'
import type { Change } from '#shared/wire'

type Listener = {
  changed?(change: Change): void
  reached?(yes: boolean): void
  reading?(valueMm: number): void
  planned?(pieces: readonly string[]): void
  hello?(epoch: string): void
}

const listeners = new Set<Listener>()
let source: EventSource | undefined
let outOfReach = false
/** Whether the server was gone when it was last heard of. */
export const isOutOfReach = (): boolean => outOfReach

function connect(): void {
  source = new EventSource('/api/events')
  source.addEventListener('open', () => {
    outOfReach = false
    for (const l of listeners) l.reached?.(true)
  })
  source.addEventListener('error', () => {
    outOfReach = true
    for (const l of listeners) l.reached?.(false)
    // Only an answer that is none ends a stream for good: it wants the passphrase, or is not our server.
    if (source?.readyState === EventSource.CLOSED) void comeBack()
  })
  source.addEventListener('reading', (e: MessageEvent<string>) => {
    const { valueMm } = JSON.parse(e.data) as { valueMm: number }
    for (const l of listeners) l.reading?.(valueMm)
  })
  source.addEventListener('hello', (e: MessageEvent<string>) => {
    for (const l of listeners) l.hello?.((JSON.parse(e.data) as { epoch: string }).epoch)
  })
  source.addEventListener('planned', (e: MessageEvent<string>) => {
    for (const l of listeners) l.planned?.(JSON.parse(e.data) as string[])
  })
  source.addEventListener('changed', (e: MessageEvent<string>) => {
    for (const l of listeners) l.changed?.(JSON.parse(e.data) as Change)
  })
}

/** After so long a stream that ended is opened anew, milliseconds. */
const AGAIN_MS = 10_000

async function comeBack(): Promise<void> {
  const answer = await lookAtDoor()
  if (answer && !answer.isOpen) turnedAway()
  else setTimeout(connect, AGAIN_MS)
}

/**
 * Hears of every change on the server. The page has one stream, opened at the first listener and kept. Returns how to
 * stop.
 */
export function listenLive(listener: Listener): () => void {
  if (!source) connect()
  listeners.add(listener)
  return () => {
    listeners.delete(listener)
  }
}
