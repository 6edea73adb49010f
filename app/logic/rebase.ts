import { say, type Phrase } from '#core/measure/phrase'
import { isSameThing, saysOf, touchesOf } from '#core/piece/commands'
import type { Entry } from '#core/piece/entry'
import { appendEntries, isStanding, type History } from '#core/piece/history'
import type { Piece } from '#core/piece/schema'

/** An entry given on this device that no server has acknowledged yet. */
export interface Waiting {
  readonly entry: Entry
  readonly pieceId: string
  /** What the piece is called, so that it can be named while it is not at hand. */
  readonly title: string
  /** How many entries of the server's log whoever gave it had seen; null where it does not matter. */
  readonly seen: number | null
  /** Entries of this device in the order in which they were given. */
  readonly order: number
}

/** Why an entry was not simply laid over what is there. */
export type ClashWhy = 'newer' | 'refused' | 'unreadable' | 'erased'

/** An entry that was held back, with what it said and what stands against it, until somebody has decided. */
export interface Clash {
  readonly waiting: Waiting
  readonly why: ClashWhy
  /** What the server or the document says against it; empty where `theirs` tells. */
  readonly reason: string
  readonly mine: Phrase
  readonly theirs: readonly { readonly by: string, readonly at: string, readonly said: Phrase }[]
}

export interface Rebased {
  /** The server's state with everything over it that waits. */
  readonly history: History
  readonly waiting: readonly Waiting[]
  readonly clashes: readonly Clash[]
  /** Entries that are in the server's log already. */
  readonly landed: readonly Waiting[]
  /** Entries held back that were then taken back by the same hand: nobody needs to hear of them. */
  readonly takenBack: readonly Waiting[]
}

/**
 * Lays what waits on a device over what the server holds. An entry clashes where it does not fit any more, or where
 * somebody else has changed the very thing it is about since it was given, and to something else; the newer stands.
 * @param own the device's name: what it gave itself is never newer than it knows
 */
export function rebase(server: History, queue: readonly Waiting[], own: string): Rebased {
  const known = new Set(server.log.map(e => e.id))
  const inOrder = [...queue].sort((a, b) => a.order - b.order || (a.entry.id < b.entry.id ? -1 : 1))
  const landed = inOrder.filter(w => known.has(w.entry.id))
  const fresh = inOrder.filter(w => !known.has(w.entry.id))
  const news = newsBySeen(server, fresh, own)
  const isPlain = fresh.every(w => w.seen === null || news.get(w.seen)!.length === 0)
  const atOnce = isPlain
    ? appendEntries(
        server,
        fresh.map(w => w.entry),
      )
    : undefined
  if (atOnce?.ok) return { history: atOnce.value, waiting: fresh, clashes: [], landed, takenBack: [] }
  return { ...oneByOne(server, fresh, news), landed }
}

function oneByOne(
  server: History,
  fresh: readonly Waiting[],
  news: ReadonlyMap<number, readonly News[]>,
): Omit<Rebased, 'landed'> {
  let history = server
  const waiting: Waiting[] = []
  const held = new Map<string, Held>()
  for (const w of fresh) {
    const { command } = w.entry
    const heldBack = command.do === 'undo' ? held.get(command.entry) : undefined
    if (heldBack) {
      heldBack.undos.push(w)
      held.set(w.entry.id, heldBack)
      continue
    }
    const against = w.seen === null ? [] : news.get(w.seen)!.filter(n => isAbout(history, w.entry, n))
    const next = appendEntries(history, [w.entry])
    if (next.ok && (against.length === 0 || isSame(next.value.piece, history.piece))) {
      history = next.value
      waiting.push(w)
      continue
    }
    const mine = saidBy(w.entry, history)
    const clash: Clash
      = against.length > 0
        ? {
            waiting: w,
            why: 'newer',
            reason: '',
            mine,
            theirs: against.map(({ entry }) => ({ by: entry.by, at: entry.at, said: saidBy(entry, server) })),
          }
        : { waiting: w, why: 'refused', reason: next.ok ? '' : next.issues[0]!.message, mine, theirs: [] }
    held.set(w.entry.id, { clash, undos: [] })
  }
  const each = [...new Set(held.values())]
  const standing = each.filter(h => h.undos.length % 2 === 0)
  return {
    history,
    waiting,
    clashes: standing.map(h => h.clash),
    // An undo of what is held back, and the redo of that, have no use of their own.
    takenBack: [
      ...standing.flatMap(h => h.undos),
      ...each.filter(h => !standing.includes(h)).flatMap(h => [h.clash.waiting, ...h.undos]),
    ],
  }
}

interface Held {
  readonly clash: Clash
  readonly undos: Waiting[]
}
/** Something that was changed by somebody else: what, and by which entry. */
interface News {
  readonly paths: readonly string[]
  readonly entry: Entry
}

function newsBySeen(server: History, queue: readonly Waiting[], own: string): Map<number, readonly News[]> {
  const seen = new Set(queue.flatMap(w => w.seen ?? []))
  return new Map([...seen].map(version => [version, newsSince(server.log, version).filter(n => n.entry.by !== own)]))
}

/**
 * What has changed since a version: commands that stand now, and older ones that stood then and do not, or the other
 * way round.
 */
function newsSince(log: readonly Entry[], seen: number): News[] {
  const [now, then] = [isStanding(log), isStanding(log.slice(0, seen))]
  const news: News[] = []
  log.forEach((entry, i) => {
    if (entry.command.do === 'undo') return
    if (i >= seen) {
      if (now[i]) news.push({ paths: touchesOf(entry.command), entry })
    }
    else if (now[i] !== then[i]) {
      news.push({ paths: touchesOf(entry.command), entry: lastUndoOf(log, entry) })
    }
  })
  return news
}

/** The last entry that took an entry back, or gave it back again. */
function lastUndoOf(log: readonly Entry[], entry: Entry): Entry {
  const chain = new Set([entry.id])
  let last = entry
  for (const e of log) {
    if (e.command.do === 'undo' && chain.has(e.command.entry)) {
      chain.add(e.id)
      last = e
    }
  }
  return last
}

function isAbout(history: History, entry: Entry, news: News): boolean {
  const paths = pathsOf(entry, history.log)
  return news.paths.some(a => paths.some(b => isSameThing(a, b)))
}

function pathsOf({ command }: Entry, log: readonly Entry[]): readonly string[] {
  if (command.do !== 'undo') return touchesOf(command)
  const target = log.find(e => e.id === command.entry)
  return target ? pathsOf(target, log) : []
}

/** What an entry says, with its value. */
export function saidBy({ command }: Entry, { log, piece }: Pick<History, 'log' | 'piece'>): Phrase {
  if (command.do !== 'undo') return saysOf(command, piece)
  const target = log.find(e => e.id === command.entry)
  return target ? say`taken back: ${saidBy(target, { log, piece })}` : say`something taken back`
}

/** Whether two documents say the same. Documents are plain data whose keys keep their order through commands. */
export const isSame = (a: Piece, b: Piece): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)
