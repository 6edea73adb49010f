<script setup lang="ts">
import { memberWords } from '#core/piece/set-words'

/** Which piece one is at. */
const { piece } = storeToRefs(usePiece())
</script>

<template>
  <span v-if="piece" class="crumb"
  >{{ piece.title }}<template v-if="piece.set">, {{ memberWords(piece) }}</template>
  </span>
</template>
