<script setup lang="ts">
import { axisLengthMm } from '#core/piece/geometry'
import type { Measured } from '#core/measure/measured'
import { nameOf } from '#core/piece/names'

/** The one length of a new part that no drawing gives: measured in the frame fitted dry, written down here. */
const { part } = defineProps<{ part: string }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const { len } = useUnits()
const reading = computed(() => piece.value?.dryFit?.[part] ?? null)
const drawn = computed(() => {
  const found = piece.value?.parts.find(p => p.id === part)
  return found ? len(axisLengthMm(found)) : ''
})
const take = (measure: Measured) => store.tell({ do: 'measure-shoulders', part, measure })
const clear = () => {
  store.tell({ do: 'measure-shoulders', part, measure: null })
}
</script>

<template>
  <div v-if="piece" class="reading">
    <LengthField
      :label="`Shoulder to shoulder of the ${nameOf(piece, part)}, frame fitted dry`"
      :value="reading"
      :take="take"
      :clear="clear"
      :hint="reading ? `drawn ${drawn}` : `drawn ${drawn}: provisional until it is measured`"
    />
  </div>
</template>

<style scoped>
.reading {
  border-left: 4px solid var(--blue);
  padding-left: 12px;
}
</style>
