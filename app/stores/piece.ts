import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Result } from '#core/measure/result'
import type { Command } from '#core/piece/commands'
import type { Entry } from '#core/piece/entry'
import { describeEntry, findRedoable, findUndoable } from '#core/piece/history'
import type { Piece } from '#core/piece/schema'
import { useQueue } from '~/composables/useQueue'
import type { HeldPiece, Presence } from '~/logic/sync'
import { useMessages } from './messages'
import { useSelection } from './selection'

/** The piece on screen, as the device's queue has it: every command acts at once, is kept, and is sent. */
export const usePiece = defineStore('piece', () => {
  const queue = useQueue()
  const messages = useMessages()
  const selection = useSelection()
  const pieceId = ref<string | null>(null)
  const held = shallowRef<HeldPiece | undefined>()
  const presence = ref<Presence>('loading')

  const piece = computed<Piece | null>(() => held.value?.view.piece ?? null)
  const log = computed<readonly Entry[]>(() => held.value?.view.log ?? [])
  const undoable = computed(() => findUndoable(log.value, queue.device))
  const redoable = computed(() => findRedoable(log.value, queue.device))

  function refresh(id: string | null): void {
    if (id === null || id !== pieceId.value) return
    held.value = queue.pieceOf(id)
    presence.value = queue.presenceOf(id)
    const first = held.value?.view.piece.joints[0]
    if (selection.pick === null && first) selection.choose('joint', first.id)
  }
  queue.listen(refresh)

  async function open(id: string): Promise<void> {
    if (pieceId.value !== id) selection.clear()
    pieceId.value = id
    refresh(id)
    await queue.open(id)
    refresh(id)
  }

  /** Gives a command. The answer tells whether it was taken; a refusal changes nothing. */
  const tell = (command: Command): Result<Piece> => queue.give(pieceId.value ?? '', command)

  async function undo(): Promise<void> {
    const entry = undoable.value
    if (!entry || !pieceId.value) {
      messages.say('Nothing of yours is left to undo.')
      return
    }
    const result = await queue.takeBack(pieceId.value, entry.id)
    messages.say(result.ok ? `Undone: ${describeEntry(entry)}.` : result.issues[0]!.message)
  }

  async function redo(): Promise<void> {
    const entry = redoable.value
    if (!entry || !pieceId.value) {
      messages.say('Nothing to do again.')
      return
    }
    const what = log.value.find(e => entry.command.do === 'undo' && e.id === entry.command.entry)
    const result = await queue.takeBack(pieceId.value, entry.id)
    const words = `Done again: ${what ? describeEntry(what) : 'the last step'}.`
    messages.say(result.ok ? words : result.issues[0]!.message)
  }

  return { piece, log, presence, undoable, redoable, open, tell, undo, redo }
})
