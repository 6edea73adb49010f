<script setup lang="ts">
import type { Measured } from '#core/measure/measured'

/** One reading of the frame, kept under its key; `problem` is what does not fit about it beside the others. */
const {
  reading,
  label,
  hint = '',
  problem = undefined,
  dense = true,
} = defineProps<{
  reading: string
  label: string
  hint?: string
  problem?: string | undefined
  dense?: boolean
}>()
const store = usePiece()
const { piece } = storeToRefs(store)
const value = computed(() => piece.value?.trueReadings?.[reading] ?? null)
const take = (measure: Measured) => store.tell({ do: 'read-true', key: reading, measure })
const clear = () => {
  store.tell({ do: 'read-true', key: reading, measure: null })
}
</script>

<template>
  <LengthField
    :label="label"
    :value="value"
    :take="take"
    :clear="clear"
    :hint="hint"
    :problem="problem"
    :dense="dense"
  />
</template>
