import type { EventStream } from 'h3'
import type { Change } from '#shared/wire'

const streams = new Set<EventStream>()

export function listen(stream: EventStream): void {
  streams.add(stream)
  stream.onClosed(() => { streams.delete(stream) })
}

/** Tells every page. A page that does not take it any more is let go. */
export function tell(change: Change): void {
  for (const stream of streams) stream.push({ event: 'changed', data: JSON.stringify(change) }).catch(() => streams.delete(stream))
}

/** What an instrument on the bench has just measured, for the page that has a field in focus. */
export function tellReading(valueMm: number): void {
  for (const stream of streams) stream.push({ event: 'reading', data: JSON.stringify({ valueMm }) }).catch(() => streams.delete(stream))
}

/** Ends every stream, so that a shutdown does not wait for pages that listen. */
export async function closeStreams(): Promise<void> {
  await Promise.allSettled([...streams].map(s => s.close()))
  streams.clear()
}

export const openStreams = (): number => streams.size
