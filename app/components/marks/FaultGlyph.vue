<script setup lang="ts">
import type { FaultKind } from '#core/piece/words'

/**
 * The red pencil's strokes in small: jagged across for a break, along for a split, dots for worm, a notch for wood
 * gone, hatching for an old repair.
 */
const { kind } = defineProps<{ kind: FaultKind }>()
</script>

<template>
  <svg viewBox="0 0 34 20" width="26" height="16" fill="none" stroke="currentColor" stroke-width="2" aria-hidden="true">
    <polyline v-if="kind === 'break'" points="12,2 19,6 13,9 21,13 15,18" />
    <polyline v-else-if="kind === 'split'" points="3,11 10,9 17,11 24,9 31,10" />
    <g v-else-if="kind === 'worm'" fill="currentColor" stroke="none">
      <circle cx="8" cy="7" r="2" />
      <circle cx="16" cy="13" r="2" />
      <circle cx="24" cy="6" r="2" />
      <circle cx="28" cy="14" r="2" />
    </g>
    <polyline v-else-if="kind === 'loss'" points="3,5 11,5 14,14 21,14 24,5 31,5" />
    <path v-else d="M6 18L14 2M13 18L21 2M20 18L28 2" />
  </svg>
</template>
