import { defineStore } from 'pinia'
import type { Issue, Result } from '#core/measure/result'
import { apply } from '#core/piece/apply'
import type { Command, Entry } from '#core/piece/commands'
import { append, describeCommand, findRedoable, findUndoable } from '#core/piece/log'
import type { Piece } from '#core/piece/schema'
import { dataOf, statusOf } from '~/composables/useApi'
import { deviceName, newId, nowIso } from '~/composables/useDevice'
import { listenLive } from '~/composables/useLive'
import { readQueue, writeQueue } from '~/composables/useQueue'

export type SaveState = 'reached' | 'offline'
export interface Clash { readonly entry: Entry, readonly why: string }
interface Stored { piece: Piece, base: Piece, version: number, log: Entry[] }

const RETRY_MS = 3000

/**
 * The piece on screen. A command is applied here at once, queued on this device and sent; what the server holds always
 * wins, and what no longer fits it is kept as a clash, never dropped.
 */
export const usePiece = defineStore('piece', () => {
  const stored = shallowRef<Stored | null>(null)
  const pending = shallowRef<readonly Entry[]>([])
  const piece = shallowRef<Piece | null>(null)
  const missing = ref(false)
  const saveState = ref<SaveState>('reached')
  const clashes = shallowRef<readonly Clash[]>([])
  const lastDone = ref('')
  const picked = ref<string | null>(null)
  const pickedFault = ref<string | null>(null)
  const pickedPart = ref<string | null>(null)
  /** The piece as it would be with what is being typed; it is drawn, never kept. */
  const preview = shallowRef<Piece | null>(null)
  let sending = false
  let retry: ReturnType<typeof setTimeout> | undefined

  const log = computed<readonly Entry[]>(() => [...(stored.value?.log ?? []), ...pending.value])
  const undoable = computed(() => findUndoable(log.value, deviceName()))
  const redoable = computed(() => findRedoable(log.value, deviceName()))

  async function open(id: string): Promise<void> {
    if (stored.value?.piece.id !== id) [stored.value, piece.value, picked.value, pickedFault.value, pickedPart.value, pending.value, clashes.value] = [null, null, null, null, null, [], []]
    missing.value = false
    try {
      settle(await $fetch<Stored>(`/api/pieces/${id}`), readQueue(id))
      picked.value ??= piece.value?.joints[0]?.id ?? null
      void send()
    }
    catch (error) {
      if (statusOf(error) === 404) missing.value = true
      else saveState.value = 'offline'
    }
  }

  /** Takes the server's state and lays the queue over it; entries that no longer fit become clashes. */
  function settle(next: Stored, queue: readonly Entry[]): void {
    const known = new Set(next.log.map(e => e.id))
    let now = next.piece
    const kept: Entry[] = []
    for (const entry of queue.filter(e => !known.has(e.id))) {
      const applied = append(next.base, now, [...next.log, ...kept], entry)
      if (applied.ok) { now = applied.value; kept.push(entry) }
      else clashes.value = [...clashes.value, { entry, why: applied.issues[0]!.message }]
    }
    stored.value = next
    piece.value = now
    keepQueue(kept)
  }

  function keepQueue(entries: readonly Entry[]): void {
    pending.value = entries
    if (stored.value) writeQueue(stored.value.piece.id, entries)
  }

  /** Gives a command or an undo. The answer tells whether it was taken; a refusal changes nothing. */
  function give(command: Entry['command']): Result<Piece> {
    if (!stored.value || !piece.value) return { ok: false, issues: [{ path: '', code: 'no_piece', message: 'No piece is open.' }] }
    const entry: Entry = { id: newId(), at: nowIso(), by: deviceName(), command }
    const next = append(stored.value.base, piece.value, log.value, entry)
    if (!next.ok) return next
    piece.value = next.value
    preview.value = null
    keepQueue([...pending.value, entry])
    void send()
    return next
  }

  function undo(): void {
    const entry = undoable.value
    if (!entry) { lastDone.value = 'Nothing of yours is left to undo.'; return }
    const result = give({ do: 'undo', entry: entry.id })
    lastDone.value = result.ok ? `Undone: ${describeCommand(entry.command)}.` : result.issues[0]!.message
  }

  function redo(): void {
    const entry = redoable.value
    if (!entry) { lastDone.value = 'Nothing to do again.'; return }
    const result = give({ do: 'undo', entry: entry.id })
    const what = log.value.find(e => entry.command.do === 'undo' && e.id === entry.command.entry)
    lastDone.value = result.ok ? `Done again: ${what ? describeCommand(what.command) : 'the last step'}.` : result.issues[0]!.message
  }

  async function send(): Promise<void> {
    if (sending || !stored.value || pending.value.length === 0) return
    sending = true
    let reached = true
    const sent = [...pending.value]
    const { piece: { id }, version } = stored.value
    try {
      const answer = await $fetch<{ piece: Piece, version: number }>(`/api/pieces/${id}/entries`, { method: 'POST', body: { seenVersion: version, entries: sent }, retry: 0 })
      if (stored.value?.piece.id === id) {
        const known = new Set(stored.value.log.map(e => e.id))
        stored.value = { ...stored.value, ...answer, log: [...stored.value.log, ...sent.filter(e => !known.has(e.id))] }
        keepQueue(pending.value.filter(e => !sent.some(s => s.id === e.id)))
      }
      saveState.value = 'reached'
    }
    catch (error) {
      reached = whenNotTaken(error, sent)
    }
    sending = false
    if (reached && pending.value.length > 0) void send()
  }

  /** Entries that will never be taken are shown as clashes, and the piece is what stands without them. */
  function giveUp(entries: readonly Entry[], why: string): void {
    clashes.value = [...clashes.value, ...entries.map(entry => ({ entry, why }))]
    if (stored.value) settle(stored.value, pending.value.filter(e => !entries.includes(e)))
  }

  /** Sorts out why entries were not taken. False if the server was not reached, or was not well: then they are sent again later. */
  function whenNotTaken(error: unknown, sent: readonly Entry[]): boolean {
    const status = statusOf(error)
    const newer = dataOf<Stored & { issues?: Issue[] }>(error)
    if ((status === 409 || status === 422) && newer?.piece) {
      const before = pending.value.length
      settle({ piece: newer.piece, base: newer.base, version: newer.version, log: newer.log }, pending.value)
      // Refused there although it fits here: sent again it would be refused for ever.
      if (status === 422 && pending.value.length === before) giveUp(sent, newer.issues?.[0]?.message ?? 'The server refused it.')
      saveState.value = 'reached'
      return true
    }
    if (status !== undefined && status < 500) {
      giveUp(sent, 'The server could not read it.')
      saveState.value = 'reached'
      return true
    }
    saveState.value = 'offline'
    clearTimeout(retry)
    retry = setTimeout(() => void send(), RETRY_MS)
    return false
  }

  /** Another device changed this piece: its entries come in, and what is queued here is laid over them. */
  async function catchUp(): Promise<void> {
    const id = stored.value?.piece.id
    if (!id || sending) return
    const newer = await $fetch<Stored>(`/api/pieces/${id}`).catch(() => undefined)
    if (!newer || sending || stored.value?.piece.id !== id || newer.version === stored.value.version) return
    settle(newer, pending.value)
    void send()
  }

  listenLive({
    changed: ({ piece: id, version }) => { if (id === stored.value?.piece.id && version > stored.value.version) void catchUp() },
    reached: (yes) => {
      saveState.value = yes ? 'reached' : 'offline'
      if (yes) void (pending.value.length > 0 ? send() : catchUp())
    },
  })

  const tell = (command: Command): Result<Piece> => give(command)
  /** Draws the piece as a command would make it, without giving it; null or a refusal draws it as it is. */
  function tryOut(command: Command | null): void {
    const tried = command && piece.value ? apply(piece.value, command) : null
    preview.value = tried?.ok ? tried.value : null
  }
  const dismissClashes = () => { clashes.value = [] }
  return { piece, preview, tryOut, log, version: computed(() => stored.value?.version ?? 0), missing, saveState, pending, clashes, picked, pickedFault, pickedPart, undoable, redoable, lastDone, open, tell, undo, redo, send, dismissClashes }
})
