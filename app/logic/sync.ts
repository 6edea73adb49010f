import { fail, type Result } from '#core/measure/result'
import type { Command } from '#core/piece/commands'
import type { Entry } from '#core/piece/entry'
import { appendEntries, historyOf, type History } from '#core/piece/history'
import type { Piece } from '#core/piece/schema'
import { ERASED_VERSION, type Change, type StoredPiece } from '#shared/wire'
import type { Channel, Clock, Keeping, KeptChange, Transport, Unanswered } from './ports'
import { isSame, rebase, saidBy, type Clash, type Rebased, type Waiting } from './rebase'

export interface SyncPorts {
  readonly transport: Transport
  readonly keeping: Keeping
  readonly clock: Clock
  readonly channel: Channel
  readonly device: string
  readonly tab: string
  newId(): string
}

/** A piece as this tab has it: what the server holds, and that with what waits laid over it. */
export interface HeldPiece {
  readonly server: History
  readonly closed: number
  readonly view: History
}
export type Presence = 'loading' | 'here' | 'missing' | 'erased'

/**
 * How things stand between this device and the server, for all pieces. `kept` of the `count` that wait are on the
 * device's disk.
 */
export interface SyncStatus {
  /** Whether what the device keeps has been looked at: before that nobody knows what waits. */
  readonly isReady: boolean
  readonly reach: 'reached' | 'offline'
  readonly waiting: readonly {
    readonly pieceId: string
    readonly title: string
    readonly count: number
    readonly kept: number
  }[]
  readonly clashes: readonly Clash[]
  /** Pieces whose entries the server would not take just now, with the status it gave. */
  readonly denied: ReadonlyMap<string, number>
  /** Changes that only this tab holds because the device would not keep them. */
  readonly notKept: number
  /** Kept changes that cannot be read any more. */
  readonly damaged: number
}

const RETRY_MS = 3000
/** A tab that sends asks anew with every part; one that was put to sleep loses its turn after this. */
const LEASE_MS = 8000
const MOST_IN_A_PART = 200
const LARGEST_PART_BYTES = 200_000
/** Rounds of rebasing and sending for one piece before others have their turn. */
const MOST_ROUNDS = 40
const MOST_AT_HAND = 4

/**
 * The device's queue and what it does to the pieces on screen. A command is applied here at once, kept on the device
 * and sent by one of its tabs; what the server holds always wins, and what does not fit it is held back with its
 * values until somebody decides. Transport, storage and clock are handed in, so that all of it runs without a
 * browser.
 */
export class Sync {
  private readonly held = new Map<string, HeldPiece>()
  private readonly presences = new Map<string, Presence>()
  /** The piece somebody is looking at, or waiting to see. */
  private wanted: readonly string[] = []
  private readonly listeners = new Set<(pieceId: string | null) => void>()
  /** As last read from what the device keeps. */
  private kept: readonly Waiting[] = []
  private heldBack: readonly Clash[] = []
  /** Given in this tab and not kept yet, or never: the device would not. */
  private readonly own = new Map<string, Waiting>()
  /** Gone from what is kept by another tab's doing, and in sight until the server has told what became of it. */
  private readonly leaving = new Map<string, Waiting>()
  private readonly unkept = new Set<string>()
  private readonly unkeptClashes = new Map<string, Clash>()
  private readonly denied = new Map<string, number>()
  /** Pieces whose state was asked for and did not come. */
  private readonly unread = new Set<string>()
  private readonly partSizes = new Map<string, number>()
  private reach: SyncStatus['reach'] = 'reached'
  private damaged = 0
  private lastOrder = 0
  private isReady = false
  private ownName = ''
  private pumping = false
  private pumpAgain = false
  private ended = false
  private stopRetry: (() => void) | undefined

  private readonly begun: Promise<void>
  private begin: () => void = () => {}

  constructor(private readonly ports: SyncPorts) {
    this.ownName = ports.device
    this.begun = new Promise((resolve) => {
      this.begin = resolve
    })
  }

  /** What this device is called in the logs. */
  get device(): string {
    return this.ownName
  }

  /** Begins with what the device has kept, and sends it, whichever pieces it is about. */
  async start(): Promise<void> {
    this.ownName = await this.ports.keeping.name(this.ports.device).catch(() => this.ports.device)
    await this.reread()
    this.isReady = true
    this.begin()
    this.tell(null)
    this.pump()
  }

  /** Ends for good: nothing is sent or told any more. */
  end(): void {
    this.ended = true
    this.stopRetry?.()
    this.listeners.clear()
  }

  /** Calls at every change of a piece, or of the status for null. Returns how to stop. */
  listen(listener: (pieceId: string | null) => void): () => void {
    this.listeners.add(listener)
    return () => {
      this.listeners.delete(listener)
    }
  }

  pieceOf(pieceId: string): HeldPiece | undefined {
    return this.held.get(pieceId)
  }

  presenceOf(pieceId: string): Presence {
    return this.presences.get(pieceId) ?? 'loading'
  }

  status(): SyncStatus {
    const counts = new Map<string, { pieceId: string, title: string, count: number, kept: number }>()
    for (const { entry, pieceId, title } of this.queue()) {
      const { count, kept } = counts.get(pieceId) ?? { count: 0, kept: 0 }
      counts.set(pieceId, { pieceId, title, count: count + 1, kept: kept + (this.own.has(entry.id) ? 0 : 1) })
    }
    const held = new Map([...this.heldBack, ...this.unkeptClashes.values()].map(c => [c.waiting.entry.id, c]))
    const clashes = [...held.values()].sort((a, b) => a.waiting.order - b.waiting.order)
    return {
      isReady: this.isReady,
      reach: this.reach,
      waiting: [...counts.values()],
      clashes,
      denied: this.denied,
      notKept: this.unkept.size + this.unkeptClashes.size,
      damaged: this.damaged,
    }
  }

  /** Brings a piece onto the screen: as the device kept it at once, as the server holds it when that answers. */
  async open(pieceId: string): Promise<void> {
    await this.begun
    this.wanted = [pieceId]
    this.makeRoomFor(pieceId)
    if (!this.held.has(pieceId)) {
      const kept = await this.ports.keeping.state(pieceId).catch(() => undefined)
      if (kept && !this.held.has(pieceId)) this.adoptKept(kept)
    }
    await this.read(pieceId)
    this.pump()
  }

  /** Gives a command or an undo. The answer tells whether it was taken; a refusal changes nothing. */
  give(pieceId: string, command: Entry['command']): Result<Piece> {
    const held = this.held.get(pieceId)
    if (!held) return fail('no_piece', 'No piece is open.')
    const entry = this.entryOf(command)
    const next = appendEntries(held.view, [entry])
    if (!next.ok) return next
    this.held.set(pieceId, { ...held, view: next.value })
    this.keep({ entry, pieceId, title: held.view.piece.title, seen: held.server.log.length, order: this.nextOrder() })
    this.tell(pieceId)
    return { ok: true, value: next.value.piece }
  }

  /** Gives a command to a piece that is not at hand; whether it fits shows when it is sent. */
  giveBlind(piece: Pick<Piece, 'id' | 'title'>, seen: number | null, command: Command): void {
    this.keep({ entry: this.entryOf(command), pieceId: piece.id, title: piece.title, seen, order: this.nextOrder() })
    this.relay(piece.id)
  }

  /** Takes an entry back; fetches an older document first where it lies further back than what is at hand. */
  async takeBack(pieceId: string, entryId: string): Promise<Result<Piece>> {
    const tried = this.give(pieceId, { do: 'undo', entry: entryId })
    const held = this.held.get(pieceId)
    const isTooOld = !tried.ok && tried.issues[0]?.code === 'too_old'
    if (!isTooOld || !held || held.server.base.version === held.closed) return tried
    await this.read(pieceId, true)
    return this.give(pieceId, { do: 'undo', entry: entryId })
  }

  /** Somebody has seen a clash and decided: what stands is kept, or this device's entry is laid over it after all. */
  async decide(entryId: string, take: 'mine' | 'theirs'): Promise<void> {
    const clash = this.status().clashes.find(c => c.waiting.entry.id === entryId)
    if (!clash) return
    const { waiting } = clash
    const again: Waiting = {
      ...waiting,
      seen: this.held.get(waiting.pieceId)?.server.log.length ?? null,
      order: this.nextOrder(),
    }
    this.unkeptClashes.delete(entryId)
    this.heldBack = this.heldBack.filter(c => c.waiting.entry.id !== entryId)
    const change: KeptChange
      = take === 'mine' && clash.why !== 'erased' ? { dismiss: [entryId], add: [again] } : { dismiss: [entryId] }
    if (change.add) this.own.set(entryId, again)
    await this.write(change)
    this.relay(waiting.pieceId)
    this.pump()
  }

  /** A change somebody made reached this page. */
  heard({ piece, version }: Change): void {
    if (version === ERASED_VERSION) void this.erase(piece)
    else if (this.held.has(piece) && version > this.held.get(piece)!.server.log.length) void this.read(piece)
  }

  /** The line to the server is there, or is gone. */
  reachable(yes: boolean): void {
    this.setReach(yes ? 'reached' : 'offline')
    if (!yes) return
    for (const id of new Set([...this.held.keys(), ...this.wanted])) void this.read(id)
    this.pump()
  }

  /** Another tab has changed what the device keeps. */
  async keptChanged(): Promise<void> {
    const before = this.queue()
    await this.reread()
    const still = new Set([...this.queue(), ...this.heldBack.map(c => c.waiting)].map(w => w.entry.id))
    for (const w of before) if (!still.has(w.entry.id)) this.leaving.set(w.entry.id, w)
    for (const id of this.held.keys()) {
      const gone = [...this.leaving.values()].filter(w => w.pieceId === id)
      // What another tab has sent is in the server's log before it leaves what is kept.
      if (gone.length > 0 && (await this.read(id))) for (const w of gone) this.leaving.delete(w.entry.id)
      this.relay(id)
    }
    this.pump()
  }

  private entryOf(command: Entry['command']): Entry {
    return { id: this.ports.newId(), at: new Date(this.ports.clock.nowMs()).toISOString(), by: this.ownName, command }
  }

  private nextOrder(): number {
    this.lastOrder = Math.max(this.lastOrder + 1, this.ports.clock.nowMs() * 1000)
    return this.lastOrder
  }

  private tell(pieceId: string | null): void {
    for (const l of this.listeners) l(pieceId)
  }

  /** Everything of this device that waits, in the order in which it was given. */
  private queue(): Waiting[] {
    const all = new Map([...this.kept, ...this.own.values()].map(w => [w.entry.id, w]))
    return [...all.values()].sort((a, b) => a.order - b.order)
  }

  private keep(waiting: Waiting): void {
    this.own.set(waiting.entry.id, waiting)
    void this.write({ add: [waiting] }).then(() => this.pump())
    this.tell(null)
  }

  /** Changes what is kept. Where the device will not, this tab keeps it for as long as it lives, and says so. */
  private async write(change: KeptChange): Promise<void> {
    const { add = [], remove = [], hold = [], dismiss = [] } = change
    const leaves = new Set([...remove, ...hold.map(c => c.waiting.entry.id)])
    try {
      await this.ports.keeping.change(change)
      this.kept = [...this.kept.filter(w => !leaves.has(w.entry.id)), ...add.filter(w => !leaves.has(w.entry.id))]
      this.heldBack = [...this.heldBack.filter(c => !dismiss.includes(c.waiting.entry.id)), ...hold]
      for (const w of add) {
        this.own.delete(w.entry.id)
        this.unkept.delete(w.entry.id)
      }
      this.ports.channel.tell()
    }
    catch {
      this.kept = this.kept.filter(w => !leaves.has(w.entry.id))
      for (const w of add) this.unkept.add(w.entry.id)
      for (const c of hold) this.unkeptClashes.set(c.waiting.entry.id, c)
    }
    for (const id of leaves) {
      this.own.delete(id)
      this.unkept.delete(id)
    }
    this.tell(null)
  }

  private async reread(): Promise<void> {
    try {
      const { waiting, clashes, damaged } = await this.ports.keeping.all()
      this.kept = waiting
      this.heldBack = clashes
      this.damaged = damaged
      for (const { order } of waiting) this.lastOrder = Math.max(this.lastOrder, order)
    }
    catch {
      /* What this tab holds itself still goes to the server. */
    }
    this.tell(null)
  }

  /** Asks the server for a piece; whether it answered. An answer older than what is known already changes nothing. */
  private async read(pieceId: string, whole = false): Promise<boolean> {
    const answer = await this.ports.transport.read(pieceId, whole)
    if (this.ended) return false
    if (answer.kind === 'here') {
      this.setReach('reached')
      this.adopt(answer.stored, true)
      return true
    }
    if (answer.kind === 'erased') {
      await this.erase(pieceId)
      return true
    }
    this.unanswered(pieceId, answer)
    if (answer.kind === 'denied' && answer.status === 404 && !this.held.has(pieceId)) {
      this.presences.set(pieceId, 'missing')
    }
    else { this.unread.add(pieceId) }
    this.tell(pieceId)
    if (!this.pumping) this.retryLater()
    return false
  }

  /** What the device kept may be damaged: then the server's answer is waited for. */
  private adoptKept(stored: StoredPiece): void {
    try {
      this.adopt(stored, false)
    }
    catch {
      this.held.delete(stored.piece?.id)
    }
  }

  /** Pieces that were left are let go of; the last few are at hand for the way back. */
  private makeRoomFor(pieceId: string): void {
    const held = this.held.get(pieceId)
    this.held.delete(pieceId)
    if (held) this.held.set(pieceId, held)
    for (const id of this.held.keys()) if (this.held.size > MOST_AT_HAND && id !== pieceId) this.held.delete(id)
  }

  private adopt(stored: StoredPiece, fromServer: boolean): void {
    const { id } = stored.piece
    const before = this.held.get(id)
    if (before && stored.version < before.server.log.length) return
    const server = historyOf(stored.base, stored.log, stored.piece)
    this.held.set(id, { server, closed: stored.closed, view: before?.view ?? server })
    this.presences.set(id, 'here')
    if (fromServer) this.unread.delete(id)
    if (fromServer) this.ports.keeping.keepState(stored).catch(() => undefined)
    this.relay(id)
  }

  /** Lays what waits over what the server holds, for the screen. What does not fit is decided where it is sent. */
  private relay(pieceId: string): void {
    const held = this.held.get(pieceId)
    if (held) {
      const { history } = this.rebased(held, pieceId)
      const piece = isSame(history.piece, held.view.piece) ? held.view.piece : history.piece
      this.held.set(pieceId, { ...held, view: { ...history, piece } })
    }
    this.tell(pieceId)
  }

  private rebased(held: HeldPiece, pieceId: string): Rebased {
    const inSight = new Map([...this.leaving.values(), ...this.queue()].map(w => [w.entry.id, w]))
    return rebase(
      held.server,
      [...inSight.values()].filter(w => w.pieceId === pieceId),
      this.ownName,
    )
  }

  private setReach(reach: SyncStatus['reach']): void {
    if (this.reach === reach) return
    this.reach = reach
    this.tell(null)
  }

  private unanswered(pieceId: string, answer: Unanswered): void {
    this.setReach(answer.kind === 'offline' ? 'offline' : 'reached')
    if (answer.kind === 'denied') this.denied.set(pieceId, answer.status)
    this.tell(null)
  }

  /** An erased piece is gone here as well; what waited for it is shown once, to be copied. */
  private async erase(pieceId: string): Promise<void> {
    const held = this.held.get(pieceId)
    const waiting = this.queue().filter(w => w.pieceId === pieceId)
    this.held.delete(pieceId)
    this.presences.set(pieceId, 'erased')
    this.unread.delete(pieceId)
    await this.ports.keeping.forget(pieceId).catch(() => undefined)
    const said = (w: Waiting) => saidBy(w.entry, held?.view ?? { log: [], piece: NO_NAMES })
    if (waiting.length > 0) {
      await this.write({
        hold: waiting.map(w => ({ waiting: w, why: 'erased', reason: '', mine: said(w), theirs: [] })),
      })
    }
    this.tell(pieceId)
  }

  /** Sends what waits, if it is this tab's turn; asked again while it runs, it looks again afterwards. */
  private pump(): void {
    if (this.ended) return
    if (this.pumping) {
      this.pumpAgain = true
      return
    }
    this.pumping = true
    void this.sendAll().finally(() => {
      this.pumping = false
      if (this.pumpAgain) {
        this.pumpAgain = false
        this.pump()
      }
      else {
        this.retryLater()
      }
    })
  }

  private retryLater(): void {
    this.stopRetry?.()
    for (const id of this.unread) if (!this.held.has(id) && !this.wanted.includes(id)) this.unread.delete(id)
    if (this.ended || (this.queue().length === 0 && this.unread.size === 0)) return
    this.stopRetry = this.ports.clock.after(RETRY_MS, () => {
      void this.tryAgain()
    })
  }

  private async tryAgain(): Promise<void> {
    for (const id of this.unread) await this.read(id)
    await this.reread()
    this.pump()
  }

  private async sendAll(): Promise<void> {
    const { keeping, clock, tab } = this.ports
    if (this.queue().length === 0) return
    // Where the device keeps nothing there are no turns to take: sending twice does nothing twice.
    const isItsTurn = await keeping.lease(tab, clock.nowMs(), LEASE_MS).catch(() => true)
    if (isItsTurn) await this.reread()
    const sendable = () =>
      this.queue().filter(w =>
        isItsTurn ? !this.own.has(w.entry.id) || this.unkept.has(w.entry.id) : this.unkept.has(w.entry.id),
      )
    for (const pieceId of [...new Set(sendable().map(w => w.pieceId))]) {
      if (this.ended || (await this.sendPiece(pieceId, sendable)) === 'stop') break
      if (isItsTurn) await keeping.lease(tab, clock.nowMs(), LEASE_MS).catch(() => false)
    }
    if (isItsTurn) await keeping.release(tab).catch(() => undefined)
  }

  /**
   * Sends one piece's entries, part by part. `stop` where the server is not reached: then the others have no hope
   * either.
   */
  private async sendPiece(pieceId: string, sendable: () => Waiting[]): Promise<'done' | 'stop'> {
    let isFresh = false
    for (let round = 0; round < MOST_ROUNDS && !this.ended; round++) {
      const mine = sendable().filter(w => w.pieceId === pieceId)
      if (mine.length === 0) return 'done'
      const held = this.held.get(pieceId)
      const isBehind = !held || mine.some(w => (w.seen ?? 0) > held.server.log.length)
      if (isBehind) {
        if (isFresh && held) return 'done' // a server that has forgotten what this device saw: kept, and tried again later
        await this.read(pieceId)
        if (this.presences.get(pieceId) === 'erased') return 'done'
        if (this.reach === 'offline') return 'stop'
        if (!this.held.has(pieceId)) return 'done'
        isFresh = true
        continue
      }
      const laid = rebase(held.server, mine, this.ownName)
      if (laid.clashes.length > 0 && !isFresh) {
        await this.read(pieceId)
        if (this.reach === 'offline') return 'stop'
        isFresh = true
        continue
      }
      if (laid.landed.length + laid.clashes.length + laid.takenBack.length > 0) {
        await this.write({ remove: [...laid.landed, ...laid.takenBack].map(w => w.entry.id), hold: laid.clashes })
        this.relay(pieceId)
      }
      const part = this.partOf(pieceId, laid.waiting)
      if (part.length === 0) return 'done'
      const next = await this.sendPart(pieceId, held, part)
      if (next !== 'on' && next !== 'fresh') return next
      isFresh = next === 'fresh'
    }
    return 'done'
  }

  private partOf(pieceId: string, waiting: readonly Waiting[]): readonly Waiting[] {
    const most = this.partSizes.get(pieceId) ?? MOST_IN_A_PART
    let bytes = 0
    const fits = waiting.findIndex(
      (w, i) => i >= most || (bytes += JSON.stringify(w.entry).length) > LARGEST_PART_BYTES,
    )
    return fits === -1 ? waiting : waiting.slice(0, Math.max(1, fits))
  }

  private async sendPart(
    pieceId: string,
    held: HeldPiece,
    part: readonly Waiting[],
  ): Promise<'on' | 'fresh' | 'done' | 'stop'> {
    const answer = await this.ports.transport.send(
      pieceId,
      held.server.log.length,
      part.map(w => w.entry),
    )
    if (this.ended) return 'stop'
    if (answer.kind === 'offline' || answer.kind === 'denied') {
      this.unanswered(pieceId, answer)
      if (answer.kind === 'offline') return 'stop'
      if (answer.status !== 413 || part.length === 1) return 'done'
      this.partSizes.set(pieceId, Math.ceil(part.length / 2))
      return 'on'
    }
    this.setReach('reached')
    this.denied.delete(pieceId)
    switch (answer.kind) {
      case 'taken':
        await this.landed(pieceId, held, part, answer.taken)
        return 'on'
      case 'clash':
        this.adopt(answer.stored, true)
        return 'fresh'
      case 'refused':
        this.adopt(answer.stored, true)
        await this.holdBack(
          pieceId,
          part.filter(w => w.entry.id === answer.entry),
          'refused',
          answer.issues[0]?.message ?? '',
        )
        return 'fresh'
      case 'unreadable':
        if (answer.places.length === 0) {
          this.unanswered(pieceId, { kind: 'denied', status: 400 })
          return 'done'
        }
        await this.holdBack(
          pieceId,
          part.filter((_, i) => answer.places.includes(i)),
          'unreadable',
          answer.issues[0]?.message ?? '',
        )
        return 'on'
      case 'erased':
        await this.erase(pieceId)
        return 'done'
    }
  }

  /** Entries are on the server's disk: they wait no longer, and the server's state goes on by them. */
  private async landed(
    pieceId: string,
    sent: HeldPiece,
    part: readonly Waiting[],
    taken: { piece: Piece, version: number },
  ): Promise<void> {
    const now = this.held.get(pieceId) ?? sent
    const isNext = now.server === sent.server && taken.version === sent.server.log.length + part.length
    const next = isNext
      ? appendEntries(
          sent.server,
          part.map(w => w.entry),
        )
      : undefined
    // Something else is in between, or came before: the whole state tells. It is read before the entries are let go of.
    if (next?.ok) this.held.set(pieceId, { ...now, server: { ...next.value, piece: taken.piece } })
    else if (now.server.log.length < taken.version) await this.read(pieceId)
    await this.write({ remove: part.map(w => w.entry.id) })
    this.relay(pieceId)
  }

  private async holdBack(
    pieceId: string,
    entries: readonly Waiting[],
    why: 'refused' | 'unreadable',
    reason: string,
  ): Promise<void> {
    const view = this.held.get(pieceId)!.view
    await this.write({
      hold: entries.map(waiting => ({
        waiting,
        why,
        reason,
        mine: saidBy(waiting.entry, view),
        theirs: [],
      })),
    })
    this.relay(pieceId)
  }
}

/** Stands in for a document where only what was said is wanted and no names are at hand. */
const NO_NAMES = { joints: [], parts: [], faults: [], holds: [], notes: [], shape: { family: '' } } as unknown as Piece
