<script setup lang="ts">
import { axisLengthMm } from '#core/piece/geometry'
import type { Measured } from '#core/measure/measured'
import { nameOf } from '#core/piece/names'
import { chosenWork } from '#core/plan'

/**
 * The one length of a new part that no drawing gives: measured in the frame fitted dry, or as it stands where nothing
 * of it opens; written down here.
 */
const { part } = defineProps<{ part: string }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const { plan } = storeToRefs(usePlan())
const { len } = useUnits()
const stands = computed(() => {
  const mend = plan.value?.woodMends.find(m => m.trouble === `part:${part}`)
  return (mend && chosenWork(mend)?.design?.goesInAlone) !== undefined
})
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
      :label="`Shoulder to shoulder of the ${nameOf(piece, part)}, ${stands ? 'frame as it stands' : 'frame fitted dry'}`"
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
