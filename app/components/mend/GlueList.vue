<script setup lang="ts">
import type { GLUE_IDS } from '#core/reference/glues'

/** Every glue with its verdict: the hard limit it breaks, or what speaks for it. One can be picked even so. */
const store = usePiece()
const { piece } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const { text } = useUnits()
const pick = (id: (typeof GLUE_IDS)[number]) =>
  store.tell({ do: 'choose-glue', glue: piece.value?.choices.glue === id ? null : id })
</script>

<template>
  <details v-if="plan && piece">
    <summary>All glues, and what is against them</summary>
    <table class="rows small">
      <tbody>
        <tr v-for="v in plan.glue.choice.verdicts" :key="v.glue.id">
          <td>
            <FieldChipButton
              plain
              :label="v.glue.label"
              :pressed="plan.glue.chosen?.glue.id === v.glue.id"
              @click="pick(v.glue.id)"
            />
          </td>
          <td>
            <template v-if="v.against.length > 0">not here: {{ v.against.map(a => text(a)).join('; ') }}</template>
            <template v-else>{{ v.inFavour.join(', ') || 'would do' }}</template>
            <span v-if="!v.onShelf" class="soft"> (not on the shelf)</span>
          </td>
        </tr>
      </tbody>
    </table>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  color: var(--soft);
  text-decoration: underline;
  text-underline-offset: 3px;
  min-height: 36px;
  display: flex;
  align-items: center;
}
</style>
