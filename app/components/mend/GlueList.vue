<script setup lang="ts">
import type { GLUE_IDS } from '#core/reference/glues'

/** Every glue with its verdict: the hard limit it breaks, or what speaks for it. One can be picked even so. */
const store = usePiece()
const { piece } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const { text } = useUnits()
const COLUMNS = [
  { id: 'glue', label: 'Glue' },
  { id: 'verdict', label: 'Verdict' },
]
const pick = (id: (typeof GLUE_IDS)[number]) =>
  store.tell({ do: 'choose-glue', glue: piece.value?.choices.glue === id ? null : id })
</script>

<template>
  <FieldFold v-if="plan && piece" label="All glues, and what is against them">
    <FieldTable label="All glues" :columns="COLUMNS" :rows="plan.glue.choice.verdicts" :id-of="v => v.glue.id">
      <template #glue="{ row: v }">
        <FieldChipButton
          plain
          :label="v.glue.label"
          :pressed="plan.glue.chosen?.glue.id === v.glue.id"
          @click="pick(v.glue.id)"
        />
      </template>
      <template #verdict="{ row: v }">
        <template v-if="v.against.length > 0">not here: {{ v.against.map(a => text(a)).join('; ') }}</template>
        <template v-else>{{ v.inFavour.join(', ') || 'would do' }}</template>
        <span v-if="!v.onShelf" class="soft"> (not on the shelf)</span>
      </template>
    </FieldTable>
  </FieldFold>
</template>
