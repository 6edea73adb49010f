import { defineStore, storeToRefs } from 'pinia'
import { shallowRef, watch } from 'vue'
import { apply } from '#core/piece/apply'
import type { Command } from '#core/piece/commands'
import type { Piece } from '#core/piece/schema'
import { usePiece } from './piece'

/** The piece as it would be with what is being typed; it is drawn, never kept. */
export const usePreview = defineStore('preview', () => {
  const { piece } = storeToRefs(usePiece())
  const preview = shallowRef<Piece | null>(null)
  watch(
    piece,
    () => {
      preview.value = null
    },
    { flush: 'sync' },
  )
  /** Draws the piece as a command would make it, without giving it; null or a refusal draws it as it is. */
  function tryOut(command: Command | null): void {
    const tried = command && piece.value ? apply(piece.value, command) : null
    preview.value = tried?.ok ? tried.value : null
  }
  return { preview, tryOut }
})
