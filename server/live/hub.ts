import type { EventStream } from 'h3'
import type { Change } from '#shared/wire'

const streams = new Set<EventStream>()

export function listen(stream: EventStream): void {
  streams.add(stream)
  stream.onClosed(() => {
    streams.delete(stream)
  })
}

/** Tells every page. A page that does not take it any more is let go. */
export function tell(change: Change): void {
  for (const stream of streams) {
    stream.push({ event: 'changed', data: JSON.stringify(change) }).catch(() => streams.delete(stream))
  }
  for (const act of onTold) act()
}

const onTold = new Set<() => void>()
/** Something of the server's own acts at every change. */
export const whenTold = (act: () => void): void => {
  onTold.add(act)
}

/** Told at once with others: a page asks for them together. */
const planned = new Set<string>()
let telling: NodeJS.Timeout | undefined
const TOGETHER_MS = 250

/** The plans of these pieces, as lists show them, were worked out anew. */
export function tellPlanned(pieceId: string): void {
  planned.add(pieceId)
  telling ??= setTimeout(() => {
    const data = JSON.stringify([...planned])
    planned.clear()
    telling = undefined
    for (const stream of streams) stream.push({ event: 'planned', data }).catch(() => streams.delete(stream))
  }, TOGETHER_MS)
}

/** Says something to every page. */
export function tellAll(event: string, data: object): void {
  for (const stream of streams) stream.push({ event, data: JSON.stringify(data) }).catch(() => streams.delete(stream))
}

/** What an instrument on the bench has just measured, for the page that has a field in focus. */
export function tellReading(valueMm: number): void {
  for (const stream of streams) {
    stream.push({ event: 'reading', data: JSON.stringify({ valueMm }) }).catch(() => streams.delete(stream))
  }
}

/** Ends every stream, so that a shutdown does not wait for pages that listen. */
export async function closeStreams(): Promise<void> {
  await Promise.allSettled([...streams].map(s => s.close()))
  streams.clear()
}

export const openStreams = (): number => streams.size
