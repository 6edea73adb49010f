<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { clampWords, type Plan } from '#core/plan'
import type { Piece } from '#core/piece/schema'
import { clampNamed } from '#core/reference/clamps'

/**
 * The clamps of a stage as a list to tick off, in the order of use. What lies ready is this device’s own, not the
 * piece’s.
 */
const { piece, stage } = defineProps<{ piece: Piece, stage: Plan['stages'][number] }>()
const { len } = useUnits()
const ticked = useLocalStorage<Record<string, boolean>>('arreglo-laid-out', {})
const rows = computed(() =>
  stage.clamps.map(({ line, clamp }) => ({
    key: `${piece.id}/${line.joints.join('+')}/${line.part}/${clampWords(piece, line)}`,
    words: clampWords(piece, line),
    with: clamp
      ? `${clampNamed(clamp.row.type).label} ${len(clamp.row.openingMm)}, no. ${clamp.nth}`
      : 'none on the rack reaches',
  })),
)
const left = computed(() => rows.value.filter(r => !ticked.value[r.key]).length)
</script>

<template>
  <section v-if="rows.length > 0" aria-labelledby="laid-out" class="laid">
    <h2 id="laid-out">Laid out, in the order of use</h2>
    <ol>
      <li v-for="row in rows" :key="row.key">
        <UCheckbox v-model="ticked[row.key]" :label="row.words" :description="row.with" color="neutral" />
      </li>
    </ol>
    <p class="small soft" role="status">
      {{
        left === 0
          ? 'All laid out, with pads and film on every jaw.'
          : `${left} of ${rows.length} to lay out, pads and film on every jaw.`
      }}
    </p>
  </section>
</template>

<style scoped>
.laid {
  display: grid;
  gap: 6px;
}
.laid li {
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
