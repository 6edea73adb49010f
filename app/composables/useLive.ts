import type { Change } from '#shared/wire'

type Listener = { changed(change: Change): void, reached(yes: boolean): void, reading?(valueMm: number): void, planned?(pieces: readonly string[]): void }

const listeners = new Set<Listener>()
let source: EventSource | undefined

function connect(): void {
  source = new EventSource('/api/events')
  source.addEventListener('open', () => { for (const l of listeners) l.reached(true) })
  source.addEventListener('error', () => { for (const l of listeners) l.reached(false) })
  source.addEventListener('reading', (e: MessageEvent<string>) => { const { valueMm } = JSON.parse(e.data) as { valueMm: number }; for (const l of listeners) l.reading?.(valueMm) })
  source.addEventListener('planned', (e: MessageEvent<string>) => { for (const l of listeners) l.planned?.(JSON.parse(e.data) as string[]) })
  source.addEventListener('changed', (e: MessageEvent<string>) => { for (const l of listeners) l.changed(JSON.parse(e.data) as Change) })
}

/** Hears of every change on the server. The page has one stream, opened at the first listener and kept. Returns how to stop. */
export function listenLive(listener: Listener): () => void {
  if (!source) connect()
  listeners.add(listener)
  return () => { listeners.delete(listener) }
}
